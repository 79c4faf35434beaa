import type { Craft } from '../document/schema.ts';
import { stallSpeedMs } from '../craft/fixed-wing/polar.ts';
import { wingOf } from '../model/wing.ts';
import { show, showUnit } from '../units/show.ts';
import { pitches } from './propulsor-candidates.ts';
import { cells, otherKv } from './candidates.ts';
import { check } from './check.ts';
import { pitchMs, standingOf } from './standing.ts';

/** Pitch speed over stall speed that leaves room to climb. Common practice, no source. */
export const OVER_STALL = { rating: 1.5, margin: 2 } as const;

/** Pitch speed that an aeroplane needs, m/s: above its stall and at the wanted speed; null where neither is known. */
export function leastPitchSpeedMs(craft: Craft, densityKgM3: number): number | null {
  const wing = wingOf(craft);
  if (!wing && craft.targetSpeedMs == null) return null;
  const stall = wing ? OVER_STALL.rating * stallSpeedMs(wing, densityKgM3) : 0;
  return Math.max(stall, craft.targetSpeedMs ?? 0);
}

/** Pitch speed (rpm × pitch) against stall speed, or against the wanted speed. Aeroplanes only. */
export const pitchSpeed = check({
  id: 'pitch-speed',
  title: 'pitch speed',
  part: 'propulsor',
  unit: 'm/s',
  rail: 'propulsor',
  wish: 'more pitch speed',
  gives: ['speed'],
  candidates: (s) => [pitches(s, 'up'), cells(s, 'more'), otherKv(s, 'higher')],
  judge: (s) => {
    const { craft } = s.setup;
    if (craft.kind !== 'fixed-wing') return null;
    const value = pitchMs(standingOf(s));
    const wing = wingOf(craft);
    const rating = leastPitchSpeedMs(craft, s.model.fluid.densityKgM3);
    if (rating === null) return { unknown: 'no wing area and no wanted speed to compare with' };
    const stall = wing ? stallSpeedMs(wing, s.model.fluid.densityKgM3) : null;
    const bandRpm = s.worst.band?.rpm;
    const scale = value / Math.max(s.worst.rpm, 1e-9);
    return {
      direction: 'above',
      value,
      band: bandRpm ? [bandRpm[0] * scale, bandRpm[1] * scale] : null,
      rating,
      marginLimit: Math.max(stall === null ? 0 : OVER_STALL.margin * stall, rating),
      working: () =>
        `${show(s.worst.rpm)} rpm × pitch = ${showUnit(value, 'm/s')}${stall === null ? '' : `; stall ${showUnit(stall, 'm/s')}, which wants at least ${OVER_STALL.rating} times that, better twice`}${craft.targetSpeedMs == null ? '' : `; wanted speed ${showUnit(craft.targetSpeedMs, 'm/s')}`}. Pitch speed is no top speed and says nothing of thrust.`
    };
  }
});
