/** Speeds over ground: read from tracks of any recorder, steady ones found, and what they tell of drag. */
import type { RunReading } from '../../document/run-schema.ts';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { median } from 'd3-array';
import { BOAT, PLANE } from '../../../../../tests/helpers/setups.ts';
import type { SetupDocument } from '../../document/schema.ts';
import type { StoredRun } from '../../document/stored.ts';
import { hullOf } from '../../model/hull.ts';
import { interpretSetup, supplyOf, type Interpreted } from '../../model/interpret.ts';
import { DRAG_SD, HULL_SD } from '../../model/tolerance.ts';
import { wingOf } from '../../model/wing.ts';
import { normalFrom, seededRandom } from '../../numeric/random.ts';
import { boatRun } from '../../powertrain/craft/boat-run.ts';
import { levelFlight } from '../../powertrain/craft/level-flight.ts';
import { logCholesky, SAMPLE_COLUMNS, scaledModel } from '../../powertrain/factors.ts';
import { operatingPoint, solveOperatingPoint } from '../../powertrain/operating-point.ts';
import { radSToRpm } from '../../units/convert.ts';
import { learnFromRuns } from '../learn.ts';
import { readGpx } from './gpx.ts';
import { learnDrag } from './learn-drag.ts';
import { withDrag } from './with-drag.ts';
import { steadySpeeds, thereAndBack } from './steady-speed.ts';
import { extent } from '../../../../../tests/helpers/extent.ts';

/** A track due north and back at given speeds, one point a second, as recorders write it. */
function gpx(legs: readonly (readonly [seconds: number, northMs: number])[], more = ''): string {
  let lat = 52;
  let at = Date.UTC(2026, 4, 1, 10) / 1000;
  const metre = 180 / Math.PI / 6_371_008.8;
  const points = legs.flatMap(([seconds, north]) =>
    Array.from({ length: seconds }, () => {
      lat += north * metre;
      at += 1;
      return `<trkpt lat="${lat.toFixed(8)}" lon="5.0"><ele>0</ele><time>${new Date(1000 * at).toISOString()}</time>${more}</trkpt>`;
    })
  );
  return `<?xml version="1.0"?><gpx version="1.1" creator="a recorder" xmlns="http://www.topografix.com/GPX/1/1"><trk><trkseg>${points.join('\n')}</trkseg></trk></gpx>`;
}

test('a track there and back: both speeds to a hundredth, their mean without the stream; standing still is no run', () => {
  const read = readGpx(
    gpx([
      [10, 0],
      [30, 12],
      [5, 2],
      [30, -10],
      [10, 0]
    ])
  );
  assert.ok(read.ok);
  const stretches = steadySpeeds(read.track.moments);
  const both = thereAndBack(stretches);
  assert.ok(both);
  assert.ok(Math.abs(both.there.speedMs - 12) < 0.12, String(both.there.speedMs));
  assert.ok(Math.abs(both.back.speedMs - 10) < 0.12, String(both.back.speedMs));
  assert.ok(Math.abs(both.speedMs - 11) < 0.1);
  assert.ok(both.there.headingDeg < 1 || both.there.headingDeg > 359);
  assert.ok(Math.abs(both.back.headingDeg - 180) < 1);
  assert.ok(stretches.every((s) => s.speedMs > 1));
  assert.equal(thereAndBack(steadySpeeds(read.track.moments.slice(0, 40))), null);
});

test('speeds that the recorder wrote count before positions, with a name space or none', () => {
  for (const more of [
    '<speed>7.5</speed>',
    '<extensions><x:TrackPointExtension><x:speed>7.5</x:speed></x:TrackPointExtension></extensions>'
  ]) {
    const read = readGpx(gpx([[10, 12]], more));
    assert.ok(read.ok);
    assert.ok(read.track.moments.every((m) => m.speedMs === 7.5));
  }
});

test('the distance between positions is that of the great circle: a degree of latitude is 111.2 km', () => {
  // 2 pi R/360 with R = 6371.0088 km, IUGG 1980
  const text = `<gpx>${[0, 1, 2]
    .map((k) => `<trkpt lat="${k / 1000}" lon="0"><time>2026-05-01T10:00:0${2 * k}Z</time></trkpt>`)
    .join('')}</gpx>`;
  const read = readGpx(text);
  assert.ok(read.ok);
  for (const m of read.track.moments) assert.ok(Math.abs(m.speedMs - 111.195 / 2) < 1e-3, String(m.speedMs));
});

test('what is no track, damaged, without times, or has lost its place is told or passed over', () => {
  const cases: [string, RegExp][] = [
    ['time,amps\n0,1', /no GPX track/],
    ['<kml></kml>', /no GPX track/],
    [gpx([[20, 5]]).slice(0, 900), /damaged/],
    ['<gpx><trkpt lat="1" lon="1"></trkpt></gpx>', /fewer than three/],
    ['', /no GPX track/]
  ];
  for (const [text, words] of cases) {
    const read = readGpx(text);
    assert.ok(!read.ok);
    assert.match(read.message, words);
  }
  const jumped = readGpx(
    gpx([[10, 5]])
      .replace('lat="52.00013489"', 'lat="53"')
      .replace('lon="5.0"', 'lon="500"')
  );
  assert.ok(jumped.ok && jumped.track.moments.every((m) => m.speedMs < 150));
});

/** What a hidden truth does at its top speed: its powertrain, its drag, its meter. */
interface Hidden {
  readonly speedMs: number;
  readonly reading: RunReading;
}

/** The hidden truth's top speed from a full pack, and what meters would show there. */
function hiddenRun(setup: SetupDocument, seed: number): Hidden {
  const random = seededRandom(seed);
  const draws = Float64Array.from({ length: SAMPLE_COLUMNS }, () => normalFrom(random));
  const i = interpretSetup(setup);
  const model = { ...i.model };
  const pack = scaledModel(i.model, logCholesky(i), draws, 0, model);
  const supply = supplyOf(i, { throttle: 1, speedMs: 0, stateOfCharge: 1 });
  const weak = { openCircuitV: supply.openCircuitV, packOhm: supply.packOhm * pack };
  const speedMs = topOf(i, model, weak, draws[SAMPLE_COLUMNS - 1]);
  const p = operatingPoint();
  solveOperatingPoint(model, weak, 1, speedMs, p);
  const off = (value: number, sd: number): number => value * Math.exp(sd * normalFrom(random));
  return {
    speedMs,
    reading: {
      throttle: 1,
      speedMs: off(speedMs, 0.02),
      batteryVoltageV: off(p.batteryVoltageV, 0.005),
      batteryCurrentA: off(p.batteryCurrentA, 0.02),
      rpm: off(radSToRpm(p.omegaRadS / model.gearRatio), 0.005),
      thrustN: null
    }
  };
}
function topOf(
  i: Interpreted,
  model: Interpreted['model'],
  supply: { openCircuitV: number; packOhm: number },
  z: number
): number {
  if (i.setup.craft.kind === 'boat')
    return boatRun(
      model,
      hullOf(i.setup.craft),
      i.hullWater,
      i.thrustDeduction,
      supply,
      Math.exp(HULL_SD * z)
    ).topSpeedMs;
  const wing = wingOf(i.setup.craft);
  assert.ok(wing);
  const real = { ...wing, zeroLiftDrag: wing.zeroLiftDrag * Math.exp(DRAG_SD * z) };
  return levelFlight(model, real, i.fluid.densityKgM3, supply).topSpeedMs ?? NaN;
}
const predictedTop = (setup: SetupDocument): number => {
  const i = interpretSetup(setup);
  return topOf(i, { ...i.model }, supplyOf(i, { throttle: 1, speedMs: 0, stateOfCharge: 1 }), 0);
};

/** The same hidden truth on more cells: everything but the pack is as it was drawn. */
const withCells = (setup: SetupDocument, series: number): SetupDocument => ({
  ...setup,
  battery: { ...setup.battery, series }
});
const FAST_BOAT: SetupDocument = { ...BOAT, battery: { ...BOAT.battery, series: 3 } };
const DISPLACING: SetupDocument = {
  ...BOAT,
  craft: { kind: 'boat', massKg: 4, hull: 'displacement', waterlineLengthM: 0.9, beamM: 0.25 },
  battery: { ...BOAT.battery, series: 2 },
  motor: { kvRpmPerVolt: 900, massKg: 0.2, cooling: 'water' },
  propulsor: { kind: 'submerged-screw', diameterM: 0.05, pitchM: 0.05, blades: 3, expandedAreaRatio: 0.6 }
};

for (const [name, setup, cells] of [
  ['a planing boat', FAST_BOAT, 4],
  ['a displacement hull', DISPLACING, 3],
  ['an aeroplane', { ...PLANE, battery: { ...PLANE.battery, series: 3 } }, 4]
] as const)
  test(`${name}: after one run with speed its top speed on ${cells} cells is within 8 % of the hidden truth at the median`, () => {
    const errors: number[] = [];
    const before: number[] = [];
    for (let seed = 1; seed <= extent(9, 25); seed++) {
      const { reading } = hiddenRun(setup, seed);
      const truth = hiddenRun(withCells(setup, cells), seed).speedMs;
      const run = { readings: [reading], details: {} } as unknown as StoredRun;
      const learnt = learnFromRuns(setup, [run], [setup]);
      assert.ok(learnt?.drag);
      assert.ok(learnt.drag.within.after < learnt.drag.within.before);
      errors.push(Math.abs(predictedTop(withCells(learnt.setup, cells)) / truth - 1));
      before.push(Math.abs(predictedTop(withCells(setup, cells)) / truth - 1));
    }
    const [after, first] = [median(errors) as number, median(before) as number];
    assert.ok(after < 0.08, `${(100 * after).toFixed(1)} %`);
    assert.ok(after < first, `${(100 * after).toFixed(1)} % after, ${(100 * first).toFixed(1)} % before`);
  });

test('a hull that holds back twice as much as estimated is found out; without a speed nothing is said of drag', () => {
  const heavy: SetupDocument = {
    ...FAST_BOAT,
    craft: { ...FAST_BOAT.craft, dragFactor: 2, dragFactorSd: 0.01 }
  };
  const i = interpretSetup(heavy);
  const speed = predictedTop(heavy);
  const p = operatingPoint();
  const supply = supplyOf(i, { throttle: 1, speedMs: 0, stateOfCharge: 1 });
  solveOperatingPoint(i.model, supply, 1, speed, p);
  const reading = { throttle: 1, speedMs: speed, batteryVoltageV: p.batteryVoltageV };
  const one = learnDrag(FAST_BOAT, [reading]);
  assert.ok(one);
  // the surprise is shared between what holds back and what pushes; the speed itself is met
  assert.ok(one.drag.factor > 1.15 && one.drag.factor < 2, String(one.drag.factor));
  assert.ok(Math.abs(predictedTop(one.setup) / speed - 1) < 0.05, String(predictedTop(one.setup) / speed));
  const many = learnDrag(
    FAST_BOAT,
    Array.from({ length: 20 }, () => reading)
  );
  assert.ok(many && many.drag.relativeSd < one.drag.relativeSd);
  assert.ok(Math.abs(predictedTop(many.setup) / speed - 1) < 0.01);
  assert.equal(learnDrag(FAST_BOAT, [{ ...reading, speedMs: 0 }]), null);
  assert.equal(learnDrag(FAST_BOAT, [{ throttle: 1, speedMs: 5 }]), null);
  const learnt = withDrag(FAST_BOAT, one.drag);
  assert.ok(predictedTop(learnt) < predictedTop(FAST_BOAT));
  assert.deepEqual(withDrag(learnt, null), FAST_BOAT);
});
