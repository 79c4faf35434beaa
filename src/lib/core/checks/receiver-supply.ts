import { chosenSchool } from '../document/schools.ts';
import type { Situation } from '../situation/situation.ts';
import { show, showUnit } from '../units/show.ts';
import { separateSupplies } from './candidates.ts';
import { check } from './check.ts';

/** Heat a small linear regulator sheds in an ESC's shrink wrap, W. Common practice, no source. */
const LINEAR_HEAT_W = 4;

const ASSUMED_OUTPUT_V = 5;

/** Cells, or servos, from which two of the schools want a supply of its own. Common practice, no source. */
const SEPARATE_FROM = 4;
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

function supplyOf(s: Situation): Supply | null {
  const { esc, receiverSupply } = s.setup;
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
export const receiverSupply = check({
  id: 'receiver-supply',
  title: 'receiver supply',
  part: 'esc',
  unit: 'A',
  wish: 'a stronger receiver supply',
  candidates: (s) => [separateSupplies(s)],
  judge: (s) => {
    const { craft, battery } = s.setup;
    const supply = supplyOf(s);
    if (craft.receiverCurrentA == null || supply === null) return null;
    const peak = craft.receiverCurrentA;
    const drop = s.worst.openCircuitV - supply.outputV;
    const heats = supply.linear && supply.fromPack;
    const average = AVERAGE_SHARE * peak;
    // a linear supply is limited by its heat before its label
    const byHeat = heats ? LINEAR_HEAT_W / Math.max(drop, 0.1) / AVERAGE_SHARE : Infinity;
    const rating = supply.continuousA === null ? null : Math.min(supply.continuousA, byHeat);
    const own = (): number => rating as number;
    const school = chosenSchool('receiver-supply', s.schools);
    const wantsSeparate = (id: string): boolean =>
      (id === 'separate' && battery.series >= SEPARATE_FROM) ||
      (id === 'separate-servos' && (craft.servos ?? 0) >= SEPARATE_FROM);
    const disconnect =
      supply.separate && s.setup.esc?.becKind != null && s.setup.esc.becKind !== 'none'
        ? ' The ESC has a supply too: take its middle wire out of the plug.'
        : !supply.separate && wantsSeparate(school.id)
          ? ' With a separate supply, take the middle wire of the ESC’s plug out.'
          : '';
    return {
      value: peak,
      rating,
      missing: `the amps of the receiver supply, ${supply.name}`,
      ...(supply.separate
        ? {}
        : {
            margin: 'receiver-supply' as const,
            limitOf: (id: string) => (wantsSeparate(id) ? peak * 0.999 : own())
          }),
      working: () =>
        `Servos and receiver peak at ${showUnit(peak, 'A')} from ${supply.name}, ${supply.linear ? 'linear' : 'switching'}, ${showUnit(supply.outputV, 'V')}${heats ? `; heat (${show(s.worst.openCircuitV)} − ${show(supply.outputV)}) V × ${show(average)} A on average = ${showUnit(drop * average, 'W')} of ${LINEAR_HEAT_W} W` : ''}.${disconnect}`
    };
  }
});
