import { FACTORS, type FactorName } from '../model/tolerance.ts';
import { dutyOf, rippleAt, switchingShare } from '../powertrain/operating-point.ts';
import { rpmToRadS } from '../units/convert.ts';
import { show, showUnit } from '../units/show.ts';
import { atEscV } from './circuit.ts';
import type { WhyContext } from './derivation.ts';

/**
 * Derivations of the watts on the power path: what goes into each part, what is lost there, what is useful. A list of
 * sentences: longer than 80 lines.
 */
export function whyPath({ s, p, add }: WhyContext): void {
  const m = s.powertrain;
  const d = dutyOf(m, p.throttle);
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
    `${showUnit(terminalW, 'W')} − ${showUnit(p.lossW.wiring + p.lossW.auxiliary, 'W')} = ${showUnit(afterLeads, 'W')}`
  );
  into(
    'motor',
    'Power into the motor',
    'what the ESC takes in less its heat',
    `${showUnit(afterLeads, 'W')} − ${showUnit(p.lossW.esc, 'W')} = ${showUnit(afterEsc, 'W')}`
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
  const escV = atEscV(m, p);
  const ripple = rippleAt(m, d);
  const switching = switchingShare(m, d);
  const perVolt = [
    ...(switching > 0 ? [`${show(switching)} × ${showUnit(Math.abs(p.motorCurrentA), 'A')}`] : []),
    ...(m.escIdleCurrentA > 0 ? [showUnit(m.escIdleCurrentA, 'A')] : [])
  ];
  const amps = showUnit(p.batteryCurrentA, 'A');
  loss(
    'battery',
    'Heat in the pack',
    'I² R_pack',
    `(${amps})² × ${show(1000 * s.supply.packOhm)} mΩ = ${showUnit(p.lossW.battery, 'W')}`,
    ['batteryResistance']
  );
  loss(
    'wiring',
    'Heat in the leads',
    'I² R_leads, and what the receiver takes',
    `(${showUnit(p.batteryCurrentA - m.auxiliaryCurrentA, 'A')})² × ${show(1000 * m.wiringResistanceOhm)} mΩ${m.motorLeadOhm > 0 ? ` + ${m.count} × (${showUnit(p.motorCurrentA, 'A')})² × ${show(1000 * m.motorLeadOhm)} mΩ` : ''} + ${showUnit(p.lossW.auxiliary, 'W')} = ${showUnit(p.lossW.wiring + p.lossW.auxiliary, 'W')}`,
    ['wiringResistance']
  );
  loss(
    'esc',
    'Heat in the ESC',
    'N (I_motor² R_ESC + V (s I_motor + idle)); s is lost in switching while the ESC chops',
    `${m.count} × ((${showUnit(p.motorCurrentA, 'A')})² × ${show(1000 * m.escResistanceOhm)} mΩ${perVolt.length > 0 ? ` + ${showUnit(escV, 'V')} × (${perVolt.join(' + ')})` : ''}) = ${showUnit(p.lossW.esc, 'W')}`,
    ['escResistance']
  );
  loss(
    'motor',
    'Heat in the motor',
    'N (I² R_loaded + G V² of the ripple) in the copper and what comes with its current, + N k ω I0 in the iron, + the gear',
    `${m.count} × ((${showUnit(p.motorCurrentA, 'A')})² × ${show(1000 * m.windingResistanceOhm)} mΩ${ripple > 0 ? ` + ${showUnit(1000 * ripple, 'mS')} × (${showUnit(escV, 'V')})²` : ''}) + ${showUnit(p.lossW.motorIron, 'W')} + ${showUnit(p.lossW.gear, 'W')} = ${showUnit(heatIn + p.lossW.gear, 'W')}`,
    ['motorResistance', 'noLoadCurrent']
  );
  const standing = p.speedMs === 0;
  const useful = standing ? p.idealPowerW : Math.max(p.thrustPowerW, 0);
  loss(
    'propulsor',
    'Lost at the blades',
    'shaft power less the useful power',
    `${showUnit(shaft, 'W')} − ${showUnit(useful, 'W')} = ${showUnit(p.lossW.propulsor + p.thrustPowerW - useful, 'W')}`,
    ['thrust', 'power']
  );
  const each = showUnit(p.thrustN / (m.count * m.thrustShare), 'N');
  const area = (m2: number): string => `${show(m.densityKgM3)} kg/m³ × ${show(1e4 * m2)} cm²`;
  const { exitAreaM2, discAreaM2 } = s.model;
  const push = (): string =>
    !standing
      ? `${showUnit(p.thrustN, 'N')} × ${showUnit(p.speedMs, 'm/s')}`
      : exitAreaM2 === null
        ? `${m.count} × ${each} × √(${each} / (2 × ${area(discAreaM2)}))`
        : `${m.count} × ${each} × √(${each} / (${area(exitAreaM2)})) / 2`;
  add(
    'useful',
    'Useful power',
    !standing
      ? 'T V'
      : exitAreaM2 === null
        ? 'standing still thrust × speed is 0: the least power for the thrust of each disc, N T √(T / 2 ρ A) (momentum theory)'
        : 'standing still thrust × speed is 0: the least power for the thrust of each jet, N T √(T / ρ Ae) / 2 (momentum theory, exit area kept)',
    p.thrustN < 0
      ? `${showUnit(p.thrustN, 'N')}: it brakes, nothing is useful, ${showUnit(useful, 'W')}`
      : `${push()} = ${showUnit(useful, 'W')}`,
    ['thrust', 'power']
  );
}
