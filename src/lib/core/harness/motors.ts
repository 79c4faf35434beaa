import type { SetupDocument } from '../document/schema.ts';

/** One motor of a craft: where it sits and which way it turns, for a hand that wires it. */
export interface MotorPlace {
  /** 1, 2, 3 … in the order of the drawing. */
  readonly number: number;
  readonly place: string;
  readonly turns: 'clockwise' | 'anticlockwise';
  /** From where that is seen. */
  readonly seenFrom: 'above' | 'behind';
}

/** "front right" of an angle clockwise from straight ahead, degrees. */
function bearing(deg: number): string {
  const a = ((deg % 360) + 360) % 360;
  const length = a < 67.5 || a > 292.5 ? 'front' : a > 112.5 && a < 247.5 ? 'rear' : '';
  const side = a > 11.25 && a < 168.75 ? 'right' : a > 191.25 && a < 348.75 ? 'left' : '';
  return [length, side].filter(Boolean).join(' ') || 'middle';
}

/** Arms of a rotor craft, degrees clockwise from ahead: none straight ahead where their number is even. */
const arms = (n: number): number[] =>
  n === 3 ? [60, 180, 300] : Array.from({ length: n }, (_, k) => ((k + 0.5) * 360) / n);

/** Neighbours turn against each other, so that their torques cancel; the first one at the front right turns anticlockwise. */
function rotors(n: number, coaxial: boolean): MotorPlace[] {
  const count = coaxial ? n / 2 : n;
  return arms(count).flatMap((deg, k) => {
    const turns = k % 2 === 0 ? ('anticlockwise' as const) : ('clockwise' as const);
    const other = k % 2 === 0 ? ('clockwise' as const) : ('anticlockwise' as const);
    const name = bearing(deg);
    return coaxial
      ? [
          { number: 2 * k + 1, place: `${name}, upper`, turns, seenFrom: 'above' as const },
          { number: 2 * k + 2, place: `${name}, lower`, turns: other, seenFrom: 'above' as const }
        ]
      : [{ number: k + 1, place: name, turns, seenFrom: 'above' as const }];
  });
}

/**
 * Where the motors of a setup sit and which way each turns: rotor craft in mirrored pairs, aeroplanes and boats clockwise seen
 * from behind, as most propellers and screws are made, a second screw against the first.
 */
export function motorPlacesOf(setup: SetupDocument): MotorPlace[] {
  const n = setup.count ?? 1;
  const { kind, rotorLayout } = setup.craft;
  if (kind === 'multirotor') return rotors(n, rotorLayout === 'coaxial' && n % 2 === 0);
  const screws = setup.propulsor.kind === 'submerged-screw' || setup.propulsor.kind === 'surface-drive';
  const name = (k: number): string =>
    n === 1
      ? ''
      : n === 2
        ? ['left', 'right'][k]
        : k === (n - 1) / 2
          ? 'middle'
          : `${k < n / 2 ? 'left' : 'right'} ${k < n / 2 ? k + 1 : n - k}`;
  return Array.from({ length: n }, (_, k) => ({
    number: k + 1,
    place: name(k),
    // twin screws turn outwards at the top
    turns: screws && n > 1 && k < n / 2 ? ('anticlockwise' as const) : ('clockwise' as const),
    seenFrom: 'behind' as const
  }));
}
