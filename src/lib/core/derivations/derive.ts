import type { Interpreted } from '../model/interpret.ts';
import type { FactorName } from '../model/tolerance.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { FACTOR_TITLES } from '../powertrain/sensitivity.ts';
import { show } from '../units/show.ts';
import { whyCircuit } from './circuit.ts';
import { whyCraft } from './craft.ts';
import { whyFields } from './fields.ts';
import { whyPath } from './power-path.ts';
import { whyUnknowns } from './unknowns.ts';
import type { Derivation, WhyContext } from './derivation.ts';

/** Sentences on where the unknowns behind a figure come from. */
function sourcesOf(i: Interpreted, names: readonly FactorName[]): string[] {
  return names.map((name) => {
    const sd = i.relativeSd[name];
    return `${FACTOR_TITLES[name]}: ${i.sources[name]}, ±${show(128 * sd, 2)} % (10 to 90 %)`;
  });
}

/** The derivation of every figure that the Match screen shows, by the figure's id. */
export function whyAll(s: SetupAnalysis): Record<string, Derivation> {
  const all: Record<string, Derivation> = whyFields(s.model);
  const add: WhyContext['add'] = (id, title, formula, numbers, names, rule = null) => {
    all[id] = { title, formula, numbers, sources: sourcesOf(s.model, names), rule };
  };
  const context: WhyContext = { s, p: s.point, add };
  whyCircuit(context);
  whyPath(context);
  whyCraft(context);
  whyUnknowns(context);
  return all;
}

/** The derivation of one figure; null where nothing is known by that id. */
export const whyOf = (s: SetupAnalysis, id: string): Derivation | null => {
  const all = whyAll(s);
  return Object.hasOwn(all, id) ? all[id] : null;
};
