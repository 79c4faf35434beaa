import { CHEMISTRIES } from '../parts/pack/chemistry.ts';
import { analysisOf, type SetupAnalysis } from '../analysis/setup-analysis.ts';
import { show, showUnit } from '../units/show.ts';
import { woundFor } from './rules/output-limit.ts';

/** Something that is often said of such a change, tried on this setup. */
export interface Claim {
  readonly id: string;
  /** As it is said. */
  readonly claim: string;
  /** Whether it is so here. */
  readonly so: 'yes' | 'no' | 'partly';
  readonly says: string;
}

/** Both ends of a change. */
interface Tried {
  readonly before: SetupAnalysis;
  readonly after: SetupAnalysis;
}

/** Tries something that is said of a change; null where it says nothing of these ends. */
export type ClaimTest = (tried: Tried) => Claim | null;

/** Difference below which two figures are called the same, share. */
const SAME = 0.02;
const same = (a: number, b: number): boolean => Math.abs(a / b - 1) < SAME;
const percent = (ratio: number): string =>
  `${show(Math.abs(100 * (ratio - 1)), 2)} % ${ratio < 1 ? 'less' : 'more'}`;

/** Torque for a watt of copper loss: N m per root watt. */
const motorConstant = (s: SetupAnalysis): number =>
  s.powertrain.motorConstant / Math.sqrt(s.powertrain.windingResistanceOhm);

/** A lower KV makes more torque: at equal copper it makes the same, for the same heat. */
export function torque({ before, after }: Tried): Claim | null {
  const [was, is] = [before.setup.motor, after.setup.motor];
  if (was.kvRpmPerVolt === is.kvRpmPerVolt) return null;
  const [a, b] = [motorConstant(before), motorConstant(after)];
  const lower = is.kvRpmPerVolt < was.kvRpmPerVolt;
  const heatW = 10;
  const torqueOf = (km: number): string => showUnit(1000 * km * Math.sqrt(heatW), 'mN m');
  const amps = (s: SetupAnalysis): string =>
    showUnit(Math.sqrt(heatW / s.powertrain.windingResistanceOhm), 'A');
  return {
    id: 'torque',
    claim: `A ${lower ? 'lower' : 'higher'} KV makes ${lower ? 'more' : 'less'} torque.`,
    so: same(a, b) ? 'no' : b > a === lower ? 'partly' : 'no',
    says: `${heatW} W of heat in the copper buy ${torqueOf(a)} at ${Math.round(was.kvRpmPerVolt)} KV with ${amps(before)}, ${torqueOf(b)} at ${Math.round(is.kvRpmPerVolt)} KV with ${amps(after)}.${same(a, b) ? ' As much torque for the same heat: what differs is amps and volts, so heat and current decide.' : ' These motors differ in copper or size too, not in KV alone.'}`
  };
}

/** The same setup without its output limit. */
const unlimited = (s: SetupAnalysis): SetupAnalysis =>
  analysisOf({ ...s.document, outputLimit: null }, { ...s.look, bands: false });

/** A limited output is more efficient: hover is the same, unless the pack or the weight changed. */
export function efficient({ before, after }: Tried): Claim | null {
  if (!after.hover) return null;
  const free = unlimited(after);
  if (!free.hover || !before.hover) return null;
  const [a, b] = [free.hover.electricalPowerW, after.hover.electricalPowerW];
  const cells = before.setup.battery.series !== after.setup.battery.series;
  return {
    id: 'efficient',
    claim: 'A lower KV in software hovers more efficiently.',
    so: same(a, b) ? 'no' : b < a ? 'yes' : 'no',
    says: `Hover takes ${showUnit(b, 'W', 4)} with the limit and ${showUnit(a, 'W', 4)} without: the motors ask for the same thrust, only the stick stands elsewhere (${show(100 * after.hover.throttle)} % in place of ${show(100 * free.hover.throttle)} %).${cells ? ` Before, on ${before.setup.battery.series} cells, ${showUnit(before.hover.electricalPowerW, 'W', 4)}: ${after.setup.craft.massKg === before.setup.craft.massKg ? 'what differs is the loss in leads and pack' : `the craft weighs ${show(1000 * (after.setup.craft.massKg - before.setup.craft.massKg), 3)} g ${after.setup.craft.massKg > before.setup.craft.massKg ? 'more' : 'less'}`}.` : ''}`
  };
}

/** A transmitter's throttle limit does the same. */
export function transmitter({ after }: Tried): Claim | null {
  if (after.kind !== 'multirotor') return null;
  const free = unlimited(after);
  return {
    id: 'transmitter',
    claim: 'A throttle limit in the transmitter does the same.',
    so: 'no',
    says: `The flight controller adds to the stick to hold the attitude and can command full power at any moment: ${showUnit(free.worst.batteryCurrentA, 'A')}, where the output limit stops at ${showUnit(after.worst.batteryCurrentA, 'A')}.`
  };
}

/** A limited motor is the same as one wound for that KV. */
export function likeWound({ before, after }: Tried): Claim | null {
  const wound = woundFor(after, after.powertrain.outputLimit * before.setup.motor.kvRpmPerVolt);
  return {
    id: 'like-wound',
    claim: 'A limited motor is one wound for that KV.',
    so: 'partly',
    says: `Thrust ${showUnit(after.worst.thrustN, 'N')} against ${showUnit(wound.worst.thrustN, 'N')} of a motor with as much copper wound for it: nearly. But ${showUnit(after.worst.motorCurrentA, 'A')} flow in its winding and its ESC against ${showUnit(wound.worst.motorCurrentA, 'A')}, and the ESC sheds ${showUnit(after.worst.lossW.esc, 'W')} against ${showUnit(wound.worst.lossW.esc, 'W')}.`
  };
}

/** A weak pack stands more cells behind a limit. */
export function weakPack({ before, after }: Tried): Claim | null {
  if (before.setup.battery.series === after.setup.battery.series) return null;
  const sag = (s: SetupAnalysis): number =>
    s.worst.openCircuitV / s.setup.battery.series - s.worst.cellVoltageV;
  return {
    id: 'weak-pack',
    claim: 'A weak pack is spared by more cells and a limit.',
    so: after.worst.batteryCurrentA < before.worst.batteryCurrentA * (1 - SAME) ? 'yes' : 'no',
    says: `At full throttle the pack gives ${showUnit(after.worst.batteryCurrentA, 'A')} in place of ${showUnit(before.worst.batteryCurrentA, 'A')}, and each cell sags ${showUnit(sag(after), 'V', 2)} in place of ${showUnit(sag(before), 'V', 2)}: the watts come from more volts.`
  };
}

/** A bigger pack makes more power: only as far as the old one sagged. */
export function packPower({ before, after }: Tried): Claim | null {
  if (before.setup.battery.series !== after.setup.battery.series) return null;
  const cells = before.setup.battery.series;
  const sag = (s: SetupAnalysis): number => s.worst.openCircuitV / cells - s.worst.cellVoltageV;
  const ratio = after.worst.electricalPowerW / before.worst.electricalPowerW;
  const stiff = before.worst.electricalPowerW;
  const ideal = analysisOf(before.document, {
    ...before.look,
    bands: false,
    point: { throttle: 1, speedMs: 0, batteryVoltageV: before.worst.openCircuitV }
  }).point.electricalPowerW;
  return {
    id: 'pack-power',
    claim: 'Another pack of as many cells makes more power.',
    so: same(ratio, 1) ? 'no' : ratio > 1 ? 'partly' : 'no',
    says: `${showUnit(before.worst.electricalPowerW, 'W')} before, ${showUnit(after.worst.electricalPowerW, 'W')} after${same(ratio, 1) ? '' : `, ${percent(ratio)}`}. The old pack sags ${showUnit(sag(before), 'V', 2)} a cell at full throttle, the new one ${showUnit(sag(after), 'V', 2)}; one that did not sag at all would give ${showUnit(ideal, 'W')}, ${percent(ideal / stiff)}: that is all there is to gain.`
  };
}

/** More cells fly longer. */
export function moreCells({ before, after }: Tried): Claim | null {
  const [n, m] = [before.setup.battery.series, after.setup.battery.series];
  if (n === m) return null;
  const hovers = before.hover && after.hover;
  const at = hovers ? 'hover' : 'mixed';
  const [a, b] = [before.lasting(at)?.seconds, after.lasting(at)?.seconds];
  if (!a || !b) return null;
  const energy = (s: SetupAnalysis): number =>
    s.setup.battery.series * CHEMISTRIES[s.setup.battery.chemistry].nominalV * s.setup.battery.capacityAh;
  const perWh = b / energy(after) / (a / energy(before));
  return {
    id: 'cells-time',
    claim: `${m > n ? 'More' : 'Fewer'} cells give ${m > n ? 'more' : 'less'} time.`,
    so: same(b, a) ? 'no' : b > a === m > n ? (same(perWh, 1) ? 'no' : 'partly') : 'no',
    says: `${showUnit(a / 60, 'min')} before, ${showUnit(b / 60, 'min')} after ${hovers ? 'hovering' : 'in ordinary use'}; but the pack holds ${showUnit(energy(after), 'Wh')} in place of ${showUnit(energy(before), 'Wh')}. A watt-hour lasts ${same(perWh, 1) ? 'as long as before' : `${show(Math.abs(100 * (perWh - 1)), 2)} % ${perWh > 1 ? 'longer' : 'shorter'}`}.`
  };
}

/** A twin pulls twice as hard. */
export function twice({ before, after }: Tried): Claim | null {
  if (before.powertrain.count === after.powertrain.count) return null;
  const thrust = after.worst.thrustN / before.worst.thrustN;
  const count = after.powertrain.count / before.powertrain.count;
  return {
    id: 'twice',
    claim: count > 1 ? 'Twice the motors pull twice as hard.' : 'Half the motors pull half as hard.',
    so: same(thrust, count) ? 'yes' : 'no',
    says: `With as much disc and as much motor in all, ${showUnit(after.worst.thrustN, 'N')} in place of ${showUnit(before.worst.thrustN, 'N')} for ${showUnit(after.worst.electricalPowerW, 'W')} in place of ${showUnit(before.worst.electricalPowerW, 'W')}: thrust for a watt goes with the whole disc, not with the number of motors.`
  };
}
