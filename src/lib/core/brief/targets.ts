import { MULTIROTOR_PURPOSES, PURPOSES } from '../checks/schools.ts';
import { stallSpeedMs, wingOf } from '../craft/fixed-wing/polar.ts';
import type { SetupDocument } from '../setup/schema.ts';
import { AIR_DENSITY_KG_M3, GRAVITY_MS2 } from '../units/constants.ts';
import type { QuantityName } from '../units/quantity.ts';
import { show } from '../units/show.ts';
import { multirotorPurposeOf, purposeOf } from './wanted.ts';

/** One thing the brief asks of the power train. SI; `high` null where only a least value is asked. */
export interface Target {
  readonly id: string;
  readonly title: string;
  readonly quantity: QuantityName;
  readonly low: number;
  readonly high: number | null;
  /** Where the window comes from, with the numbers in it. */
  readonly working: string;
  /** The margin whose schools move it, where there is one. */
  readonly school: string;
}

/** Pitch speed over stall speed: least, and what leaves room to climb. Common practice, no source. */
const OVER_STALL = [1.5, 2.5] as const;
/** Loaded rpm of a surface drive. Common practice, no source. */
const SURFACE_RPM = [25000, 30000] as const;
const FULL_CELL_LOADED_V = 4.0;

/** What follows from a brief, by kind and purpose: thrust, watts, pitch speed, hover throttle, rpm window and its KV. */
export function targetsOf(setup: SetupDocument): Target[] {
  const { craft } = setup;
  const weight = craft.massKg * GRAVITY_MS2;
  const list: Target[] = [];
  const add = (
    id: string,
    title: string,
    quantity: QuantityName,
    window: readonly [number, number | null],
    working: string,
    school: string
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
      'thrust-to-weight'
    );
    add(
      'watts',
      'or by watts',
      'power',
      [purpose.wattsPerKg[0] * craft.massKg, purpose.wattsPerKg[1] * craft.massKg],
      `${purpose.wattsPerKg[0]} to ${purpose.wattsPerKg[1]} W/kg × ${show(craft.massKg)} kg: the rule where only watts are known`,
      'thrust-to-weight'
    );
    const wing = wingOf(craft);
    // a fan's pitch is not printed on it: its jet speed is judged instead
    if (wing && setup.propulsor.kind !== 'ducted-fan') {
      const stall = stallSpeedMs(wing, AIR_DENSITY_KG_M3);
      add(
        'pitch-speed',
        'pitch speed',
        'speed',
        [Math.max(OVER_STALL[0] * stall, craft.targetSpeedMs ?? 0), OVER_STALL[1] * stall],
        `${OVER_STALL[0]} to ${OVER_STALL[1]} × stall, ${show(stall)} m/s from ${show(craft.massKg)} kg on ${show(wing.areaM2)} m² at lift coefficient ${show(wing.maxLift)}`,
        ''
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
      `${show(low)}${high === null ? '' : ` to ${show(high)}`} × ${show(craft.massKg)} kg × 9.81 over ${count} motors, ${purpose.title}`,
      ''
    );
    add(
      'hover-throttle',
      'hover throttle',
      'share',
      purpose.hoverThrottle,
      `where ${purpose.title} craft hover best; above 60 % there is nothing left to steer with`,
      ''
    );
  } else if (setup.propulsor.kind === 'surface-drive') {
    add('rpm', 'loaded rpm', 'rpm', SURFACE_RPM, 'what 56 to 58 mm motors stand loaded', 'boat-rpm');
    const perCell = setup.battery.series * FULL_CELL_LOADED_V;
    const gear = setup.gearRatio ?? 1;
    add(
      'kv',
      `KV for ${setup.battery.series} cells`,
      'kv',
      [(SURFACE_RPM[0] * gear) / perCell, (SURFACE_RPM[1] * gear) / perCell],
      `rpm${gear === 1 ? '' : ` × ${show(gear)}`} / (${setup.battery.series} × ${FULL_CELL_LOADED_V.toFixed(1)} V)`,
      'boat-rpm'
    );
  }
  if (craft.targetSeconds != null)
    add('time', 'time', 'minutes', [craft.targetSeconds, null], 'as wished', 'usable-capacity');
  return list;
}
