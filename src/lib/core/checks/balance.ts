import { balanceStateOf } from '../model/balance.ts';
import { show, showUnit } from '../units/show.ts';
import { check } from './check.ts';

/** Ballast that a craft can carry and still be itself, % of its weight. Common practice, no source. */
const MOST_BALLAST = 10;

/** Where it balances against where it should: by the ballast that would be asked for. Only where masses and places are listed. */
export const balance = check({
  id: 'balance',
  title: 'balance',
  part: 'craft',
  unit: '%',
  wish: 'the pack in another place, or ballast',
  candidates: null,
  judge: (s) => {
    const b = balanceStateOf(s.setup);
    if (b === null || b.offM === null) return null;
    const mm = (m: number): string => showUnit(1000 * m, 'mm', 2);
    const place = `The listed ${showUnit(b.totalKg, 'kg')} balance ${mm(b.atM)} behind ${s.kind === 'multirotor' ? 'the middle' : 'the front'}, ${b.offM === 0 ? 'just where they should' : `${mm(Math.abs(b.offM))} ${b.offM > 0 ? 'behind' : 'before'} where they should`}, within ${mm(b.toleranceM)} allowed`;
    if (b.ballastUnplaced)
      return {
        unknown: `${place.replace(', within', '; more than')}; move the pack, or say where it may sit and where ballast could`
      };
    const value = b.ballast === null ? 0 : (100 * b.ballast.kg) / s.setup.craft.massKg;
    return {
      value,
      rating: MOST_BALLAST,
      marginLimit: 0,
      digits: 2,
      working: () =>
        `${place}.${b.packNeededM === null ? '' : ` The pack belongs ${mm(b.packNeededM)} behind the front${b.packBestM !== null && b.packBestM !== b.packNeededM ? `; its room ends at ${mm(b.packBestM)}` : ''}.`}${b.ballast === null ? '' : ` ${showUnit(1000 * b.ballast.kg, 'g', 2)} of ballast ${mm(b.ballast.atM)} behind the front make up for the rest: ${show(value, 2)} % of its weight.`}`
    };
  }
});
