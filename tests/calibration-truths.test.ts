/** One logged run on truths that lie outside the model's own priors, and what is then said of other throttles and parts. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { calibrate } from '../src/lib/core/calibration/calibrate.ts';
import type { Measurement } from '../src/lib/core/calibration/schema.ts';
import { seededRandom } from '../src/lib/core/numeric/random.ts';
import { interpretSetup } from '../src/lib/core/model/interpret.ts';
import type { PredictPoint, SetupDocument } from '../src/lib/core/document/schema.ts';
import { predict } from '../src/lib/core/predict/predict.ts';
import { fitMakersTable } from '../src/lib/core/calibration/fit-makers-table.ts';
import { windingResistanceFactor } from '../src/lib/core/parts/motor/temperature.ts';
import { standFor, WARM_C } from '../src/lib/core/shelf/compare-makers-table.ts';
import type { MakersRow } from '../src/lib/core/document/makers-row.ts';
import { benchRows } from './helpers/bench-rows.ts';
import { extent } from './helpers/extent.ts';

const inch = 0.0254;
const rows = benchRows().filter((row) => row.request.setup.propulsor.kind === 'propeller');
const at = (setup: SetupDocument, point: PredictPoint) =>
  predict({ setup, points: [point], checks: false }).points[0];
const withSize = (setup: SetupDocument, scale: number): SetupDocument => ({
  ...setup,
  propulsor: {
    ...setup.propulsor,
    diameterM: setup.propulsor.diameterM * scale,
    pitchM: 0.11 * scale
  } as SetupDocument['propulsor']
});
const withCells = (setup: SetupDocument): SetupDocument => ({
  ...setup,
  battery: { ...setup.battery, series: setup.battery.series + 1 }
});

test('resistance under load 1.6 to 3.2 times the label, power ±15 %, KV ±5 %: half throttle, a cell more, another propeller', () => {
  const random = seededRandom(20);
  const between = (a: number, b: number): number => a + (b - a) * random();
  const noise = (): number => Array.from({ length: 12 }, random).reduce((a, b) => a + b, -6);
  const seen: Record<'half' | 'cell' | 'other', { off: number; inside: boolean }[]> = {
    half: [],
    cell: [],
    other: []
  };
  for (let trial = 0; trial < extent(27, 90); trial++) {
    const setup = rows[trial % rows.length].request.setup;
    const factor = between(1.6, 3.2);
    const kv = between(0.95, 1.05);
    // a blade's own error and its family's: the other propeller shares the family's
    const family = between(-0.075, 0.075);
    // a winding's inductance lies anywhere in its band, and so does what the ESC loses by chopping
    const inductance = 3e-4 * Math.pow(1.6, between(-1, 1)) * (setup.motor.resistanceOhm as number);
    const chopping = between(0.006, 0.014);
    const truth = (document: SetupDocument, own: number): SetupDocument => ({
      ...document,
      esc: { ...document.esc, switchingLossShare: chopping },
      motor: {
        ...document.motor,
        lineInductanceH: inductance,
        kvRpmPerVolt: document.motor.kvRpmPerVolt * kv,
        loadedResistanceFactor: factor
      },
      calibration: { factors: { power: Math.exp(family + own), thrust: 1.05 }, relativeSd: {} }
    });
    const own = between(-0.075, 0.075);
    const volts = 3.7 * setup.battery.series;
    const full: PredictPoint = { throttle: 1, speedMs: 0, batteryVoltageV: volts };
    const read = at(truth(setup, own), full);
    const run: Measurement = {
      ...full,
      batteryCurrentA: read.batteryCurrentA * (1 + 0.02 * noise()),
      rpm: read.rpm * (1 + 0.005 * noise()),
      thrustN: read.thrustN * (1 + 0.03 * noise())
    };
    const fitted = calibrate({ setup, measurements: [run] }).setup;
    const compare = (
      id: keyof typeof seen,
      said: SetupDocument,
      real: SetupDocument,
      point: PredictPoint
    ): void => {
      const a = at(said, point);
      const b = at(real, point).batteryCurrentA;
      const [low, high] = (a.band as { batteryCurrentA: [number, number] }).batteryCurrentA;
      seen[id].push({ off: Math.abs(a.batteryCurrentA / b - 1), inside: b >= low && b <= high });
    };
    compare('half', fitted, truth(setup, own), { ...full, throttle: 0.5 });
    compare('cell', withCells(fitted), truth(withCells(setup), own), {
      ...full,
      batteryVoltageV: volts + 3.7
    });
    compare('other', withSize(fitted, 0.92), truth(withSize(setup, 0.92), between(-0.075, 0.075)), full);
  }
  for (const [id, most] of [
    ['half', 0.05],
    ['cell', 0.04],
    ['other', 0.08]
  ] as const) {
    const off = seen[id].map((s) => s.off).sort((a, b) => a - b);
    const inside = seen[id].filter((s) => s.inside).length / off.length;
    assert.ok(off[off.length >> 1] <= most, `${id}: median ${off[off.length >> 1]}`);
    assert.ok(inside >= 0.7, `${id}: ${inside} inside`);
  }
});

test('a calibrated 5-cell row with a 6 × 5.5 (31.7 A) holds 6 cells with a 6 × 4 (35.5 A) in its band (common practice, no source)', () => {
  const setup = (series: number, d: number, p: number): SetupDocument => ({
    format: 'iskarn.setup/1',
    craft: { kind: 'multirotor', massKg: 1 },
    battery: { chemistry: 'lipo', series, capacityAh: 1.3, continuousC: 80 },
    esc: { continuousA: 45 },
    motor: { kvRpmPerVolt: 1480, massKg: 0.05 },
    propulsor: { kind: 'propeller', diameterM: d * inch, pitchM: p * inch, blades: 2, family: 'multirotor' }
  });
  // 19.75 V was read with those amps; 18.4 V is what a sagging pack of five cells would have held: both are tried
  for (const volts of [19.75, 18.4]) {
    const fitted = calibrate({
      setup: setup(5, 6, 5.5),
      measurements: [{ throttle: 1, speedMs: 0, batteryVoltageV: volts, batteryCurrentA: 31.7 }]
    }).setup;
    const { battery, propulsor } = setup(6, 6, 4);
    const p = at({ ...fitted, battery, propulsor }, { throttle: 1, speedMs: 0, batteryVoltageV: 803 / 35.5 });
    const [low, high] = (p.band as { batteryCurrentA: [number, number] }).batteryCurrentA;
    assert.ok(low <= 35.5 && high >= 35.5, `${volts} V: ${low} to ${high}`);
    assert.ok(high / low < 1.42, 'and not by being wide');
  }
});

test('2 cells 29 A 7 500 rpm at 7.64 V calibrated: 3 cells at 10.86 V within 5 % of 53 A (common practice, no source)', () => {
  const setup = (series: number): SetupDocument => ({
    format: 'iskarn.setup/1',
    craft: { kind: 'fixed-wing', massKg: 1.5 },
    battery: { chemistry: 'lipo', series, capacityAh: 3, continuousC: 30 },
    esc: { continuousA: 60 },
    motor: { kvRpmPerVolt: 1150, massKg: 0.15 },
    propulsor: {
      kind: 'propeller',
      diameterM: 11 * inch,
      pitchM: 7 * inch,
      blades: 2,
      family: 'thin-electric'
    }
  });
  const fitted = calibrate({
    setup: setup(2),
    measurements: [{ throttle: 1, speedMs: 0, batteryVoltageV: 7.64, batteryCurrentA: 29, rpm: 7500 }]
  }).setup;
  const p = at({ ...fitted, battery: setup(3).battery }, { throttle: 1, speedMs: 0, batteryVoltageV: 10.86 });
  assert.ok(Math.abs(p.batteryCurrentA / 53 - 1) < 0.05, `${p.batteryCurrentA} A`);
});

test('factors belong to parts: what is swapped away takes its own along, and the spread comes back', () => {
  const { setup } = rows[1].request;
  const volts = 11.1;
  const fitted = calibrate({
    setup,
    measurements: [
      { throttle: 1, speedMs: 0, batteryVoltageV: volts, batteryCurrentA: 20.5, rpm: 8700, thrustN: 8.3 }
    ]
  }).setup;
  const sd = (document: SetupDocument) => interpretSetup(document).relativeSd;
  const factor = (document: SetupDocument) => interpretSetup(document).applied?.factors;
  const own = sd(fitted);
  const bare = sd(setup);
  assert.ok(own.power < 0.8 * bare.power && own.thrust < 0.6 * bare.thrust);
  // another of the family of the same shape: the family's half of the finding, most of the spread
  const scaled = (by: number) => ({
    ...fitted,
    propulsor: {
      ...fitted.propulsor,
      diameterM: by * fitted.propulsor.diameterM,
      pitchM: by * (fitted.propulsor.pitchM as number)
    } as SetupDocument['propulsor']
  });
  const sister = scaled(0.9);
  assert.ok(sd(sister).power > own.power && sd(sister).power < bare.power);
  assert.ok(
    Math.abs(Math.log(factor(sister)?.power ?? 1) / Math.log(factor(fitted)?.power ?? 1) - 0.5) < 0.05
  );
  // of another pitch or number of blades: what such swaps scatter comes on top
  for (const other of [{ pitchM: 0.6 * (setup.propulsor.pitchM as number) }, { blades: 3 }]) {
    const swapped = { ...fitted, propulsor: { ...fitted.propulsor, ...other } as SetupDocument['propulsor'] };
    const plain = { ...setup, propulsor: swapped.propulsor };
    assert.ok(sd(swapped).power > sd(sister).power + 0.03, JSON.stringify(other));
    assert.ok(sd(swapped).power > 0.95 * sd(plain).power);
  }
  // another kind: nothing
  const other = {
    ...fitted,
    propulsor: { ...fitted.propulsor, family: 'slow-flyer' } as SetupDocument['propulsor']
  };
  const plain = { ...setup, propulsor: other.propulsor };
  assert.deepEqual([factor(other)?.power, factor(other)?.thrust], [1, 1]);
  assert.ok(Math.abs(sd(other).power - sd(plain).power) < 1e-12);
  assert.ok(
    Math.abs(sd(other).motorResistance - own.motorResistance) < 1e-12,
    'the motor is still the one measured'
  );
  // another motor: nothing of the motor, all of the propeller
  const rewound = { ...fitted, motor: { ...fitted.motor, kvRpmPerVolt: 900 } };
  assert.deepEqual([factor(rewound)?.kv, factor(rewound)?.motorResistance], [1, 1]);
  assert.ok(Math.abs(sd(rewound).power - own.power) < 1e-12);
  assert.ok(Math.abs(sd(rewound).kv - bare.kv) < 1e-12);
  // renamed it is the same motor, and the answer the same to the last digit
  const renamed = { ...fitted, motor: { ...fitted.motor, name: 'the old one', maxCurrentA: 33 } };
  assert.deepEqual(
    at(renamed, { throttle: 1, speedMs: 0, batteryVoltageV: volts }).band,
    at(fitted, { throttle: 1, speedMs: 0, batteryVoltageV: volts }).band
  );
});

test('a maker’s table, or a day of propellers on one motor, is one fit; a maker’s row counts for less than a run', () => {
  const { setup } = rows[1].request;
  const sizes = [0.85, 0.92, 1, 1.08];
  const day = (source: 'run' | 'maker'): Measurement[] =>
    sizes.map((scale) => {
      const document = withSize(setup, scale);
      const real = at(
        { ...document, motor: { ...document.motor, loadedResistanceFactor: 2.1 } },
        { throttle: 1, speedMs: 0, batteryVoltageV: 11.1 }
      );
      return {
        throttle: 1,
        speedMs: 0,
        batteryVoltageV: 11.1,
        batteryCurrentA: real.batteryCurrentA,
        thrustN: real.thrustN,
        rpm: source === 'run' ? real.rpm : null,
        propulsor: document.propulsor,
        source
      };
    });
  const one = calibrate({ setup, measurements: day('run').slice(2, 3) });
  const all = calibrate({ setup, measurements: day('run') });
  const maker = calibrate({ setup, measurements: day('maker') });
  const joint = all.setup.calibration?.joint;
  assert.equal(joint?.propulsors.length, 4 + 1, 'the setup’s own propeller has another pitch');
  const sd = (a: typeof one) => (a.setup.calibration?.relativeSd as Record<string, number>).motorResistance;
  assert.ok(sd(all) < sd(one), `${sd(all)} after four, ${sd(one)} after one`);
  assert.ok(sd(maker) > sd(all));
  const factor = (all.setup.calibration?.factors as Record<string, number>).motorResistance;
  const rest = setup.motor.resistanceOhm as number;
  const model = 2.33 + 0.01 / rest;
  assert.ok(Math.abs((factor * model) / 2.1 - 1) < 0.12, `resistance under load × ${factor * model}`);
  // swapped to a propeller of that day, the prediction is that day's
  const back = withSize(all.setup, 0.85);
  const p = at(back, { throttle: 1, speedMs: 0, batteryVoltageV: 11.1 });
  assert.ok(Math.abs(p.batteryCurrentA / (day('run')[0].batteryCurrentA ?? 0) - 1) < 0.02);
});

test('a motor is fitted to its maker’s table: KV and resistance under load come back within their bands', () => {
  const motor = {
    kvRpmPerVolt: 900,
    resistanceOhm: 0.039,
    noLoadCurrentA: 1.4,
    noLoadVoltageV: 10,
    massKg: 0.106,
    poles: 14
  };
  const real = { ...motor, kvRpmPerVolt: 880, loadedResistanceFactor: 2 };
  const rows = [
    [11.1, 11, 5.5],
    [11.1, 12, 6],
    [14.8, 10, 5],
    [14.8, 11, 5.5]
  ].map(([volts, d, p], k): MakersRow => {
    const said = predict({
      setup: {
        ...standFor(real),
        propulsor: {
          kind: 'propeller',
          diameterM: d * inch,
          pitchM: p * inch,
          blades: 2,
          family: 'thin-electric'
        }
      },
      points: [{ throttle: 1, speedMs: 0, batteryVoltageV: volts }],
      windingC: WARM_C,
      checks: false
    }).points[0];
    return {
      line: k + 2,
      volts,
      propText: `${d}x${p}`,
      diameterM: d * inch,
      pitchM: p * inch,
      blades: 2,
      throttle: 1,
      amps: said.batteryCurrentA,
      watts: said.electricalPowerW,
      thrustN: 1.06 * said.thrustN,
      rpm: said.rpm
    };
  });
  const fit = fitMakersTable(motor, rows);
  assert.ok(fit);
  assert.ok(fit.ampsOff[1] < 0.02 && fit.ampsOff[1] < fit.ampsOff[0], fit.ampsOff.join());
  const [kv, ohm] = fit.figures;
  assert.ok(kv.band[0] < 880 && kv.band[1] > 880, kv.band.join(' to '));
  const loaded = 0.039 * 2 * windingResistanceFactor(WARM_C);
  // the table is of a warm motor; the figure is said at 25 °C
  const cold = loaded / windingResistanceFactor(WARM_C);
  assert.ok(ohm.band[0] < cold && ohm.band[1] > cold, `${ohm.band.join(' to ')}, real ${cold}`);
  assert.ok(ohm.before > cold);
  assert.equal(fitMakersTable(motor, rows.slice(0, 1)), null);
});

test('the fit is made at the warmth of the reading', () => {
  const { setup } = rows[1].request;
  const hot: Measurement = { throttle: 1, speedMs: 0, batteryVoltageV: 11.1, batteryCurrentA: 18, rpm: 8800 };
  const cold = calibrate({ setup, measurements: [hot] });
  const warm = calibrate({ setup, measurements: [{ ...hot, windingC: 90 }] });
  const factor = (a: typeof cold) => (a.setup.calibration?.factors as Record<string, number>).motorResistance;
  assert.ok(factor(warm) < 0.95 * factor(cold), `${factor(warm)} ${factor(cold)}`);
});
