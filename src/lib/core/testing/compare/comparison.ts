import { CHANNEL_TABLE, COMPARED_CHANNELS, type ComparedChannel } from '../../registry/channels.ts';
import { NINETIETH } from '../../numeric/ninetieth.ts';
import type { Measurement } from '../../calibration/schema.ts';
import { setupDuring, windingOf } from '../../calibration/unknowns.ts';
import type { MakersRow } from '../../document/makers-row.ts';
import type { SetupDocument } from '../../document/schema.ts';
import { interpretSetup, type Interpreted } from '../../model/interpret.ts';
import type { Band } from '../../powertrain/bands.ts';
import { predictPoints } from '../../powertrain/predict-points.ts';
import type { PredictedPoint } from '../../powertrain/predicted.ts';
import { causesOf, type Cause, type Observed } from './causes.ts';
import { NOTHING_WRONG } from './hypotheses.ts';

/** One reading: what was predicted, what the maker promised, what was measured. SI. */
interface ComparedReading {
  readonly quantity: ComparedChannel;
  readonly predicted: number;
  /** Where the reading lies four times in five: the prediction's band and the meter's error together. */
  readonly band: Band | null;
  /** The maker's row, carried to the volts that were read; null without one. */
  readonly promised: number | null;
  readonly measured: number;
  /** Measured over predicted, and over promised, less one. */
  readonly off: number;
  readonly promisedOff: number | null;
  /** Whether the reading lies outside the band; null where there is none. */
  readonly outside: boolean | null;
}

/** One moment of a run beside its prediction. */
interface ComparedMoment {
  readonly throttle: number;
  readonly speedMs: number;
  readonly readings: readonly ComparedReading[];
}

/** A run beside its prediction, and what the difference says. */
export interface RunComparison {
  readonly moments: readonly ComparedMoment[];
  readonly outside: number;
  readonly causes: readonly Cause[];
  /** Whether something other than label and meter errors is more likely than not. */
  readonly wrong: boolean;
}

/** How near a maker's row must be to count: sizes as they are printed, volts within this share, full throttle. */
const SIZE_NEAR = 0.01;
const VOLTS_NEAR = 0.1;

/** The maker's row that belongs to a measurement: the same propeller at about the same volts; null without one. */
function rowFor(setup: SetupDocument, m: Measurement, rows: readonly MakersRow[]): MakersRow | null {
  const p = m.propulsor ?? setup.propulsor;
  const volts = m.batteryVoltageV;
  if (volts == null || m.speedMs) return null;
  const near = (a: number | null | undefined, b: number | null): boolean =>
    a != null && b !== null && Math.abs(a / b - 1) < SIZE_NEAR;
  const same = rows.filter(
    (r) =>
      near(p.diameterM, r.diameterM) &&
      near(p.pitchM, r.pitchM) &&
      Math.abs(r.throttle - (m.throttle ?? 1)) < 0.02 &&
      r.volts !== null &&
      Math.abs(r.volts / volts - 1) < VOLTS_NEAR
  );
  const away = (r: MakersRow): number => Math.abs((r.volts as number) / volts - 1);
  return same.reduce<MakersRow | null>((best, r) => (best && away(best) <= away(r) ? best : r), null);
}

/** What a row promises of a reading. */
const promisedBy = (r: MakersRow, quantity: ComparedChannel): number | null =>
  quantity === 'batteryCurrentA'
    ? r.amps
    : quantity === 'rpm'
      ? r.rpm
      : quantity === 'thrustN'
        ? r.thrustN
        : null;

/**
 * A run beside its prediction, reading by reading. Amps, rpm and thrust are predicted at the volts that were read, so that an
 * unknown charge spoils nothing; volts themselves are compared where the charge was known. A maker's row is carried from its
 * volts to those by the model's own ratio.
 */
export function compareRun(
  setup: SetupDocument,
  observed: readonly Observed[],
  rows: readonly MakersRow[] = []
): RunComparison {
  const moments = comparedMoments(setup, observed, rows);
  const causes = causesOf(setup, observed);
  const count = moments.flatMap((m) => m.readings).filter((r) => r.outside).length;
  return { moments, outside: count, causes, wrong: causes.length > 0 && causes[0].id !== NOTHING_WRONG };
}

/** The readings of a run beside their predictions, without what they say. */
export const comparedMoments = (
  setup: SetupDocument,
  observed: readonly Observed[],
  rows: readonly MakersRow[] = []
): ComparedMoment[] => observed.map(({ measurement: m }) => momentOf(setup, m, rows));

function momentOf(setup: SetupDocument, m: Measurement, rows: readonly MakersRow[]): ComparedMoment {
  const i = interpretSetup(setupDuring(setup, m), windingOf(m));
  const at = { throttle: m.throttle ?? 1, speedMs: m.speedMs ?? 0 };
  const charged = m.restingCellV != null || m.stateOfCharge != null;
  const rested = charged
    ? predictPoints(i, [{ ...at, stateOfCharge: m.stateOfCharge, restingCellV: m.restingCellV }])[0]
    : null;
  const held =
    m.batteryVoltageV == null ? null : predictPoints(i, [{ ...at, batteryVoltageV: m.batteryVoltageV }])[0];
  const row = rowFor(setup, m, rows);
  const atRow =
    row && held ? predictPoints(i, [{ ...at, batteryVoltageV: row.volts as number }], false)[0] : null;
  const readings = COMPARED_CHANNELS.flatMap((quantity): ComparedReading[] => {
    const measured = m[quantity];
    const from = quantity === 'batteryVoltageV' ? rested : (held ?? rested ?? full(i, at));
    if (measured == null || !from) return [];
    const predicted = from[quantity];
    const band = readBand(quantity, predicted, from.band?.[quantity] ?? null);
    const printed = row && promisedBy(row, quantity);
    const promised = printed && atRow ? (printed * predicted) / atRow[quantity] : null;
    return [
      {
        quantity,
        predicted,
        band,
        promised,
        measured,
        off: measured / predicted - 1,
        promisedOff: promised === null ? null : measured / promised - 1,
        outside: band && (measured < band[0] || measured > band[1])
      }
    ];
  });
  return { ...at, readings };
}

/** A prediction's band with a hobby meter's error in it; both are independent, so that their squares add up. */
function readBand(quantity: ComparedChannel, predicted: number, band: Band | null): Band | null {
  if (!band) return null;
  const meter = NINETIETH * CHANNEL_TABLE[quantity].error.meter * Math.abs(predicted);
  return [
    predicted - Math.hypot(predicted - band[0], meter),
    predicted + Math.hypot(band[1] - predicted, meter)
  ];
}

/** From a full pack, where neither volts nor charge were read. */
const full = (i: Interpreted, at: { throttle: number; speedMs: number }): PredictedPoint =>
  predictPoints(i, [{ ...at, stateOfCharge: 1 }])[0];
