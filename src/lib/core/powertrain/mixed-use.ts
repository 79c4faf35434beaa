import { hoverThrustN } from './craft/hover.ts';
import type { Craft } from '../document/schema.ts';
import type { MixedDemand } from './demand.ts';

/** Ordinary use of a craft: spells of full throttle, and what it does between them. */
export interface MixedUse {
  /** Share of the time at full throttle. */
  readonly fullShare: number;
  /** Between: share of the full-throttle current; for multirotors the weight is carried instead. */
  readonly restShare: number;
  /** Length of one spell of full throttle, s. */
  readonly spellS: number;
  /** Wind of its own speed across the rotors of a multirotor, m/s. */
  readonly crossMs?: number;
  readonly title: string;
}

/**
 * How craft of a purpose are used, as shares of the time and of the full current. Common practice, no source; each can be
 * off by a third either way, since it is the pilot's. A trainer draws a quarter to a third of its full-throttle current on
 * average, a glider climbs for a minute in twenty.
 */
const FIXED_WING: Record<string, MixedUse> = {
  glider: { fullShare: 0.05, restShare: 0, spellS: 30, title: 'a climb now and then, the rest gliding' },
  trainer: { fullShare: 0.1, restShare: 0.25, spellS: 15, title: 'circuits with a climb in ten' },
  sport: { fullShare: 0.15, restShare: 0.25, spellS: 10, title: 'circuits and loops' },
  floatplane: { fullShare: 0.12, restShare: 0.28, spellS: 15, title: 'take-offs and circuits' },
  'hand-launch': { fullShare: 0.1, restShare: 0.25, spellS: 12, title: 'a launch, climbs and circuits' },
  aerobatic: { fullShare: 0.3, restShare: 0.25, spellS: 10, title: 'figures' },
  unlimited: { fullShare: 0.35, restShare: 0.25, spellS: 10, title: 'hanging and climbing' },
  speed: { fullShare: 0.5, restShare: 0.35, spellS: 15, title: 'fast passes' },
  jet: { fullShare: 0.4, restShare: 0.45, spellS: 15, title: 'fast circuits' }
};
const MULTIROTOR: Record<string, MixedUse> = {
  hover: { fullShare: 0.01, restShare: 0, spellS: 4, title: 'hovering with a few climbs' },
  carry: { fullShare: 0.02, restShare: 0, spellS: 6, crossMs: 3, title: 'climbs and hovering' },
  agile: { fullShare: 0.08, restShare: 0, spellS: 3, crossMs: 12, title: 'bursts between lines' }
};
const BOAT: Record<string, MixedUse> = {
  'planing-mono': { fullShare: 0.55, restShare: 0.35, spellS: 10, title: 'straights and turns' },
  hydroplane: { fullShare: 0.6, restShare: 0.35, spellS: 10, title: 'straights and turns' },
  displacement: { fullShare: 0.1, restShare: 0.35, spellS: 10, title: 'pottering with a push now and then' }
};
/** A craft that manoeuvres carries a little more than its weight on average. (m) */
const MANOEUVRE = 1.05;

const named = (table: Record<string, MixedUse>, name: string | null | undefined, usual: string): MixedUse =>
  name != null && Object.hasOwn(table, name) ? table[name] : table[usual];

/** Ordinary use of a craft, by its purpose. */
export function mixedUseOf(craft: Craft): MixedUse {
  if (craft.kind === 'fixed-wing') return named(FIXED_WING, craft.purpose, 'trainer');
  if (craft.kind === 'multirotor') return named(MULTIROTOR, craft.purpose, 'hover');
  return named(BOAT, craft.hull, 'planing-mono');
}

/** What ordinary use asks of the powertrain. @param speedMs speed at which full throttle is flown or driven */
export function mixedDemand(craft: Craft, speedMs: number): MixedDemand {
  const use = mixedUseOf(craft);
  return {
    kind: 'mixed',
    fullShare: use.fullShare,
    restShare: use.restShare,
    thrustN: craft.kind === 'multirotor' ? MANOEUVRE * hoverThrustN(craft.massKg) : null,
    speedMs,
    spellS: use.spellS
  };
}
