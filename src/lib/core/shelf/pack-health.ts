import type { RunReading } from '../document/run-schema.ts';
import { groups, max, mean, median } from 'd3-array';
import type { PackRecord, PartUse } from '../document/part-life.ts';
import type { Battery } from '../document/schema.ts';
import type { KnownPack } from '../document/stored.ts';
import {
  credibleCurrentA,
  estimateCellResistanceOhm,
  resistanceTemperatureFactor
} from '../parts/pack/cell-resistance.ts';
import { CHEMISTRIES } from '../parts/pack/chemistry.ts';
import { openCircuitCellV } from '../parts/pack/open-circuit.ts';
import { settledFactor } from '../parts/pack/under-load.ts';
import { LABEL_TEMPERATURE_C } from '../units/constants.ts';
import { show } from '../units/show.ts';
import { cyclesOf } from './part-use.ts';

/** Resistance of a cell on a day, at 25 °C. */
export interface CellPoint {
  readonly heldAt: string;
  readonly cellOhm: number;
  /** The highest of its cells, where each was read. */
  readonly worstOhm: number | null;
  readonly source: 'charger' | 'run';
}

/** How a pack fares: resistance in the course of time, what current it honestly carries, and when to retire it. */
export interface PackHealth {
  readonly points: readonly CellPoint[];
  /** Newest resistance over the first one; null with fewer than two. */
  readonly rise: number | null;
  /** Current it can honestly carry, A, and the same as C; the label's C beside it. */
  readonly credibleA: number;
  readonly credibleC: number;
  readonly labelC: number | null;
  /** Newest whole capacity over the label's; null where none was read. */
  readonly capacityShare: number | null;
  readonly cycles: number;
  readonly verdict: 'good' | 'watch' | 'retire';
  readonly reasons: readonly string[];
}

/** What of a pack's health bears on predictions: null where nothing was measured of it. */
export function knownOf(health: PackHealth, battery: Battery): KnownPack | null {
  // two readings of one run tell a resistance roughly, and a fit tells it better: a charger's reading counts
  const newest = health.points.findLast((p) => p.source === 'charger');
  if (!newest && health.capacityShare === null && health.verdict === 'good') return null;
  const wear = Math.max(
    health.rise === null ? 0 : health.rise / RETIRE_RISE,
    health.capacityShare === null ? 0 : WORN_SHARE / Math.max(health.capacityShare, 0.01),
    health.verdict === 'watch' ? WATCH_WEAR : 0,
    health.verdict === 'retire' ? RETIRE_WEAR : 0
  );
  return {
    series: battery.series,
    labelAh: battery.capacityAh,
    cellResistanceOhm: newest ? Number(newest.cellOhm.toPrecision(4)) : null,
    capacityAh:
      health.capacityShare === null
        ? null
        : Number((Math.min(health.capacityShare, 1) * battery.capacityAh).toPrecision(4)),
    health: {
      // what is to be watched counts as that, what is worn as no less than worn
      wear: Number((health.verdict === 'good' ? Math.min(wear, WATCH_WEAR - 0.01) : wear).toPrecision(3)),
      credibleA: newest
        ? Number(
            (
              (battery.parallel ?? 1) *
              credibleCurrentA(newest.cellOhm, battery.capacityAh / (battery.parallel ?? 1))
            ).toPrecision(3)
          )
        : null,
      says:
        health.reasons.length > 0
          ? `Of this pack: ${health.reasons.join('; ')}.`
          : 'Measured, and nothing wrong was found.'
    }
  };
}
const WATCH_WEAR = 0.8;
const RETIRE_WEAR = 1.05;

/** A step in the load that tells a resistance: of so many amps at least, and so much of the higher. */
const LEAST_STEP_A = 3;
const LEAST_STEP_SHARE = 0.2;

/**
 * Resistance of a cell by the load steps of one run, ohm at 25 °C, as a short pulse would tell it; null where no step is
 * large enough. Between two steady readings R = ((V1 − V2) − ΔOCV)/(I2 − I1); the slow part that had built up by then is
 * taken out, and the temperature that was read.
 */
export function cellOhmOfRun(readings: readonly RunReading[], battery: Battery): number | null {
  const { series, parallel = 1, chemistry } = battery;
  const loads = readings.filter((r) => r.batteryVoltageV !== null && r.batteryCurrentA !== null);
  const told: number[] = [];
  for (let k = 1; k < loads.length; k++) {
    const [a, b] = [loads[k - 1], loads[k]];
    const step = (b.batteryCurrentA as number) - (a.batteryCurrentA as number);
    const higher = Math.max(a.batteryCurrentA as number, b.batteryCurrentA as number);
    if (Math.abs(step) < Math.max(LEAST_STEP_A, LEAST_STEP_SHARE * higher)) continue;
    const emptier =
      a.stateOfCharge != null && b.stateOfCharge != null
        ? series *
          (openCircuitCellV(chemistry, a.stateOfCharge) - openCircuitCellV(chemistry, b.stateOfCharge))
        : 0;
    const drop = (a.batteryVoltageV as number) - (b.batteryVoltageV as number) - emptier;
    const packOhm = drop / step;
    const warm = b.packC ?? a.packC ?? LABEL_TEMPERATURE_C;
    const slow = settledFactor((b.seconds ?? 0) / 2, CHEMISTRIES[chemistry].slowShare);
    const cell = (packOhm * parallel) / series / slow / resistanceTemperatureFactor(warm);
    if (cell > 0) told.push(cell);
  }
  return mean(told) ?? null;
}

/** Resistance of its first days over which a pack is watched, and retired. Common practice, no source. */
const WATCH_RISE = 1.5;
const RETIRE_RISE = 2;
/** Share of its capacity below which a pack is worn out. Common practice: 80 % is the end of life that cell makers name. */
const WORN_SHARE = 0.8;
/** A cell this much above its pack's mean is on its way out. Common practice, no source. */
const WEAK_CELL = 1.5;
/** Share of the label's current that a pack should honestly carry before it is called tired. (m) */
const TIRED_SHARE = 0.4;

const pointOf = (r: PackRecord): CellPoint[] => {
  if (!r.cellOhm || r.cellOhm.length === 0) return [];
  const factor = resistanceTemperatureFactor(r.temperatureC ?? LABEL_TEMPERATURE_C);
  return [
    {
      heldAt: r.heldAt,
      cellOhm: (mean(r.cellOhm) as number) / factor,
      worstOhm: r.cellOhm.length > 1 ? (max(r.cellOhm) as number) / factor : null,
      source: 'charger'
    }
  ];
};

/** Newest over first resistance, of the days' medians: one run alone scatters. Null with fewer than two days. */
function riseOf(points: readonly CellPoint[], source: CellPoint['source']): number | null {
  const days = groups(
    points.filter((p) => p.source === source),
    (p) => p.heldAt.slice(0, 10)
  );
  if (days.length < 2) return null;
  const of = (at: number): number => median(days[at][1], (p) => p.cellOhm) as number;
  return of(days.length - 1) / of(0);
}

/**
 * How a pack fares, by what a charger showed and by the load steps of its runs. A swollen pack is retired whatever else it
 * shows.
 * @param runs that it was in, each with when it was
 */
export function packHealth(
  battery: Battery,
  records: readonly PackRecord[],
  runs: readonly { readonly heldAt: string; readonly readings: readonly RunReading[] }[],
  use: PartUse
): PackHealth {
  const points = [
    ...records.flatMap(pointOf),
    ...runs.flatMap(({ heldAt, readings }): CellPoint[] => {
      const cellOhm = cellOhmOfRun(readings, battery);
      return cellOhm === null ? [] : [{ heldAt, cellOhm, worstOhm: null, source: 'run' }];
    })
  ].toSorted((a, b) => a.heldAt.localeCompare(b.heldAt));
  const inTime = records.toSorted((a, b) => a.heldAt.localeCompare(b.heldAt));
  const strandAh = battery.capacityAh / (battery.parallel ?? 1);
  const newest = points[points.length - 1]?.cellOhm ?? null;
  // of one kind of reading: a charger and a load step do not tell the same to the last milliohm
  const rise = max([riseOf(points, 'charger'), riseOf(points, 'run')], (r) => r ?? undefined) ?? null;
  const cellOhm =
    newest ??
    battery.cellResistanceOhm ??
    estimateCellResistanceOhm(battery.chemistry, strandAh, battery.continuousC ?? null);
  const credibleA = (battery.parallel ?? 1) * credibleCurrentA(cellOhm, strandAh);
  const credibleC = credibleA / battery.capacityAh;
  const labelC = battery.continuousC ?? null;
  const capacity = inTime.findLast((r) => r.capacityAh !== null)?.capacityAh ?? null;
  const capacityShare = capacity === null ? null : capacity / battery.capacityAh;
  const counted = inTime.findLast((r) => r.cycles !== null)?.cycles ?? 0;
  const swollen = inTime.some((r) => r.swollen);
  const lithium = CHEMISTRIES[battery.chemistry] !== undefined && battery.chemistry !== 'nimh';
  const worst = points.findLast((p) => p.source === 'charger');
  const weak = worst?.worstOhm != null && worst.worstOhm > WEAK_CELL * worst.cellOhm;
  const retire = [
    ...(swollen
      ? [
          lithium
            ? 'it is swollen: never charge or load it again; discharge it slowly outdoors and take it to a collection point, as its maker says'
            : 'it is swollen: do not use it again'
        ]
      : []),
    ...(rise !== null && rise >= RETIRE_RISE
      ? [`its resistance is ${show(rise, 2)} times what it was: it heats and sags twice as much`]
      : []),
    ...(capacityShare !== null && capacityShare < WORN_SHARE
      ? [
          `it holds ${show(100 * capacityShare, 2)} % of its capacity, less than the 80 % at which a pack counts as worn`
        ]
      : [])
  ];
  const watch = [
    ...(rise !== null && rise >= WATCH_RISE && rise < RETIRE_RISE
      ? [`its resistance is ${show(rise, 2)} times what it was: watch it, and ask less of it`]
      : []),
    ...(weak ? ['one cell has half as much again as the others: it empties first and is harmed first'] : []),
    ...(newest !== null && labelC !== null && credibleC < TIRED_SHARE * labelC
      ? [`it honestly carries ${show(credibleC, 2)} C, far from the ${show(labelC)} C on its label`]
      : [])
  ];
  return {
    points,
    rise,
    credibleA,
    credibleC,
    labelC,
    capacityShare,
    cycles: counted + cyclesOf(use, battery),
    verdict: retire.length > 0 ? 'retire' : watch.length > 0 ? 'watch' : 'good',
    reasons: [...retire, ...watch]
  };
}
