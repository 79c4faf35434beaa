import { checkOf } from '../checks/all-checks.ts';
import type { Supply } from '../model/powertrain-model.ts';
import { resistanceTemperatureFactor } from '../parts/pack/cell-resistance.ts';
import { openCircuitCellV } from '../parts/pack/open-circuit.ts';
import { emptyFactor, READING_S, settledFactor } from '../parts/pack/under-load.ts';
import { CHEMISTRIES } from '../parts/pack/chemistry.ts';
import { unsettledShare } from '../powertrain/demand.ts';
import { cutoffOf, usableShareOf } from '../powertrain/pack-limits.ts';
import type { Assembler } from './assembler.ts';
import { places } from './space.ts';

/** Hottest that a pack's resistance is reckoned at, °C: as in a discharge. */
const HOTTEST_PACK_C = 80;

/** What is known of each pack, whatever it drives. */
export interface PackFacts {
  readonly usable: number;
  readonly cutoffV: number;
  /** Charge to the usable share, A s. */
  readonly charge: number;
  readonly restingOver: boolean;
  readonly credibleA: number;
  /** First moment of a spell, warm: most current. The first moment as a flight begins. */
  readonly fresh: Supply;
  readonly begin: Supply;
  /** As a meter reads it, and within a spell. */
  readonly read: Supply;
  readonly spellRead: Supply;
  /** Full, as far as it ever sags: most heat. */
  readonly sagged: Supply;
  /** At the end of the usable share, cold and settled: least current; the same within a spell, and half way there. */
  readonly spent: Supply;
  readonly spellSpent: Supply;
  readonly spellHalf: Supply;
  /** The end as a meter reads it. */
  readonly last: Supply;
}

/** What is known of a pack of a search's shelf. @param spellS how long full throttle is held at a time, s */
export function packFactsOf(assembler: Assembler, k: number, spellS: number): PackFacts {
  const i = assembler.battery(k);
  const { chemistry, series } = i.setup.battery;
  const usable = usableShareOf(i);
  const left = Math.max(1 - usable, 0);
  const half = 1 - 0.5 * usable;
  const startFactor = resistanceTemperatureFactor(i.packInUse.heat.startC);
  const hot = resistanceTemperatureFactor(HOTTEST_PACK_C) / startFactor;
  const full = openCircuitCellV(chemistry, 1) * series;
  const empty = openCircuitCellV(chemistry, left) * series;
  const judged = checkOf('credible-current')?.judge(assembler.situation({ ...places(), battery: k }));
  const slow = i.model.packSlowShare;
  const spell = unsettledShare(spellS, slow);
  const reading = i.packOhm * settledFactor(READING_S, slow) * emptyFactor(1);
  const rating = judged && !('unknown' in judged) ? judged.rating : null;
  return {
    usable,
    cutoffV: cutoffOf(i),
    charge: usable * i.capacityAh * 3600,
    restingOver: openCircuitCellV(chemistry, left) < CHEMISTRIES[chemistry].restingFloorV * (1 + 1e-6),
    credibleA: rating ?? Infinity,
    begin: { openCircuitV: full, packOhm: i.packOhm * settledFactor(0, slow) * emptyFactor(1) },
    sagged: { openCircuitV: full, packOhm: i.packOhm * settledFactor(Infinity, slow) * emptyFactor(left) },
    spellSpent: {
      openCircuitV: empty,
      packOhm: i.packOhm * settledFactor(Infinity, slow) * emptyFactor(left) * spell
    },
    spellHalf: {
      openCircuitV: openCircuitCellV(chemistry, half) * series,
      packOhm: i.packOhm * settledFactor(Infinity, slow) * emptyFactor(half) * spell
    },
    fresh: { openCircuitV: full, packOhm: i.packOhm * Math.min(hot, 1) * spell },
    read: { openCircuitV: full, packOhm: reading },
    spellRead: { openCircuitV: full, packOhm: reading * spell },
    spent: { openCircuitV: empty, packOhm: i.packOhm * settledFactor(Infinity, slow) * emptyFactor(left) },
    last: { openCircuitV: empty, packOhm: i.packOhm * settledFactor(READING_S, slow) * emptyFactor(left) }
  };
}
