import assert from 'node:assert/strict';
import { test } from 'node:test';
import { withChanges } from '../document/change.ts';
import type { SetupDocument } from '../document/schema.ts';
import { randomSetups } from '../../../../tests/helpers/random-setup.ts';
import { analysisOf } from '../analysis/setup-analysis.ts';
import { harnessOf } from './harness.ts';
import { motorPlacesOf } from './motors.ts';
import { LINE, textWidth, TYPE, wordsOf, wrapped, type Schematic } from './schematic/drawing.ts';
import { schematicOf } from './schematic/schematic.ts';
import { extent } from '../../../../tests/helpers/extent.ts';

const PLANE: SetupDocument = {
  format: 'iskarn.setup/1',
  craft: { kind: 'fixed-wing', massKg: 1.6, wingAreaM2: 0.38, wingSpanM: 1.7, purpose: 'sport' },
  battery: { chemistry: 'lipo', series: 4, capacityAh: 3, continuousC: 40, connector: 'moulded-3.5' },
  wiring: { gaugeAwg: 13, leadLengthM: 0.2 },
  esc: { name: 'Weir', continuousA: 50, becKind: 'switching', becV: 5, becA: 4, connector: 'moulded-3.5' },
  motor: { name: 'Rush', kvRpmPerVolt: 850, massKg: 0.15, maxCurrentA: 45, connector: 'bullets-3.5' },
  propulsor: { kind: 'propeller', diameterM: 0.2794, pitchM: 0.1397, family: 'thin-electric' },
  loads: [{ kind: 'servo', size: 'mini', count: 4 }, { kind: 'receiver' }]
};
const QUAD: SetupDocument = {
  ...PLANE,
  craft: { kind: 'multirotor', massKg: 1.3, purpose: 'hover' },
  esc: { continuousA: 30, becKind: 'none' },
  motor: { kvRpmPerVolt: 920, massKg: 0.056, maxCurrentA: 25 },
  count: 4,
  propulsor: { kind: 'propeller', diameterM: 0.24, pitchM: 0.11, family: 'multirotor' }
};
const harness = (setup: SetupDocument) => harnessOf(analysisOf(setup));

test('a lead loses what Ohm says, there and back; a thinner one is warmer, loses more and weighs less', () => {
  const s = analysisOf(PLANE);
  const [lead] = harnessOf(s).segments;
  // 13 AWG by ASTM B258: 2.62 mm²; copper of IEC 60028 at 60 °C
  const ohm = ((1 / 58e6) * 0.4 * (1 + 0.00393 * 40)) / 2.624e-6;
  assert.ok(Math.abs(lead.ohm / ohm - 1) < 2e-3, `${lead.ohm} against ${ohm}`);
  assert.ok(Math.abs(lead.dropV - s.worst.batteryCurrentA * lead.ohm) < 1e-9);
  assert.ok(Math.abs(lead.lossW - s.worst.batteryCurrentA ** 2 * lead.ohm) < 1e-6);
  for (let k = 1; k < lead.choices.length; k++) {
    const [thin, thick] = [lead.choices[k - 1], lead.choices[k]];
    assert.ok(thin.awg > thick.awg && thin.warmC > thick.warmC);
    assert.ok(thin.dropV > thick.dropV && thin.massKg < thick.massKg);
  }
});

test('the suggested gauge is the thinnest that holds; the one above it does not', () => {
  for (const setup of [PLANE, QUAD]) {
    for (const x of harness(setup).segments) {
      const at = x.choices.findIndex((c) => c.awg === x.suggestedAwg);
      assert.equal(x.choices[at].finding, 'holds', x.id);
      for (const thinner of x.choices.slice(0, at)) assert.notEqual(thinner.finding, 'holds', x.id);
    }
  }
});

test('branches carry their share, motor leads the motor’s amps in three phases', () => {
  const s = analysisOf(QUAD);
  const { segments } = harnessOf(s);
  const of = (id: string) => segments.find((x) => x.id === id);
  const aux = s.powertrain.auxiliaryCurrentA;
  assert.ok(Math.abs(4 * (of('branch')?.currentA ?? 0) - (s.worst.batteryCurrentA - aux)) < 1e-9);
  assert.equal(of('motor-lead')?.currentA, s.worst.motorCurrentA);
  assert.equal(of('motor-lead')?.count, 4);
  assert.equal(
    harness(PLANE).segments.find((x) => x.id === 'branch'),
    undefined
  );
});

test('plugs: the same at both ends, an adapter, the next size up; bullets say which side is plus', () => {
  const of = (changes: Record<string, string | number | null>) => {
    const document = withChanges(
      PLANE,
      Object.entries(changes).map(([path, value]) => ({ path, value }))
    );
    return harness(document).joints[0];
  };
  assert.equal(of({}).finding, 'holds');
  assert.match(of({}).says, /The ESC has the same kind/);
  assert.match(of({ 'esc.connector': 'bullets-4' }).says, /another kind/);
  assert.match(
    of({ 'esc.connector': 'bullets-4', 'wiring.adapter': 'fitted' }).says,
    /second pair.*weighs some 10\.0 g/
  );
  assert.match(of({ 'battery.connector': 'bullets-4' }).says, /socket on the pack’s plus/);
  assert.equal(of({ 'battery.connector': 'two-pin-2.5' }).finding, 'over');
  assert.equal(of({ 'battery.connector': null }).finding, 'unknown');
});

test('a capacitor is asked for by what the leads are too long; of volts above the full pack’s', () => {
  const at = (leadLengthM: number, more = {}) =>
    harness({ ...PLANE, wiring: { ...PLANE.wiring, leadLengthM, ...more } }).capacitor;
  assert.equal(at(0.2).wantedF, null);
  // 220 µF each 10 cm beyond 25: 15 cm are 330
  assert.equal(at(0.4).wantedF, 330e-6);
  // 16.8 V × 1.25 = 21 V: 25 V is the next on sale
  assert.equal(at(0.4).ratingV, 25);
  assert.equal(at(0.4, { capacitorF: 470e-6, capacitorV: 35 }).does, true);
  assert.equal(at(0.4, { capacitorF: 470e-6, capacitorV: 16 }).does, false);
  assert.equal(at(0.4, { capacitorF: 100e-6 }).does, false);
});

test('neighbours turn against each other; a coaxial pair too; twin screws outwards', () => {
  for (const count of [4, 6, 8]) {
    const flat = motorPlacesOf({ ...QUAD, count });
    assert.equal(flat.length, count);
    assert.equal(new Set(flat.map((m) => m.place)).size > count / 2 - 1, true);
    flat.forEach((m, k) => assert.notEqual(m.turns, flat[(k + 1) % count].turns));
  }
  const coaxial = motorPlacesOf({ ...QUAD, count: 8, craft: { ...QUAD.craft, rotorLayout: 'coaxial' } });
  for (let k = 0; k < 8; k += 2) {
    assert.notEqual(coaxial[k].turns, coaxial[k + 1].turns);
    assert.match(coaxial[k].place, /upper/);
  }
  assert.deepEqual(
    motorPlacesOf(QUAD).map((m) => m.place),
    ['front right', 'rear right', 'rear left', 'front left']
  );
  const boat = motorPlacesOf({
    ...PLANE,
    count: 2,
    craft: { kind: 'boat', massKg: 3 },
    propulsor: { kind: 'submerged-screw', diameterM: 0.04, pitchM: 0.04, blades: 3 }
  });
  assert.deepEqual(
    boat.map((m) => `${m.place} ${m.turns}`),
    ['left anticlockwise', 'right clockwise']
  );
});

test('packs together: volts by those in series, rules for either; a number that does not divide the cells is none', () => {
  const of = (series: number, packsInSeries: number, packsInParallel = 1) =>
    harness({ ...PLANE, battery: { ...PLANE.battery, series, packsInSeries, packsInParallel } });
  assert.deepEqual(of(12, 2).packs, { series: 2, parallel: 1, cellsEach: 6 });
  assert.deepEqual(of(5, 2).packs, { series: 1, parallel: 1, cellsEach: 5 });
  assert.match(
    of(12, 2)
      .notes.map((n) => n.text)
      .join(' '),
    /volts add, the amps and amp hours stay/
  );
  assert.match(
    of(4, 1, 2)
      .notes.map((n) => n.text)
      .join(' '),
    /within 0\.02 V/
  );
  assert.ok(!harness(PLANE).notes.some((n) => n.id === 'packs'));
});

test('no fuse where it drops an aircraft, one and a half times the worst case in a boat', () => {
  assert.match(harness(PLANE).notes.find((n) => n.id === 'fuse')?.text ?? '', /None in the main lead/);
  const boat = analysisOf({
    ...PLANE,
    craft: { kind: 'boat', massKg: 3 },
    propulsor: { kind: 'submerged-screw', diameterM: 0.04, pitchM: 0.04, blades: 3 }
  });
  const amps = Number(
    /a fuse of (\d+) A/.exec(
      harnessOf(boat)
        .notes.map((n) => n.text)
        .join(' ')
    )?.[1]
  );
  assert.ok(amps >= 1.5 * boat.worst.batteryCurrentA && amps < 2.2 * boat.worst.batteryCurrentA);
});

/** Rectangles of everything that is written or drawn as a box. */
function rectangles(
  d: Schematic
): { id: string; x1: number; x2: number; y1: number; y2: number; box: boolean }[] {
  const words = (id: string, x: number, y: number, text: string, anchor: string, size = TYPE) => {
    const w = textWidth(text, size);
    const x1 = anchor === 'middle' ? x - w / 2 : anchor === 'end' ? x - w : x;
    return { id, x1, x2: x1 + w, y1: y - 0.78 * size, y2: y + 0.22 * size, box: false };
  };
  return [
    ...d.labels.map((l) => words(l.id, l.x, l.y, l.text, l.anchor)),
    ...d.boxes.flatMap((b) =>
      wordsOf(b).map((l, k) => words(`${b.id} ${k}`, l.x, l.y, l.text, 'start', l.head ? TYPE * 1.06 : TYPE))
    ),
    ...d.boxes.map((b) => ({ id: b.id, x1: b.x, x2: b.x + b.w, y1: b.y, y2: b.y + b.h, box: true }))
  ];
}

/** What of a drawing lies on something else, or outside of it. */
function clashes(d: Schematic): string[] {
  const all = rectangles(d);
  const out: string[] = [];
  for (const a of all)
    if (a.x1 < 0 || a.y1 < 0 || a.x2 > d.width || a.y2 > d.height) out.push(`${a.id} leaves the drawing`);
  all.forEach((a, k) =>
    all.slice(k + 1).forEach((b) => {
      const meets = a.x1 < b.x2 - 0.5 && b.x1 < a.x2 - 0.5 && a.y1 < b.y2 - 0.5 && b.y1 < a.y2 - 0.5;
      // the words of a box lie inside it
      const inside =
        a.box !== b.box &&
        a.x1 >= Math.min(b.x1, a.x1) &&
        (a.id.startsWith(`${b.id} `) || b.id.startsWith(`${a.id} `));
      if (meets && !inside) out.push(`${a.id} meets ${b.id}`);
    })
  );
  // a wire runs through no words
  for (const line of d.lines)
    for (let k = 1; k < line.points.length; k++) {
      const [[xa, ya], [xb, yb]] = [line.points[k - 1], line.points[k]];
      for (const r of all.filter((x) => !x.box))
        if (
          Math.min(xa, xb) < r.x2 - 0.5 &&
          Math.max(xa, xb) > r.x1 + 0.5 &&
          Math.min(ya, yb) < r.y2 - 0.5 &&
          Math.max(ya, yb) > r.y1 + 0.5
        )
          out.push(`${line.id} runs through ${r.id}`);
    }
  return out;
}

test('nothing in a schematic overlaps: one to eight motors, every kind of supply, long names, adapter, fuse and capacitor', () => {
  const long = 'A pack with a name that somebody wrote to the very end of what a label holds 4S 3300';
  const supplies: SetupDocument['receiverSupply'][] = [
    null,
    { kind: 'switching', name: 'Rill 6 V 8 A with a long name', outputV: 6, continuousA: 8 },
    { kind: 'own-pack', pack: { chemistry: 'nimh', series: 4, capacityAh: 1.3 } }
  ];
  for (const count of [1, 2, 3, 4, 6, 8])
    for (const receiverSupply of supplies)
      for (const wordy of [false, true]) {
        const setup: SetupDocument = {
          ...(count === 1 ? PLANE : QUAD),
          count,
          receiverSupply,
          ...(wordy
            ? {
                battery: { ...PLANE.battery, name: long, series: 6, packsInSeries: 2, packsInParallel: 2 },
                esc: {
                  ...PLANE.esc,
                  name: long,
                  connector: 'bullets-5.5',
                  ...(count === 4 ? { channels: 4 } : {})
                },
                motor: { ...PLANE.motor, name: long },
                wiring: { leadLengthM: 0.7, fuseA: 80, armingPlug: 'fitted' }
              }
            : {})
        };
        const s = analysisOf(setup);
        const d = schematicOf(s, harnessOf(s));
        assert.deepEqual(
          clashes(d),
          [],
          `${count} motors, ${receiverSupply?.kind}, ${wordy ? 'wordy' : 'plain'}`
        );
        assert.ok(d.words.includes('gauge'));
      }
});

test('random setups of every kind: drawn without overlaps, every wire with a gauge that is on sale', () => {
  const next = randomSetups(31);
  for (let k = 0; k < extent(20, 60); k++) {
    const s = analysisOf(next());
    const h = harnessOf(s);
    const d = schematicOf(s, h);
    assert.deepEqual(clashes(d), [], JSON.stringify(s.document).slice(0, 300));
    for (const x of h.segments) assert.ok(x.suggestedAwg >= 4 && x.suggestedAwg <= 22);
  }
});

test('words are broken to a width, the longest too', () => {
  for (const text of ['a few short words', 'Donaudampfschifffahrtsgesellschaft', ''])
    for (const line of wrapped(text, 60)) assert.ok(textWidth(line) <= 60, line);
  assert.equal(wrapped('one two', 500).length, 1);
  assert.ok(LINE > TYPE);
});
