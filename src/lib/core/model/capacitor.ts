import { CHEMISTRIES } from '../parts/pack/chemistry.ts';
import type { SetupDocument } from '../document/schema.ts';

/** Pack leads that an ESC's own capacitors are made for, m one way. Common practice, no source. */
export const LEAD_WITHOUT_M = 0.25;
/** Capacitance for every metre beyond it, F: 220 µF each 10 cm. Common practice, no source. */
const F_PER_M = 220e-6 / 0.1;
/** Steps that low-ESR capacitors are sold in, F and V. */
const SIZES_F = [220e-6, 330e-6, 470e-6, 680e-6, 1000e-6, 1500e-6, 2200e-6, 3300e-6] as const;
const RATINGS_V = [10, 16, 25, 35, 50, 63, 80, 100] as const;
/** Room of a capacitor's volts over a full pack's: ripple and the jolt of a brake stand on top. Common practice, no source. */
const ROOM = 1.25;
/** Bulk that rotor craft put at the board's pads whatever the leads, F: it quiets what the video and the gyros hear. Common practice, no source. */
const ROTOR_F = 470e-6;

/** A capacitor that leads or craft ask for. */
export interface CapacitorAdvice {
  /** What is asked for; null where the ESC's own do. */
  readonly wantedF: number | null;
  readonly ratingV: number;
  readonly fittedF: number | null;
  readonly fittedV: number | null;
  /** Whether what is fitted does: null where nothing is asked for. */
  readonly does: boolean | null;
  readonly says: string;
}

const next = (list: readonly number[], value: number): number =>
  list.find((x) => x >= value - 1e-12) ?? list[list.length - 1];

/** What capacitor a setup asks for at its ESC, and whether what is fitted does. */
export function capacitorFor(setup: SetupDocument): CapacitorAdvice {
  const leadM = setup.wiring?.leadLengthM ?? null;
  const beyondM = leadM === null ? 0 : Math.max(leadM - LEAD_WITHOUT_M, 0);
  const rotors = setup.craft.kind === 'multirotor';
  const needF = Math.max(beyondM * F_PER_M, rotors ? ROTOR_F : 0);
  const wantedF = needF > 0 ? next(SIZES_F, needF) : null;
  const fullV = setup.battery.series * CHEMISTRIES[setup.battery.chemistry].fullV;
  const ratingV = next(RATINGS_V, ROOM * fullV);
  const fittedF = setup.wiring?.capacitorF ?? null;
  const fittedV = setup.wiring?.capacitorV ?? null;
  const does =
    wantedF === null ? null : fittedF !== null && fittedF >= needF * 0.99 && (fittedV ?? fullV) >= fullV;
  return {
    wantedF,
    ratingV,
    fittedF,
    fittedV,
    does,
    says:
      wantedF === null
        ? 'The capacitors on the ESC are made for leads as short as these.'
        : `${Math.round(wantedF * 1e6)} µF, low ESR, ${ratingV} V or more, ${rotors ? 'on the pads where the pack comes in' : 'soldered across plus and minus at the ESC'}, legs as short as can be, the stripe to minus${rotors ? '' : '; lengthening the motor’s leads instead needs none'}.`
  };
}
