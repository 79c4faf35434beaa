import assert from 'node:assert/strict';
import { test } from 'node:test';
import Papa from 'papaparse';
import type { Chart } from './chart.ts';
import type { StoredRun } from '../document/stored.ts';
import { chartCsv } from './chart-csv.ts';
import { panelsOf } from './chart-view.ts';

const CHART: Chart = {
  id: 'throttle',
  title: 'Throttle',
  abscissa: { title: 'throttle', quantity: 'share', values: [0.5, 1] },
  panels: [
    [
      {
        id: 'thrustN',
        title: 'thrust, "static"',
        quantity: 'thrust',
        values: [9.80665, Number.NaN],
        bands: [
          [4.903325, 19.6133],
          [0, 1]
        ]
      }
    ],
    [{ id: 'electricalPowerW', title: 'power', quantity: 'power', values: [100, 200], bands: null }]
  ],
  marks: []
};
const RUN: StoredRun = {
  id: 1,
  revision: 1,
  details: {},
  state: 'ended',
  samples: 0,
  setupId: 1,
  heldAt: '2026-05-01T10:00:00Z',
  title: 'jetty',
  verdict: '',
  readings: [
    { throttle: 0.5, speedMs: 0, batteryVoltageV: 10, batteryCurrentA: 12, rpm: null, thrustN: 9.80665 },
    { throttle: 1, speedMs: 0, batteryVoltageV: null, batteryCurrentA: 30, rpm: null, thrustN: null }
  ]
};

test('a chart as CSV: units in the header row, bands in columns of their own, gaps left empty', () => {
  const { data } = Papa.parse<string[]>(chartCsv(CHART, {}));
  assert.deepEqual(data, [
    ['throttle, %', 'thrust, "static" [g]', 'thrust, "static" 10 %', 'thrust, "static" 90 %', 'power [W]'],
    ['50.000', '1000.0', '500.00', '2000.0', '100.00'],
    ['100.00', '', '0.0000', '101.97', '200.00']
  ]);
});

test('another unit is another number under another head', () => {
  const { data } = Papa.parse<string[]>(chartCsv(CHART, { thrust: 'N' }));
  assert.equal(data[0][1], 'thrust, "static" [N]');
  assert.ok(Math.abs(Number(data[1][1]) - 9.80665) < 1e-4, data[1][1]);
});

test('logged runs stand on their line’s axes in the user’s units; what was not read stands nowhere', () => {
  const [thrust, power] = panelsOf(CHART, {}, [RUN]).panels;
  assert.equal(thrust.points.length, 1);
  assert.deepEqual([thrust.points[0].x, Math.round(thrust.points[0].y)], [50, 1000]);
  assert.deepEqual(
    power.points.map((p) => [p.x, p.y]),
    [[50, 120]]
  );
  assert.match(power.points[0].title, /^jetty, 2026-05-01$/);
});

test('runs stand on the throttle chart only', () => {
  assert.ok(
    panelsOf({ ...CHART, id: 'speed' }, {}, [RUN]).panels.every((p) => p.points.length === 0),
    'no points'
  );
});
