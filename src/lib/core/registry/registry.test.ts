import { motorSchema } from '../document/schema/motor.ts';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { PLANE } from '../../../../tests/helpers/setups.ts';
import { measurementSchema } from '../calibration/schema.ts';
import { PART_SCHEMAS } from '../document/part-schemas.ts';
import { readingSchema, runBegunSchema } from '../document/run-schema.ts';
import {
  CHANNEL_TABLE,
  FILE_CHANNELS,
  RECORDED_CHANNELS,
  STRIP_CHANNELS,
  WATCHED_CHANNELS,
  channel,
  type ChannelName
} from './channels.ts';
import { told } from './field-words.ts';
import { choiceWord, firstFields, moreFields, shelfColumns, shelfFields } from './fields.ts';
import { COLUMN_PARTS, PART_KINDS, PART_TABLE, shelfOf } from './parts.ts';

test('a figure of a part is one entry: added to the schema it stands in editor, table, file, interface and derivations', async () => {
  const properties = motorSchema.properties as Record<string, object>;
  properties.brushPressureN = told(
    { type: ['number', 'null'], minimum: 0, maximum: 50, title: 'pressure of the brushes' },
    { short: 'brushes', quantity: 'thrust', more: 9, column: 9, why: ['Brushes', 'friction grows with it'] }
  );
  try {
    // modules that make their lists once are loaded after it was added
    const { columnsOf, partsFromCsv, partsToCsv } = await import('../formats/part-csv.ts');
    const { whyFields } = await import('../derivations/fields.ts');
    const { FILE_SCHEMAS } = await import('../formats/file-schemas.ts');
    const { interpretSetup } = await import('../model/interpret.ts');
    assert.ok(shelfFields('motor').some((f) => f.name === 'brushPressureN' && f.isFigure));
    assert.equal(shelfColumns('motor').at(-1)?.short, 'brushes');
    assert.equal(moreFields('motor', PLANE).at(-1)?.path, 'motor.brushPressureN');
    assert.ok(columnsOf('motor').includes('brushPressureN'));
    const part = {
      kind: 'motor',
      name: 'A',
      owned: true,
      note: '',
      document: { kvRpmPerVolt: 900, brushPressureN: 2 },
      measured: {}
    } as const;
    const read = partsFromCsv('motor', partsToCsv('motor', [part]));
    assert.deepEqual([read.errors, read.parts[0].document.brushPressureN], [[], 2]);
    assert.match(JSON.stringify(FILE_SCHEMAS), /pressure of the brushes/);
    const why = whyFields(interpretSetup({ ...PLANE, motor: { ...PLANE.motor, brushPressureN: 2 } }));
    assert.match(why['motor.brushPressureN'].numbers, /given: 2/);
  } finally {
    delete properties.brushPressureN;
  }
});

test('every field of a part has a label of its own, and is a figure with a quantity, a list, or a choice with words', () => {
  for (const kind of PART_KINDS) {
    for (const f of shelfFields(kind)) {
      assert.ok(f.isList || f.options !== null || f.quantity !== undefined, `${kind}.${f.name}: no quantity`);
      assert.doesNotMatch(f.short, /[a-z][A-Z]/, `${kind}.${f.name}: no label`);
      for (const option of f.options ?? []) assert.ok(choiceWord(f, option).length > 0);
    }
    const heads = shelfColumns(kind).map((f) => f.heading ?? f.short);
    assert.ok(heads.length >= 5 && new Set(heads).size === heads.length, `${kind}: ${heads.join(', ')}`);
    assert.ok(shelfOf(kind).heading.length > 3);
    assert.ok(Object.keys(PART_SCHEMAS).includes(kind));
  }
});

test('what stands under a part in Match is of that craft and that propulsor', () => {
  const paths = (d: typeof PLANE) => COLUMN_PARTS.flatMap((p) => [...firstFields(p, d), ...moreFields(p, d)]);
  const of = (propulsor: object) => paths({ ...PLANE, propulsor } as typeof PLANE).map((f) => f.path);
  assert.ok(of({ kind: 'propeller', diameterM: 0.28, pitchM: 0.14 }).includes('propulsor.pitchM'));
  assert.ok(!of({ kind: 'ducted-fan', diameterM: 0.07 }).includes('propulsor.pitchM'));
  assert.ok(
    of({ kind: 'submerged-screw', diameterM: 0.04, pitchM: 0.04 }).includes('propulsor.expandedAreaRatio')
  );
  const surface = paths({
    ...PLANE,
    craft: { kind: 'boat', massKg: 2 },
    propulsor: { kind: 'surface-drive', diameterM: 0.04, pitchM: 0.05 }
  });
  assert.ok(surface.some((f) => f.path === 'propulsor.immersion'));
  assert.ok(!surface.some((f) => ['propulsor.expandedAreaRatio', 'craft.wingAreaM2'].includes(f.path)));
  assert.equal(surface.find((f) => f.path === 'propulsor.diameterM')?.quantity, 'screwLength');
  const byGauge = paths({ ...PLANE, wiring: { gaugeAwg: 14, leadLengthM: 0.2 } }).map((f) => f.path);
  assert.ok(byGauge.includes('wiring.gaugeAwg') && !byGauge.includes('wiring.resistanceOhm'));
  assert.equal(new Set(byGauge).size, byGauge.length);
});

test('a channel stands wherever its entry says: in files, readings, runs, strips and stop rules', () => {
  const stops = runBegunSchema.properties.stops.items.properties.quantity.enum as readonly string[];
  for (const name of Object.keys(CHANNEL_TABLE) as ChannelName[]) {
    const entry = channel(name);
    assert.ok(FILE_CHANNELS.includes(name) && entry.units.length > 0, name);
    assert.equal(new Set(entry.units.map((u) => u.id)).size, entry.units.length, name);
    const typed = name in measurementSchema.properties && name !== 'seconds';
    assert.equal(typed, entry.typed !== undefined, `${name} in a measurement`);
    if (entry.recorded) {
      assert.ok(name in readingSchema.properties, `${name} in a reading of a run`);
      const drawn = (STRIP_CHANNELS as readonly string[]).includes(name);
      assert.equal(drawn, !['throttle', 'batteryVoltageV'].includes(name), `${name} as a strip`);
    }
    assert.equal(stops.includes(name), entry.watched !== undefined, `${name} in stop rules`);
    if (entry.typed) assert.ok(entry.typed[0] >= entry.bounds[0] && entry.typed[1] <= entry.bounds[1], name);
  }
  assert.deepEqual(STRIP_CHANNELS.slice(0, 4), ['batteryCurrentA', 'cellVoltageV', 'motorC', 'rpm']);
  assert.equal(WATCHED_CHANNELS.filter((n) => channel(n).watched === 'low').join(), 'cellVoltageV');
});

test('recorded channels keep their places: a stored block tells them by their number', () => {
  assert.deepEqual(RECORDED_CHANNELS, [
    'throttle',
    'batteryVoltageV',
    'batteryCurrentA',
    'rpm',
    'thrustN',
    'motorC',
    'escC',
    'packC',
    'speedMs'
  ]);
});

test('parts stand in the order in which power flows, and shelf kinds are told apart', () => {
  assert.deepEqual(COLUMN_PARTS, ['battery', 'wiring', 'esc', 'motor', 'propulsor', 'craft']);
  assert.equal(new Set(PART_KINDS).size, PART_KINDS.length);
  assert.deepEqual(
    PART_KINDS.map((k) => shelfOf(k).kind),
    PART_KINDS
  );
  assert.ok(Object.values(PART_TABLE).every((p) => p.word === p.word.trim()));
});
