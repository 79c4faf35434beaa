import { showUnit } from '../units/show.ts';
import { supplyForVolts } from './wiring-candidates.ts';
import { check } from './check.ts';

/** Pack volts against what a separate receiver supply takes. */
export const receiverVolts = check({
  id: 'receiver-volts',
  title: 'volts at the receiver supply',
  part: 'esc',
  unit: 'V',
  wish: 'a receiver supply for these volts',
  candidates: (s) => [supplyForVolts(s)],
  judge: (s) => {
    const supply = s.setup.receiverSupply;
    const most = supply?.maxVoltageV;
    if (!supply || supply.kind === 'own-pack' || most == null) return null;
    const volts = s.worst.openCircuitV;
    const least = supply.minVoltageV;
    const sagged = s.last?.batteryVoltageV ?? s.worst.batteryVoltageV;
    const starved = least != null && sagged < least;
    return {
      direction: starved ? 'above' : 'below',
      value: starved ? sagged : volts,
      rating: starved ? (least as number) : most,
      working: () =>
        starved
          ? `The pack sags to ${showUnit(sagged, 'V')} at the end of its usable share; the supply needs ${showUnit(least as number, 'V')} to keep the receiver alive.`
          : `A full pack rests at ${showUnit(volts, 'V')}; the supply takes up to ${showUnit(most, 'V')}.`
    };
  }
});
