import { multirotorPurposeOf, purposeOf } from './wanted.ts';
import type { Brief } from './brief.ts';

/** Minutes of ordinary use that people expect of an aeroplane, by purpose; gliders by climbs. Common practice, no source. */
const AEROPLANE_MIN = {
  glider: 10,
  trainer: 8,
  sport: 7,
  floatplane: 7,
  'hand-launch': 7,
  aerobatic: 6,
  unlimited: 5,
  speed: 3,
  jet: 4
} as const;
const MULTIROTOR_MIN = { hover: 12, agile: 4, carry: 10 } as const;
/** Boats: fast ones are run for minutes, slow ones for a third of an hour. Common practice, no source. */
const BOAT_MIN = { planing: 4, displacement: 20 } as const;

/** Time that a craft of a purpose is usually used for, s: what a brief that names none means. */
export function usualSeconds(b: Pick<Brief, 'kind' | 'purpose' | 'hull'>): number {
  const minutes =
    b.kind === 'boat'
      ? BOAT_MIN[b.hull === 'displacement' ? 'displacement' : 'planing']
      : b.kind === 'multirotor'
        ? MULTIROTOR_MIN[multirotorPurposeOf(b.purpose)]
        : AEROPLANE_MIN[purposeOf(b.purpose)];
  return 60 * minutes;
}
