import assert from 'node:assert/strict';
import { test } from 'node:test';
import { BOAT, PLANE as EVERYDAY, QUAD } from '../../../../tests/helpers/setups.ts';
import { analysisOf } from '../analysis/setup-analysis.ts';
import type { SetupDocument } from '../document/schema.ts';
import { predict } from '../predict/predict.ts';
import type { Chart, ChartLine } from './chart.ts';
import { CHART_IDS, chartOf } from './charts-of.ts';

const PLANE: SetupDocument = {
  ...EVERYDAY,
  craft: { ...EVERYDAY.craft, runSeconds: 45 },
  motor: { ...EVERYDAY.motor, massKg: 0.11 }
};
const ALL = { PLANE, QUAD, BOAT };

function draw(setup: SetupDocument, id: Chart['id'], stateOfCharge = 1, speedMs = 0) {
  const point = { throttle: 1, speedMs, stateOfCharge };
  const answer = predict({ setup, points: [point], checks: false });
  return { answer, chart: chartOf(id, analysisOf(setup, { point, bands: true })) };
}

function lineOf(chart: Chart | null, id: string): ChartLine {
  const line = chart?.panels.flat().find((l) => l.id === id);
  assert.ok(line, `no line ${id}`);
  return line;
}

const near = (value: number, expected: number, share: number, what: string): void =>
  assert.ok(
    Math.abs(value - expected) <= share * Math.abs(expected),
    `${what}: ${value}, expected ${expected}`
  );

for (const [name, setup] of Object.entries(ALL))
  for (const id of CHART_IDS)
    test(`${name}, ${id}: every line as long as its abscissa, which rises; bands hold their line; marks lie on it`, () => {
      const { chart } = draw(setup, id);
      if (chart === null) {
        assert.equal(id, 'payload');
        assert.notEqual(setup.craft.kind, 'multirotor');
        return;
      }
      const x = chart.abscissa.values;
      assert.ok(x.length > 3, `${x.length} points`);
      for (let k = 1; k < x.length; k++) assert.ok(x[k] > x[k - 1], `abscissa at ${k}`);
      for (const line of chart.panels.flat()) {
        assert.equal(line.values.length, x.length, line.id);
        line.bands?.forEach(([low, high], k) => {
          const v = line.values[k];
          if (!Number.isFinite(v)) return;
          const slack = 1e-6 + 0.02 * Math.abs(v);
          assert.ok(
            low <= v + slack && v - slack <= high,
            `${line.id} at ${x[k]}: ${v} in ${low} to ${high}`
          );
        });
      }
      for (const mark of chart.marks)
        assert.ok(mark.at >= 0 && mark.at <= x[x.length - 1] * 1.0001, `${mark.title} at ${mark.at}`);
    });

test('the throttle chart ends at full throttle, in the predicted point, and rises all the way', () => {
  for (const setup of Object.values(ALL)) {
    const { answer, chart } = draw(setup, 'throttle', 0.7);
    for (const [id, value] of [
      ['batteryCurrentA', answer.points[0].batteryCurrentA],
      ['electricalPowerW', answer.points[0].electricalPowerW],
      ['thrustN', answer.points[0].thrustN]
    ] as const) {
      const { values } = lineOf(chart, id);
      near(values[values.length - 1], value, 1e-9, id);
      for (let k = 1; k < values.length; k++) assert.ok(values[k] >= values[k - 1], `${id} at ${k}`);
    }
  }
});

test('an aeroplane’s thrust meets its drag where the top speed is marked', () => {
  const { answer, chart } = draw(PLANE, 'speed');
  const available = lineOf(chart, 'available').values;
  const needed = lineOf(chart, 'needed').values;
  const speeds = chart?.abscissa.values ?? [];
  const top = answer.level?.topSpeedMs ?? 0;
  speeds.forEach((v, k) => {
    if (!Number.isFinite(needed[k]) || v < 1.2 * (answer.level?.stallSpeedMs ?? 0)) return;
    if (v < 0.97 * top) assert.ok(available[k] > needed[k], `${v} m/s is below the top of ${top}`);
    if (v > 1.03 * top) assert.ok(available[k] < needed[k], `${v} m/s is above the top of ${top}`);
  });
  const at = (title: string): number => chart?.marks.find((m) => m.title === title)?.at ?? Number.NaN;
  assert.equal(at('stall'), answer.level?.stallSpeedMs);
  assert.equal(at('top'), top);
  assert.ok(at('stall') < at('cruise') && at('cruise') < at('top'), 'stall, cruise, top');
});

test('a boat needs no thrust at rest and all it has at its top speed', () => {
  const { answer, chart } = draw(BOAT, 'speed');
  const needed = lineOf(chart, 'needed').values;
  const available = lineOf(chart, 'available').values;
  near(needed[0], 0, 1e-9, 'at rest');
  const speeds = chart?.abscissa.values ?? [];
  const top = answer.boat?.topSpeedMs ?? 0;
  const beyond = speeds.findIndex((v) => v > 1.05 * top);
  assert.ok(beyond > 0 && available[beyond] < needed[beyond], `beyond ${top} m/s resistance wins`);
});

test('the discharge falls, loaded below resting, and lasts as long as the answer says', () => {
  for (const setup of [PLANE, QUAD, BOAT]) {
    const { answer, chart } = draw(setup, 'discharge');
    const resting = lineOf(chart, 'resting').values;
    const loaded = lineOf(chart, 'loaded').values;
    resting.forEach((v, k) => assert.ok(loaded[k] <= v, `step ${k}: ${loaded[k]} V loaded, ${v} V at rest`));
    for (let k = 1; k < resting.length; k++) assert.ok(resting[k] <= resting[k - 1], `step ${k} rises`);
    // the time that is shown first
    const [{ at, seconds }] = answer.endurance;
    assert.equal(at, 'mixed');
    near(chart?.abscissa.values.at(-1) ?? 0, seconds, 1e-6, `${setup.craft.kind}: time in ordinary use`);
  }
});

test('a hovering pack gives more amps as its volts fall: power is what hovering takes', () => {
  const { values } = lineOf(draw(QUAD, 'discharge').chart, 'batteryCurrentA');
  assert.ok(values[values.length - 1] > values[0], `${values[0]} A, then ${values[values.length - 1]} A`);
});

test('heat: starts at the air’s temperature, the winding leads the case, the planned run is marked', () => {
  const { chart } = draw(PLANE, 'heat');
  const winding = lineOf(chart, 'windingC').values;
  const shell = lineOf(chart, 'caseC').values;
  near(winding[0], shell[0], 1e-9, 'both start alike');
  winding
    .slice(1)
    .forEach((t, k) => assert.ok(t > shell[k + 1], `step ${k + 1}: ${t} and ${shell[k + 1]} °C`));
  assert.equal(chart?.marks.find((m) => m.title === 'planned run')?.at, 45);
});

test('the heat chart runs as long as the pack lasts at full throttle, a minute at least, ten at most', () => {
  const length = (setup: SetupDocument): number => draw(setup, 'heat').chart?.abscissa.values.at(-1) ?? 0;
  // heavy enough to see the end of the pack: where a winding burns the run ends with it
  const cool = { ...PLANE, motor: { ...PLANE.motor, massKg: 0.5 } };
  const lasts = draw(cool, 'heat').answer.endurance.find((e) => e.at === 'full')?.seconds ?? 0;
  assert.ok(lasts > 60 && lasts < 600, `${lasts} s`);
  near(length(cool), lasts, 1e-6, 'as long as the pack');
  const burnt = draw({ ...PLANE, motor: { ...PLANE.motor, massKg: 0.06 } }, 'heat');
  const burns = burnt.answer.heat?.secondsToBurn ?? 0;
  assert.ok(burns > 0 && burns < lasts);
  near(burnt.chart?.abscissa.values.at(-1) ?? 0, burns, 1e-6, 'until it burns');
  assert.ok(burnt.chart?.marks.some((m) => m.title === 'burns'));
  const tiny = { ...cool, battery: { ...cool.battery, capacityAh: 0.3, cellResistanceOhm: 0.004 } };
  near(length(tiny), 60, 1e-9, 'a minute');
  const huge = { ...cool, battery: { ...cool.battery, capacityAh: 22 } };
  near(length(huge), 600, 1e-9, 'ten minutes');
  const long = { ...cool, craft: { ...cool.craft, runSeconds: 500 } };
  assert.ok(!draw(long, 'heat').chart?.marks.some((m) => m.title === 'planned run'), 'a run beyond the pack');
});

test('the heat chart and the prediction’s heat are one run: same limits, same end', () => {
  const { answer, chart } = draw({ ...PLANE, motor: { ...PLANE.motor, massKg: 0.06 } }, 'heat');
  assert.ok(answer.heat && chart);
  near(lineOf(chart, 'windingC').values.at(-1) ?? 0, answer.heat.windingC, 0.002, 'winding');
  near(lineOf(chart, 'caseC').values.at(-1) ?? 0, answer.heat.caseC, 0.002, 'case');
  const at = (word: string): number | null => chart.marks.find((m) => m.title.startsWith(word))?.at ?? null;
  assert.ok(answer.heat.secondsToCaseLimit !== null, 'a motor this small gets too hot');
  assert.equal(at('case'), answer.heat.secondsToCaseLimit);
  assert.equal(at('winding'), answer.heat.secondsToWindingLimit);
});

test('without a mass and a power rating there is nothing to heat', () => {
  const bare = { ...PLANE, motor: { kvRpmPerVolt: 900, resistanceOhm: 0.03, noLoadCurrentA: 1 } };
  assert.equal(draw(bare, 'heat').chart, null);
});

test('payload: nothing added is the predicted hover; more weighs more and hovers shorter', () => {
  const { answer, chart } = draw(QUAD, 'payload');
  const time = lineOf(chart, 'hoverTime').values;
  const throttle = lineOf(chart, 'hoverThrottle').values;
  near(time[0], answer.endurance.find((e) => e.at === 'hover')?.seconds ?? 0, 1e-6, 'hover time');
  near(throttle[0], answer.hover?.throttle ?? 0, 1e-6, 'hover throttle');
  for (let k = 1; k < time.length; k++) {
    assert.ok(throttle[k] > throttle[k - 1], `throttle at ${k}`);
    assert.ok(time[k] <= time[k - 1] * 1.001, `time at ${k}`);
  }
  const mark = chart?.marks.find((m) => m.title === 'hover above 60 %');
  if (mark) near(throttle[chart?.abscissa.values.indexOf(mark.at) ?? 0], 0.6, 0.15, 'the mark');
});

test('a multirotor that does not lift its weight has no payload to draw', () => {
  assert.equal(draw({ ...QUAD, craft: { kind: 'multirotor', massKg: 40 } }, 'payload').chart, null);
});
