import { show, showUnit } from '../units/show.ts';
import { chosenSchool } from './schools.ts';
import type { Situation } from '../situation/situation.ts';
import { judge, type Check } from './check.ts';

/** Heat a small linear regulator sheds in an ESC's shrink wrap, W. Common practice, no source. */
const LINEAR_HEAT_W = 4;
const ASSUMED_OUTPUT_V = 5;
/** Average over peak current of servos in flight. (m) */
const AVERAGE_SHARE = 0.5;

/** What feeds receiver and servos: a supply of its own, or the ESC's. */
interface Supply {
  readonly name: string;
  readonly linear: boolean;
  readonly outputV: number;
  readonly continuousA: number | null;
  readonly fromPack: boolean;
  readonly separate: boolean;
}

function supplyOf(c: Situation): Supply | null {
  const { esc, receiverSupply } = c.i.setup;
  if (receiverSupply)
    return {
      name: receiverSupply.name ?? 'separate supply',
      linear: receiverSupply.kind === 'linear',
      outputV: receiverSupply.outputV ?? ASSUMED_OUTPUT_V,
      continuousA: receiverSupply.continuousA ?? null,
      fromPack: receiverSupply.kind !== 'own-pack',
      separate: true
    };
  if (esc?.becKind == null || esc.becKind === 'none') return null;
  return {
    name: 'the ESC’s own',
    linear: esc.becKind === 'linear',
    outputV: esc.becV ?? ASSUMED_OUTPUT_V,
    continuousA: esc.becA ?? null,
    fromPack: true,
    separate: false
  };
}

/** Amps of the receiver supply (a separate one, or the ESC's own) against servos and receiver; heat of a linear one. */
export const receiverSupply: Check = {
  id: 'receiver-supply',
  run: (c) => {
    const { craft, battery } = c.i.setup;
    const supply = supplyOf(c);
    if (craft.receiverCurrentA == null || supply === null) return null;
    const peak = craft.receiverCurrentA;
    const drop = c.worst.openCircuitV - supply.outputV;
    const heats = supply.linear && supply.fromPack;
    const average = AVERAGE_SHARE * peak;
    // a linear supply is limited by its heat before its label
    const byHeat = heats ? LINEAR_HEAT_W / Math.max(drop, 0.1) / AVERAGE_SHARE : Infinity;
    const rating = supply.continuousA === null ? null : Math.min(supply.continuousA, byHeat);
    const own = (): number => rating as number;
    const school = chosenSchool('receiver-supply', c.schools);
    const disconnect =
      supply.separate && c.i.setup.esc?.becKind != null && c.i.setup.esc.becKind !== 'none'
        ? ' The ESC has a supply too: take its middle wire out of the plug.'
        : !supply.separate && school.id === 'separate' && battery.series >= 4
          ? ' With a separate supply, take the middle wire of the ESC’s plug out.'
          : '';
    return judge(
      {
        id: 'receiver-supply',
        title: 'receiver supply',
        part: 'esc',
        unit: 'A',
        value: peak,
        rating,
        missing: `the amps of the receiver supply, ${supply.name}`,
        ...(supply.separate
          ? {}
          : {
              margin: 'receiver-supply' as const,
              limitOf: (s: string) => (s === 'separate' && battery.series >= 4 ? peak * 0.999 : own())
            }),
        working: `Servos and receiver peak at ${showUnit(peak, 'A')} from ${supply.name}, ${supply.linear ? 'linear' : 'switching'}, ${showUnit(supply.outputV, 'V')}${heats ? `; heat (${show(c.worst.openCircuitV)} − ${show(supply.outputV)}) V × ${show(average)} A on average = ${showUnit(drop * average, 'W')} of ${LINEAR_HEAT_W} W` : ''}.${disconnect}`
      },
      c.schools
    );
  }
};

/** Pack volts against what a separate receiver supply takes. */
export const receiverVolts: Check = {
  id: 'receiver-volts',
  run: (c) => {
    const supply = c.i.setup.receiverSupply;
    if (!supply || supply.kind === 'own-pack' || supply.maxVoltageV == null) return null;
    const volts = c.worst.openCircuitV;
    const least = supply.minVoltageV;
    const sagged = c.last?.batteryVoltageV ?? c.worst.batteryVoltageV;
    const starved = least != null && sagged < least;
    return judge(
      {
        id: 'receiver-volts',
        title: 'volts at the receiver supply',
        part: 'esc',
        unit: 'V',
        direction: starved ? 'above' : 'below',
        value: starved ? sagged : volts,
        rating: starved ? (least as number) : supply.maxVoltageV,
        working: starved
          ? `The pack sags to ${showUnit(sagged, 'V')} at the end of its usable share; the supply needs ${showUnit(least as number, 'V')} to keep the receiver alive.`
          : `A full pack rests at ${showUnit(volts, 'V')}; the supply takes up to ${showUnit(supply.maxVoltageV, 'V')}.`
      },
      c.schools
    );
  }
};
