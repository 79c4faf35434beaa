import { purposeNamed, PURPOSES } from '../document/schools.ts';
import { GRAVITY_MS2 } from '../units/constants.ts';
import { show, showUnit } from '../units/show.ts';
import { heavierPropulsors } from './propulsor-candidates.ts';
import { cells, otherKv } from './candidates.ts';
import { check } from './check.ts';
import { standingOf, thrustShare } from './standing.ts';

/** Thrust standing still over weight: by purpose for aeroplanes, 2:1 for multirotors. Boats have none. */
export const thrustToWeight = check({
  id: 'thrust-to-weight',
  title: 'thrust for the weight',
  part: 'craft',
  unit: 'times its weight',
  rail: 'craft',
  wish: 'more thrust',
  gives: ['room', 'weight'],
  urgency: 1,
  candidates: (s) => [heavierPropulsors(s), cells(s, 'more'), otherKv(s, 'higher')],
  judge: (s) => {
    const { craft } = s.setup;
    if (craft.kind === 'boat') return null;
    const weight = craft.massKg * GRAVITY_MS2;
    const { worst } = s;
    const value = thrustShare(standingOf(s));
    const purpose = purposeNamed(craft.purpose);
    const taken = PURPOSES[purpose ?? 'trainer'];
    const wanted = craft.targetThrustToWeight ?? (craft.kind === 'multirotor' ? 2 : taken.thrustToWeight[0]);
    const why =
      craft.targetThrustToWeight != null
        ? 'wanted'
        : craft.kind === 'multirotor'
          ? 'what a multirotor needs to be controlled'
          : `${purpose ? '' : 'no purpose given, taken as '}${taken.title}`;
    const perKg = worst.electricalPowerW / craft.massKg;
    const rule = (): string =>
      craft.kind === 'fixed-wing'
        ? ` By watts: ${show(perKg)} W/kg, the rule asks ${taken.wattsPerKg[0]} to ${taken.wattsPerKg[1]}.`
        : '';
    return {
      direction: 'above',
      value,
      band: worst.band ? [worst.band.thrustN[0] / weight, worst.band.thrustN[1] / weight] : null,
      rating: wanted,
      margin:
        craft.kind === 'fixed-wing' && craft.targetThrustToWeight == null ? 'thrust-to-weight' : undefined,
      // the watts rule sees watts, not thrust: it holds or fails as a whole
      limitOf: (id) =>
        id === 'watts-per-kg'
          ? perKg >= taken.wattsPerKg[0]
            ? wanted
            : Math.max(wanted, value * 1.001)
          : wanted,
      working: () =>
        `${showUnit(worst.thrustN, 'N')} / (${show(craft.massKg)} kg × 9.81) = ${show(value)}; ${show(wanted)} ${why}.${rule()}`
    };
  }
});
