import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { SetupDocument } from '../document/schema.ts';
import { analysisOf } from '../analysis/setup-analysis.ts';
import { CAUTIONS } from './at-test.ts';
import { ACTS } from './acts.ts';
import { RULES } from './safety-rules.ts';
import { cautionsOf, cautionsOfPack } from './cautions.ts';

const PLANE: SetupDocument = {
  format: 'iskarn.setup/1',
  craft: { kind: 'fixed-wing', massKg: 1.6, wingAreaM2: 0.38, wingSpanM: 1.7, purpose: 'sport' },
  battery: { chemistry: 'lipo', series: 3, capacityAh: 2.2, continuousC: 40 },
  esc: { continuousA: 50, maxSeries: 6, becKind: 'switching' },
  motor: { kvRpmPerVolt: 850, massKg: 0.15, maxCurrentA: 45 },
  propulsor: { kind: 'propeller', diameterM: 0.2794, pitchM: 0.1397, family: 'thin-electric' }
};
const BOAT: SetupDocument = {
  ...PLANE,
  craft: { kind: 'boat', massKg: 2.6, hull: 'planing-mono', waterlineLengthM: 0.68 },
  battery: { chemistry: 'lipo', series: 6, capacityAh: 5, continuousC: 60 },
  esc: { continuousA: 160, maxSeries: 8 },
  motor: { kvRpmPerVolt: 1500, massKg: 0.4, maxCurrentA: 130, poles: 6, cooling: 'water' },
  propulsor: { kind: 'surface-drive', diameterM: 0.042, pitchM: 0.059, blades: 2, immersion: 0.5 }
};
const ids = (setup: SetupDocument): string[] =>
  cautionsOf(analysisOf(setup)).flatMap((act) => act.cautions.map((c) => c.id));

/** What calls for each caution: a setup that does, and one that does not. */
const TRIGGERS: [id: string, does: SetupDocument, doesNot: SetupDocument][] = [
  ['charge-lithium', PLANE, { ...PLANE, battery: { chemistry: 'nimh', series: 8, capacityAh: 2 } }],
  ['charge-nickel', { ...PLANE, battery: { chemistry: 'nimh', series: 8, capacityAh: 2 } }, PLANE],
  ['high-voltage-cells', { ...PLANE, battery: { ...PLANE.battery, chemistry: 'lihv' } }, PLANE],
  ['parallel-charge', { ...PLANE, battery: { ...PLANE.battery, packsInParallel: 2 } }, PLANE],
  ['shock', { ...PLANE, battery: { ...PLANE.battery, series: 8 } }, PLANE],
  ['energy', BOAT, PLANE],
  ['supply-loop', { ...PLANE, receiverSupply: { kind: 'switching', outputV: 5 } }, PLANE],
  ['over-limit', { ...PLANE, esc: { continuousA: 5 } }, PLANE],
  ['no-label', { ...PLANE, motor: { kvRpmPerVolt: 850, massKg: 0.15 } }, PLANE],
  [
    'large-propeller',
    PLANE,
    { ...PLANE, propulsor: { kind: 'propeller', diameterM: 0.127, pitchM: 0.1, family: 'multirotor' } }
  ],
  [
    'tip-speed',
    { ...PLANE, motor: { ...PLANE.motor, kvRpmPerVolt: 1500 } },
    { ...PLANE, motor: { ...PLANE.motor, kvRpmPerVolt: 400 } }
  ],
  ['fan-suction', { ...PLANE, propulsor: { kind: 'ducted-fan', diameterM: 0.07, blades: 8 } }, PLANE],
  ['props-off', PLANE, BOAT],
  ['screw-off', BOAT, PLANE],
  ['fast-hull', BOAT, PLANE],
  ['wet', BOAT, PLANE],
  ['no-bystanders', BOAT, PLANE],
  ['open-field', PLANE, BOAT],
  ['hand-launch', { ...PLANE, craft: { ...PLANE.craft, purpose: 'hand-launch' } }, PLANE],
  ['cold-water', { ...PLANE, craft: { ...PLANE.craft, purpose: 'floatplane' } }, PLANE]
];
for (const [id, does, doesNot] of TRIGGERS)
  test(`${id}: told where it belongs, and only there`, () => {
    assert.ok(ids(does).includes(id));
    assert.ok(!ids(doesNot).includes(id));
  });

test('every caution has its act, is said once, worst first, and is a sentence that says what to do', () => {
  for (const setup of [PLANE, BOAT]) {
    const acts = cautionsOf(analysisOf(setup));
    const all = acts.flatMap((a) => a.cautions);
    assert.equal(new Set(all.map((c) => c.id)).size, all.length);
    assert.equal(new Set(all.map((c) => c.text)).size, all.length);
    for (const { cautions, act } of acts) {
      const ranks = cautions.map((c) => ['danger', 'care', 'mind'].indexOf(c.severity));
      assert.deepEqual(
        ranks,
        [...ranks].sort((a, b) => a - b)
      );
      for (const c of cautions) {
        assert.equal(c.act, act);
        assert.match(c.text, /[.]$/, c.id);
        assert.ok(c.text.length < 260 && !/not known|NaN|undefined/.test(c.text), c.text);
      }
    }
  }
  assert.equal(new Set(RULES.map((r) => r.id)).size, RULES.length);
  for (const act of Object.keys(ACTS))
    assert.ok(
      RULES.some((r) => r.act === act),
      act
    );
  // what a plan of a test says is in the catalogue
  for (const id of Object.keys(CAUTIONS))
    assert.ok(
      RULES.some((r) => r.id === id),
      id
    );
});

test('one act alone; figures are those of the setup', () => {
  const s = analysisOf(BOAT);
  assert.deepEqual(
    cautionsOf(s, ['charge']).map((a) => a.act),
    ['charge']
  );
  const charge = cautionsOf(s, ['charge'])[0].cautions.find((c) => c.id === 'charge-lithium');
  assert.match(charge?.text ?? '', /LiPo, 6 cells, no more than 5\.0 A/);
  // 5 Ah × 25.2 V = 126 W h: above the 100 of IATA's table 2.3.A
  assert.match(
    cautionsOf(s, ['carry'])[0]
      .cautions.map((c) => c.text)
      .join(' '),
    /126 W h.*100 W h.*160/
  );
});

test('a pack by itself has the cautions of charging and carrying that it has in a setup, and no others', () => {
  for (const setup of [
    PLANE,
    BOAT,
    { ...PLANE, battery: { ...PLANE.battery, chemistry: 'lihv' as const } }
  ]) {
    const alone = cautionsOfPack(setup.battery);
    const inCraft = cautionsOf(analysisOf(setup), ['charge', 'carry'])
      .map((act) => ({ ...act, cautions: act.cautions.filter((c) => c.id !== 'unplug') }))
      .filter((act) => act.cautions.length > 0);
    assert.deepEqual(alone, inCraft);
    assert.ok(alone.length === 2 && alone[0].cautions.length >= 2);
  }
});

test('what is charged is named with its amps: half as many for round lithium-ion cells (common practice, no source)', () => {
  const said = (chemistry: 'lipo' | 'liion') =>
    cautionsOfPack({ chemistry, series: 4, capacityAh: 5 })[0].cautions[0].text;
  assert.match(said('lipo'), /4 cells, no more than 5\.0 A/);
  assert.match(said('liion'), /4 cells, no more than 2\.5 A/);
});
