import { CHEMISTRIES } from '../parts/pack/chemistry.ts';
import { FACTORS } from '../model/tolerance.ts';
import { noLoadCurrentAt } from '../train/operating-point.ts';
import { INCH_M, rpmToRadS } from '../units/convert.ts';
import { show, showUnit } from '../units/show.ts';
import { underLoad } from './why-fields.ts';
import type { WhyContext } from './why.ts';

const off = (rule: number, value: number): string => {
  const d = 100 * (rule / value - 1);
  return `${d >= 0 ? '+' : '−'}${show(Math.abs(d), 2)} % here`;
};

/** Derivations of the circuit: currents, volts, power, efficiency, rpm. */
export function whyCircuit({ s, p, add }: WhyContext): void {
  const m = s.train;
  const { battery, motor } = s.setup;
  const omega = rpmToRadS(p.rpm) * m.gearRatio;
  const n = p.rpm / 60;
  const k = m.motorConstant;
  const nominal = battery.series * CHEMISTRIES[battery.chemistry].nominalV;
  const d = p.throttle;
  const friction = noLoadCurrentAt(m, omega);
  const byWatts = motor.maxPowerW == null ? null : motor.maxPowerW / nominal;
  add(
    'motor-current',
    'Motor current',
    'I = (d V − k ω) / (R_motor + R_ESC), where V is what reaches the ESC',
    `(${show(d)} × ${showUnit(p.batteryVoltageV - (p.batteryCurrentA - m.auxiliaryCurrentA) * m.wiringResistanceOhm, 'V')} − ${show(k, 3)} V s × ${show(omega)} rad/s) / (${show(1000 * m.windingResistanceOhm)} + ${show(1000 * m.escResistanceOhm)} mΩ) = ${showUnit(p.motorCurrentA, 'A')}. ${underLoad(s.model)}`,
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
    'I_pack = N (d I_motor + switching + idle) + receiver',
    `${m.count} × (${show(d)} × ${showUnit(p.motorCurrentA, 'A')}${d < 1 ? ` + ${show(m.escSwitchingShare)} × ${showUnit(Math.abs(p.motorCurrentA), 'A')}` : ''}) + ${showUnit(m.auxiliaryCurrentA, 'A')} = ${showUnit(p.batteryCurrentA, 'A')}`,
    FACTORS,
    `Watts over nominal volts: ${show(p.electricalPowerW)} W / ${show(nominal)} V = ${showUnit(p.electricalPowerW / nominal, 'A')}, ${off(p.electricalPowerW / nominal, p.batteryCurrentA)}.`
  );
  add(
    'battery-voltage',
    'Pack volts under load',
    'V = V_rest − I R_pack',
    `${showUnit(p.openCircuitV, 'V')} − ${showUnit(p.batteryCurrentA, 'A')} × ${show(1000 * m.packResistanceOhm)} mΩ = ${showUnit(p.batteryVoltageV, 'V')}`,
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
    `${show(m.count * p.shaftPowerW)} W / (${show(m.count * p.shaftPowerW)} + ${show(p.lossW.motorCopper)} + ${show(p.lossW.motorIron)}) W = ${show(100 * p.motorEfficiency)} %; friction ${showUnit(friction, 'A')}`,
    ['motorResistance', 'noLoadCurrent', 'kv'],
    heatIn > 0 ? `${showUnit(heatIn, 'W')} of heat to lead away.` : null
  );
  const unloaded = (motor.kvRpmPerVolt * p.batteryVoltageV) / m.gearRatio;
  add(
    'rpm',
    'Speed of the propulsor',
    'the speed at which motor torque k (I − I0) equals load torque CP ρ n² D⁵ / 2π',
    `${show(p.torqueNm * 1000)} mN m${m.gearRatio === 1 ? '' : ` × ${show(m.gearRatio)} × ${show(m.gearEfficiency)}`} at ${show(p.rpm)} rpm`,
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
