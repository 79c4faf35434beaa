import { INCH_M } from '../../units/convert.ts';
import { inInches, show, showUnit } from '../../units/show.ts';
import type { Rule } from './rule.ts';

/** Air that a propeller would move per turn if it screwed through it as through wood, m³: π/4 D² P. Common practice, no source. */
export const airPerTurnM3 = (diameterM: number, pitchM: number): number =>
  (Math.PI / 4) * diameterM ** 2 * pitchM;

/** Another propeller: the current grows with the air moved per turn. */
export const airPerTurnRule: Rule = {
  id: 'air-per-turn',
  title: 'air moved per turn',
  unit: '×',
  quantity: 'ratio',
  holds:
    'near for propellers of one family and nearly one size. It does not see blades, sections or slip: the power a propeller takes grows with diameter to the fourth and pitch, (B/2)^0.95 of its blades, and the motor slows as it is loaded.',
  judge: ({ before, after }) => {
    const [a, b] = [before.setup.propulsor, after.setup.propulsor];
    if (a.kind !== 'propeller' || b.kind !== 'propeller') return null;
    if (a.diameterM === b.diameterM && a.pitchM === b.pitchM) return null;
    // the rule is one of propellers on the same motors
    if (before.powertrain.count !== after.powertrain.count) return null;
    const cubic = (p: { diameterM: number; pitchM: number }): number =>
      airPerTurnM3(p.diameterM, p.pitchM) / INCH_M ** 3;
    const [was, is] = [cubic(a), cubic(b)];
    const value = is / was;
    const amps = before.worst.batteryCurrentA;
    const physics = after.worst.batteryCurrentA / amps;
    const words = (p: { diameterM: number; pitchM: number }, v: number): string =>
      `π/4 × ${inInches(p.diameterM)}² × ${inInches(p.pitchM)} = ${show(v, 4)} in³`;
    return {
      formula: `${words(a, was)}; ${words(b, is)}: × ${show(value)}`,
      value,
      physics,
      says: `${showUnit(amps, 'A')} × ${show(value)} = ${showUnit(amps * value, 'A')}; the model ${showUnit(after.worst.batteryCurrentA, 'A')}: × ${show(physics)}`
    };
  }
};
