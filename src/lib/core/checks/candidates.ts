import type { Change } from '../document/change.ts';
import type { SetupDocument, Motor } from '../document/schema.ts';
import { INCH_M } from '../units/convert.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { CELL_COUNTS, capacitiesAbove, C_RATES, capacitiesBelow } from '../standard-sizes/packs.ts';
import { withArticle } from '../text/with-article.ts';
import { ESC_SIZES_A } from '../standard-sizes/esc-sizes.ts';
import { CHEMISTRIES } from '../parts/pack/chemistry.ts';
import { otherWindings } from '../standard-sizes/windings.ts';
import { motorMassOf } from '../parts/motor/mass.ts';
import { show } from '../units/show.ts';
import { buildOfPoles } from '../parts/motor/estimate.ts';

/** One change that may mend a check, in words: "an 80 A ESC". */
export interface Rung {
  readonly text: string;
  readonly changes: readonly Change[];
  /** Whether a whole part is exchanged: another size of one of its figures leaves the others exchanged. */
  readonly wholePart?: boolean;
}

/** Changes of one kind, the nearest to what is there first. */
export type Ladder = readonly Rung[];

/** Most rungs of one ladder: a long list of sizes is thinned evenly. */
const MOST_RUNGS = 16;

/** A list at its most: of a longer one every so many, with both ends. */
export function thinned<T>(list: readonly T[]): T[] {
  if (list.length <= MOST_RUNGS) return [...list];
  const step = (list.length - 1) / (MOST_RUNGS - 1);
  return Array.from({ length: MOST_RUNGS }, (_, k) => list[Math.round(k * step)]);
}

/** Whether the user holds a part as it is: no remedy may change it. */
export const isFixed = (setup: SetupDocument, part: string): boolean =>
  (setup.fixed as readonly string[] | undefined)?.includes(part) ?? false;

/** How far a cell count may go from the present one: a half more, or to three fifths. (m) */
const MORE_CELLS = 1.5;

const FEWER_CELLS = 0.6;

/** Propeller from which multirotors carry six cells: below it four are enough. Common practice, no source. */
const SIX_CELLS_FROM_M = 3.5 * INCH_M;

/** Whether packs of a cell count are sold for a craft: five cells for aeroplanes, six from rotors of three and a half inches. */
const suits = ({ kind, setup }: SetupAnalysis, series: number): boolean =>
  (series !== 5 || kind === 'fixed-wing') &&
  (kind !== 'multirotor' || series <= 4 || setup.propulsor.diameterM >= SIX_CELLS_FROM_M);

/** Fewer or more cells in series, as packs are sold, nearest first; not so many that it would be another class of craft. */
export function cells(s: SetupAnalysis, direction: 'fewer' | 'more', most = 2): Ladder {
  const { setup } = s;
  if (isFixed(setup, 'battery')) return [];
  const present = setup.battery.series;
  const near = CELL_COUNTS.filter((series) =>
    direction === 'more'
      ? series > present && series <= Math.max(MORE_CELLS * present, present + 1)
      : series < present && series >= Math.min(FEWER_CELLS * present, present - 1)
  );
  return (direction === 'more' ? near : near.reverse())
    .filter((series) => suits(s, series))
    .slice(0, most)
    .map((series) => ({
      text: `${series} cell${series === 1 ? '' : 's'}`,
      changes: [{ path: 'battery.series', value: series }]
    }));
}

/** Packs of more capacity, of the same C. */
export function capacities(s: SetupAnalysis): Ladder {
  const { setup } = s;
  if (isFixed(setup, 'battery')) return [];
  return capacitiesAbove(setup.battery.capacityAh)
    .filter((ah) => ah <= 1000)
    .map((value) => ({
      text: withArticle(`${value} Ah pack`),
      changes: [{ path: 'battery.capacityAh', value }]
    }));
}

/** Packs of more C. */
export function higherC(s: SetupAnalysis): Ladder {
  const { setup } = s;
  if (isFixed(setup, 'battery') || setup.battery.continuousC == null) return [];
  return C_RATES.filter((c) => c > (setup.battery.continuousC as number)).map((value) => ({
    text: withArticle(`${value}C pack`),
    changes: [{ path: 'battery.continuousC', value }]
  }));
}

/** ESCs of a higher rating; the burst rating goes with it. */
export function largerEscs(s: SetupAnalysis): Ladder {
  const { setup } = s;
  const rating = setup.esc?.continuousA;
  if (isFixed(setup, 'esc') || rating == null) return [];
  return ESC_SIZES_A.filter((a) => a > rating).map((value) => ({
    text: withArticle(`${value} A ESC`),
    changes: [{ path: 'esc.continuousA', value }]
  }));
}

/** An ESC that stands the pack's cells and its full-charge volts, whatever the chemistry. */
export function escForCells(s: SetupAnalysis): Ladder {
  const { setup } = s;
  const { battery, esc } = setup;
  if (isFixed(setup, 'esc')) return [];
  const volts = battery.series * CHEMISTRIES[battery.chemistry].fullV;
  const lipo = Math.max(Math.ceil(volts / CHEMISTRIES.lipo.fullV - 1e-9), battery.series);
  if (lipo > 60) return [];
  const changes: Change[] = [{ path: 'esc.maxSeries', value: Math.max(lipo, esc?.maxSeries ?? 0) }];
  if (esc?.maxVoltageV != null && esc.maxVoltageV < volts)
    changes.push({ path: 'esc.maxVoltageV', value: Number((lipo * CHEMISTRIES.lipo.fullV).toFixed(1)) });
  if (esc?.minSeries != null && esc.minSeries > battery.series)
    changes.push({ path: 'esc.minSeries', value: battery.series });
  return [{ text: `an ESC for ${lipo} LiPo cells`, changes }];
}

/** Packs of less capacity, of the same C. */
export function smallerPacks(s: SetupAnalysis): Ladder {
  const { setup } = s;
  if (isFixed(setup, 'battery')) return [];
  return capacitiesBelow(setup.battery.capacityAh).map((value) => ({
    text: withArticle(`${value} Ah pack`),
    changes: [{ path: 'battery.capacityAh', value }]
  }));
}

/** A change of a figure that is given, by a factor; none where it is not. */
const scaledBy = (motor: Motor, field: keyof Motor & string, by: number): Change[] =>
  typeof motor[field] === 'number'
    ? [{ path: `motor.${field}`, value: Number((motor[field] * by).toPrecision(4)) }]
    : [];

/** Motors of the same size wound for another KV: resistance goes with 1/KV², no-load current with KV. */
export function otherKv(s: SetupAnalysis, direction: 'lower' | 'higher'): Ladder {
  const { setup } = s;
  const { motor } = setup;
  if (isFixed(setup, 'motor')) return [];
  return otherWindings(motor.kvRpmPerVolt, direction)
    .filter((kv) => kv <= 100000)
    .map((kv) => {
      const by = kv / motor.kvRpmPerVolt;
      return {
        text: withArticle(`${kv} KV motor of the same size`),
        changes: [
          { path: 'motor.kvRpmPerVolt', value: kv },
          ...scaledBy(motor, 'resistanceOhm', 1 / by ** 2),
          ...scaledBy(motor, 'noLoadCurrentA', by)
        ]
      };
    });
}

/** Sizes of other motors over the present one's mass. */
const MOTOR_SIZES = [1.25, 1.6, 2, 2.6, 0.8] as const;

/**
 * Motors of another size, of this KV and of others: ratings and no-load current go with the mass, the motor constant with
 * mass^0.75 (`estimateLoadedConstant`), so the resistance with mass^−1.5. Only where a mass or a power rating is known.
 */
export function otherMotors(s: SetupAnalysis): Ladder {
  const { setup } = s;
  const { motor } = setup;
  const massKg = motorMassOf(motor)?.kg ?? null;
  if (isFixed(setup, 'motor') || massKg === null) return [];
  const windings = [
    motor.kvRpmPerVolt,
    ...otherWindings(motor.kvRpmPerVolt, 'lower').slice(1),
    ...otherWindings(motor.kvRpmPerVolt, 'higher').slice(1, 4)
  ];
  return MOTOR_SIZES.flatMap((size) =>
    windings.map((kv) => {
      const by = kv / motor.kvRpmPerVolt;
      const kg = Number((massKg * size).toPrecision(2));
      const grown = kg / massKg;
      return {
        text: withArticle(`${show(1000 * kg, 2)} g motor of ${Math.round(kv)} KV`),
        changes: [
          { path: 'motor.kvRpmPerVolt', value: kv },
          { path: 'motor.massKg', value: kg },
          ...scaledBy(motor, 'resistanceOhm', grown ** -1.5 / by ** 2),
          ...scaledBy(motor, 'noLoadCurrentA', grown * by),
          ...scaledBy(motor, 'maxCurrentA', grown * by),
          ...scaledBy(motor, 'maxPowerW', grown)
        ]
      };
    })
  );
}

/** A water jacket round the motor of a boat, which has the water. */
export function waterCooling(s: SetupAnalysis): Ladder {
  const { setup } = s;
  if (s.kind !== 'boat' || isFixed(setup, 'motor') || setup.motor.cooling === 'water') return [];
  return [{ text: 'water cooling of the motor', changes: [{ path: 'motor.cooling', value: 'water' }] }];
}

/** Other ratios of a gear that is there, the nearest first. */
export function otherGears(s: SetupAnalysis): Ladder {
  const { setup } = s;
  const ratio = setup.gearRatio ?? 1;
  if (ratio === 1 || isFixed(setup, 'motor')) return [];
  return [1.1, 0.9, 1.25, 0.8, 1.5, 0.65].map((f) => {
    const value = Number((ratio * f).toPrecision(2));
    return { text: `a gear of ${value}`, changes: [{ path: 'gearRatio', value }] };
  });
}

/** Ratios of a first gear. Common practice, no source. */
const FIRST_GEARS = [1.5, 2, 2.5, 3, 4] as const;

/** A gear where an inrunner drives directly: the motor turns the faster, the propulsor the slower. Not for rotors. */
export const firstGears = (s: SetupAnalysis): Ladder =>
  s.kind === 'multirotor' ||
  buildOfPoles(s.setup.motor.poles) === 'outrunner' ||
  (s.setup.gearRatio ?? 1) !== 1 ||
  isFixed(s.setup, 'motor')
    ? []
    : FIRST_GEARS.map((value) => ({
        text: `a gear of ${value}`,
        changes: [{ path: 'gearRatio', value }]
      }));

/** Steps of an output limit, share. */
const LIMIT_STEP = 0.05;

const LEAST_LIMIT = 0.4;

/**
 * Lower limits of the output, the nearest first. Where a flight controller commands the motors, in rotors: elsewhere the
 * transmitter's own limit does the same.
 * @param first limits that are tried before the steps
 */
export function outputLimits(s: SetupAnalysis, first: readonly number[] = []): Ladder {
  if (s.kind !== 'multirotor') return [];
  const present = s.powertrain.outputLimit;
  const steps = Array.from({ length: 12 }, (_, k) => Number((1 - LIMIT_STEP * (k + 1)).toFixed(2)));
  return [...first, ...steps]
    .filter((limit, k, all) => limit < present && limit >= LEAST_LIMIT && all.indexOf(limit) === k)
    .map((value) => ({
      text: `the output limited to ${Math.round(100 * value)} %`,
      changes: [{ path: 'outputLimit', value }]
    }));
}

/** ESCs on sale below the present rating, the largest of them first; whether they carry the current is for the checks to say. None where the rating is not known or the ESC is held. */
export function smallerEscs(s: SetupAnalysis): Ladder {
  const { setup } = s;
  const rating = setup.esc?.continuousA;
  if (isFixed(setup, 'esc') || rating == null) return [];
  return ESC_SIZES_A.filter((a) => a < rating)
    .reverse()
    .map((value) => ({ text: withArticle(`${value} A ESC`), changes: [{ path: 'esc.continuousA', value }] }));
}
