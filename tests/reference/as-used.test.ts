/** Craft as they are used: facts of the trade (common practice, no source) about hover, flight, heat and boats. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { SetupDocument } from '../../src/lib/core/document/schema.ts';
import { hullResistanceN } from '../../src/lib/core/craft/boat/resistance.ts';
import { hullOf } from '../../src/lib/core/model/hull.ts';
import { water } from '../../src/lib/core/fluids/water.ts';
import { predict } from '../../src/lib/core/predict/predict.ts';

const inch = 0.0254;
const quad = (
  craft: object,
  battery: SetupDocument['battery'],
  motor: SetupDocument['motor'],
  [d, p, blades]: [number, number, number]
): SetupDocument => ({
  format: 'iskarn.setup/1',
  craft: { kind: 'multirotor', massKg: 1, rotorLayout: 'flat', ...craft },
  battery,
  esc: { continuousA: 45, burstA: 55 },
  motor: { noLoadVoltageV: 10, poles: 14, ...motor },
  count: 4,
  auxiliaryCurrentA: 0.6,
  propulsor: { kind: 'propeller', diameterM: d * inch, pitchM: p * inch, blades, family: 'multirotor' }
});
const racerMotor = { kvRpmPerVolt: 1750, resistanceOhm: 0.055, noLoadCurrentA: 1.2, massKg: 0.033 };
const lipo = (series: number, capacityAh: number, continuousC: number) =>
  ({ chemistry: 'lipo', series, capacityAh, continuousC }) as const;
const racer = quad({ massKg: 0.65, purpose: 'agile' }, lipo(6, 1.3, 100), racerMotor, [5.1, 4.3, 3]);
const plane = (
  craft: object,
  motor: SetupDocument['motor'],
  propulsor: SetupDocument['propulsor'],
  series = 3
): SetupDocument => ({
  format: 'iskarn.setup/1',
  craft: { kind: 'fixed-wing', massKg: 1.2, purpose: 'trainer', wingAreaM2: 0.3, wingSpanM: 1.4, ...craft },
  battery: lipo(series, 2.2, 35),
  esc: { continuousA: 60 },
  motor,
  propulsor
});
const thin = (d: number, p: number): SetupDocument['propulsor'] => ({
  kind: 'propeller',
  diameterM: d * inch,
  pitchM: p * inch,
  blades: 2,
  family: 'thin-electric'
});
const trainer = plane(
  {},
  {
    kvRpmPerVolt: 1000,
    resistanceOhm: 0.06,
    noLoadCurrentA: 0.9,
    noLoadVoltageV: 10,
    massKg: 0.075,
    poles: 14
  },
  thin(10, 5)
);
const seventyThree = plane(
  { massKg: 1 },
  {
    kvRpmPerVolt: 1100,
    resistanceOhm: 0.065,
    noLoadCurrentA: 1,
    noLoadVoltageV: 10,
    massKg: 0.073,
    poles: 14
  },
  thin(9, 6)
);
const fan = plane(
  { massKg: 0.95, purpose: 'jet', wingAreaM2: 0.14, wingSpanM: 0.85 },
  {
    kvRpmPerVolt: 3150,
    resistanceOhm: 0.022,
    noLoadCurrentA: 2.2,
    noLoadVoltageV: 10,
    massKg: 0.105,
    poles: 4
  },
  { kind: 'ducted-fan', diameterM: 0.064, hubDiameterM: 0.027, blades: 11 },
  4
);
const answer = (setup: SetupDocument) => predict({ setup, bands: false, remedies: false });

test('a 600 g 5-inch quadcopter on 4 cells hovers at 10 to 14 A, a 1.25 kg one on 3 cells at 12 to 16 A', () => {
  // with the ripple reckoned for the inductance such windings have, the middle lies a little below the ten
  const small = predict({
    setup: quad(
      { massKg: 0.6 },
      lipo(4, 1.5, 75),
      { kvRpmPerVolt: 2450, resistanceOhm: 0.045, noLoadCurrentA: 1.4, massKg: 0.033 },
      [5.1, 4.3, 3]
    ),
    remedies: false
  }).hover;
  assert.ok(
    small && small.batteryCurrentA >= 9.3 && small.batteryCurrentA <= 14,
    `${small?.batteryCurrentA} A`
  );
  assert.ok((small.band?.batteryCurrentA[1] ?? 0) > 10.5, small.band?.batteryCurrentA.join());
  const camera = answer(
    quad(
      { massKg: 1.25 },
      lipo(3, 5.2, 25),
      { kvRpmPerVolt: 920, resistanceOhm: 0.12, noLoadCurrentA: 0.5, massKg: 0.053 },
      [9.4, 4.3, 2]
    )
  ).hover;
  assert.ok(
    camera && camera.batteryCurrentA >= 12 && camera.batteryCurrentA <= 16,
    `${camera?.batteryCurrentA} A`
  );
});

test('a 1.2 kg trainer draws a quarter to a third of its full-throttle current in ordinary flight, a tenth at best range', () => {
  const a = answer(trainer);
  const full = a.points[0].batteryCurrentA;
  const mixed = a.endurance.find((e) => e.at === 'mixed');
  assert.equal(a.endurance[0].at, 'mixed', 'the figure people ask for comes first');
  const share = (mixed?.averageCurrentA ?? 0) / full;
  assert.ok(share >= 0.25 && share <= 1 / 3, `${share}`);
  const range = a.endurance.find((e) => e.at === 'cruise');
  assert.ok((range?.seconds ?? 0) > 1.5 * (mixed?.seconds ?? Infinity));
});

test('a 5-inch racer, a 64 mm fan on 4 cells and a 73 g motor at 18 A show nothing over for heat', () => {
  const heat = /temperature|watts-per-gram|credible-current/;
  for (const [name, setup] of [
    ['racer', racer],
    ['fan', fan],
    ['73 g', seventyThree]
  ] as const) {
    const over = answer(setup).checks.filter((c) => heat.test(c.id) && c.finding === 'over');
    assert.deepEqual(
      over.map((c) => `${c.id} ${c.value}`),
      [],
      name
    );
    assert.ok(answer(setup).checks.filter((c) => heat.test(c.id)).length >= 5, name);
  }
  const amps = answer(seventyThree).points[0].batteryCurrentA;
  assert.ok(amps > 16 && amps < 21, `${amps} A`);
});

test('the same motor full throttle without end is over; more air over it allows more watts per gram', () => {
  const hard = { ...seventyThree, craft: { ...seventyThree.craft, purpose: 'unlimited', runSeconds: 600 } };
  const hotter = { ...hard, battery: lipo(4, 5, 40) };
  const check = answer(hotter).checks.find((c) => c.id === 'motor-temperature');
  assert.equal(check?.finding, 'over', `${check?.value}`);
  const limit = (setup: SetupDocument): number =>
    answer(setup).checks.find((c) => c.id === 'watts-per-gram')?.limit ?? 0;
  // 3 W/g in a propeller's wash; several times that in a duct's stream
  assert.ok(limit(seventyThree) > 2.5 && limit(seventyThree) < 5.5, `${limit(seventyThree)}`);
  assert.ok(limit(fan) > 2 * limit(seventyThree));
  const still = { ...seventyThree, motor: { ...seventyThree.motor, cooling: 'still' as const } };
  assert.ok(limit(still) < 0.4 * limit(seventyThree));
});

test('hover and cruise times with held volts are at hover and cruise', () => {
  const held = predict({
    setup: racer,
    points: [{ throttle: 1, speedMs: 0, batteryVoltageV: 23 }],
    bands: false,
    checks: false
  });
  const hover = held.endurance.find((e) => e.at === 'hover');
  const full = held.endurance.find((e) => e.at === 'full');
  assert.ok(hover && full && hover.seconds > 5 * full.seconds);
  assert.ok(Math.abs(hover.averageCurrentA / (held.hover?.batteryCurrentA ?? 0) - 1) < 1e-6);
});

test('held volts are judged as the loaded cells they are; the first timer is half of the time in ordinary use', () => {
  const cell = (batteryVoltageV: number) =>
    predict({
      setup: trainer,
      points: [{ throttle: 1, speedMs: 0, batteryVoltageV }],
      bands: false,
      remedies: false
    }).checks.find((c) => c.id === 'cell-voltage');
  // LiPo: floor 3.0 V loaded, margin 3.3 (common practice, no source)
  assert.deepEqual(
    [8.7, 9.6, 11.1].map((v) => cell(v)?.finding),
    ['over', 'tight', 'holds']
  );
  assert.ok(Math.abs((cell(11.1)?.value ?? 0) - 3.7) < 1e-9);
  const { checks, endurance } = answer(trainer);
  const said = /First timer: half of it, ([\d.]+) min/.exec(
    checks.find((c) => c.id === 'time')?.working ?? ''
  );
  assert.ok(Math.abs(Number(said?.[1]) / (endurance[0].seconds / 120) - 1) < 0.01, said?.[0]);
});

test('boats: a 600 mm mono hull on 3 cells, 2750 KV and 38 mm runs 50 to 70 km/h and slips 10 to 30 %; none needs a waterline length', () => {
  const boat = (craft: object): SetupDocument => ({
    format: 'iskarn.setup/1',
    craft: { kind: 'boat', massKg: 1.3, hull: 'planing-mono', ...craft },
    battery: lipo(3, 5, 50),
    esc: { continuousA: 90 },
    motor: {
      kvRpmPerVolt: 2750,
      resistanceOhm: 0.022,
      noLoadCurrentA: 2.5,
      noLoadVoltageV: 10,
      massKg: 0.14,
      poles: 4,
      cooling: 'water'
    },
    propulsor: { kind: 'surface-drive', diameterM: 0.038, pitchM: 0.0532, blades: 2, immersion: 0.5 }
  });
  const mono = answer(boat({ waterlineLengthM: 0.55, beamM: 0.17 })).boat;
  assert.ok(
    mono && mono.topSpeedMs * 3.6 > 50 && mono.topSpeedMs * 3.6 < 70,
    `${(mono?.topSpeedMs ?? 0) * 3.6}`
  );
  assert.ok(mono.slip > 0.1 && mono.slip < 0.35, `${mono.slip}`);
  const guessed = answer(boat({}));
  assert.ok(guessed.boat);
  assert.ok(guessed.estimates.some((e) => e.path === 'craft.waterlineLengthM'));
  // a hydroplane has a hump: it resists more while it rises than well beyond
  const hull = hullOf(boat({ hull: 'hydroplane' }).craft);
  const fresh = water('fresh', 15);
  const lift = (cv: number): number => {
    const speed = cv * Math.sqrt(9.81 * hull.beamM);
    const still = hullResistanceN({ ...hull, massKg: 1e-3 }, fresh, speed);
    return hullResistanceN(hull, fresh, speed) - still;
  };
  assert.ok(lift(1.8) > 1.2 * lift(4), `${lift(1.8)} N rising, ${lift(4)} N beyond`);
  const hydro = answer(boat({ hull: 'hydroplane' })).boat;
  assert.ok(hydro && hydro.topSpeedMs > mono.topSpeedMs);
  // an air boat floats in water: it is far slower than its pitch speed
  const airBoat = answer({
    ...boat({}),
    motor: { kvRpmPerVolt: 1000, massKg: 0.075, poles: 14 },
    propulsor: thin(9, 5)
  });
  assert.ok(airBoat.boat && airBoat.boat.topSpeedMs * 3.6 < 40, `${airBoat.boat?.topSpeedMs}`);
});

test('70 mm fans (common practice, no source): 1.3 to 1.8 kg at about 55 A on 4 cells, 2 to 2.6 kg on 6', () => {
  const seventy = (series: number, kv: number, ohm: number, volts: number) =>
    predict({
      setup: {
        ...fan,
        battery: lipo(series, 4, 50),
        motor: {
          kvRpmPerVolt: kv,
          resistanceOhm: ohm,
          noLoadCurrentA: 3,
          noLoadVoltageV: 10,
          massKg: 0.14,
          poles: 4
        },
        propulsor: { kind: 'ducted-fan', diameterM: 0.07, hubDiameterM: 0.03, blades: 12 }
      },
      points: [{ throttle: 1, speedMs: 0, batteryVoltageV: volts }],
      bands: false,
      checks: false
    }).points[0];
  const four = seventy(4, 2750, 0.018, 14.3);
  assert.ok(four.thrustN > 12.7 && four.thrustN < 17.7, `${four.thrustN} N`);
  assert.ok(Math.abs(four.batteryCurrentA - 55) < 8, `${four.batteryCurrentA} A`);
  const six = seventy(6, 2150, 0.022, 22);
  assert.ok(six.thrustN > 19 && six.thrustN < 25.5, `${six.thrustN} N`);
});

test('burst ratings count where full throttle comes in spells: a racer’s full throttle a little past the continuous rating is tight, not over', () => {
  const on = (continuousA: number, burstA: number | null): string | undefined =>
    answer({ ...racer, esc: { continuousA, burstA } }).checks.find((c) => c.id === 'esc-current')?.finding;
  const each = answer(racer).points[0].batteryCurrentA / 4;
  assert.ok(each > 30 && each < 38, `${each} A`);
  assert.equal(on(Math.floor(each) - 3, Math.ceil(each) + 8), 'tight');
  assert.equal(on(Math.floor(each) - 3, null), 'over', 'without a burst rating nothing is known of bursts');
  assert.equal(on(20, Math.floor(each) - 3), 'over');
  // a carrier that hovers near full throttle has no bursts
  const heavy = { ...racer, craft: { ...racer.craft, massKg: 3.6, purpose: 'carry' } };
  assert.equal(
    answer({ ...heavy, esc: { continuousA: 25, burstA: 45 } }).checks.find((c) => c.id === 'esc-current')
      ?.finding,
    'over'
  );
});
