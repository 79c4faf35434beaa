import { balanceStateOf } from '../model/balance.ts';
import { partMasses } from '../model/all-up-mass.ts';
import type { SetupDocument } from '../document/schema.ts';

/** Where a pack of another mass must sit, or what ballast it asks for, so that the craft balances as before. m, kg; forward is positive. */
export interface Balance {
  readonly beforeKg: number;
  readonly afterKg: number;
  /** Where the pack sits now; null where the document does not say. */
  readonly armM: number | null;
  /** Where the new one must sit. */
  readonly newArmM: number | null;
  /** Ballast that keeps the balance if the new pack sits where the old one sat, and where it goes. */
  readonly ballastKg: number | null;
  readonly ballastArmM: number | null;
  /** By how much the balance point moves if nothing is done, forward positive, m. */
  readonly shiftM: number | null;
}

/** Arm of ballast over that of the pack, on the other side, where none is told: a long tail or nose. (m) */
const OPPOSITE = -1.5;

/** Arm of the pack in a list of masses, before the wished balance point; null where it is in none. */
function listedArmM(setup: SetupDocument): number | null {
  const state = balanceStateOf(setup);
  return state?.packAtM == null || state.wantedM === null ? null : state.wantedM - state.packAtM;
}

/**
 * Moments about the balance point: m₁ x₁ = m₂ x₂ keeps it; a pack that stays at x₁ asks for ballast m_b x_b = −(m₂ − m₁) x₁;
 * left alone the point moves by (m₂ − m₁) x₁ / M. Statics. Null where the pack's mass does not change.
 */
export function balanceOf(before: SetupDocument, after: SetupDocument): Balance | null {
  const kg = (setup: SetupDocument): number | null =>
    partMasses(setup).find((m) => m.part === 'battery')?.kg ?? null;
  const [beforeKg, afterKg] = [kg(before), kg(after)];
  if (beforeKg === null || afterKg === null || Math.abs(afterKg - beforeKg) < 0.0005) return null;
  const armM = after.craft.packArmM ?? listedArmM(before);
  if (armM === null)
    return { beforeKg, afterKg, armM, newArmM: null, ballastKg: null, ballastArmM: null, shiftM: null };
  const grown = afterKg - beforeKg;
  const toldArmM = after.craft.ballastArmM ?? null;
  // a lighter pack asks for ballast on its own side, a heavier one on the other
  const side = grown > 0 ? OPPOSITE : 1;
  const ballastArmM = toldArmM ?? side * armM;
  const ballastKg = ballastArmM === 0 ? null : (-grown * armM) / ballastArmM;
  return {
    beforeKg,
    afterKg,
    armM,
    newArmM: (beforeKg * armM) / afterKg,
    ballastKg: ballastKg !== null && ballastKg > 0 ? ballastKg : null,
    ballastArmM: ballastKg !== null && ballastKg > 0 ? ballastArmM : null,
    shiftM: (grown * armM) / after.craft.massKg
  };
}
