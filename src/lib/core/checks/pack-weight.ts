import { partMasses } from '../model/all-up-mass.ts';
import { show } from '../units/show.ts';
import { check } from './check.ts';
import { packPercent, standingOf } from './standing.ts';

/** Share of the all-up weight beyond which a pack carries mostly itself, and the most that flies at all, %. Common practice, no source. */
const LARGE_SHARE = 40;
const LARGEST_SHARE = 60;

/** Weight of the pack for the craft: beyond a point more pack is less time. Balance moves with it. */
export const packWeight = check({
  id: 'pack-weight',
  title: 'pack’s share of the weight',
  part: 'battery',
  unit: '%',
  wish: 'a lighter pack',
  gives: ['weight'],
  candidates: null,
  judge: (s) => {
    const pack = partMasses(s.setup).find((m) => m.part === 'battery');
    if (!pack || s.kind === 'boat') return null;
    const { massKg } = s.setup.craft;
    const value = packPercent(standingOf(s));
    return {
      value,
      rating: LARGEST_SHARE,
      marginLimit: LARGE_SHARE,
      working: () =>
        `${show(1000 * pack.kg)} g${pack.estimated ? ' (estimated)' : ''} of ${show(massKg)} kg = ${show(value)} %. A fifth to a third is usual. Another pack moves the balance: find the balance point again before it flies.`
    };
  }
});
