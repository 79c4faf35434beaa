import { partTitleOnRail } from '../document/rail-words.ts';
import { joinList } from '../text/join-list.ts';
import { showUnit } from '../units/show.ts';
import { fedBySupply } from './wiring-candidates.ts';
import { check } from './check.ts';

/** Full-charge volts against what everything else on the pack stands: camera, video, flight controller, lights. */
export const railVoltage = check({
  id: 'rail-voltage',
  title: 'volts for the parts on the pack',
  part: 'wiring',
  unit: 'V',
  wish: 'a supply of its own for what cannot stand these volts',
  urgency: 1,
  candidates: (s) => [fedBySupply(s)],
  judge: (s) => {
    const parts = (s.setup.rail ?? []).filter((part) => part.fedBy !== 'supply');
    if (parts.length === 0) return null;
    const value = s.worst.openCircuitV;
    const known = parts.filter((part) => part.maxVoltageV != null);
    const unknown = parts.filter((part) => part.maxVoltageV == null).map(partTitleOnRail);
    const rating = Math.min(...known.map((part) => part.maxVoltageV as number));
    const weakest = known.filter((part) => part.maxVoltageV === rating).map(partTitleOnRail);
    if (unknown.length > 0 && !(value > rating))
      return {
        unknown: `the most volts that ${joinList(unknown)} stand${unknown.length === 1 ? 's' : ''}: ask its papers before ${showUnit(value, 'V')} are plugged in`
      };
    return {
      value,
      rating,
      working: () =>
        `A full pack rests at ${showUnit(value, 'V')}; ${joinList(weakest)} stand${weakest.length === 1 ? 's' : ''} ${showUnit(rating, 'V')} at most.${unknown.length > 0 ? ` Not known: ${joinList(unknown)}.` : ''}`
    };
  }
});
