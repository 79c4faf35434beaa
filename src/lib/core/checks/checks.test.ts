import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { SetupDocument } from '../document/schema.ts';
import { predict } from '../predict/predict.ts';
import { resultOf } from './check.ts';
import type { CheckResult } from './finding.ts';
import { withChanges } from '../document/change.ts';
import { MARGINS } from '../document/schools.ts';

const base: SetupDocument = {
  format: 'iskarn.setup/1',
  craft: {
    kind: 'fixed-wing',
    massKg: 1.2,
    purpose: 'trainer',
    wingAreaM2: 0.3,
    wingSpanM: 1.4,
    targetSeconds: 300
  },
  battery: { chemistry: 'lipo', series: 3, capacityAh: 2.2, continuousC: 30, cellResistanceOhm: 0.006 },
  wiring: { gaugeAwg: 14, leadLengthM: 0.15, connectorA: 60 },
  esc: { continuousA: 30, burstA: 40, minSeries: 2, maxSeries: 4, resistanceOhm: 0.003 },
  motor: {
    kvRpmPerVolt: 1000,
    resistanceOhm: 0.07,
    noLoadCurrentA: 0.9,
    noLoadVoltageV: 10,
    maxCurrentA: 26,
    maxPowerW: 300,
    massKg: 0.075,
    poles: 14
  },
  propulsor: { kind: 'propeller', diameterM: 0.254, pitchM: 0.127, blades: 2, family: 'thin-electric' }
};
const find = (setup: SetupDocument, id: string): CheckResult => {
  const found = predict({ setup }).checks.find((c) => c.id === id);
  assert.ok(found, `no check ${id}`);
  return found;
};

const judged = (value: number, band: [number, number] | null, rating: number | null) =>
  resultOf(
    { id: 'x', title: 'x', part: 'esc', unit: 'A' },
    {
      value,
      band,
      rating,
      missing: 'the rating',
      margin: 'esc-current',
      limitOf: (s) => (s === '1.25x' ? (rating as number) / 1.25 : (rating as number)),
      working: () => ''
    },
    undefined
  );

for (const [value, band, rating, finding, reason] of [
  [20, [18, 22], 40, 'holds', null],
  [35, [32, 38], 40, 'tight', 'margin'],
  [31, [20, 44], 40, 'tight', 'band'],
  [41, [38, 44], 40, 'over', 'rating'],
  [41, [38, 44], null, 'unknown', 'missing']
] as [number, [number, number], number | null, string, string | null][]) {
  test(`${value} A (${band.join(' to ')}) of ${rating ?? 'nothing'}: ${finding}${reason ? ` by ${reason}` : ''}`, () => {
    const r = judged(value, band, rating);
    assert.equal(r.finding, finding);
    assert.equal(r.reason, reason);
    if (finding === 'unknown') assert.match(r.sentence, /the rating/);
  });
}

test('the band is never added on top of the margin: inside the margin, the band up to the rating still holds', () => {
  assert.equal(judged(31, [24, 39.9], 40).finding, 'holds');
});

test('a finding that another school would turn says so, and the chosen school decides', () => {
  const tight = judged(35, [32, 38], 40);
  assert.ok(
    tight.otherSchools.some((s) => s.finding === 'holds'),
    JSON.stringify(tight.otherSchools)
  );
  const byDefault = find(base, 'esc-current');
  const bySchool = find({ ...base, schools: { 'esc-current': 'next-size' } }, 'esc-current');
  assert.notEqual(byDefault.marginLimit, bySchool.marginLimit);
  assert.equal(byDefault.school, MARGINS['esc-current'].schools[0].title);
});

test('every remedy of a failing check, applied, makes that check hold', () => {
  const failing: SetupDocument = {
    ...base,
    esc: { ...base.esc, continuousA: 14, burstA: 16, maxSeries: 2 },
    battery: { ...base.battery, continuousC: 7 }
  };
  const answer = predict({ setup: failing });
  const bad = answer.checks.filter((c) => c.finding === 'over');
  assert.ok(bad.length >= 4, bad.map((c) => c.id).join());
  let tried = 0;
  for (const check of bad)
    for (const remedy of check.remedies) {
      const after = predict({ setup: withChanges(failing, remedy.changes) }).checks.find(
        (c) => c.id === check.id
      );
      assert.ok(
        after && (after.finding === 'holds' || after.reason === 'band'),
        `${check.id}: ${remedy.text} gives ${after?.finding}`
      );
      tried++;
    }
  assert.ok(tried >= 5, `only ${tried} remedies`);
  for (const id of ['esc-current', 'esc-cells', 'pack-current'])
    assert.ok(bad.find((c) => c.id === id)?.remedy, id);
});

test('a remedy that breaks something else says what', () => {
  const weak: SetupDocument = {
    ...base,
    craft: { ...base.craft, targetThrustToWeight: 0.9 },
    motor: { ...base.motor, maxCurrentA: 14, maxPowerW: 150 }
  };
  const texts = find(weak, 'motor-current').remedies.map((r) => r.text);
  assert.ok(
    texts.some((t) => /but thrust for the weight would be over/.test(t)),
    texts.join(' | ')
  );
});

test('findings come worst first; each has a working with numbers', () => {
  const { checks } = predict({ setup: { ...base, esc: { continuousA: 20 } } });
  const order = ['over', 'tight', 'unknown', 'holds'];
  const ranks = checks.map((c) => order.indexOf(c.finding));
  assert.deepEqual(
    ranks,
    [...ranks].sort((a, b) => a - b)
  );
  for (const c of checks) assert.ok(c.working.length > 8, c.id);
});

test('a missing rating is unknown, never invented, unless the document lets it be estimated', () => {
  const { maxCurrentA: _, ...motor } = base.motor;
  assert.equal(find({ ...base, motor }, 'motor-current').finding, 'unknown');
  const estimated = find({ ...base, motor, sources: { 'motor.maxCurrentA': 'estimated' } }, 'motor-current');
  assert.notEqual(estimated.finding, 'unknown');
  assert.match(estimated.working, /estimated/);
});

test('high-voltage cells at full charge can pass an ESC’s limit where plain ones do not', () => {
  const four = { ...base, battery: { ...base.battery, series: 4 } };
  assert.equal(find(four, 'esc-voltage').finding, 'holds');
  assert.equal(
    find({ ...four, battery: { ...four.battery, chemistry: 'lihv' as const } }, 'esc-voltage').finding,
    'over'
  );
});

test('a linear receiver supply is limited by its heat before its label', () => {
  const setup: SetupDocument = {
    ...base,
    craft: { ...base.craft, receiverCurrentA: 2 },
    esc: { ...base.esc, becKind: 'linear', becV: 5, becA: 3 }
  };
  const linear = find(setup, 'receiver-supply');
  assert.equal(linear.finding, 'over');
  assert.match(linear.working, /heat/);
  assert.equal(
    find({ ...setup, esc: { ...setup.esc, becKind: 'switching' } }, 'receiver-supply').finding,
    'holds'
  );
});

test('a separate receiver supply takes the place of the ESC’s own, with its own amps and volts', () => {
  const setup: SetupDocument = {
    ...base,
    craft: { ...base.craft, receiverCurrentA: 2.5 },
    esc: { ...base.esc, becKind: 'linear', becV: 5, becA: 1 }
  };
  assert.equal(find(setup, 'receiver-supply').finding, 'over');
  const own = { kind: 'switching' as const, outputV: 5, continuousA: 3, minVoltageV: 6, maxVoltageV: 26 };
  const separate = { ...setup, receiverSupply: own };
  const amps = find(separate, 'receiver-supply');
  assert.equal(amps.finding, 'holds');
  assert.match(amps.working, /lift the middle pin out of the plug/);
  assert.equal(find(separate, 'receiver-volts').finding, 'holds');
  const low = find({ ...setup, receiverSupply: { ...own, maxVoltageV: 10 } }, 'receiver-volts');
  assert.equal(low.finding, 'over');
  const starved = find(
    { ...setup, receiverSupply: { ...own, minVoltageV: 30, maxVoltageV: 60 } },
    'receiver-volts'
  );
  assert.equal(starved.finding, 'over');
  assert.match(starved.working, /keep the receiver alive/);
});

test('a receiver pack of its own neither heats nor minds the flight pack’s volts', () => {
  const setup: SetupDocument = {
    ...base,
    craft: { ...base.craft, receiverCurrentA: 2 },
    receiverSupply: { kind: 'own-pack', outputV: 4.8, continuousA: 3, maxVoltageV: 5 }
  };
  assert.equal(find(setup, 'receiver-supply').finding, 'holds');
  assert.equal(
    predict({ setup }).checks.find((c) => c.id === 'receiver-volts'),
    undefined
  );
});

test('no remedy changes a fixed part, whichever it is', () => {
  const hot: SetupDocument = {
    ...base,
    esc: { ...base.esc, continuousA: 16 },
    battery: { ...base.battery, continuousC: 7 },
    motor: { ...base.motor, maxCurrentA: 16, maxPowerW: 180 }
  };
  for (const part of ['battery', 'esc', 'propulsor'] as const) {
    const free = predict({ setup: hot }).checks.flatMap((c) => c.remedies.flatMap((r) => r.changes));
    assert.ok(
      free.some((c) => c.path.startsWith(`${part}.`)),
      `some remedy changes the ${part} while it is free`
    );
    const held = predict({ setup: { ...hot, fixed: [part] } }).checks.flatMap((c) =>
      c.remedies.flatMap((r) => r.changes)
    );
    assert.ok(!held.some((c) => c.path.startsWith(`${part}.`)), `a remedy changes the fixed ${part}`);
  }
});

test('long leads ask for a capacitor; a boat’s rpm window follows its school', () => {
  assert.match(
    find({ ...base, wiring: { ...base.wiring, leadLengthM: 0.5 } }, 'lead-length').working,
    /low-ESR capacitor/
  );
  const boat = (kv: number, school?: string): SetupDocument => ({
    ...base,
    craft: { kind: 'boat', massKg: 4, hull: 'planing-mono', waterlineLengthM: 0.9 },
    battery: { ...base.battery, series: 12 },
    motor: { ...base.motor, kvRpmPerVolt: kv },
    propulsor: { kind: 'surface-drive', diameterM: 0.042, pitchM: 0.059, blades: 2, immersion: 0.5 },
    ...(school ? { schools: { 'boat-rpm': school } } : {})
  });
  // common practice, no source: 12 cells × 4.0 V × 490 KV = 23 520 (too low), × 600 = 28 800 (good)
  const low = find(boat(490), 'boat-rpm');
  assert.ok(
    Math.abs((low.value ?? 0) - 23520) < 1e-6 && low.finding === 'tight',
    `${low.value} ${low.finding}`
  );
  const good = find(boat(600), 'boat-rpm');
  assert.ok(
    Math.abs((good.value ?? 0) - 28800) < 1e-6 && good.finding === 'holds',
    `${good.value} ${good.finding}`
  );
  assert.equal(find(boat(490, 'unloaded-22-33'), 'boat-rpm').finding, 'tight');
});
