import { readPath } from '../document/change.ts';
import type { Interpreted } from '../model/interpret.ts';
import type { FactorName } from '../model/tolerance.ts';
import { READING_S, settledFactor } from '../parts/pack/under-load.ts';
import { show, showUnit } from '../units/show.ts';
import { unitOfField } from '../units/unit-of-field.ts';
import type { Why } from './why.ts';

/** Unknown behind a figure of the document, where one has a tolerance. */
const FACTOR_OF: Record<string, FactorName> = {
  'battery.cellResistanceOhm': 'batteryResistance',
  'wiring.resistanceOhm': 'wiringResistance',
  'esc.resistanceOhm': 'escResistance',
  'motor.kvRpmPerVolt': 'kv',
  'motor.resistanceOhm': 'motorResistance',
  'motor.noLoadCurrentA': 'noLoadCurrent'
};

/** What a figure of the document is for, in the sums. */
const MEANING: Record<string, [title: string, used: string]> = {
  'battery.series': ['Cells in series', 'volts of the pack = cells × volts per cell'],
  'battery.capacityAh': ['Capacity', 'time = usable Ah / average amps; amps allowed = Ah × C'],
  'battery.continuousC': ['Continuous C', 'amps the label allows = Ah × C'],
  'battery.cellResistanceOhm': [
    'Resistance of one cell',
    `V = V_rest − I × cells × R / strands, R growing under load: ${show(settledFactor(READING_S))} times after ${READING_S} s`
  ],
  'wiring.resistanceOhm': ['Resistance of the leads', 'heat = I² R, there and back'],
  'wiring.gaugeAwg': ['Wire gauge', 'area = π/4 (0.127 mm × 92^((36 − gauge)/39))² (ASTM B258)'],
  'wiring.leadLengthM': ['Length of the leads', 'R = 2 × length × resistivity / area'],
  'esc.continuousA': ['ESC rating', 'compared with the worst-case current of one motor'],
  'esc.maxSeries': ['Most cells of the ESC', 'compared with the pack’s cells'],
  'esc.resistanceOhm': ['Resistance of the ESC', 'heat = I² R of each motor’s current'],
  count: ['Motors', 'thrust, current and heat are those of one times this'],
  'motor.kvRpmPerVolt': ['KV', 'k = 60 / (2π KV), V s/rad: volts per rad/s and N m per A'],
  'motor.resistanceOhm': [
    'Winding resistance',
    'at rest; under load the speed falls, and heat arises, as of a larger one: I = (V − k ω) / R_loaded'
  ],
  'motor.noLoadCurrentA': ['No-load current', 'friction and iron: torque = k (I − I0)'],
  gearRatio: ['Gear ratio', 'rpm of the blades = rpm of the motor / ratio'],
  'propulsor.diameterM': ['Diameter', 'thrust and power grow as rpm² D⁴ and rpm³ D⁵'],
  'propulsor.pitchM': ['Pitch', 'blade angle = atan(pitch / (2π r)) at every radius'],
  'propulsor.blades': ['Blades', 'blade area, and tip losses between blades (Prandtl)'],
  'propulsor.immersion': ['Immersed share', 'only blades in the water push'],
  'propulsor.expandedAreaRatio': ['Blade area ratio', 'enters thrust and torque of the screw series'],
  'craft.massKg': ['All-up weight', 'weight = kg × 9.81']
};

/** "At rest 55 mΩ, under load about 138": what the model takes for the winding's resistance, and why. */
export function underLoad(i: Interpreted): string {
  const m = i.motorAtLoad;
  const rest = show(1000 * m.restOhm);
  const loaded = show(1000 * i.model.windingResistanceOhm);
  const fitted = i.applied?.factors.motorResistance ?? 1;
  const parts = [
    `${rest} mΩ × ${show(m.loadedFactor)} ${m.given ? 'as given' : `for an ${m.build}`}`,
    ...(Math.abs(m.hotFactor - 1) > 1e-9 ? [`${show(m.hotFactor)} for the winding’s warmth`] : []),
    ...(Math.abs(fitted - 1) > 1e-9 ? [`${show(fitted)} from the calibration`] : [])
  ];
  return `At rest ${rest} mΩ, under load about ${loaded} mΩ: ${parts.join(' × ')}`;
}

/** Where each editable figure comes from, how surely it is known, and what it is used for. */
export function whyFields(i: Interpreted): Record<string, Why> {
  const all: Record<string, Why> = {};
  const given = i.setup.sources as Record<string, string> | undefined;
  for (const [path, [title, used]] of Object.entries(MEANING)) {
    const value = readPath(i.setup, path);
    const estimate = i.estimates.find((e) => e.path === path);
    const factor = FACTOR_OF[path];
    const source = factor ? i.sources[factor] : (given?.[path] ?? 'label');
    const tolerance = factor
      ? `, ±${show(128 * i.relativeSd[factor], 2)} % (10 to 90 %)`
      : ', taken as it stands';
    all[path] = {
      title,
      formula: used,
      numbers: estimate
        ? `not given: ${show(estimate.value)} ${estimate.unit}, from ${estimate.working}`
        : value == null
          ? 'not given'
          : `given: ${showUnit(value as number, unitOfField(path).replace('ohm', 'Ω'))}`,
      sources: [`${title}: ${estimate ? 'estimated' : source}${tolerance}`],
      rule: null
    };
  }
  const w = all['motor.resistanceOhm'];
  if (w) all['motor.resistanceOhm'] = { ...w, numbers: `${w.numbers}. ${underLoad(i)}` };
  return all;
}
