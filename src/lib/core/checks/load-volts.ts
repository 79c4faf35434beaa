import { receiverFeedOf } from '../model/receiver-feed.ts';
import { joinList } from '../text/join-list.ts';
import { showUnit } from '../units/show.ts';
import { gentlerVolts } from './wiring-candidates.ts';
import { check } from './check.ts';

/** Volts that each load of the receiver supply gets against what it stands. Only where that is told. */
export const loadVolts = check({
  id: 'load-volts',
  title: 'volts at servos and receiver',
  part: 'esc',
  unit: 'V',
  wish: 'volts that servos and receiver stand',
  candidates: (s) => [gentlerVolts(s)],
  judge: (s) => {
    const feed = receiverFeedOf(s.setup);
    if (feed.source === 'none') return null;
    const known = feed.loads.flatMap((load) => {
      const at = load.path.startsWith('loads.') ? Number(load.path.slice(6)) : -1;
      const most = at < 0 ? null : s.setup.loads?.[at].maxVoltageV;
      return most == null ? [] : [{ load, most }];
    });
    if (known.length === 0) return null;
    // the one that is nearest to its limit, or furthest beyond it
    const worst = known.reduce((a, b) => (b.load.volts / b.most > a.load.volts / a.most ? b : a));
    const beyond = known.filter(({ load, most }) => load.volts > most).map(({ load }) => load.title);
    return {
      value: worst.load.volts,
      rating: worst.most,
      working: () =>
        `${feed.name[0].toUpperCase()}${feed.name.slice(1)} gives ${showUnit(feed.outputV, 'V')}${feed.outputTold ? '' : ', as most do: read its label'}; the ${worst.load.title} gets ${showUnit(worst.load.volts, 'V')} and stands ${showUnit(worst.most, 'V')}.${beyond.length > 1 ? ` Too much too for ${joinList(beyond.slice(1))}.` : ''}`
    };
  }
});
