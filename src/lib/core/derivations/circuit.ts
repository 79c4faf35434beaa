import { CHEMISTRIES } from '../parts/pack/chemistry.ts';
import { READING_S } from '../parts/pack/under-load.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { FACTORS } from '../model/tolerance.ts';
import type { PowertrainModel } from '../model/powertrain-model.ts';
import { dutyOf, noLoadCurrentAt, rippleAt, switchingShare } from '../powertrain/operating-point.ts';
import type { PredictedPoint } from '../powertrain/predicted.ts';
import { INCH_M, rpmToRadS } from '../units/convert.ts';
import { show, showUnit } from '../units/show.ts';
import { underLoad } from './fields.ts';
import type { WhyContext } from './derivation.ts';

const off = (rule: number, value: number): string => {
  const d = 100 * (rule / value - 1);
  return `${d >= 0 ? '+' : '−'}${show(Math.abs(d), 2)} % here`;
};

/** Why the pack's resistance in the sums is not that of its label: how it was read. Empty where it is. */
const packUnderLoad = (s: SetupAnalysis): string => {
  const pulse = s.powertrain.packResistanceOhm;
  const { packOhm, stateOfCharge } = s.supply;
  if (packOhm === 0 || packOhm === pulse || stateOfCharge === null) return '';
  return `. At once ${show(1000 * pulse)} mΩ, after ${READING_S} s under load ${show(1000 * packOhm)} mΩ at ${show(100 * stateOfCharge)} % charge`;
};

/** Volts that reach the ESC: the pack's less what the leads take. */
export const atEscV = (
  m: PowertrainModel,
  p: Pick<PredictedPoint, 'batteryVoltageV' | 'batteryCurrentA'>
): number => p.batteryVoltageV - (p.batteryCurrentA - m.auxiliaryCurrentA) * m.wiringResistanceOhm;

/** Derivations of the circuit: currents, volts, power, efficiency, rpm. A list of sentences: longer than 80 lines. */
export function whyCircuit({ s, p, add }: WhyContext): void {
  const m = s.powertrain;
  const { battery, motor } = s.setup;
  const omega = rpmToRadS(p.rpm) * m.gearRatio;
  const n = p.rpm / 60;
  const k = m.motorConstant;
  const nominal = battery.series * CHEMISTRIES[battery.chemistry].nominalV;
  const d = dutyOf(m, p.throttle);
  const friction = noLoadCurrentAt(m, omega);
  const escV = atEscV(s.powertrain, p);
  const switching = switchingShare(m, d);
  const ripple = rippleAt(m, d);
  const byWatts = motor.maxPowerW == null ? null : motor.maxPowerW / nominal;
  add(
    'motor-current',
    'Motor current',
    'I = (d V − k ω) / (R_motor + R_ESC), where V is what reaches the ESC; leads that lengthen those of ESC and motor add theirs',
    d <= 0
      ? `the ESC is open: no current, ${showUnit(p.motorCurrentA, 'A')}`
      : `(${show(d)} × ${showUnit(escV, 'V', 4)} − ${show(k, 4)} V s × ${show(omega, 4)} rad/s) / (${show(1000 * m.windingResistanceOhm)} mΩ + ${show(1000 * m.escResistanceOhm)} mΩ${m.motorLeadOhm > 0 ? ` + ${show(1000 * m.motorLeadOhm)} mΩ` : ''}) = ${showUnit(p.motorCurrentA, 'A')}. ${underLoad(s.model)}`,
    FACTORS,
    byWatts === null
      ? null
      : `Watts over nominal volts: ${show(motor.maxPowerW as number)} W / ${show(nominal)} V = ${showUnit(byWatts, 'A')} at its power rating.`
  );
  add(
    'motor-loaded',
    'Winding under load',
    'R_loaded = R at rest × factor of the build × warmth; a label’s resistance, or one measured between two leads, is that of a motor at rest',
    underLoad(s.model),
    ['motorResistance']
  );
  add(
    'battery-current',
    'Pack current',
    'I_pack = N (d I_motor + s I_motor + G V + idle) + receiver; while chopping s of the current is lost in switching, and its ripple loads the ESC’s volts like a conductance G',
    `${m.count} × (${[
      `${show(d)} × ${showUnit(p.motorCurrentA, 'A')}`,
      ...(switching > 0 ? [`${show(switching)} × ${showUnit(Math.abs(p.motorCurrentA), 'A')}`] : []),
      ...(ripple > 0 ? [`${showUnit(1000 * ripple, 'mS')} × ${showUnit(escV, 'V')}`] : []),
      ...(m.escIdleCurrentA > 0 ? [showUnit(m.escIdleCurrentA, 'A')] : [])
    ].join(' + ')}) + ${showUnit(m.auxiliaryCurrentA, 'A')} = ${showUnit(p.batteryCurrentA, 'A')}`,
    FACTORS,
    `Watts over nominal volts: ${show(p.electricalPowerW)} W / ${show(nominal)} V = ${showUnit(p.electricalPowerW / nominal, 'A')}, ${off(p.electricalPowerW / nominal, p.batteryCurrentA)}.`
  );
  add(
    'battery-voltage',
    'Pack volts under load',
    'V = V_rest − I R_pack',
    `${showUnit(p.openCircuitV, 'V')} − ${showUnit(p.batteryCurrentA, 'A')} × ${show(1000 * s.supply.packOhm)} mΩ = ${showUnit(p.batteryVoltageV, 'V')}${packUnderLoad(s)}`,
    ['batteryResistance']
  );
  add(
    'cell-voltage',
    'Volts per cell under load',
    'V / cells',
    `${showUnit(p.batteryVoltageV, 'V')} / ${battery.series} = ${showUnit(p.cellVoltageV, 'V')}; at rest ${showUnit(p.openCircuitV / battery.series, 'V')}`,
    ['batteryResistance'],
    'A resting 3.8 V cell can show 3.2 V under load.'
  );
  add(
    'power',
    'Electrical power',
    'P = V I at the pack',
    `${showUnit(p.batteryVoltageV, 'V')} × ${showUnit(p.batteryCurrentA, 'A')} = ${showUnit(p.electricalPowerW, 'W')}`,
    FACTORS
  );
  const heatIn = p.lossW.motorCopper + p.lossW.motorIron;
  add(
    'motor-efficiency',
    'Motor efficiency',
    'η = shaft / (shaft + copper + iron)',
    p.shaftPowerW <= 0
      ? `0 %: ${p.shaftPowerW < 0 ? `the stream drives the shaft with ${showUnit(-m.count * p.shaftPowerW, 'W')}` : 'no power at the shaft'}; friction ${showUnit(friction, 'A')}`
      : `${show(m.count * p.shaftPowerW)} W / (${showUnit(m.count * p.shaftPowerW, 'W')} + ${showUnit(p.lossW.motorCopper, 'W')} + ${showUnit(p.lossW.motorIron, 'W')}) = ${show(100 * p.motorEfficiency)} %; friction ${showUnit(friction, 'A')}`,
    ['motorResistance', 'noLoadCurrent', 'kv'],
    heatIn > 0 ? `${showUnit(heatIn, 'W')} of heat to lead away.` : null
  );
  const unloaded = (motor.kvRpmPerVolt * p.batteryVoltageV) / m.gearRatio;
  add(
    'rpm',
    'Speed of the blades',
    'the speed at which motor torque k (I − I0) equals load torque CP ρ n² D⁵ / 2π',
    `${show(k, 4)} V s × (${showUnit(p.motorCurrentA, 'A')} − ${showUnit(friction, 'A')})${m.gearRatio === 1 ? '' : ` × ${show(m.gearRatio)} × ${show(m.gearEfficiency)}`} = ${show(p.torqueNm * 1000 * (m.gearRatio === 1 ? 1 : m.gearRatio * m.gearEfficiency))} mN m at ${show(p.rpm)} rpm`,
    FACTORS,
    `KV × loaded volts = ${show(unloaded)} rpm unloaded; loaded speeds of 70 to 85 % of it are usual, here ${show((100 * p.rpm) / unloaded, 2)} %.`
  );
  add(
    'pitch-speed',
    'Pitch speed',
    'rpm × pitch',
    `${show(n)} /s × ${show(m.pitchM / INCH_M)} in = ${showUnit(p.pitchSpeedMs, 'm/s')}`,
    ['kv', 'power'],
    'It says nothing about standing thrust, and a craft rarely flies faster than it.'
  );
}
