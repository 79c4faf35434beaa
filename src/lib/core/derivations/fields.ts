import { readPath } from '../document/change.ts';
import type { Interpreted } from '../model/interpret.ts';
import { explainedFields } from '../registry/fields.ts';
import { show, showUnit } from '../units/show.ts';
import { unitOfField } from '../units/unit-of-field.ts';
import type { Derivation } from './derivation.ts';

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
export function whyFields(i: Interpreted): Record<string, Derivation> {
  const all: Record<string, Derivation> = {};
  const given = i.setup.sources as Record<string, string> | undefined;
  for (const { path, why, unknown: factor } of explainedFields()) {
    const [title, used] = why;
    const value = readPath(i.setup, path);
    const estimate = i.estimates.find((e) => e.path === path);
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
