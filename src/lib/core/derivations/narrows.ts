import { NINETIETH } from '../numeric/ninetieth.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import type { Band } from '../powertrain/bands.ts';
import { show } from '../units/show.ts';

/** The one reading that would make a prediction surest, and what it would do. */
export interface Narrowing {
  readonly id: 'full-amps' | 'hover-amps' | 'half-amps' | 'thrust';
  /** What to read: "amps and volts once at full throttle". */
  readonly read: string;
  /** Of which figure: its half-width before and after, as shares of it. */
  readonly of: string;
  readonly before: number;
  readonly after: number;
  /** All of it as a sentence. */
  readonly says: string;
}

/** Errors of hobby meters, one standard deviation: amps with what the volts beside them do to them; a scale. As for a calibration. */
const AMPS_SD = 0.022;
const THRUST_SD = 0.03;
/** A reading that makes the band no narrower than this share of it is not worth a run. */
const WORTH = 0.75;
/** What is known to so much was read: the same meter again tells the same again. (m) */
const KNOWN = 0.05;

const halfOf = (value: number, band: Band | null | undefined): number | null =>
  band && value > 0 ? (band[1] - band[0]) / 2 / value : null;

/** Half-width after a reading of the very figure: of two normal errors the inverse squares add. */
const afterReading = (half: number, meterSd: number): number =>
  NINETIETH / Math.hypot(NINETIETH / half, 1 / meterSd);

/**
 * Which one measurement would narrow what is predicted most: amps at full throttle, in the hover or at half throttle, or thrust.
 * Null where bands are not worked out, and where no single reading tells much any more.
 */
export function narrowsOf(s: SetupAnalysis): Narrowing | null {
  if (!s.bands) return null;
  const { worst, hover } = s;
  const speedMs = s.boat?.topSpeedMs ?? 0;
  const boat = s.boat;
  const [half] = hover || boat ? [null] : s.at([{ throttle: 0.5, speedMs, stateOfCharge: 1 }]);
  const asked: [Narrowing['id'], read: string, of: string, half: number | null, meterSd: number][] = [
    [
      'full-amps',
      boat
        ? 'amps and volts once at full throttle under way, from a full pack'
        : 'amps and volts once at full throttle, from a full pack',
      'amps at full throttle',
      boat
        ? halfOf(boat.batteryCurrentA, boat.band?.batteryCurrentA)
        : halfOf(worst.batteryCurrentA, worst.band?.batteryCurrentA),
      AMPS_SD
    ],
    [
      'hover-amps',
      'amps and volts once in the hover',
      'amps in the hover',
      hover && halfOf(hover.batteryCurrentA, hover.band?.batteryCurrentA),
      AMPS_SD
    ],
    [
      'half-amps',
      'amps and volts once at half throttle',
      'amps at half throttle',
      half && halfOf(half.batteryCurrentA, half.band?.batteryCurrentA),
      AMPS_SD
    ],
    [
      'thrust',
      'the thrust once at full throttle on a scale',
      'thrust',
      boat ? null : halfOf(worst.thrustN, worst.band?.thrustN),
      THRUST_SD
    ]
  ];
  for (const [id, read, of, before, meterSd] of asked) {
    if (before === null) continue;
    const after = afterReading(before, meterSd);
    if (before < KNOWN || after > WORTH * before) continue;
    const percent = (v: number): string => `±${show(100 * v, 2)} %`;
    return {
      id,
      read,
      of,
      before,
      after,
      says: `Read ${read}: ${of}, now ${percent(before)}, would be known to ${percent(after)}.`
    };
  }
  return null;
}
