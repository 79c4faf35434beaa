import type { Craft } from '../document/schema.ts';
import { firstOfEach } from './found.ts';
import type { SearchBrief, SearchLimits } from './search-request.ts';
import type { Axis } from '../yardstick/objectives.ts';
import { SearchRun } from './search-run.ts';
import { placesOf, places, spaceOf, type SearchParts, type Space } from './space.ts';

/** A wish that a search may be asked to give a little. */
export type Wish =
  | 'leastSeconds'
  | 'leastThrustToWeight'
  | 'leastSpeedMs'
  | 'largestPropM'
  | 'maxCurrentA'
  | 'maxMassKg'
  | 'maxHoverThrottle';

/** The smallest step by which one wish would have to give to let something through. SI. */
export interface Relaxation {
  readonly wish: Wish;
  /** What is wished, and what would do: rounded away from the wish to two digits. */
  readonly from: number;
  readonly to: number;
  /** How many more are workable then, and how many without the wish; of those that differ in ESC and supply only each. */
  readonly opens: number;
  readonly without: number;
}

/** What each wish is wished of, where it stands in the craft, and the value at which it asks nothing any more. */
const WISHES: Record<
  Wish,
  {
    readonly of: Axis | 'diameter';
    readonly craft: keyof Craft | null;
    readonly atLeast: boolean;
    readonly nothing: number;
  }
> = {
  leastSeconds: { of: 'time', craft: 'targetSeconds', atLeast: true, nothing: 1e-3 },
  leastThrustToWeight: { of: 'thrustToWeight', craft: 'targetThrustToWeight', atLeast: true, nothing: 1e-3 },
  leastSpeedMs: { of: 'topSpeed', craft: 'targetSpeedMs', atLeast: true, nothing: 1e-3 },
  largestPropM: { of: 'diameter', craft: 'largestPropM', atLeast: false, nothing: 10 },
  maxCurrentA: { of: 'current', craft: null, atLeast: false, nothing: 10000 },
  maxMassKg: { of: 'mass', craft: null, atLeast: false, nothing: 1000 },
  maxHoverThrottle: { of: 'hoverThrottle', craft: null, atLeast: false, nothing: 1 }
};

/** Most combinations that are searched to find what would have to give. */
const MOST_WORK = 160_000;

/** A figure rounded away from the wish, to two digits: what a person would set. */
function rounded(value: number, atLeast: boolean): number {
  const step = 10 ** (Math.floor(Math.log10(value)) - 1);
  const k = value / step;
  return Number((step * (atLeast ? Math.floor(k + 1e-9) : Math.ceil(k - 1e-9))).toPrecision(2));
}

/** The wish as it is searched by: the limit's or the craft's, whichever is stricter; null where there is none. */
function wished(wish: Wish, space: Space, limits: SearchLimits): number | null {
  const { craft } = WISHES[wish];
  return ((craft === null ? limits[wish] : space.head.craft[craft]) as number | null | undefined) ?? null;
}

/**
 * What the wishes themselves would have to give: for each, everything is searched without it, and the nearest of what is then
 * workable tells the smallest step. Those that open nothing are left out; the smallest step by share comes first.
 */
export function relaxationsOf(
  space: Space,
  brief: SearchBrief,
  parts: SearchParts,
  limits: SearchLimits
): Relaxation[] {
  let work = 0;
  const found: Relaxation[] = [];
  for (const wish of Object.keys(WISHES) as Wish[]) {
    const { of, craft, atLeast, nothing } = WISHES[wish];
    const from = wished(wish, space, limits);
    work += space.size;
    if (from === null || space.size === 0 || work > MOST_WORK) continue;
    const free = { ...brief.craft };
    if (craft !== null) delete free[craft];
    // room that is not given is room enough; what a purpose asks by itself is asked by its target
    const without: SearchLimits = { ...limits, [wish]: wish === 'largestPropM' ? null : nothing };
    const open = spaceOf({ ...brief, craft: free }, parts, without);
    const run = new SearchRun(open, without).findWorkable();
    const at = places();
    const valueOf = (k: number): number =>
      of === 'diameter'
        ? open.propulsors[placesOf(open, run.found.combination(k), at).propulsor].document.diameterM
        : (run.found.value(k, of) ?? (atLeast ? 0 : Infinity));
    const misses = (value: number): boolean =>
      atLeast ? value < from * (1 - 1e-9) : value > from * (1 + 1e-9);
    const all = Array.from({ length: run.found.length }, (_, k) => k).filter((k) => misses(valueOf(k)));
    const each = open.escs.length * open.supplies.length;
    // nearest first; of those that differ in ESC and supply only the nearest
    all.sort((a, b) => (atLeast ? valueOf(b) - valueOf(a) : valueOf(a) - valueOf(b)));
    const { best } = firstOfEach(all, (k) => Math.floor(run.found.combination(k) / each), Infinity);
    if (best.length === 0) continue;
    const to = rounded(valueOf(best[0]), atLeast);
    const opens = best.filter((k) =>
      atLeast ? valueOf(k) >= to * (1 - 1e-9) : valueOf(k) <= to * (1 + 1e-9)
    );
    found.push({ wish, from, to, opens: opens.length, without: best.length });
  }
  const step = ({ from, to }: Relaxation): number => Math.abs(Math.log(to / from));
  return found.sort((a, b) => step(a) - step(b));
}
