import { bisect } from 'fmin/src/bisect.js';
import { interpretSetup } from '../../src/lib/core/model/interpret.ts';
import { propulsorLoad } from '../../src/lib/core/parts/propulsor/performance.ts';
import { noLoadCurrentAt } from '../../src/lib/core/powertrain/operating-point.ts';
import { perItem } from './figures.ts';
import { setup } from './inputs.ts';

export const model = interpretSetup(setup).model;
export const PACK_OHM = 0.018;
export const volts = (k: number): number => 11.1 + 1e-6 * k;
export const throttle = (k: number): number => 0.5 + (k % 97) / 194;
export const speed = (k: number): number => (k % 31) * 0.5;
const load = new Float64Array(2);
let sink = 0;

/** Seconds a point takes by bisection from a general package on the same torque balance: the plain solution. */
export const plainPointS = (): number =>
  perItem(20000, (n) => {
    for (let k = 0; k < n; k++) {
      const d = throttle(k);
      const s = d < 1 ? model.escSwitchingShare : 0;
      const source = PACK_OHM + model.wiringResistanceOhm;
      const current = (w: number): number =>
        (d * volts(k) - model.motorConstant * w) /
        (model.windingResistanceOhm + model.escResistanceOhm + d * (d + s) * source);
      const balance = (w: number): number => {
        propulsorLoad(model.performance, w / (2 * Math.PI), speed(k), model.diameterM, load);
        return (
          model.motorConstant * (current(w) - noLoadCurrentAt(model, w)) -
          model.densityKgM3 * model.diameterM ** 3 * load[1]
        );
      };
      sink += bisect(balance, 0, volts(k) / model.motorConstant, { tolerance: 1e-7, maxIterations: 200 });
    }
    if (!Number.isFinite(sink)) throw new Error('the plain solution found no point');
  });
