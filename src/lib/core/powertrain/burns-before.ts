import { show } from '../units/show.ts';
import type { EnduranceKind, HeatAnswer } from './predicted.ts';

/**
 * When a motor burns before a time has passed, s: at full throttle held, or in the planned run and ordinary use after it. Null
 * where it lasts, or where nothing is known of its heat; of hovering and best range nothing is told.
 * @param seconds how long the pack would last in that use
 */
export function burnsBefore(heat: HeatAnswer | null, at: EnduranceKind, seconds: number): number | null {
  const burns = at === 'full' ? heat?.secondsToBurn : at === 'mixed' ? heat?.useBurnsAfterS : null;
  return burns != null && burns < seconds ? burns : null;
}

/** The same in words. */
export const burnsWords = (seconds: number): string => `the winding burns after ${show(seconds, 2)} s`;
