import type { Situation } from '../situation/situation.ts';
import { ACTS, RULES, SEVERITIES, type Act, type Severity } from './catalogue.ts';

/** A caution of a setup, in words. */
export interface Caution {
  readonly id: string;
  readonly act: Act;
  readonly severity: Severity;
  readonly text: string;
}

/** Cautions that belong to one act. */
export interface ActCautions {
  readonly act: Act;
  /** "before the first power-up" */
  readonly title: string;
  readonly cautions: readonly Caution[];
}

const RANK: readonly Severity[] = ['danger', 'care', 'mind'];

/** Severity in a word. */
export const severityWord = (severity: Severity): string => SEVERITIES[severity];

/** Cautions that belong to a setup, worst first within each act; of some acts only where they are named. */
export function cautionsOf(s: Situation, acts: readonly Act[] = Object.keys(ACTS) as Act[]): ActCautions[] {
  return acts.flatMap((act) => {
    const cautions = RULES.filter((rule) => rule.act === act && rule.applies(s))
      .map(({ id, severity, text }) => ({ id, act, severity, text: text(s) }))
      .sort((a, b) => RANK.indexOf(a.severity) - RANK.indexOf(b.severity));
    return cautions.length > 0 ? [{ act, title: ACTS[act], cautions }] : [];
  });
}

/** Who has the last word. */
export const DEFERS =
  'Makers’ papers, the law, the club and trained people come before anything here; a prediction is no permission.';
