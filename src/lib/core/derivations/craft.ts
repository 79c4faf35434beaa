import { hoverThrustN } from '../powertrain/craft/hover.ts';
import { ENDURANCES } from '../powertrain/predicted.ts';
import { partMasses } from '../model/all-up-mass.ts';
import type { Interpreted } from '../model/interpret.ts';
import { FACTORS } from '../model/tolerance.ts';
import type { PredictedPoint } from '../powertrain/predicted.ts';
import { GRAVITY_MS2 } from '../units/constants.ts';
import { show, showUnit } from '../units/show.ts';
import type { WhyContext } from './derivation.ts';

/** Thrust per watt standing still, beside what is usual for the kind of propulsor. Common practice, no source. */
function thrustRule(i: Interpreted, p: PredictedPoint): string | null {
  if (i.inWater || p.speedMs > 0 || p.electricalPowerW <= 0) return null;
  const perWatt = (1000 * p.thrustN) / GRAVITY_MS2 / p.electricalPowerW;
  const usual = i.exitAreaM2 === null ? '4 to 8' : '1.5 to 2.5';
  return `${usual} g per watt standing still at full throttle is usual, more at part throttle; here ${show(perWatt, 2)} g/W.`;
}

/** The derivation of every figure that the Match screen shows, by the figure's id. */
const TIME_OF = {
  mixed: 'in ordinary use',
  full: 'at full throttle',
  hover: 'hovering',
  cruise: 'at the speed of best range'
} as const;

/**
 * Derivations of what the craft does: thrust, weight, hover, level flight, boat, fan, times. A list of sentences: longer
 * than 80 lines.
 */
export function whyCraft({ s, p, add }: WhyContext): void {
  const { model: i, powertrain: m } = s;
  const n = p.rpm / 60;
  const { battery, motor, craft } = i.setup;
  const ct = n > 0 ? p.thrustN / (m.count * m.thrustShare * m.densityKgM3 * n ** 2 * m.diameterM ** 4) : 0;
  add(
    'thrust',
    'Thrust',
    'T = N CT ρ n² D⁴',
    `${m.count}${m.thrustShare === 1 ? '' : ` × ${m.thrustShare} (coaxial)`} × ${show(ct)} × ${show(m.densityKgM3)} kg/m³ × (${show(n)} /s)² × (${show(m.diameterM)} m)⁴ = ${showUnit(p.thrustN, 'N')}`,
    ['thrust', 'power', 'kv'],
    thrustRule(i, p)
  );
  add(
    'thrust-to-weight',
    'Thrust for the weight',
    'T / (m g)',
    `${showUnit(p.thrustN, 'N')} / (${show(craft.massKg)} kg × ${GRAVITY_MS2} m/s²) = ${show(p.thrustN / (craft.massKg * GRAVITY_MS2))}`,
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
      : `The powertrain is ${show((100 * masses.reduce((kg, x) => kg + x.kg, 0)) / craft.massKg, 2)} % of it; a third to a half is usual.`
  );
  if (s.fan && i.exitAreaM2 !== null) {
    const f = s.fan;
    // a fan that the stream drives makes no jet of its own
    const each = Math.max(p.thrustN, 0) / m.count;
    add(
      'jet-speed',
      'Jet speed',
      'Ve = (V + √(V² + 4 T / ρ Ae)) / 2 (momentum theory, exit area kept)',
      `(${showUnit(p.speedMs, 'm/s')} + √((${showUnit(p.speedMs, 'm/s')})² + 4 × ${showUnit(each, 'N')} / (${show(m.densityKgM3)} kg/m³ × ${show(i.exitAreaM2 * 1e4)} cm²))) / 2 = ${showUnit(f.jetMs, 'm/s')}`,
      ['thrust', 'power', 'kv'],
      'A jet flies at most at about seven tenths of its jet speed.'
    );
    add(
      'fan-flow',
      'Air through the fan',
      'ρ Ae Ve',
      `${show(m.densityKgM3)} kg/m³ × ${show(i.exitAreaM2)} m² × ${showUnit(f.jetMs, 'm/s')} = ${show(f.massFlowKgS * 1000)} g/s`,
      ['thrust', 'power', 'kv']
    );
    add(
      'fan-loading',
      'Thrust per watt',
      'T / g / P at the pack',
      p.electricalPowerW > 0
        ? `${showUnit(each, 'N')} / ${GRAVITY_MS2} m/s² / ${showUnit(p.electricalPowerW / m.count, 'W')} = ${show((1000 * f.thrustPerWattNW) / GRAVITY_MS2)} g/W`
        : 'no power is taken from the pack',
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
  if (s.forward)
    add(
      'forward',
      'Fastest level flight',
      'full throttle tilted until lift is the weight and the rest of the thrust meets the drag ½ ρ V² CdA',
      `${showUnit(s.forward.topSpeedMs, 'm/s')}; in hand beyond the weight ${show(s.forward.reserveG)} g`,
      ['thrust', 'power', 'kv'],
      'Agile craft keep at least 1 g in hand.'
    );
  if (s.hover)
    add(
      'hover',
      'Hover',
      'thrust = weight and what the stream presses on the frame (5 % of the thrust), at part throttle',
      `${showUnit(hoverThrustN(craft.massKg), 'N')} at ${show(100 * s.hover.throttle)} %, ${show(s.hover.rpm)} rpm, ${showUnit(s.hover.batteryCurrentA, 'A')}`,
      FACTORS,
      'Best between 35 and 50 %, at most 60 %.'
    );
  if (s.level)
    add(
      'level',
      'Level flight',
      'drag q S (CD0 + CL²/π e A) against thrust at full throttle',
      `stall ${showUnit(s.level.stallSpeedMs, 'm/s')}, top ${s.level.topSpeedMs === null ? 'none' : showUnit(s.level.topSpeedMs, 'm/s')}, climb ${s.level.climbMs === null ? 'none' : showUnit(s.level.climbMs, 'm/s')}`,
      ['thrust', 'power', 'kv'],
      `Pitch speed ${showUnit(p.pitchSpeedMs, 'm/s')} is often taken for top speed.`
    );
  if (s.boat)
    add(
      'boat',
      'Top speed',
      'thrust less its deduction against the hull’s resistance',
      `${showUnit(s.boat.topSpeedMs, 'm/s')} at ${show(s.boat.loadedRpm)} rpm; slip 1 − ${showUnit(s.boat.topSpeedMs, 'm/s')} / (${show(s.boat.loadedRpm / 60, 4)} /s × ${show(1000 * m.pitchM)} mm) = ${show(100 * s.boat.slip)} %`,
      ['thrust', 'power', 'kv'],
      `KV × cells × 4.0 V = ${show((motor.kvRpmPerVolt * battery.series * 4) / m.gearRatio)} rpm.`
    );
  const use = s.use;
  for (const e of ENDURANCES.flatMap((at) => s.lasting(at) ?? []))
    add(
      `time-${e.at}`,
      `Time ${TIME_OF[e.at]}`,
      e.at === 'mixed'
        ? `usable Ah / average amps; ${use.title}: ${show(100 * use.fullShare)} % of the time at full throttle, ${craft.kind === 'multirotor' ? 'else carrying its weight' : `else ${show(100 * use.restShare)} % of the full current`}`
        : 'usable Ah / average amps, the circuit solved at every state of charge',
      `${show(i.capacityAh)} Ah × ${show(100 * e.usedShare)} % / ${showUnit(e.averageCurrentA, 'A')} = ${showUnit(e.seconds / 60, 'min')}`,
      ['batteryResistance', 'power', 'kv'],
      `1 Ah at ${show(e.averageCurrentA)} A lasts ${show(60 / Math.max(e.averageCurrentA, 1e-9))} min before the usable share.`
    );
}
