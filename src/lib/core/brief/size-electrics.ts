import { ESC_SIZES_A } from '../checks/schools.ts';
import type { Battery, Esc } from '../setup/schema.ts';
import type { Brief } from './brief.ts';

/** Average over full-throttle current by kind of craft: half throttle's worth in the air, most of full afloat. (m) */
const AVERAGE_SHARE = { boat: 0.7, multirotor: 0.3, 'fixed-wing': 0.35 } as const;
/** C of an everyday pack. Common practice, no source. */
const EVERYDAY_C = 30;
const PACK_MARGIN = 1.5;
const ESC_MARGIN = 1.25;
const USABLE = 0.8;

/** The next ESC on sale above 1.25 times the worst current of one motor, A. */
export function sizedEsc(ampsEach: number, series: number): Esc {
  const continuousA =
    ESC_SIZES_A.find((s) => s >= ESC_MARGIN * ampsEach) ?? ESC_SIZES_A[ESC_SIZES_A.length - 1];
  return { continuousA, minSeries: 1, maxSeries: Math.max(series, 4) };
}

/** A LiPo pack that gives 1.5 times the worst current and lasts the wanted time at an average draw. */
export function sizedPack(b: Brief, amps: number, series: number): Battery {
  const byTime =
    b.targetSeconds == null ? 0 : (AVERAGE_SHARE[b.kind] * amps * b.targetSeconds) / 3600 / USABLE;
  const ah = Math.max(byTime, (PACK_MARGIN * amps) / EVERYDAY_C, 0.1);
  const step = ah < 1 ? 0.05 : ah < 3 ? 0.1 : 0.5;
  return {
    chemistry: 'lipo',
    series,
    parallel: 1,
    capacityAh: Math.round(Math.ceil(ah / step) * step * 100) / 100,
    continuousC: EVERYDAY_C
  };
}
