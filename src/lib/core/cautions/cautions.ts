import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import type { SetupDocument } from '../document/schema.ts';
import { sentenceOf } from './content.ts';
import { ACTS, SEVERITIES, type Act, type Severity } from './acts.ts';
import { RULES } from './safety-rules.ts';
import { PACK_RULES } from './pack-rules.ts';

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

/** Sorted by act and the worst first; acts that nothing belongs to are left out. */
function byAct(acts: readonly Act[], cautions: readonly Caution[]): ActCautions[] {
  return acts.flatMap((act) => {
    const own = cautions
      .filter((c) => c.act === act)
      .sort((a, b) => RANK.indexOf(a.severity) - RANK.indexOf(b.severity));
    return own.length > 0 ? [{ act, title: ACTS[act], cautions: own }] : [];
  });
}

/** Cautions that belong to a setup, worst first within each act; of some acts only where they are named. */
export const cautionsOf = (
  s: SetupAnalysis,
  acts: readonly Act[] = Object.keys(ACTS) as Act[]
): ActCautions[] =>
  byAct(
    acts,
    RULES.filter((rule) => acts.includes(rule.act) && rule.applies(s)).map((rule) => ({
      id: rule.id,
      act: rule.act,
      severity: rule.severity,
      text: sentenceOf(rule.says ? rule.says(s) : rule.id, rule.words?.(s))
    }))
  );

/** Cautions of charging, carrying and storing a pack, whatever it flies in. */
export const cautionsOfPack = (pack: SetupDocument['battery']): ActCautions[] =>
  byAct(
    ['charge', 'carry'],
    PACK_RULES.filter((rule) => rule.applies(pack)).map(({ id, act, severity, words }) => ({
      id,
      act,
      severity,
      text: sentenceOf(id, words?.(pack))
    }))
  );

/** Who has the last word. */
export const DEFERS =
  'Makers’ papers, the law, the club and trained people come before anything here; a prediction is no permission.';
