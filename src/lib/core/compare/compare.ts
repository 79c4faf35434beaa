import { partWord } from '../document/part-words.ts';
import type { SetupDocument } from '../document/schema.ts';
import { figureOf, type FigureName } from '../registry/figures.ts';
import { runChecks } from '../checks/run-checks.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import type { QuantityName } from '../units/quantity.ts';
import { MULTIROTOR_PURPOSES, PURPOSES, type MultirotorPurpose, type Purpose } from '../document/schools.ts';
import { multirotorPurposeOf, purposeOf } from '../brief/wanted.ts';

/** One line of a comparison: a part in words, or a result with the better ones marked. */
interface CompareRow {
  title: string;
  quantity: QuantityName | null;
  values: (number | string | null)[];
  better: number | null;
  /** Whether the purpose is judged by this row. */
  yardstick: boolean;
}

/** Setups of one craft side by side. */
export interface Comparison {
  rows: CompareRow[];
  /** The one that serves the purpose best, and why; null when nothing tells them apart. */
  best: { index: number; sentence: string } | null;
}

type Yardstick = 'thrust' | 'hoverThrottle' | 'agileReserve' | 'climb' | 'topSpeed' | 'timeMixed';

/** What each purpose is judged by. Common practice, no source. */
const AEROPLANE: Record<Purpose, Yardstick> = {
  glider: 'timeMixed',
  trainer: 'timeMixed',
  sport: 'thrust',
  floatplane: 'thrust',
  'hand-launch': 'thrust',
  aerobatic: 'climb',
  unlimited: 'climb',
  speed: 'topSpeed',
  jet: 'topSpeed'
};
const MULTIROTOR: Record<MultirotorPurpose, Yardstick> = {
  hover: 'timeMixed',
  agile: 'agileReserve',
  carry: 'hoverThrottle'
};

/** The yardstick of a craft and the words for what it is for. */
function yardstickOf(craft: SetupDocument['craft']): { by: Yardstick; purpose: string } {
  if (craft.kind === 'fixed-wing') {
    const purpose = purposeOf(craft.purpose);
    return { by: AEROPLANE[purpose], purpose: PURPOSES[purpose].title };
  }
  if (craft.kind === 'multirotor') {
    const purpose = multirotorPurposeOf(craft.purpose);
    return { by: MULTIROTOR[purpose], purpose: MULTIROTOR_PURPOSES[purpose].title };
  }
  return craft.hull === 'displacement'
    ? { by: 'timeMixed', purpose: 'work' }
    : { by: 'topSpeed', purpose: 'speed' };
}

/** The propulsor in a word: the one that all have, else the word for all of them. */
const propulsorWord = (list: readonly SetupAnalysis[]): string => {
  const words = new Set(list.map((s) => partWord('propulsor', s.setup.propulsor.kind)));
  return words.size === 1 ? [...words][0] : 'propulsor';
};

const partText = (s: SetupDocument, propulsor: string): Record<string, string> => ({
  pack: s.battery.name ?? `${s.battery.series}S ${s.battery.capacityAh} Ah`,
  ESC: s.esc?.name ?? (s.esc?.continuousA == null ? 'not given' : `${s.esc.continuousA} A`),
  motor: s.motor.name ?? `${s.motor.kvRpmPerVolt} KV`,
  [propulsor]: s.propulsor.name ?? s.propulsor.kind
});

/** What a comparison reads of one setup: its situation, and how many checks are over and tight. */
interface Side {
  readonly s: SetupAnalysis;
  readonly over: number;
  readonly tight: number;
}

const sideOf = (s: SetupAnalysis): Side => {
  const findings = runChecks(s).map((c) => c.finding);
  const count = (finding: string): number => findings.filter((f) => f === finding).length;
  return { s, over: count('over'), tight: count('tight') };
};

/** Where the best of a row's values stands; null where they differ by less than a thousandth. */
function betterOf(values: readonly (number | null)[], best: 'most' | 'least'): number | null {
  const known = values.filter((v): v is number => v !== null);
  if (known.length < 2) return null;
  const target = best === 'most' ? Math.max(...known) : Math.min(...known);
  const spread = Math.max(...known) - Math.min(...known);
  return spread > 1e-3 * Math.abs(target) ? values.indexOf(target) : null;
}

/** The one with the fewest findings over their limit, and among those the best by the purpose's yardstick. */
function bestOf(
  sides: readonly Side[],
  rows: readonly CompareRow[],
  best: 'most' | 'least',
  purpose: string
): Comparison['best'] {
  const row = rows.find((r) => r.yardstick);
  if (sides.length < 2 || !row) return null;
  const over = sides.map((side) => side.over);
  const fewest = Math.min(...over);
  const allowed = row.values.map((v, k) => (over[k] === fewest && typeof v === 'number' ? v : null));
  const left = allowed.flatMap((v, k) => (v === null ? [] : [k]));
  const index = left.length === 1 ? left[0] : betterOf(allowed, best);
  if (index === null) return null;
  const excluded = over.some((n) => n > fewest);
  const sentence =
    left.length === 1 && excluded
      ? `Better for ${purpose}: it alone has ${fewest === 0 ? 'nothing over a limit' : `only ${fewest} over a limit`}.`
      : `Better for ${purpose}, by ${row.title}${excluded ? ', among those with fewest findings over a limit' : ''}.`;
  return { index, sentence };
}

/** Results that are compared, in their order. */
const COMPARED = [
  'current',
  'thrust',
  'hoverThrottle',
  'agileReserve',
  'climb',
  'topSpeed',
  'timeMixed',
  'windingHeat'
] as const satisfies readonly FigureName[];
/** Titles of a comparison, where nothing beside them says what they are of. */
const COMPARED_TITLES: Readonly<Partial<Record<FigureName, string>>> = {
  timeMixed: 'time',
  windingHeat: 'winding at its hottest'
};

/** Setups of one craft: only parts that differ, results with the better one marked, the purpose's own yardstick first. */
export function compareSetups(list: readonly SetupAnalysis[]): Comparison {
  const rows: CompareRow[] = [];
  if (list.length === 0) return { rows, best: null };
  const propulsor = propulsorWord(list);
  const parts = list.map((s) => partText(s.document, propulsor));
  for (const title of ['pack', 'ESC', 'motor', propulsor]) {
    const values = parts.map((p) => p[title]);
    if (new Set(values).size > 1)
      rows.push({ title, quantity: null, values, better: null, yardstick: false });
  }
  const { by, purpose } = yardstickOf(list[0].setup.craft);
  const results: CompareRow[] = [];
  for (const name of COMPARED) {
    const { quantity, of, better } = figureOf(name);
    const values = list.map((s) => (name === 'thrust' && s.kind === 'boat' ? null : of(s)));
    if (values.every((v) => v === null)) continue;
    const title = COMPARED_TITLES[name] ?? figureOf(name).name;
    results.push({
      title,
      quantity,
      values,
      better: betterOf(values, better ?? 'most'),
      yardstick: name === by
    });
  }
  const sides = list.map(sideOf);
  results.sort((a, b) => Number(b.yardstick) - Number(a.yardstick));
  rows.push(...results, {
    title: 'over / tight',
    quantity: null,
    values: sides.map((side) => `${side.over} / ${side.tight}`),
    better: null,
    yardstick: false
  });
  return { rows, best: bestOf(sides, rows, figureOf(by).better ?? 'most', purpose) };
}
