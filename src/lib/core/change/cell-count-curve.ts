import { Bench } from '../alternatives/trials.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import type { Band } from '../powertrain/bands.ts';
import { CURRENT_EXPONENT } from './rules/current-1.6.ts';

/** Current at full throttle against the number of cells, from the present count to the new one: what people expect and what comes. */
export interface Trap {
  readonly series: readonly number[];
  /** The current in step with the volts, the rule of 1.6, and the model with its band; A. */
  readonly linearA: readonly number[];
  readonly ruleA: readonly number[];
  readonly modelA: readonly number[];
  readonly band: readonly (Band | null)[];
  readonly present: number;
  readonly wanted: number;
  /** The exponent on the cell count that the model comes to. */
  readonly exponent: number;
  /** Current at the new count with everything else that the change does: an output limit; null where it does nothing else. */
  readonly limitedA: number | null;
}

/** Most cell counts of one picture: a long way is taken in larger steps. */
const MOST = 9;

/** Cell counts between two, one beyond the larger where that is near. */
function countsBetween(a: number, b: number): number[] {
  const [low, high] = [Math.min(a, b), Math.max(a, b)];
  const step = Math.ceil((high - low + 1) / MOST);
  const counts = Array.from({ length: high - low + 1 }, (_, k) => low + k);
  return counts.filter((n) => (n - low) % step === 0 || n === high || n === low);
}

/**
 * The trap of one more cell: current in step with volts, by the rule of 1.6, and as the model has it with sag. Everything but
 * the count of cells stays, the pack's mass and make with it.
 */
export function trapOf(before: SetupAnalysis, wanted: number, limitedA: number | null = null): Trap | null {
  const present = before.setup.battery.series;
  if (present === wanted) return null;
  const series = countsBetween(present, wanted);
  const amps = before.worst.batteryCurrentA;
  const bench = new Bench(before, []);
  const at = series.flatMap((n) => {
    if (n === present) return before;
    return bench.try([{ text: '', changes: [{ path: 'battery.series', value: n }] }])?.asLookedAt ?? [];
  });
  if (at.length < series.length) return null;
  const modelA = at.map((s) => s.worst.batteryCurrentA);
  const last = modelA[series.indexOf(wanted)];
  return {
    series,
    linearA: series.map((n) => (amps * n) / present),
    ruleA: series.map((n) => amps * (n / present) ** CURRENT_EXPONENT),
    modelA,
    band: at.map((s) => s.worst.band?.batteryCurrentA ?? null),
    present,
    wanted,
    limitedA,
    exponent: Math.log(last / amps) / Math.log(wanted / present)
  };
}
