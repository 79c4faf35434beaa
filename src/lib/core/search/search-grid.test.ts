import assert from 'node:assert/strict';
import { test } from 'node:test';
import { PLANE } from '../../../../tests/helpers/setups.ts';
import { interpretSetup } from '../model/interpret.ts';
import { predict } from '../predict/predict.ts';
import { situationOf } from '../situation/situation.ts';
import { searchGrid } from './search-grid.ts';

const with_ = (kv: number, series: number, diameterM: number) => ({
  ...PLANE,
  motor: { ...PLANE.motor, kvRpmPerVolt: kv },
  battery: { ...PLANE.battery, series },
  propulsor: { ...PLANE.propulsor, diameterM } as typeof PLANE.propulsor
});
const KVS = [700, 900, 1300];
const CELLS = [3, 4];
const SIZES = [0.2286, 0.2794, 0.3302];

test('the grid is a plain loop over predictions: every one examined, rejected by what it breaks first, the thriftiest first', () => {
  const models = KVS.map((kv) => interpretSetup(with_(kv, 4, 0.2794)).model);
  const packs = CELLS.map((series) => {
    const { openCircuitV, packOhm } = situationOf(with_(900, series, 0.2794)).supply;
    return { series, openCircuitV, packResistanceOhm: packOhm, limitA: 45 };
  });
  const propulsors = SIZES.map((d) => {
    const { performance, diameterM, pitchM } = interpretSetup(with_(900, 4, d)).model;
    return { performance, diameterM, pitchM };
  });
  const motors = models.map((m) => ({ ...m, maxCurrentA: 40 }));
  const wanted = 9;
  const found = searchGrid(interpretSetup(PLANE).model, motors, packs, propulsors, wanted, 4);
  const counts = { motor: 0, pack: 0, thrust: 0 };
  const workable: { at: string; powerW: number }[] = [];
  SIZES.forEach((d, q) =>
    KVS.forEach((kv, k) =>
      CELLS.forEach((series, b) => {
        const [p] = predict({ setup: with_(kv, series, d), checks: false, bands: false }).points;
        if (p.motorCurrentA > 40) counts.motor++;
        else if (p.batteryCurrentA > 45) counts.pack++;
        else if (p.thrustN < wanted) counts.thrust++;
        else workable.push({ at: `${k} ${b} ${q}`, powerW: p.electricalPowerW });
      })
    )
  );
  workable.sort((x, y) => x.powerW - y.powerW);
  assert.equal(found.examined, KVS.length * CELLS.length * SIZES.length);
  assert.deepEqual(found.rejected, counts);
  assert.ok(workable.length > 4, `${workable.length} are workable`);
  assert.deepEqual(
    found.best.map((x) => `${x.motor} ${x.pack} ${x.propulsor}`),
    workable.slice(0, 4).map((x) => x.at)
  );
  for (const [k, x] of found.best.entries())
    assert.ok(
      Math.abs(x.powerW / workable[k].powerW - 1) < 1e-6,
      `${x.powerW} W and ${workable[k].powerW} W`
    );
});
