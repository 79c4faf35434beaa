import { hoverThrustN } from '../powertrain/craft/hover.ts';
import {
  MULTIROTOR_PURPOSES,
  multirotorPurposeNamed,
  purposeNamed,
  PURPOSES,
  type MultirotorPurpose,
  type Purpose
} from '../document/schools.ts';
import { GRAVITY_MS2 } from '../units/constants.ts';
import { motorsOf, type Brief } from './brief.ts';

/** What a brief asks of the powertrain. Newtons per motor, watts for the whole craft. */
export interface BriefDemand {
  /** Thrust standing still, each motor, N; null for boats. */
  readonly thrustEachN: number | null;
  /** Thrust for the weight that is aimed at; null for boats. */
  readonly ratio: number | null;
  /** Electrical power by the watts rule, W. */
  readonly watts: number;
}

/** Thrust of the lower of two discs on one axis, against a free one. (m) */
const COAXIAL_SHARE = 0.9;
/** Watts per kilogram of a multirotor at full thrust and 2:1; grows as thrust to the power 1.5. Common practice. */
const MULTIROTOR_W_PER_KG = 160;
/** Watts per kilogram of boats: planing, and slow ones that only push. Common practice, no source. */
const BOAT_W_PER_KG = { planing: 350, displacement: 9 } as const;

/** The purpose of an aeroplane; an unknown one is taken as gentle. */
export const purposeOf = (text: string | null | undefined): Purpose => purposeNamed(text) ?? 'trainer';

/** The purpose of a multirotor; an unknown one is taken as hovering. */
export const multirotorPurposeOf = (text: string | null | undefined): MultirotorPurpose =>
  multirotorPurposeNamed(text) ?? 'hover';

/** Thrust and power that a brief asks for: the middle of its purpose's window. */
export function wantedOf(b: Brief): BriefDemand {
  const weight = b.massKg * GRAVITY_MS2;
  if (b.kind === 'boat') {
    const perKg = b.hull === 'displacement' ? BOAT_W_PER_KG.displacement : BOAT_W_PER_KG.planing;
    return { thrustEachN: null, ratio: null, watts: perKg * b.massKg };
  }
  if (b.kind === 'multirotor') {
    const ratio = MULTIROTOR_PURPOSES[multirotorPurposeOf(b.purpose)].thrustToWeight[0] * 1.15;
    return {
      ratio,
      thrustEachN: (ratio * hoverThrustN(b.massKg)) / motorsOf(b) / (b.coaxial ? COAXIAL_SHARE : 1),
      watts: MULTIROTOR_W_PER_KG * b.massKg * ratio ** 1.5
    };
  }
  const { thrustToWeight, wattsPerKg } = PURPOSES[purposeOf(b.purpose)];
  const ratio = 0.5 * (thrustToWeight[0] + thrustToWeight[1]);
  return {
    ratio,
    thrustEachN: (ratio * weight) / motorsOf(b),
    watts: 0.5 * (wattsPerKg[0] + wattsPerKg[1]) * b.massKg
  };
}
