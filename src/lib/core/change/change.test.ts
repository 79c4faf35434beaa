/** Each kind of change with answers known from elsewhere: common practice, no source, where nothing else is said. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { BOAT, PLANE, QUAD, SMALL_PUSHER, TWO_CELLS } from '../../../../tests/helpers/setups.ts';
import { deviation, mean } from 'd3-array';
import { MOTORS } from '../../server/demo/parts.ts';
import type { Motor, SetupDocument } from '../document/schema.ts';
import { FACTORS } from '../model/tolerance.ts';
import { normalSample } from '../numeric/normal-sample.ts';
import { answerPredict } from '../predict/answer-predict.ts';
import { SAMPLE_COLUMNS } from '../powertrain/factors.ts';
import { INCH_M } from '../units/convert.ts';
import { answerChange } from './answer-change.ts';
import { answerPlan } from './answer-plan.ts';
import type { ChangeAnswer } from './change-of.ts';
import { changePicture, whyChange } from './change-picture.ts';
import { runChecks } from '../checks/run-checks.ts';
import { analysisOf } from '../analysis/setup-analysis.ts';
import { inCommon, tied } from './joint-bands.ts';
import { learnFromBoth } from './learn-from.ts';
import type { SetupChange } from './kinds/all-kinds.ts';

type More = { points?: object[]; mends?: boolean; shelf?: object };

function changedBy(setup: SetupDocument, change: object, more: More = { mends: false }): ChangeAnswer {
  const given = structuredClone({ setup, change });
  const result = answerChange({ setup, change, remedies: false, ...more });
  assert.ok(result.ok, JSON.stringify(result));
  assert.deepEqual({ setup, change }, given, 'what was given was touched');
  return result.answer;
}
const refusedWith = (setup: SetupDocument, change: object): { path: string; message: string }[] => {
  const result = answerChange({ setup, change });
  assert.ok(!result.ok, 'should have been refused');
  return result.errors.errors;
};
const near = (got: number | null | undefined, wanted: number, within: number, what: string): void =>
  assert.ok(got != null && Math.abs(got / wanted - 1) <= within, `${what}: ${got}, wanted ${wanted}`);
const rule = (a: ChangeAnswer, id: string) => {
  const found = a.rules.find((r) => r.id === id);
  assert.ok(found, `no rule ${id} among ${a.rules.map((r) => r.id).join()}`);
  return found;
};
const difference = (a: ChangeAnswer, id: string) => {
  const found = a.differences.find((d) => d.id === id);
  assert.ok(found, `no difference ${id}`);
  return found;
};
const inside = (value: number, band: readonly [number, number] | null | undefined, what: string): void =>
  assert.ok(band && value >= band[0] && value <= band[1], `${what}: ${value} outside ${band?.join(' to ')}`);

/** Common practice, no source: 7.64 V 29 A 7500 rpm 222 W, then 10.86 V 53 A, just under 10 000 rpm, 572 W. */
const TWO_CELL_READING = {
  throttle: 1,
  speedMs: 0,
  batteryVoltageV: 7.64,
  batteryCurrentA: 29,
  rpm: 7500
};

test('more cells: 29 A on two become the 53 A that were measured on three, calibrated on the first', () => {
  for (const [inches, pitch] of [
    [11, 5.5],
    [11, 7],
    [12, 6]
  ]) {
    const what = `${inches} x ${pitch}`;
    const setup: SetupDocument = {
      ...TWO_CELLS,
      propulsor: { ...TWO_CELLS.propulsor, diameterM: inches * INCH_M, pitchM: pitch * INCH_M } as never
    };
    const change = { kind: 'cells', series: 3, anchor: TWO_CELL_READING };
    const [full] = changedBy(setup, change).after.points;
    // the very volts that were read: how charged the pack was is not told
    const points = [{ throttle: 1, speedMs: 0, batteryVoltageV: 10.86 }];
    const [at] = changedBy(setup, change, { mends: false, points }).after.points;
    const holds = (p: typeof full): boolean => {
      const band = p.band?.batteryCurrentA;
      return band !== undefined && 53 >= band[0] && 53 <= band[1];
    };
    assert.ok(holds(full) || holds(at), `${what}: 53 A outside both bands`);
    near(full.batteryCurrentA, 53, 0.09, `${what} from a full pack`);
    near(full.rpm, 10_000, 0.07, `${what}: rpm from a full pack`);
    near(at.batteryCurrentA, 53, 0.07, `${what} at 10.86 V`);
    near(at.electricalPowerW, 572, 0.07, `${what}: watts`);
    near(at.rpm, 10_000, 0.03, `${what}: just under 10 000 rpm`);
  }
});

test('more cells: the rule of 1.6 is shown beside it, 1.91 from two to three, with how far off it is and where it holds', () => {
  const a = changedBy(TWO_CELLS, { kind: 'cells', series: 3 });
  const r = rule(a, 'current-1.6');
  near(r.value, 1.913, 1e-3, '(3/2)^1.6');
  assert.match(r.formula, /\(3\/2\)\^1\.6 = 1\.91/);
  const ratio = a.after.points[0].batteryCurrentA / a.before.points[0].batteryCurrentA;
  near(r.physics, ratio, 1e-9, 'the physics');
  near(r.offBy, r.value / ratio - 1, 1e-9, 'off by');
  assert.match(r.holds, /quarter of their volts/);
  assert.equal(a.sentence, '3 cells instead of 2');
  assert.equal(a.same, 'same ESC, same motor, same propeller');
  assert.equal(a.setup.battery.series, 3);
  // half as heavy again, and the all-up weight with it
  near(a.setup.battery.massKg, 0.18, 1e-9, 'mass of the pack');
  near(a.setup.craft.massKg, 1.26, 1e-9, 'all-up weight');
});

test('more cells: the picture of the trap lies between a straight line and the square of the volts', () => {
  const a = changedBy({ ...PLANE, esc: { continuousA: 60, maxSeries: 6 } }, { kind: 'cells', series: 6 });
  const { trap } = a;
  assert.ok(trap);
  assert.deepEqual(trap.series, [4, 5, 6]);
  near(trap.modelA[0], a.before.points[0].batteryCurrentA, 1e-9, 'it begins with the present current');
  near(trap.modelA[2], a.after.points[0].batteryCurrentA, 1e-9, 'and ends with the new one');
  near(trap.linearA[2], 1.5 * trap.modelA[0], 1e-9, 'in step with the volts');
  near(trap.ruleA[2], 1.5 ** 1.6 * trap.modelA[0], 1e-9, 'by the rule');
  assert.ok(trap.exponent > 1.3 && trap.exponent < 2, `exponent ${trap.exponent}`);
  inside(trap.modelA[1], trap.band[1], 'five cells');
  // what brings the current back really does, each of another kind
  assert.ok(a.waysBack.length >= 2);
  for (const way of a.waysBack) {
    assert.ok(way.currentA <= 1.02 * trap.modelA[0], `${way.text}: ${way.currentA} A`);
    const again = answerPredict({
      setup: way.changes.reduce((d: SetupDocument, c) => set(d, c.path, c.value), a.setup),
      bands: false
    });
    assert.ok(again.ok);
    near(again.answer.points[0].batteryCurrentA, way.currentA, 1e-9, way.text);
  }
  // nobody builds a gear on an outrunner, which turns slowly of itself
  const kinds = (made: typeof a): string[] =>
    made.waysBack.map((w) => w.by).filter((by) => /propeller|KV|gear/.test(by));
  assert.deepEqual(kinds(a), ['a smaller propeller', 'a lower KV']);
  const inrunner = { ...PLANE, esc: { continuousA: 60, maxSeries: 6 }, motor: { ...PLANE.motor, poles: 4 } };
  assert.ok(kinds(changedBy(inrunner, { kind: 'cells', series: 6 })).includes('a gear'));
});

/** A document with one figure at a path set. */
function set(document: SetupDocument, path: string, value: unknown): SetupDocument {
  const copy = structuredClone(document) as unknown as Record<string, unknown>;
  const keys = path.split('.');
  let node = copy;
  for (const key of keys.slice(0, -1)) node = (node[key] ??= {}) as Record<string, unknown>;
  node[keys[keys.length - 1]] = value;
  return copy as unknown as SetupDocument;
}

test('more cells: every part on the pack is asked by name, and a camera for four cells is named as what breaks', () => {
  const quad: SetupDocument = {
    ...QUAD,
    esc: { continuousA: 60, maxSeries: 6 },
    rail: [
      { kind: 'flight-controller', maxVoltageV: 26 },
      { kind: 'camera', maxVoltageV: 16.8 },
      { kind: 'lights' }
    ]
  };
  const a = changedBy(quad, { kind: 'cells', series: 6 }, { mends: true });
  const stands = Object.fromEntries(a.rail.map((r) => [r.name, r.stands]));
  assert.deepEqual(stands, {
    ESC: 'yes',
    'flight controller': 'yes',
    camera: 'no',
    lights: 'not known',
    'video sender': 'not known',
    capacitor: 'not known'
  });
  assert.ok(a.rail.every((r) => Math.abs(r.seesV - 25.2) < 1e-9));
  near(a.rail.find((r) => r.name === 'ESC')?.limitV, 25.2, 1e-9, 'six cells');
  assert.ok(a.breaks.some((r) => r.id === 'rail-voltage'));
  assert.ok(a.mends.length + a.restores.length > 0);
  for (const m of [...a.mends, ...a.restores])
    assert.ok(
      m.changes.some((c) => c.path === 'rail.1.fedBy' && c.value === 'supply'),
      `${m.text}: the camera is left on 25.2 V`
    );
  // fewer cells raise nothing
  assert.deepEqual(changedBy(quad, { kind: 'cells', series: 3 }).rail, []);
});

const AT_17 = { throttle: 1, speedMs: 0, batteryVoltageV: 11.1, batteryCurrentA: 17.4 };

test('another propeller: 98.1 to 127.2 in³ of air, and 17.4 A become the 22 that were read inside the band, calibrated first', () => {
  const a = changedBy(
    SMALL_PUSHER,
    {
      kind: 'propulsor',
      propulsor: { kind: 'propeller', diameterM: 6 * INCH_M, pitchM: 4.5 * INCH_M, blades: 2 },
      anchor: AT_17
    },
    { mends: false, points: [{ throttle: 1, speedMs: 0, batteryVoltageV: 11.1 }] }
  );
  const r = rule(a, 'air-per-turn');
  near(r.value, 127.2 / 98.1, 2e-3, 'air per turn');
  assert.match(r.formula, /98\.1\d? in³.*127\.2 in³/);
  near(a.before.points[0].batteryCurrentA, 17.4, 0.02, 'the present one as it was read');
  // 22 to 24 A were read: the model says 20.4 A and its band reaches 22.4, so the lower half of what was read lies inside
  const [p] = a.after.points;
  inside(22, p.band?.batteryCurrentA, '6 x 4.5');
  near(p.batteryCurrentA, 22, 0.09, '6 x 4.5');
  assert.equal(a.anchored?.residuals.length, 1);
  // what is not said of the new one is as it was
  assert.equal((a.setup.propulsor as { family?: string }).family, 'multirotor');
  assert.ok(a.care.some((c) => c.id === 'tips' && c.holds === null && /bend forward/.test(c.text)));
  assert.ok(a.care.some((c) => c.id === 'balance'));
});

test('another propeller: candidates fit the room, each predicted, blades and cut-down tips among them', () => {
  const setup: SetupDocument = { ...PLANE, craft: { ...PLANE.craft, largestPropM: 12 * INCH_M } };
  const a = changedBy(setup, {
    kind: 'propulsor',
    propulsor: { ...PLANE.propulsor, diameterM: 12 * INCH_M, pitchM: 6 * INCH_M }
  });
  assert.ok(a.choices && a.choices.length >= 10);
  for (const c of a.choices) {
    assert.ok(c.diameterM <= 12.001 * INCH_M, c.text);
    near(c.airPerTurnM3, (Math.PI / 4) * c.diameterM ** 2 * c.pitchM, 1e-9, c.text);
    inside(c.currentA, c.band, c.text);
    near(c.ruleOffBy, (c.ruleA as number) / c.currentA - 1, 1e-9, c.text);
  }
  const texts = a.choices.map((c) => c.text).join();
  assert.match(texts, /three blades/);
  assert.match(texts, /cut down to 10\.4 in/);
  const three = a.choices.find((c) => /three/.test(c.text));
  const two = a.before.points[0];
  // 2 to 3 blades: CT times 1.34 to 1.47, CP times 1.41 to 1.52 (from memory); the motor slows under it
  const thrust = (three?.thrustN as number) / two.thrustN;
  assert.ok(thrust > 1.1 && thrust < 1.4, `${thrust}`);
  assert.ok(a.care.some((c) => c.id === 'ground'));
  assert.equal(a.care.find((c) => c.id === 'room')?.holds, true);
});

for (const [wanted, kv, percent] of [
  [1600, 2400, 66],
  [1750, 2522, 69],
  [1700, 2450, 69]
])
  test(`lower KV in software: ${wanted} of ${kv} KV is a limit of ${percent} %, rounded down`, () => {
    const setup: SetupDocument = {
      ...QUAD,
      battery: { ...QUAD.battery, series: 4 },
      motor: { ...QUAD.motor, kvRpmPerVolt: kv, massKg: 0.033, resistanceOhm: 0.06 },
      propulsor: { ...QUAD.propulsor, diameterM: 0.127, pitchM: 0.1 } as never
    };
    const a = changedBy(setup, { kind: 'output-limit', series: 6, wantedKvRpmPerVolt: wanted });
    const r = rule(a, 'output-limit');
    assert.equal(r.value, percent);
    assert.equal(a.setup.outputLimit, percent / 100);
    assert.equal(a.setup.battery.series, 6);
    // one profile a count of cells, KV × cells kept, each rounded down
    assert.deepEqual(
      a.profiles,
      [4, 5, 6].map((series) => ({
        series,
        limitPercent: series === 6 ? percent : Math.min(Math.floor((100 * wanted * 6) / series / kv), 100)
      }))
    );
    assert.match(a.text ?? '', new RegExp(`6 cells: output limit ${percent} %`));
    assert.match(a.text ?? '', /Take the propellers off[\s\S]*Plug in one pack of each kind/);
    // the rule is right about the rpm within the round-down, a limited motor turning as one wound for that KV
    assert.ok(Math.abs(r.offBy as number) < 0.03, `${r.offBy}`);
    near(difference(a, 'rpm').after, rpmOfWound(a, wanted, kv), 0.03, 'rpm');
    // hover does not care: the same watts for the same thrust
    const claim = a.claims.find((c) => c.id === 'efficient');
    assert.equal(claim?.so, 'no', claim?.says);
    const free = answerPredict({ setup: { ...a.setup, outputLimit: null }, bands: false });
    assert.ok(free.ok);
    near(a.after.hover?.electricalPowerW, free.answer.hover?.electricalPowerW as number, 1e-6, 'hover');
    near(
      a.after.hover?.throttle,
      (free.answer.hover?.throttle as number) / (percent / 100),
      1e-6,
      'the stick stands higher by the limit'
    );
  });

/** Full-throttle rpm of the same setup with a motor of another KV and as much copper. */
function rpmOfWound(a: ChangeAnswer, wanted: number, kv: number): number {
  const by = wanted / kv;
  const { motor } = a.setup;
  const wound: Motor = {
    ...motor,
    kvRpmPerVolt: wanted,
    resistanceOhm: (motor.resistanceOhm as number) / by ** 2,
    noLoadCurrentA: (motor.noLoadCurrentA as number) * by
  };
  const answered = answerPredict({ setup: { ...a.setup, motor: wound, outputLimit: null }, bands: false });
  assert.ok(answered.ok);
  return answered.answer.points[0].rpm;
}

test('lower KV in software goes downwards only, and says so', () => {
  const [more] = refusedWith(QUAD, { kind: 'output-limit', wantedKvRpmPerVolt: 1000 });
  assert.equal(more.path, 'change.wantedKvRpmPerVolt');
  assert.match(more.message, /only makes it slower/);
  const [none] = refusedWith(QUAD, { kind: 'output-limit', series: 6 });
  assert.match(none.message, /which KV is wanted/);
});

test('another KV at equal copper: as much torque for the same heat, amps up and volts down', () => {
  const by = 600 / 900;
  const motor = {
    ...PLANE.motor,
    kvRpmPerVolt: 600,
    // as much copper under load: the 10 mΩ of leads beside it do not change with the winding
    resistanceOhm: ((2.33 * 0.03 + 0.01) / by ** 2 - 0.01) / 2.33,
    noLoadCurrentA: 1.6 * by
  };
  const a = changedBy(PLANE, { kind: 'motor', motor });
  const claim = a.claims.find((c) => c.id === 'torque');
  assert.equal(claim?.so, 'no', claim?.says);
  const torques = [...(claim?.says ?? '').matchAll(/([\d.]+)\s*mN m/g)].map((m) => Number(m[1]));
  assert.equal(torques.length, 2);
  near(torques[0], torques[1], 0.01, 'torque for 10 W');
  // by hand: k/√(R_loaded), 10 W of heat
  const k = 60 / (2 * Math.PI * 900);
  near(
    torques[0] / 1000,
    (k / Math.sqrt(a.before.motorUnderLoad.loadedOhm)) * Math.sqrt(10),
    0.01,
    'k √(W/R)'
  );
  // a motor with less copper is another thing
  const thin = changedBy(PLANE, { kind: 'motor', motor: { ...motor, resistanceOhm: 0.2 } });
  assert.equal(thin.claims.find((c) => c.id === 'torque')?.so, 'no');
  assert.match(thin.claims.find((c) => c.id === 'torque')?.says ?? '', /differ in copper/);
});

test('cells against propeller size, multirotors: the place of the craft is told by its propeller', () => {
  const of = (inches: number): string => {
    const setup = { ...QUAD, propulsor: { ...QUAD.propulsor, diameterM: inches * INCH_M } } as SetupDocument;
    return changedBy(setup, { kind: 'cells', series: 6 }).cellsPlace?.says ?? '';
  };
  assert.match(of(3), /little is gained by 6 cells/);
  assert.match(of(5), /at their best/);
  assert.match(of(10), /cells go with size/);
  assert.equal(changedBy(PLANE, { kind: 'cells', series: 5 }).cellsPlace, null);
});

test('another pack: no more power where the old one did not sag, more where it did', () => {
  const stiff: SetupDocument = {
    ...PLANE,
    battery: { ...PLANE.battery, capacityAh: 4, cellResistanceOhm: 0.0005, massKg: 0.4 }
  };
  const twice = (setup: SetupDocument): ChangeAnswer =>
    changedBy(setup, {
      kind: 'pack',
      battery: { ...setup.battery, parallel: 2, capacityAh: 2 * setup.battery.capacityAh, massKg: 0.8 }
    });
  const same = twice(stiff);
  assert.equal(same.claims.find((c) => c.id === 'pack-power')?.so, 'no');
  near(same.after.points[0].thrustN, same.before.points[0].thrustN, 0.02, 'thrust');
  near(difference(same, 'mass').after, 2, 1e-9, 'the second pack weighs');
  const weak: SetupDocument = {
    ...PLANE,
    battery: { ...PLANE.battery, capacityAh: 1.3, cellResistanceOhm: 0.015, massKg: 0.15 }
  };
  const more = twice(weak);
  assert.equal(more.claims.find((c) => c.id === 'pack-power')?.so, 'partly');
  assert.ok(more.after.points[0].thrustN > 1.08 * more.before.points[0].thrustN);
  // twice the Ah, less than twice the time since it is heavier
  const time = rule(more, 'time');
  near(time.value, (3600 * 2.6 * 0.8) / more.after.points[0].batteryCurrentA, 1e-6, 'Ah over amps');
  near(rule(more, 'ah-times-c').value, 2.6 * 30, 1e-9, 'Ah × C');
});

test('another pack: where it must sit, or what ballast it asks for, by the moments', () => {
  const setup: SetupDocument = {
    ...PLANE,
    craft: { ...PLANE.craft, packArmM: 0.12, ballastArmM: -0.6 },
    battery: { ...PLANE.battery, massKg: 0.2 }
  };
  const a = changedBy(setup, { kind: 'pack', battery: { ...setup.battery, capacityAh: 3.3, massKg: 0.3 } });
  const { balance } = a;
  assert.ok(balance);
  // 0.2 kg × 0.12 m = 0.3 kg × 0.08 m; 0.1 kg × 0.12 m = 0.02 kg × 0.6 m; 0.1 × 0.12 over 1.7 kg
  near(balance.newArmM, 0.08, 1e-9, 'new place');
  near(balance.ballastKg, 0.02, 1e-9, 'ballast');
  assert.equal(balance.ballastArmM, -0.6);
  near(balance.shiftM, (0.1 * 0.12) / 1.7, 1e-9, 'shift');
  // nothing is said where nothing is known of the place, and nothing where the mass stays
  const bare = changedBy(
    { ...setup, craft: PLANE.craft },
    { kind: 'pack', battery: { ...setup.battery, massKg: 0.3 } }
  );
  assert.equal(bare.balance?.newArmM, null);
  assert.equal(
    changedBy(setup, { kind: 'pack', battery: { ...setup.battery, continuousC: 45 } }).balance,
    null
  );
});

test('a boat re-powered: 12 cells × 4.0 V × 490 KV is too slow for the window, × 600 is inside', () => {
  const of = (kv: number): ChangeAnswer =>
    changedBy(
      {
        ...BOAT,
        battery: { ...BOAT.battery, series: 12, capacityAh: 5 },
        motor: { ...BOAT.motor, kvRpmPerVolt: kv, massKg: 0.9 }
      },
      { kind: 'cells', series: 12 }
    );
  near(rule(of(490), 'boat-rpm').value, 23_520, 1e-9, '490 KV');
  assert.match(rule(of(490), 'boat-rpm').says, /too low for a window of 25 000 to 30 000/);
  near(rule(of(600), 'boat-rpm').value, 28_800, 1e-9, '600 KV');
  assert.match(rule(of(600), 'boat-rpm').says, /inside/);
  // a motor of 36 mm stands more: its window reaches higher, and a re-power on its own four cells does not slow the boat by a third
  const small = { ...BOAT, motor: { ...BOAT.motor, kvRpmPerVolt: 2030, massKg: 0.24 } };
  const same = changedBy(small, { kind: 'repower', series: 4, motorDiameterMm: 36 }, { mends: false });
  assert.ok(same.setup.motor.kvRpmPerVolt > 0.85 * 2030, `${same.setup.motor.kvRpmPerVolt} KV`);
});

test('a boat re-powered: cells, volts, KV by both windows, motor of the shelf, screw, ESC, and a plan that begins small', () => {
  const shelf = { battery: [], esc: [], propulsor: [], motor: [] as object[] };
  const boat: SetupDocument = {
    ...BOAT,
    battery: { ...BOAT.battery, series: 6, capacityAh: 5, massKg: 0.7 }
  };
  const change = { kind: 'repower', series: 12, motorDiameterMm: 56 };
  const bought = changedBy(boat, change, { mends: false, shelf });
  const kv = bought.setup.motor.kvRpmPerVolt;
  assert.ok(kv >= 520 && kv <= 625, `${kv} KV is outside 25 to 30 thousand at 48 V`);
  assert.match(bought.steps.map((s) => s.working).join(' '), /521 to 625 KV.*495 to 743 KV/s);
  assert.equal(bought.setup.sources?.['motor.kvRpmPerVolt'], 'estimated');
  assert.ok(
    (bought.setup.esc?.continuousA as number) >= 1.25 * bought.after.points[0].batteryCurrentA * 0.999
  );
  // a hydroplane turns faster
  const hydro = changedBy({ ...boat, craft: { ...boat.craft, hull: 'hydroplane' } }, change, {
    mends: false,
    shelf
  });
  assert.ok(hydro.setup.motor.kvRpmPerVolt > kv);
  // one on the shelf in the window and of that size is taken; one of another size is not
  const own = { kvRpmPerVolt: 580, massKg: 0.85, name: 'from the drawer', poles: 6, cooling: 'water' };
  const small = { ...own, name: 'too small', massKg: 0.2 };
  const taken = changedBy(boat, change, { mends: false, shelf: { ...shelf, motor: [small, own] } });
  assert.equal(taken.setup.motor.name, 'from the drawer');
  const { plan } = taken;
  assert.ok(plan && plan.stages.length >= 4);
  assert.match(plan.stages[0].title, /Without the screw/);
  const amps = plan.stages
    .filter((s) => s.kind === 'run')
    .map((s) => s.watch.find((w) => w.quantity === 'batteryCurrentA')?.expected ?? 0);
  assert.ok(
    amps.every((a, k) => k === 0 || a > 0.8 * amps[k - 1]),
    `${amps.join()}: not from the gentle end`
  );
  assert.ok(amps[0] < amps[amps.length - 1]);
  for (const s of plan.stages.slice(1, -1)) assert.match(s.do, /30 to 60 s/);
  assert.equal(plan.stages.at(-1)?.id, 'time');
  // a submerged screw has no window: its rpm is kept
  const workboat = changedBy(
    { ...boat, propulsor: { kind: 'submerged-screw', diameterM: 0.05, pitchM: 0.05, blades: 3 } },
    { kind: 'repower', series: 12 },
    { mends: false }
  );
  near(workboat.setup.motor.kvRpmPerVolt, 1900 / 2, 0.03, 'KV × cells');
  assert.match(refusedWith(PLANE, change)[0].message, /only a boat/);
});

test('from an engine: watts by its size, cells, motor class and KV that takes that power with its propeller', () => {
  const a = changedBy(
    { ...PLANE, craft: { ...PLANE.craft, massKg: 2.6 } },
    { kind: 'engine', displacementCc: 7.5 }
  );
  // common practice, no source: a 7.5 cc glow engine is replaced by 800 to 1000 W, 200 to 260 g of motor, 4 to 6 cells
  const [p] = a.after.points;
  assert.ok(p.electricalPowerW > 800 && p.electricalPowerW < 1000, `${p.electricalPowerW} W`);
  const grams = 1000 * (a.setup.motor.massKg as number);
  assert.ok(grams >= 200 && grams <= 260, `${grams} g`);
  assert.ok(a.setup.battery.series >= 4 && a.setup.battery.series <= 6);
  near(a.setup.propulsor.diameterM, 11 * INCH_M, 0.05, 'an 11 in propeller');
  assert.ok(
    a.after.checks.every((c) => !['esc-current', 'pack-current'].includes(c.id) || c.finding !== 'over')
  );
  // 26 cc of petrol: some 2.2 kW on 17 to 18 in; a four-stroke of as many cc gives less than a two-stroke
  const petrol = changedBy(PLANE, { kind: 'engine', displacementCc: 26, engine: 'petrol' });
  near(petrol.after.points[0].electricalPowerW, 2210, 0.1, 'petrol');
  // 50 cc and no word of what it burns: petrol, 4.5 to 5.5 kW
  const large = changedBy(PLANE, { kind: 'engine', displacementCc: 50 });
  assert.match(large.steps.map((s) => s.working).join(' '), /W\/cc of a petrol engine/);
  const kW = large.after.points[0].electricalPowerW / 1000;
  assert.ok(kW > 4.5 && kW < 5.5, `${kW} kW`);
  const four = changedBy(PLANE, { kind: 'engine', displacementCc: 7.5, engine: 'glow-four-stroke' });
  assert.ok(four.after.points[0].electricalPowerW < 0.8 * p.electricalPowerW);
  // by its propeller and rpm alone: the blade model's own power, over the efficiency
  const propeller = { kind: 'propeller', diameterM: 11 * INCH_M, pitchM: 6 * INCH_M, family: 'sport' };
  const by = changedBy(PLANE, { kind: 'engine', propeller, rpm: 11_500 });
  const slow = changedBy(PLANE, { kind: 'engine', propeller, rpm: 9000 });
  near(
    by.after.points[0].electricalPowerW / slow.after.points[0].electricalPowerW,
    (11_500 / 9000) ** 3,
    0.12,
    'power with the cube of the rpm'
  );
  assert.match(refusedWith(PLANE, { kind: 'engine' })[0].message, /how large the engine/);
  assert.match(refusedWith(QUAD, { kind: 'engine', displacementCc: 5 })[0].message, /aeroplanes only/);
});

test('a twin from a single: half the disc each on the same pack, as much thrust for as many watts; and back', () => {
  const a = changedBy(PLANE, { kind: 'count', count: 2 });
  assert.equal(a.setup.count, 2);
  assert.deepEqual(a.setup.battery, PLANE.battery);
  near(
    2 * a.setup.propulsor.diameterM ** 2,
    PLANE.propulsor.diameterM ** 2,
    0.12,
    'disc in all, in sizes on sale'
  );
  // momentum theory: thrust ∝ (disc × power²)^⅓, so with as much disc thrust goes with power^⅔
  const [was, is] = [a.before.points[0], a.after.points[0]];
  const expected = ((2 * a.setup.propulsor.diameterM ** 2) / PLANE.propulsor.diameterM ** 2) ** (1 / 3);
  near(
    is.thrustN / was.thrustN,
    expected * (is.electricalPowerW / was.electricalPowerW) ** (2 / 3),
    0.08,
    'thrust'
  );
  assert.equal(a.claims.find((c) => c.id === 'twice')?.so, 'no');
  // at equal tip speed KV goes with 1/√share; the copper factor with mass^0.75, so R = (k/Km)² with share^−1.5/KV²
  const { motor } = a.setup;
  near(motor.kvRpmPerVolt, 900 * Math.SQRT2, 0.03, 'KV');
  near(motor.massKg, 0.085, 0.01, 'mass');
  near(motor.resistanceOhm, (0.03 * 2 ** 1.5) / (motor.kvRpmPerVolt / 900) ** 2, 0.01, 'resistance');
  near(motor.noLoadCurrentA, (1.6 / 2) * (motor.kvRpmPerVolt / 900), 0.01, 'no-load current');
  const back = changedBy(a.setup, { kind: 'count', count: 1 });
  near(back.setup.propulsor.diameterM, PLANE.propulsor.diameterM, 0.06, 'diameter');
  near(back.after.points[0].thrustN, was.thrustN, 0.15, 'thrust');
  assert.match(refusedWith(QUAD, { kind: 'count', count: 6 })[0].message, /another frame/);
});

test('a temperature that was felt before the change grows with the heat', () => {
  const anchor = { ...TWO_CELL_READING, escC: 55, motorC: 50 };
  const a = changedBy(TWO_CELLS, { kind: 'cells', series: 3, anchor });
  const plain = changedBy(TWO_CELLS, { kind: 'cells', series: 3, anchor: TWO_CELL_READING });
  const [esc, predicted] = [difference(a, 'esc-heat'), difference(plain, 'esc-heat')];
  assert.equal(esc.before, 55);
  const air = 15;
  const grows = ((predicted.after as number) - air) / ((predicted.before as number) - air);
  near(esc.after, air + (55 - air) * grows, 0.01, 'ESC');
  assert.equal(esc.note, 'from 55 °C measured');
});

test('what the changed setup drew is learnt from with the reading before it, unless that was of another motor', () => {
  const reading = { throttle: 1, speedMs: 0, batteryVoltageV: 11.1, batteryCurrentA: 22 };
  const other: SetupDocument = {
    ...SMALL_PUSHER,
    propulsor: { ...SMALL_PUSHER.propulsor, diameterM: 6 * INCH_M, pitchM: 4.5 * INCH_M, blades: 2 } as never
  };
  const both = learnFromBoth(SMALL_PUSHER, other, AT_17, reading);
  assert.equal(both?.residuals.length, 2);
  assert.equal(both.setup.calibration?.joint?.propulsors.length, 2);
  for (const [what, after] of [
    ['another motor', { ...other, motor: { ...other.motor, kvRpmPerVolt: 1500 } }],
    ['a gear', { ...other, gearRatio: 2 }],
    ['two of them', { ...other, count: 2 }],
    ['a limit', { ...other, outputLimit: 0.7 }]
  ] as const)
    assert.equal(learnFromBoth(SMALL_PUSHER, after, AT_17, reading)?.residuals.length, 1, what);
  assert.equal(learnFromBoth(SMALL_PUSHER, other, null, reading)?.residuals.length, 1);
});

test('both ends are drawn by one sample: a ratio is surer than either figure, and surest where nothing is exchanged', () => {
  const a = changedBy({ ...PLANE, esc: { continuousA: 60, maxSeries: 6 } }, { kind: 'cells', series: 5 });
  const width = (band: readonly [number, number] | null, value: number): number =>
    band ? (band[1] - band[0]) / value : NaN;
  const current = difference(a, 'current');
  const own = width(current.band, current.after as number);
  const ratio = width(current.ratioBand, current.ratio as number);
  assert.ok(ratio < 0.5 * own, `${ratio} of ${own}`);
  inside(current.ratio as number, current.ratioBand, 'the ratio');
  const other = changedBy(PLANE, {
    kind: 'propulsor',
    propulsor: { ...PLANE.propulsor, diameterM: 0.2795 }
  });
  const swapped = difference(other, 'current');
  const unsure = width(swapped.ratioBand, swapped.ratio as number);
  assert.ok(unsure > 2 * ratio, `another propeller, ${unsure}, is as sure as more cells, ${ratio}`);
  // a change of nothing is certain
  const none = changedBy(PLANE, { kind: 'cells', series: 4 });
  assert.deepEqual(difference(none, 'current').ratioBand, [1, 1]);
  assert.deepEqual(none.breaks, []);
});

test('the errors of the changed setup are spread as those of the present one, and go with them as far as they are shared', () => {
  const { motor } = PLANE;
  const common = inCommon(PLANE, { ...PLANE, motor: { ...motor, kvRpmPerVolt: 700, massKg: 0.2 } });
  assert.equal(common.kv, 0);
  assert.equal(common.power, 1);
  assert.ok(common.motorResistance > 0 && common.motorResistance < 1, `${common.motorResistance}`);
  const wide = 2 * SAMPLE_COLUMNS;
  const rows = 192;
  const sample = normalSample(rows, wide);
  const changed = tied(sample, common);
  FACTORS.forEach((name, k) => {
    const was = Float64Array.from({ length: rows }, (_, row) => sample[row * wide + k]);
    const is = Float64Array.from({ length: rows }, (_, row) => changed[row * SAMPLE_COLUMNS + k]);
    near(deviation(is), deviation(was) as number, 0.09, `spread of ${name}`);
    const together = mean(is, (v, row) => v * was[row]) as number;
    assert.ok(Math.abs(together - common[name]) < 0.12, `${name}: ${together}, not ${common[name]}`);
  });
});

test('both ends are what a prediction of each answers', () => {
  const request = { setup: QUAD, change: { kind: 'cells', series: 5 }, mends: false };
  const result = answerChange(request);
  assert.ok(result.ok);
  const { before, after, setup } = result.answer;
  for (const [end, document] of [
    [before, QUAD],
    [after, setup]
  ] as const) {
    const predicted = answerPredict({ setup: document });
    assert.ok(predicted.ok);
    assert.deepEqual(end, { ...predicted.answer, notes: end.notes });
  }
});

test('every rule of thumb says where it holds, and how far off it is; every figure says how it came about', () => {
  const seen = new Set<string>();
  for (const [setup, change] of [
    [PLANE, { kind: 'cells', series: 5 }],
    [PLANE, { kind: 'propulsor', propulsor: { ...PLANE.propulsor, diameterM: 0.3048, pitchM: 0.1524 } }],
    [QUAD, { kind: 'output-limit', series: 6, wantedKvRpmPerVolt: 600 }],
    [BOAT, { kind: 'cells', series: 5 }]
  ] as const) {
    const a = changedBy(setup, change);
    for (const r of a.rules) {
      seen.add(r.id);
      assert.ok(r.holds.length > 60 && r.says.length > 20 && r.formula.length > 5, r.id);
      if (r.physics === null) assert.equal(r.offBy, null);
      else near(r.offBy, r.value / r.physics - 1, 1e-9, r.id);
    }
    const view = {
      base: setup,
      anchor: null,
      changes: [change as SetupChange],
      schools: {},
      shelf: null,
      against: 'step'
    } as const;
    for (const d of a.differences) {
      const [before, after] = whyChange(view, d.id);
      if (d.after !== null) assert.ok(after && after.numbers.length > 5, `${d.id} says nothing of itself`);
      if (d.before !== null) assert.ok(before && before.title === (after ?? before).title, d.id);
    }
  }
  assert.deepEqual([...seen].sort(), [
    'ah-times-c',
    'air-per-turn',
    'boat-rpm',
    'current-1.6',
    'output-limit',
    'pitch-speed',
    'time',
    'watts-over-volts'
  ]);
});

test('through several steps everything is held against the setup as it is: volts that rose stay risen', () => {
  const view = (against: 'step' | 'start') =>
    ({
      base: BOAT,
      anchor: null,
      changes: [
        { kind: 'cells', series: BOAT.battery.series + 2 },
        {
          kind: 'figures',
          title: 'a smaller screw',
          changes: [{ path: 'propulsor.diameterM', value: 0.9 * BOAT.propulsor.diameterM }]
        }
      ] as SetupChange[],
      schools: {},
      shelf: null,
      against
    }) as const;
  for (const against of ['step', 'start'] as const) {
    const made = changePicture(view(against), true);
    assert.ok(made.ok);
    const { rail, checks, breaks, stays, closer } = made.picture;
    // 4 → 6 cells: 16.8 → 25.2 V, whatever the last step was
    assert.ok(rail.length > 0, against);
    near(rail[0].seesV, (BOAT.battery.series + 2) * 4.2, 1e-9, 'volts that the rail sees');
    const was = new Map(runChecks(analysisOf(BOAT)).map((r) => [r.id, r.finding]));
    const over = checks.filter((r) => r.finding === 'over');
    assert.deepEqual([...breaks, ...stays].map((r) => r.id).sort(), over.map((r) => r.id).sort());
    for (const r of breaks) assert.notEqual(was.get(r.id), 'over', r.id);
    // what came close is shown beside what broke
    for (const r of closer) assert.ok(r.finding === 'tight' && was.get(r.id) !== 'tight', r.id);
    assert.equal(
      closer.length,
      checks.filter((r) => r.finding === 'tight' && !['tight', 'over'].includes(was.get(r.id) ?? '')).length
    );
  }
  const step = changePicture(view('step'), true);
  const start = changePicture(view('start'), true);
  assert.ok(step.ok && start.ok);
  assert.deepEqual(
    step.picture.breaks.map((r) => r.id),
    start.picture.breaks.map((r) => r.id),
    'whatever the figures are compared with'
  );
});

test('what is wrong is told at its place, and nothing is answered', () => {
  const errors = (value: unknown): { path: string; message: string }[] => {
    const result = answerChange(value);
    assert.ok(!result.ok);
    return result.errors.errors;
  };
  assert.equal(errors({ setup: PLANE })[0].path, 'change');
  assert.equal(errors({ setup: PLANE, change: { kind: 'cells', series: 0 } })[0].path, 'change.series');
  assert.equal(errors({ setup: PLANE, change: { kind: 'paint' } })[0].path, 'change');
  assert.equal(
    errors({ setup: { ...PLANE, motor: { kvRpmPerVolt: -1 } }, change: { kind: 'cells', series: 5 } })[0]
      .path,
    'setup.motor.kvRpmPerVolt'
  );
  const odd = errors({ setup: PLANE, change: { kind: 'motor', motor: { kvRpmPerVolt: 900, poles: 7 } } })[0];
  assert.equal(odd.path, 'change.motor.poles');
  const [empty] = errors({ setup: PLANE, change: { kind: 'cells', series: 5, anchor: { throttle: 1 } } });
  assert.match(empty.message, /holds no reading/);
});

test('the demo’s own motors: none of them is any worse for being named in a change', () => {
  // the shelf's documents are taken as they are
  const motor = MOTORS[0].document;
  const a = changedBy(PLANE, { kind: 'motor', motor });
  assert.deepEqual(a.setup.motor, motor);
  const change: SetupChange = { kind: 'motor', motor };
  assert.equal(change.kind, 'motor');
});

test('a plan by request: what would break gets no stages and is told why; the log decides the next', () => {
  const burnt = answerPlan({ setup: { ...PLANE, esc: { continuousA: 60, maxSeries: 3 } } });
  assert.ok(burnt.ok);
  assert.deepEqual(burnt.answer.stages, []);
  assert.equal(burnt.answer.next.stage, null);
  assert.match(burnt.answer.next.why, /not to be tested as it is/);
  const six = answerPlan({
    setup: {
      ...BOAT,
      battery: { ...BOAT.battery, capacityAh: 5, continuousC: 60 },
      esc: { continuousA: 150, maxSeries: 8 },
      motor: { kvRpmPerVolt: 1000, massKg: 0.35, cooling: 'water' }
    },
    change: { kind: 'cells', series: 6 },
    log: [{ stage: 'without', feel: 'cold' }]
  });
  assert.ok(six.ok, JSON.stringify(six));
  assert.equal(six.answer.next.stage, 'run-1');
  assert.match(six.answer.stages[1].fit, /^4S/);
  const wrong = answerPlan({ setup: PLANE, log: [{ stage: 'run-1' }] });
  assert.ok(!wrong.ok);
  assert.match(wrong.errors.errors[0].message, /no stage "run-1"; it has without/);
});
