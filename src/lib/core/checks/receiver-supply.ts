import { show, showUnit } from '../units/show.ts';
import { chosenSchool } from './schools.ts';
import { judge, type Check } from './check.ts';

/** Heat a small linear regulator sheds in an ESC's shrink wrap, W. Common practice, no source. */
const LINEAR_HEAT_W = 4;

/** Amps of the ESC's own receiver supply against servos and receiver; heat of a linear one. */
export const receiverSupply: Check = {
  id: 'receiver-supply',
  run: (c) => {
    const { craft, esc, battery } = c.i.setup;
    if (craft.receiverCurrentA == null || esc?.becKind == null) return null;
    if (esc.becKind === 'none') return null;
    const volts = c.worst.openCircuitV;
    const out = esc.becV ?? 5;
    const school = chosenSchool('receiver-supply', c.schools);
    const linear = esc.becKind === 'linear';
    const average = 0.5 * craft.receiverCurrentA;
    const heat = linear ? (volts - out) * average : 0;
    // a linear supply is limited by its heat before its label
    const byHeat = linear ? LINEAR_HEAT_W / Math.max(volts - out, 0.1) / 0.5 : Infinity;
    const rating = esc.becA == null ? null : Math.min(esc.becA, byHeat);
    const own = (): number => rating as number;
    return judge(
      {
        id: 'receiver-supply',
        title: 'receiver supply',
        part: 'esc',
        unit: 'A',
        value: craft.receiverCurrentA,
        rating,
        missing: 'the amps of the ESC’s receiver supply',
        margin: 'receiver-supply',
        limitOf: (s) =>
          s === 'separate' && battery.series >= 4 ? (craft.receiverCurrentA as number) * 0.999 : own(),
        working: `Servos and receiver peak at ${showUnit(craft.receiverCurrentA, 'A')} from a ${esc.becKind} supply of ${showUnit(out, 'V')}${linear ? `; heat (${show(volts)} − ${show(out)}) V × ${show(average)} A on average = ${showUnit(heat, 'W')} of ${LINEAR_HEAT_W} W` : ''}. ${school.id === 'separate' ? 'A separate supply: take the ESC’s red wire out of the plug.' : ''}`
      },
      c.schools
    );
  }
};
