import assert from 'node:assert/strict';
import { test } from 'node:test';
import { PLANE } from '../../../../tests/helpers/setups.ts';
import type { MakersRow } from '../document/makers-row.ts';
import { predict } from '../predict/predict.ts';
import { calibrate } from './calibrate.ts';
import { fitMakersTable } from './fit-makers-table.ts';

const ROW: MakersRow = {
  line: 2,
  volts: 14.8,
  propText: '11x5.5',
  diameterM: 0.2794,
  pitchM: 0.1397,
  blades: 2,
  throttle: 1,
  amps: 34,
  watts: null,
  thrustN: null,
  rpm: null
};
const second = { ...ROW, line: 3, volts: 11.1, amps: 22.5 };
const { motor } = PLANE;

test('a table is fitted by the rows that have volts, amps and a size; fewer than two are none', () => {
  const fit = fitMakersTable(motor, [ROW, second]);
  assert.ok(fit && fit.ampsOff[1] <= fit.ampsOff[0] + 1e-9, JSON.stringify(fit?.ampsOff));
  for (const lack of ['volts', 'amps', 'diameterM', 'pitchM'] as const) {
    const holed = { ...second, line: 4, amps: 60, [lack]: null };
    // a row that lacks a figure changes nothing
    assert.deepEqual(fitMakersTable(motor, [ROW, second, holed]), fit, lack);
    assert.equal(fitMakersTable(motor, [ROW, holed]), null, lack);
  }
});

test('a measurement is taken at what supplied it: volts that were held, or the charge where none were', () => {
  const at = (point: { batteryVoltageV: number } | { stateOfCharge: number }) =>
    predict({ setup: PLANE, points: [{ throttle: 1, speedMs: 0, ...point }], checks: false }).points[0];
  const held = at({ batteryVoltageV: 14 });
  const charged = at({ stateOfCharge: 0.4 });
  for (const [supply, p] of [
    [{ batteryVoltageV: 14 }, held],
    [{ batteryVoltageV: null, stateOfCharge: 0.4 }, charged]
  ] as const) {
    const { residuals } = calibrate({
      setup: PLANE,
      measurements: [
        { throttle: 1, speedMs: 0, ...supply, batteryCurrentA: p.batteryCurrentA, rpm: p.rpm, thrustN: null }
      ]
    });
    // the setup's own prediction, given back as a reading, is met before anything is fitted
    for (const r of residuals)
      assert.ok(Math.abs(r.before / r.measured - 1) < 1e-3, `${r.reading}: ${r.before} for ${r.measured}`);
  }
});
