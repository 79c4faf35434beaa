import type { DrivePart } from '../registry/parts.ts';
import type {
  Battery,
  Craft,
  Esc,
  Motor,
  Propulsor,
  ReceiverSupply,
  SetupDocument,
  Source
} from '../document/schema.ts';
import type { SearchBrief, SearchLimits, SetupHead } from './search-request.ts';

/** A part that a search may choose. */
export interface SearchPart<T> {
  readonly name: string;
  readonly owned: boolean;
  /** Price of one; null or left out where it is not known. */
  readonly price?: number | null;
  readonly document: T;
  /** Where its figures come from, by field; the label where nothing is said. */
  readonly sources?: Readonly<Record<string, Source>>;
  /** Id on the user's shelf; none for parts that came with a request. */
  readonly id?: number;
  /** Fields of which its life taught more than its label says: the document has what was taught. */
  readonly taught?: readonly string[];
}

/** Parts to choose from. */
export interface SearchParts {
  readonly battery: readonly SearchPart<Battery>[];
  readonly esc: readonly SearchPart<Esc>[];
  readonly motor: readonly SearchPart<Motor>[];
  readonly propulsor: readonly SearchPart<Propulsor>[];
  readonly receiverSupply?: readonly SearchPart<ReceiverSupply>[];
}

/** Parts of the shelf that are not looked at, and why. */
export interface LeftOut {
  readonly part: DrivePart;
  readonly why: 'not-owned' | 'cells' | 'kind';
  readonly count: number;
}

/** Places of a combination's parts in the lists of its space. */
export interface Places {
  propulsor: number;
  motor: number;
  gear: number;
  battery: number;
  esc: number;
  supply: number;
}

/**
 * Every combination of motor, gear, propulsor, pack, ESC and receiver supply that a search looks at, each by its number:
 * none is ever held as an object. Numbers count the supply fastest, then ESC, pack, gear, motor, and the propulsor slowest,
 * since a propulsor's table is what costs most to have at hand.
 */
export interface Space {
  readonly head: SetupHead;
  readonly propulsors: readonly SearchPart<Propulsor>[];
  readonly motors: readonly SearchPart<Motor>[];
  readonly gears: readonly number[];
  readonly batteries: readonly SearchPart<Battery>[];
  readonly escs: readonly SearchPart<Esc>[];
  readonly supplies: readonly (SearchPart<ReceiverSupply> | null)[];
  /** Number of combinations. */
  readonly size: number;
  readonly leftOut: readonly LeftOut[];
}

/** Kinds of propulsor that drive a craft of a kind at all: a screw wants water. */
const kindsFor = (kind: Craft['kind']): readonly Propulsor['kind'][] =>
  kind === 'boat'
    ? ['propeller', 'ducted-fan', 'submerged-screw', 'surface-drive']
    : ['propeller', 'ducted-fan'];

/** The stricter of two wishes; null where neither is given. */
const stricter = (
  pick: (a: number, b: number) => number,
  a: number | null | undefined,
  b: number | null | undefined
): number | null => (a == null ? (b ?? null) : b == null ? a : pick(a, b));

/** The craft with the limits of a search as its wishes, so that the checks judge them. */
export function craftWithin(craft: Craft, limits: SearchLimits): Craft {
  const wishes = {
    largestPropM: stricter(Math.min, craft.largestPropM, limits.largestPropM),
    targetSeconds: stricter(Math.max, craft.targetSeconds, limits.leastSeconds),
    targetSpeedMs: stricter(Math.max, craft.targetSpeedMs, limits.leastSpeedMs),
    targetThrustToWeight: stricter(Math.max, craft.targetThrustToWeight, limits.leastThrustToWeight)
  };
  const given = Object.entries(wishes).filter(([, value]) => value !== null);
  return { ...craft, ...Object.fromEntries(given) };
}

/** Makes the space of a brief, its limits and a shelf. */
export function spaceOf(brief: SearchBrief, parts: SearchParts, limits: SearchLimits = {}): Space {
  const leftOut: LeftOut[] = [];
  const craft = craftWithin(brief.craft, limits);
  const narrowed = <T>(
    part: LeftOut['part'],
    list: readonly SearchPart<T>[],
    rules: readonly [why: LeftOut['why'], keep: (p: SearchPart<T>) => boolean][]
  ): readonly SearchPart<T>[] => {
    const fixed = limits.fixed?.[part];
    if (fixed != null)
      return [{ name: (fixed as { name?: string }).name ?? '', owned: true, document: fixed as T }];
    return rules.reduce((kept, [why, keep]) => {
      const rest = kept.filter(keep);
      if (rest.length < kept.length) leftOut.push({ part, why, count: kept.length - rest.length });
      return rest;
    }, list);
  };
  const owned = (p: SearchPart<unknown>): boolean => p.owned || limits.ownedOnly !== true;
  const { series } = limits;
  const kinds = limits.propulsorKinds ?? kindsFor(craft.kind);
  const propulsors = narrowed('propulsor', parts.propulsor, [
    ['not-owned', owned],
    ['kind', (p) => kinds.includes(p.document.kind)]
  ]);
  const motors = narrowed('motor', parts.motor, [['not-owned', owned]]);
  const batteries = narrowed('battery', parts.battery, [
    ['not-owned', owned],
    ['cells', (p) => series == null || series.length === 0 || series.includes(p.document.series)]
  ]);
  const escs = narrowed('esc', parts.esc, [['not-owned', owned]]);
  const gears = limits.gearRatios ?? [brief.gearRatio ?? 1];
  const supplies: (SearchPart<ReceiverSupply> | null)[] = brief.receiverSupply
    ? [null]
    : [null, ...(parts.receiverSupply ?? []).filter(owned)];
  return {
    head: { ...brief, format: 'iskarn.setup/1', craft },
    propulsors,
    motors,
    gears,
    batteries,
    escs,
    supplies,
    size: propulsors.length * motors.length * gears.length * batteries.length * escs.length * supplies.length,
    leftOut
  };
}

/** Takes a combination's number apart. Writes `out`. */
export function placesOf(space: Space, combination: number, out: Places): Places {
  let k = combination;
  out.supply = k % space.supplies.length;
  k = Math.floor(k / space.supplies.length);
  out.esc = k % space.escs.length;
  k = Math.floor(k / space.escs.length);
  out.battery = k % space.batteries.length;
  k = Math.floor(k / space.batteries.length);
  out.gear = k % space.gears.length;
  k = Math.floor(k / space.gears.length);
  out.motor = k % space.motors.length;
  out.propulsor = Math.floor(k / space.motors.length);
  return out;
}

/** A fresh record of places. */
export const places = (): Places => ({ propulsor: 0, motor: 0, gear: 0, battery: 0, esc: 0, supply: 0 });

/** Sources of a part's figures by their paths in a setup. */
const sourcesIn = (part: string, p: SearchPart<unknown>): Record<string, Source> =>
  Object.fromEntries(Object.entries(p.sources ?? {}).map(([field, source]) => [`${part}.${field}`, source]));

/** The document of a combination. */
export function setupAt(space: Space, at: Places): SetupDocument {
  const motor = space.motors[at.motor];
  const propulsor = space.propulsors[at.propulsor];
  const battery = space.batteries[at.battery];
  const esc = space.escs[at.esc];
  const supply = space.supplies[at.supply];
  // by assignment: spreading into a literal takes ten times as long
  const setup: SetupDocument = Object.assign({}, space.head, {
    gearRatio: space.gears[at.gear],
    battery: battery.document,
    esc: esc.document,
    motor: motor.document,
    propulsor: propulsor.document
  });
  if (supply) setup.receiverSupply = supply.document;
  if (battery.sources || esc.sources || motor.sources || propulsor.sources)
    setup.sources = Object.assign(
      {},
      space.head.sources,
      sourcesIn('battery', battery),
      sourcesIn('esc', esc),
      sourcesIn('motor', motor),
      sourcesIn('propulsor', propulsor)
    );
  return setup;
}

/** The document of a combination by its number. */
export const setupOf = (space: Space, combination: number): SetupDocument =>
  setupAt(space, placesOf(space, combination, places()));
