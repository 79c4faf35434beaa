import { rpmWindowOf } from '../checks/boat-rpm.ts';
import { OVER_STALL } from '../checks/pitch-speed.ts';
import { chosenSchool, MULTIROTOR_PURPOSES, PURPOSES, type MarginName } from '../document/schools.ts';
import { stallSpeedMs } from '../craft/fixed-wing/polar.ts';
import { wingOf } from '../model/wing.ts';
import type { SetupDocument } from '../document/schema.ts';
import { AIR_DENSITY_KG_M3, GRAVITY_MS2 } from '../units/constants.ts';
import type { QuantityName } from '../units/quantity.ts';
import { show } from '../units/show.ts';
import { multirotorPurposeOf, purposeOf } from './wanted.ts';

/** One thing the brief asks of the powertrain. SI; `high` null where only a least value is asked. */
interface Target {
  readonly id: string;
  readonly title: string;
  readonly quantity: QuantityName;
  readonly low: number;
  readonly high: number | null;
  /** Where the window comes from, with the numbers in it. */
  readonly working: string;
  /** Title of the school that sets it; null where practitioners agree. */
  readonly school: string | null;
}

/**
 * What follows from a brief, by kind and purpose: thrust, watts, pitch speed, hover throttle, rpm window and its KV.
 * Longer than 80 lines as one window stands after another; none reads what another works out.
 * @param settings schools chosen in the settings; the setup's own come before them
 */
export function targetsOf(setup: SetupDocument, settings: Record<string, string> = {}): Target[] {
  const schools = { ...settings, ...(setup.schools as Record<string, string> | undefined) };
  const titleOf = (margin: MarginName): string => chosenSchool(margin, schools).title;
  const { craft } = setup;
  const weight = craft.massKg * GRAVITY_MS2;
  const list: Target[] = [];
  const add = (
    id: string,
    title: string,
    quantity: QuantityName,
    window: readonly [number, number | null],
    working: string,
    school: string | null = null
  ): void => {
    list.push({ id, title, quantity, low: window[0], high: window[1], working, school });
  };
  if (craft.kind === 'fixed-wing') {
    const purpose = PURPOSES[purposeOf(craft.purpose)];
    const wish = craft.targetThrustToWeight;
    const [low, high] = wish == null ? purpose.thrustToWeight : [wish, null];
    add(
      'thrust',
      'thrust standing still',
      'thrust',
      [low * weight, high === null ? null : high * weight],
      `${show(low)}${high === null ? '' : ` to ${show(high)}`} × ${show(craft.massKg)} kg × 9.81, ${wish == null ? purpose.title : 'as wished'}`,
      wish == null ? titleOf('thrust-to-weight') : null
    );
    add(
      'watts',
      'or by watts',
      'power',
      [purpose.wattsPerKg[0] * craft.massKg, purpose.wattsPerKg[1] * craft.massKg],
      `${purpose.wattsPerKg[0]} to ${purpose.wattsPerKg[1]} W/kg × ${show(craft.massKg)} kg: the rule where only watts are known`,
      titleOf('thrust-to-weight')
    );
    const wing = wingOf(craft);
    // a fan's pitch is not printed on it: its jet speed is judged instead
    if (wing && setup.propulsor.kind !== 'ducted-fan') {
      const stall = stallSpeedMs(wing, AIR_DENSITY_KG_M3);
      add(
        'pitch-speed',
        'pitch speed',
        'speed',
        [Math.max(OVER_STALL.rating * stall, craft.targetSpeedMs ?? 0), null],
        `${OVER_STALL.rating} × stall, better ${OVER_STALL.margin} times: stall ${show(stall)} m/s from ${show(craft.massKg)} kg on ${show(wing.areaM2)} m² at lift coefficient ${show(wing.maxLift)}`
      );
    }
  } else if (craft.kind === 'multirotor') {
    const purpose = MULTIROTOR_PURPOSES[multirotorPurposeOf(craft.purpose)];
    const [low, high] =
      craft.targetThrustToWeight == null ? purpose.thrustToWeight : [craft.targetThrustToWeight, null];
    const count = setup.count ?? 1;
    add(
      'thrust',
      'thrust of each motor',
      'thrust',
      [(low * weight) / count, high === null ? null : (high * weight) / count],
      `${show(low)}${high === null ? '' : ` to ${show(high)}`} × ${show(craft.massKg)} kg × 9.81 over ${count} motors, ${craft.targetThrustToWeight == null ? purpose.title : 'as wished'}`
    );
    add(
      'hover-throttle',
      'hover throttle',
      'share',
      purpose.hoverThrottle,
      `where ${purpose.title} craft hover best; above 60 % there is nothing left to steer with`
    );
  } else if (setup.propulsor.kind === 'surface-drive') {
    const loaded = rpmWindowOf(schools, setup.motor.massKg);
    const perCell = setup.battery.series * loaded.cellV;
    const gear = setup.gearRatio ?? 1;
    const school = titleOf('boat-rpm');
    add('rpm', 'rpm window', 'rpm', loaded.rpm, `KV × cells × ${loaded.cellV.toFixed(1)} V`, school);
    add(
      'kv',
      `KV for ${setup.battery.series} cells`,
      'kv',
      [(loaded.rpm[0] * gear) / perCell, (loaded.rpm[1] * gear) / perCell],
      `rpm${gear === 1 ? '' : ` × ${show(gear)}`} / (${setup.battery.series} × ${loaded.cellV.toFixed(1)} V)`,
      school
    );
  }
  if (craft.targetSeconds != null)
    add('time', 'time', 'minutes', [craft.targetSeconds, null], 'as wished', titleOf('usable-capacity'));
  return list;
}
