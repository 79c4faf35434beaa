import { chosenSchool } from '../document/schools.ts';
import { escSupplyOf, receiverFeedOf, type ReceiverFeed } from '../model/receiver-feed.ts';
import { LINEAR_HEAT_W, supplyHeatW } from '../parts/bec/regulator.ts';
import { joinList } from '../text/join-list.ts';
import { show, showUnit } from '../units/show.ts';
import { separateSupplies } from './wiring-candidates.ts';
import { check } from './check.ts';

/** Cells, or servos, from which two of the schools want a supply of its own. Common practice, no source. */
const SEPARATE_FROM = 4;
/** Drop of a linear supply below which its heat is not reckoned, V. */
const LEAST_DROP_V = 0.1;

/** How the ESC's own supply is taken out of the loop. Common practice, no source. */
export const OUT_OF_THE_LOOP =
  'lift the middle pin out of the plug of the ESC’s lead and insulate it; cut nothing, so that it can go back';

/** "3 standard servos 3.5 A, receiver 0.08 A". */
const loadWords = (feed: ReceiverFeed): string =>
  joinList(
    feed.loads.map(
      (l) =>
        `${l.count > 1 ? `${l.count} ` : ''}${l.title}${l.count > 1 ? 's' : ''} ${showUnit(l.movingA, 'A', 2)}`
    )
  );

/** Amps of the receiver supply (a separate one, its own pack, or the ESC's own) against servos and receiver; heat of a linear one. */
export const receiverSupply = check({
  id: 'receiver-supply',
  title: 'receiver supply',
  part: 'esc',
  unit: 'A',
  wish: 'a stronger receiver supply',
  candidates: (s) => [separateSupplies(s)],
  judge: (s) => {
    const feed = receiverFeedOf(s.setup);
    const { peakA: peak, averageA: average } = feed;
    const needed = s.kind !== 'multirotor';
    if (feed.source === 'none')
      return needed || peak !== null
        ? {
            unknown: feed.asked
              ? 'whether the ESC feeds the receiver is not told: look on its label for BEC, with volts and amps, and enter them; an ESC without one needs a separate supply'
              : 'nothing feeds the receiver yet: the ESC has no supply of its own, so a separate one is needed'
          }
        : null;
    if (peak === null || average === null)
      return needed
        ? {
            unknown:
              'what hangs on the receiver is not told: enter servos and receiver in the requirements, or list them on the sheet'
          }
        : null;
    const inputV = s.worst.openCircuitV;
    const drop = inputV - feed.outputV;
    const heats = feed.kind === 'linear';
    if (!feed.kindTold && average * Math.max(drop, LEAST_DROP_V) > LINEAR_HEAT_W)
      return {
        unknown: `the ESC’s own supply is not told to be linear or switching: a linear one would have to shed ${showUnit(supplyHeatW('linear', inputV, feed.outputV, average), 'W')} of ${LINEAR_HEAT_W} W; enter which it is`
      };
    const own = feed.source === 'esc';
    // a linear supply is limited by its heat before its label: the amps of the peak at which the average heats it so
    const byHeat = heats
      ? ((LINEAR_HEAT_W / Math.max(drop, LEAST_DROP_V)) * peak) / Math.max(average, 1e-9)
      : Infinity;
    // short-time amps count where they are told: all servos at once is a matter of moments
    const label =
      feed.continuousA === null
        ? null
        : Math.max(feed.continuousA, average <= feed.continuousA ? (feed.burstA ?? 0) : 0);
    const rating = label === null ? null : Math.min(label, byHeat);
    const school = chosenSchool('receiver-supply', s.schools);
    const wantsSeparate = (id: string): boolean =>
      (id === 'separate' && s.setup.battery.series >= SEPARATE_FROM) ||
      (id === 'separate-servos' && (feed.servos ?? 0) >= SEPARATE_FROM);
    const alsoEsc = escSupplyOf(s.setup.esc);
    const loop =
      !own && alsoEsc !== 'has-not'
        ? ` ${alsoEsc === 'has' ? 'The ESC has a supply too' : 'If the ESC has a supply too'}: ${OUT_OF_THE_LOOP}.`
        : own && wantsSeparate(school.id)
          ? ` With a separate supply: ${OUT_OF_THE_LOOP}.`
          : '';
    return {
      value: peak,
      rating,
      missing: `the amps of the receiver supply, ${feed.name}`,
      ...(own
        ? {
            margin: 'receiver-supply' as const,
            limitOf: (id: string) => (wantsSeparate(id) ? peak * 0.999 : (rating as number))
          }
        : {}),
      working: () => {
        const kind =
          feed.kind === 'direct'
            ? 'straight from its cells'
            : feed.kindTold
              ? feed.kind
              : 'linear or switching not told';
        const from =
          feed.toldPeakA === null
            ? `All moving: ${loadWords(feed)}; and the strongest of them held fast: ${showUnit(peak, 'A')}`
            : `Servos and receiver peak at ${showUnit(peak, 'A')}`;
        const heat = heats
          ? `; heat (${show(inputV)} − ${show(feed.outputV)}) V × ${show(average)} A on average = ${showUnit(supplyHeatW('linear', inputV, feed.outputV, average), 'W')} of ${LINEAR_HEAT_W} W`
          : '';
        return `${from} from ${feed.name}, ${kind}, ${showUnit(feed.outputV, 'V')}${heat}.${loop}`;
      }
    };
  }
});
