import type { SetupDocument } from '../document/schema.ts';
import { usualFamily } from '../parts/propulsor/propeller/family.ts';

/** What the readings behind the model leave open for a setup: further spread of its propulsor and motor, and why, in words. */
interface Coverage {
  /** Relative standard deviations, to be added in squares. */
  readonly thrustSd: number;
  readonly powerSd: number;
  readonly motorSd: number;
  /** One sentence each. */
  readonly says: readonly string[];
}

/** Sizes within which a kind of propulsor was fitted to several readings, m. */
const FITTED_M: Readonly<Record<string, readonly [least: number, most: number]>> = {
  'thin-electric': [0.15, 0.41],
  sport: [0.2, 0.46],
  'slow-flyer': [0.2, 0.26],
  folding: [0.25, 0.41],
  multirotor: [0.07, 0.4],
  'multirotor-carbon': [0.38, 0.72],
  'ducted-fan': [0.05, 0.09]
};
/** Motors within which the winding under load was fitted, kg. */
const FITTED_KG = [0.009, 0.38] as const;
/** Pitch over diameter within which the families were fitted. */
const FITTED_PITCH = [0.3, 0.9] as const;
/** Families of which few readings of two or three makers stand behind the figures. */
const THIN: ReadonlySet<string> = new Set(['folding', 'multirotor-carbon']);

/** Spread per factor of two beyond an edge, and of a class of which there are few readings. From memory of how makers differ. */
const PER_DOUBLING = 0.12;
const FEW = 0.06;
const MOST = 0.25;
/** What kinds of blades of one size differ by in thrust and power. From memory. */
const UNTOLD_FAMILY = 0.11;

/** Factor by which a value lies outside a range; 1 inside. */
const beyond = (value: number, [least, most]: readonly [number, number]): number =>
  value < least ? least / value : value > most ? value / most : 1;

const spread = (factor: number): number => Math.min(PER_DOUBLING * Math.log2(factor), MOST);

/**
 * How far a setup lies outside the cloud of readings that the model was fitted to: by size, pitch, blades and family of its
 * propulsor, by the weight of its motor. Inside it nothing is added. What was measured of the propulsor is surer than any class.
 */
export function coverageOf({ craft, propulsor, motor }: SetupDocument): Coverage {
  const says: string[] = [];
  const parts: number[] = [];
  const add = (sd: number, sentence: string): void => {
    if (sd <= 0) return;
    parts.push(sd);
    says.push(sentence);
  };
  if (!propulsor.coefficients && (propulsor.kind === 'propeller' || propulsor.kind === 'ducted-fan')) {
    const family =
      propulsor.kind === 'propeller' ? (propulsor.family ?? usualFamily(craft.kind)) : propulsor.kind;
    const size = beyond(propulsor.diameterM, FITTED_M[family]);
    const what = propulsor.kind === 'ducted-fan' ? 'fans' : 'propellers of this kind';
    add(
      spread(size),
      `Few readings stand behind ${what} ${propulsor.diameterM < FITTED_M[family][0] ? 'this small' : 'this large'}, so the band is wider.`
    );
    if (propulsor.kind === 'propeller') {
      add(
        spread(beyond(propulsor.pitchM / propulsor.diameterM, FITTED_PITCH)),
        'Few readings stand behind blades of a pitch like this, so the band is wider.'
      );
      const blades = propulsor.blades ?? 2;
      const many = family === 'multirotor' && propulsor.diameterM < 0.16 ? 4 : 3;
      if (propulsor.family == null)
        add(UNTOLD_FAMILY, 'The kind of blade is not given, so the band covers what the kinds differ by.');
      if (blades >= many)
        add(FEW, `Few readings stand behind ${blades} blades of this kind, so the band is wider.`);
      if (THIN.has(family))
        add(FEW, 'Few readings of few makers stand behind this kind of blade, so the band is wider.');
    }
  }
  const motorSd = motor.massKg == null ? 0 : spread(beyond(motor.massKg, FITTED_KG));
  if (motorSd > 0)
    says.push(
      `Few readings stand behind motors this ${(motor.massKg as number) < FITTED_KG[0] ? 'light' : 'heavy'}, so the band is wider.`
    );
  const sd = Math.hypot(...parts);
  return { thrustSd: sd, powerSd: sd, motorSd, says };
}
