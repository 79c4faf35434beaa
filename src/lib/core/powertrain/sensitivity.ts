import type { Interpreted, PointSupply } from '../model/interpret.ts';
import { FACTORS, type FactorName } from '../model/tolerance.ts';
import type { Source } from '../document/schema.ts';
import { radSToRpm } from '../units/convert.ts';
import { scaleInductance, scaleWinding } from './factors.ts';
import type { PowertrainModel } from '../model/powertrain-model.ts';
import { operatingPoint, solveOperatingPoint } from './operating-point.ts';

/** What one unknown does to the answer when it is one standard deviation higher: relative change of each output. */
export interface Sensitivity {
  unknown: FactorName;
  title: string;
  source: Source;
  relativeSd: number;
  batteryCurrent: number;
  thrust: number;
  rpm: number;
}

/** Names of the unknowns in words. */
export const FACTOR_TITLES: Record<FactorName, string> = {
  kv: 'KV',
  motorResistance: 'winding resistance',
  noLoadCurrent: 'no-load current',
  batteryResistance: 'pack resistance',
  thrust: 'thrust of the blades',
  power: 'power the blades take',
  inductance: 'inductance of the winding',
  wiringResistance: 'lead resistance',
  escResistance: 'ESC resistance'
};

/** How a powertrain is altered where an unknown is some times what it is taken for. */
export const SCALE: Record<FactorName, (m: PowertrainModel, f: number) => void> = {
  kv: (m, f) => (m.motorConstant /= f),
  motorResistance: (m, f) => scaleWinding({ ...m }, f, m),
  noLoadCurrent: (m, f) => (m.noLoadCurrentA *= f),
  batteryResistance: (m, f) => (m.packResistanceOhm *= f),
  thrust: (m, f) => (m.thrustFactor *= f),
  power: (m, f) => (m.powerFactor *= f),
  inductance: (m, f) => scaleInductance(m, f, m),
  wiringResistance: (m, f) => {
    m.wiringResistanceOhm *= f;
    m.motorLeadOhm *= f;
  },
  escResistance: (m, f) => (m.escResistanceOhm *= f)
};

/** Every unknown with its effect on one point, the one that moves the current most first. */
export function sensitivities(
  i: Interpreted,
  supply: PointSupply,
  throttle: number,
  speedMs: number
): Sensitivity[] {
  const p = operatingPoint();
  const solve = (m: PowertrainModel): [number, number, number] => {
    // as the pack stands under load; held volts have no resistance behind them, whatever the pack's is
    const packOhm =
      supply.packOhm === 0 ? 0 : (supply.packOhm * m.packResistanceOhm) / i.model.packResistanceOhm;
    solveOperatingPoint(m, { openCircuitV: supply.openCircuitV, packOhm }, throttle, speedMs, p);
    return [p.batteryCurrentA, p.thrustN, radSToRpm(p.omegaRadS / m.gearRatio)];
  };
  const base = solve(i.model);
  return FACTORS.map((unknown): Sensitivity => {
    const relativeSd = i.relativeSd[unknown];
    const high = { ...i.model };
    const low = { ...i.model };
    SCALE[unknown](high, Math.exp(relativeSd));
    SCALE[unknown](low, Math.exp(-relativeSd));
    const up = solve(high);
    const down = solve(low);
    const change = (k: number): number => (Math.abs(base[k]) < 1e-9 ? 0 : (up[k] - down[k]) / (2 * base[k]));
    return {
      unknown,
      title: FACTOR_TITLES[unknown],
      source: i.sources[unknown],
      relativeSd,
      batteryCurrent: change(0),
      thrust: change(1),
      rpm: change(2)
    };
  }).sort(
    (a, b) =>
      Math.abs(b.batteryCurrent) + Math.abs(b.thrust) - Math.abs(a.batteryCurrent) - Math.abs(a.thrust)
  );
}
