import { FACTORS, type FactorName } from '../model/tolerance.ts';
import { rpmToRadS } from '../units/convert.ts';
import { show, showUnit } from '../units/show.ts';
import type { WhyContext } from './why.ts';

/** Derivations of the watts on the power path: what goes into each part, what is lost there, what is useful. */
export function whyPath({ s, p, add }: WhyContext): void {
  const m = s.train;
  const d = p.throttle;
  const omega = rpmToRadS(p.rpm) * m.gearRatio;
  const heatIn = p.lossW.motorCopper + p.lossW.motorIron;
  const into = (part: string, title: string, formula: string, numbers: string): void =>
    add(`in-${part}`, title, formula, numbers, FACTORS);
  const terminalW = p.electricalPowerW;
  const source = terminalW + p.lossW.battery;
  const afterLeads = terminalW - p.lossW.wiring - p.lossW.auxiliary;
  const afterEsc = afterLeads - p.lossW.esc;
  const shaft = m.count * p.shaftPowerW - p.lossW.gear;
  into(
    'battery',
    'Power the cells give',
    'V_rest I',
    `${showUnit(p.openCircuitV, 'V')} × ${showUnit(p.batteryCurrentA, 'A')} = ${showUnit(source, 'W')}`
  );
  into(
    'wiring',
    'Power at the pack’s plug',
    'V I',
    `${showUnit(p.batteryVoltageV, 'V')} × ${showUnit(p.batteryCurrentA, 'A')} = ${showUnit(terminalW, 'W')}`
  );
  into(
    'esc',
    'Power into the ESC',
    'V I less leads and receiver',
    `${show(terminalW)} − ${show(p.lossW.wiring + p.lossW.auxiliary)} = ${showUnit(afterLeads, 'W')}`
  );
  into(
    'motor',
    'Power into the motor',
    'what the ESC takes in less its heat',
    `${show(afterLeads)} − ${show(p.lossW.esc)} = ${showUnit(afterEsc, 'W')}`
  );
  into(
    'propulsor',
    'Power at the shaft',
    'N Q ω, less the gear',
    `${m.count} × ${show(1000 * p.torqueNm)} mN m × ${show(omega)} rad/s${p.lossW.gear > 0 ? ` − ${show(p.lossW.gear)} W` : ''} = ${showUnit(shaft, 'W')}`
  );
  const loss = (
    id: string,
    title: string,
    formula: string,
    numbers: string,
    names: readonly FactorName[]
  ): void => add(`loss-${id}`, title, formula, numbers, names);
  const amps = showUnit(p.batteryCurrentA, 'A');
  loss(
    'battery',
    'Heat in the pack',
    'I² R_pack',
    `(${amps})² × ${show(1000 * m.packResistanceOhm)} mΩ = ${showUnit(p.lossW.battery, 'W')}`,
    ['batteryResistance']
  );
  loss(
    'wiring',
    'Heat in the leads',
    'I² R_leads, and what the receiver takes',
    `${showUnit(p.lossW.wiring, 'W')} in ${show(1000 * m.wiringResistanceOhm)} mΩ + ${showUnit(p.lossW.auxiliary, 'W')} to the receiver = ${showUnit(p.lossW.wiring + p.lossW.auxiliary, 'W')}`,
    ['wiringResistance']
  );
  loss(
    'esc',
    'Heat in the ESC',
    'N (I_motor² R_ESC + switching + idle)',
    `${m.count} × (${showUnit(p.motorCurrentA, 'A')})² × ${show(1000 * m.escResistanceOhm)} mΩ${d < 1 ? ` + ${show(100 * m.escSwitchingShare)} % of V I while chopping` : ''} = ${showUnit(p.lossW.esc, 'W')}`,
    ['escResistance']
  );
  loss(
    'motor',
    'Heat in the motor',
    'N (I² R_loaded + k ω I0), and the gear',
    `under load ${showUnit(p.lossW.motorCopper, 'W')} (in the copper and what comes with its current) + iron ${showUnit(p.lossW.motorIron, 'W')} + gear ${showUnit(p.lossW.gear, 'W')} = ${showUnit(heatIn + p.lossW.gear, 'W')}`,
    ['motorResistance', 'noLoadCurrent']
  );
  const useful = p.speedMs === 0 ? p.idealPowerW : Math.max(p.thrustPowerW, 0);
  loss(
    'propulsor',
    'Lost at the propulsor',
    'shaft power less the useful power',
    `${show(m.count * p.shaftPowerW - p.lossW.gear)} W − ${show(useful)} W = ${showUnit(p.lossW.propulsor + p.thrustPowerW - useful, 'W')}`,
    ['thrust', 'power']
  );
  add(
    'useful',
    'Useful power',
    p.speedMs === 0
      ? 'standing still thrust × speed is 0: the least power for this thrust, T √(T / 2 ρ A) (momentum theory)'
      : 'T V',
    p.speedMs === 0
      ? `${showUnit(p.thrustN, 'N')} from ${m.count} disc${m.count === 1 ? '' : 's'} of ${show(m.diameterM)} m = ${showUnit(useful, 'W')}`
      : `${showUnit(p.thrustN, 'N')} × ${showUnit(p.speedMs, 'm/s')} = ${showUnit(useful, 'W')}`,
    ['thrust', 'power']
  );
}
