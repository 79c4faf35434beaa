import { partMasses } from '../craft/all-up-mass.ts';
import { CHEMISTRIES } from '../battery/chemistry.ts';
import { GRAVITY_MS2 } from '../units/constants.ts';
import { INCH_M, rpmToRadS } from '../units/convert.ts';
import { show, showUnit } from '../units/show.ts';
import type { Interpreted } from '../setup/interpret.ts';
import { whyFields } from './why-fields.ts';
import { noLoadCurrentAt } from './operating-point.ts';
import type { PredictAnswer } from './answer.ts';
import { FACTOR_TITLES } from './sensitivity.ts';
import { FACTORS, type FactorName } from '../setup/tolerance.ts';

/** The derivation of one number: formula, numbers put in, where they come from, and the rule of thumb beside it. */
export interface Why {
  title: string;
  formula: string;
  numbers: string;
  /** Source and tolerance of each figure put in. */
  sources: string[];
  /** The rule of thumb, with how far off it is here. */
  rule: string | null;
}

/** Sentences on where the unknowns behind a figure come from. */
function sourcesOf(i: Interpreted, names: readonly FactorName[]): string[] {
  return names.map((name) => {
    const sd = i.relativeSd[name];
    return `${FACTOR_TITLES[name]}: ${i.sources[name]}, ±${show(128 * sd, 2)} % (10 to 90 %)`;
  });
}

const off = (rule: number, value: number): string => {
  const d = 100 * (rule / value - 1);
  return `${d >= 0 ? '+' : '−'}${show(Math.abs(d), 2)} % here`;
};

/** The derivation of every figure that the Match screen shows, by the figure's id. */
export function whyAll(i: Interpreted, a: PredictAnswer): Record<string, Why> {
  const p = a.points[0];
  const m = i.model;
  const { battery, motor, craft, propulsor } = i.setup;
  const omega = rpmToRadS(p.rpm) * m.gearRatio;
  const n = p.rpm / 60;
  const k = m.motorConstant;
  const nominal = battery.series * CHEMISTRIES[battery.chemistry].nominalV;
  const d = p.throttle;
  const friction = noLoadCurrentAt(m, omega);
  const all: Record<string, Why> = {};
  const add = (
    id: string,
    title: string,
    formula: string,
    numbers: string,
    names: readonly FactorName[],
    rule: string | null = null
  ): void => {
    all[id] = { title, formula, numbers, sources: sourcesOf(i, names), rule };
  };
  const byWatts = motor.maxPowerW == null ? null : motor.maxPowerW / nominal;
  add(
    'motor-current',
    'Motor current',
    'I = (d V − k ω) / (R_motor + R_ESC), where V is what reaches the ESC',
    `(${show(d)} × ${showUnit(p.batteryVoltageV - (p.batteryCurrentA - m.auxiliaryCurrentA) * m.wiringResistanceOhm, 'V')} − ${show(k, 3)} V s × ${show(omega)} rad/s) / (${show(1000 * m.windingResistanceOhm)} + ${show(1000 * m.escResistanceOhm)} mΩ) = ${showUnit(p.motorCurrentA, 'A')}`,
    FACTORS,
    byWatts === null
      ? null
      : `Watts over nominal volts: ${show(motor.maxPowerW as number)} W / ${show(nominal)} V = ${showUnit(byWatts, 'A')} at its power rating.`
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
  const ct = n > 0 ? p.thrustN / (m.count * m.thrustShare * m.densityKgM3 * n ** 2 * m.diameterM ** 4) : 0;
  add(
    'thrust',
    'Thrust',
    'T = N CT ρ n² D⁴',
    `${m.count}${m.thrustShare === 1 ? '' : ` × ${m.thrustShare} (coaxial)`} × ${show(ct)} × ${show(m.densityKgM3)} kg/m³ × (${show(n)} /s)² × (${show(m.diameterM)} m)⁴ = ${showUnit(p.thrustN, 'N')}`,
    ['thrust', 'power', 'kv'],
    propulsor.coefficients ? null : 'CT is a generic blade’s; a run on the stand narrows it.'
  );
  add(
    'thrust-to-weight',
    'Thrust for the weight',
    'T / (m g)',
    `${showUnit(p.thrustN, 'N')} / (${show(craft.massKg)} kg × ${GRAVITY_MS2}) = ${show(p.thrustN / (craft.massKg * GRAVITY_MS2))}`,
    ['thrust', 'power', 'kv'],
    `By watts: ${show(p.electricalPowerW / craft.massKg)} W/kg.`
  );
  const masses = partMasses(i.setup);
  const airframe = craft.airframeMassKg;
  add(
    'all-up',
    'All-up weight',
    airframe == null ? 'as given in the brief' : 'airframe + the chosen parts',
    airframe == null
      ? showUnit(craft.massKg, 'kg')
      : `${show(airframe)} kg + ${masses.map((x) => `${x.title} ${show(1000 * x.kg)} g${x.estimated ? ' (estimated)' : ''}`).join(' + ')} = ${showUnit(craft.massKg, 'kg')}`,
    [],
    masses.length === 0
      ? null
      : `The power train is ${show((100 * masses.reduce((kg, x) => kg + x.kg, 0)) / craft.massKg, 2)} % of it; a third to a half is usual.`
  );
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
  if (a.fan && i.exitAreaM2 !== null) {
    const f = a.fan;
    const each = p.thrustN / m.count;
    add(
      'jet-speed',
      'Jet speed',
      'Ve = (V + √(V² + 4 T / ρ Ae)) / 2 (momentum theory, exit area kept)',
      `V ${showUnit(p.speedMs, 'm/s')}, T ${showUnit(each, 'N')}, ρ ${show(m.densityKgM3)} kg/m³, Ae ${show(i.exitAreaM2 * 1e4)} cm² = ${showUnit(f.jetMs, 'm/s')}`,
      ['thrust', 'power', 'kv'],
      'A jet flies at most at about seven tenths of its jet speed.'
    );
    add(
      'fan-flow',
      'Air through the fan',
      'ρ Ae Ve',
      `${show(m.densityKgM3)} × ${show(i.exitAreaM2)} m² × ${showUnit(f.jetMs, 'm/s')} = ${show(f.massFlowKgS * 1000)} g/s`,
      ['thrust', 'power', 'kv']
    );
    add(
      'fan-loading',
      'Thrust per watt',
      'T / P at the pack',
      `${showUnit(each, 'N')} / ${showUnit(p.electricalPowerW / m.count, 'W')} = ${show((1000 * f.thrustPerWattNW) / GRAVITY_MS2)} g/W`,
      ['thrust', 'power'],
      'Fans of 50 to 90 mm give 1.5 to 2.5 g/W standing still; an open propeller gives three times that.'
    );
    add(
      'fan-tip',
      'Tip speed of the fan',
      'π D n',
      `π × ${show(m.diameterM)} m × ${show(n)} /s = ${showUnit(f.tipSpeedMs, 'm/s')}`,
      ['kv', 'power']
    );
  }
  if (a.forward)
    add(
      'forward',
      'Fastest level flight',
      'full throttle tilted until lift is the weight and the rest of the thrust meets the drag ½ ρ V² CdA',
      `${showUnit(a.forward.topSpeedMs, 'm/s')}; in hand beyond the weight ${show(a.forward.reserveG)} g`,
      ['thrust', 'power', 'kv'],
      'Agile craft keep at least 1 g in hand.'
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
    'N (I² R + k ω I0), and the gear',
    `copper ${showUnit(p.lossW.motorCopper, 'W')} + iron ${showUnit(p.lossW.motorIron, 'W')} + gear ${showUnit(p.lossW.gear, 'W')} = ${showUnit(heatIn + p.lossW.gear, 'W')}`,
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
  if (a.hover)
    add(
      'hover',
      'Hover',
      'thrust = weight, at part throttle',
      `${showUnit(craft.massKg * GRAVITY_MS2, 'N')} at ${show(100 * a.hover.throttle)} %, ${show(a.hover.rpm)} rpm, ${showUnit(a.hover.batteryCurrentA, 'A')}`,
      FACTORS,
      'Best between 35 and 50 %, at most 60 %.'
    );
  if (a.level)
    add(
      'level',
      'Level flight',
      'drag q S (CD0 + CL²/π e A) against thrust at full throttle',
      `stall ${showUnit(a.level.stallSpeedMs, 'm/s')}, top ${a.level.topSpeedMs === null ? 'none' : showUnit(a.level.topSpeedMs, 'm/s')}, climb ${a.level.climbMs === null ? 'none' : showUnit(a.level.climbMs, 'm/s')}`,
      ['thrust', 'power', 'kv'],
      `Pitch speed ${showUnit(p.pitchSpeedMs, 'm/s')} is often taken for top speed.`
    );
  if (a.boat)
    add(
      'boat',
      'Top speed',
      'thrust less its deduction against the hull’s resistance',
      `${showUnit(a.boat.topSpeedMs, 'm/s')} at ${show(a.boat.loadedRpm)} rpm, slip ${show(100 * a.boat.slip)} %`,
      ['thrust', 'power', 'kv'],
      `KV × cells × 4.0 V = ${show((motor.kvRpmPerVolt * battery.series * 4) / m.gearRatio)} rpm.`
    );
  for (const e of a.endurance)
    add(
      `time-${e.at}`,
      `Time ${e.at === 'full' ? 'at full throttle' : e.at === 'hover' ? 'hovering' : 'cruising'}`,
      'usable Ah / average amps, the circuit solved at every state of charge',
      `${show(i.capacityAh)} Ah × ${show(100 * e.usedShare)} % / ${showUnit(e.averageCurrentA, 'A')} = ${showUnit(e.seconds / 60, 'min')}`,
      ['batteryResistance', 'power', 'kv'],
      `1 Ah at ${show(e.averageCurrentA)} A lasts ${show(60 / Math.max(e.averageCurrentA, 1e-9))} min before the usable share.`
    );
  Object.assign(all, whyFields(i));
  return all;
}
