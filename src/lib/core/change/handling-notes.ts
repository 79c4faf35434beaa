import type { SetupDocument } from '../document/schema.ts';
import { INCH_M } from '../units/convert.ts';
import { inInches, showUnit } from '../units/show.ts';

/** Something to look after when a propulsor is exchanged. */
export interface Care {
  readonly id: string;
  readonly text: string;
  /** Whether what is known keeps to it; null where nothing is known. */
  readonly holds: boolean | null;
}

/** Room under the tips of a propeller on the ground, m. Common practice, no source. */
const GROUND_M = 0.025;
/** Gap of a pusher's tips over their diameter, and at least, m: thin blades bend forward under thrust. Common practice, no source. */
const TIP_GAP_SHARE = 0.05;
const TIP_GAP_M = 0.006;
/** Diameter from which an out-of-balance propeller shakes a craft to pieces, m; smaller ones only sing. Common practice, no source. */
const BALANCE_FROM_M = 0.15;

/** What to look after with the new propulsor on this craft: room, tips, balance, blades. Nothing where it is as before. */
export function careOf(before: SetupDocument, after: SetupDocument): Care[] {
  const p = after.propulsor;
  if (p.kind !== 'propeller') return [];
  const was = before.propulsor;
  const room = after.craft.largestPropM ?? null;
  const grown = p.diameterM > was.diameterM * 1.0001;
  const care: Care[] = [];
  if (room !== null)
    care.push({
      id: 'room',
      text: `${inInches(p.diameterM)} in across, ${inInches(room)} in fit.`,
      holds: p.diameterM <= room * 1.0001
    });
  else if (grown)
    care.push({
      id: 'room',
      text: `${inInches(p.diameterM)} in across: measure whether it clears frame, floats and its neighbours; the brief does not say.`,
      holds: null
    });
  if (grown && after.craft.kind === 'fixed-wing')
    care.push({
      id: 'ground',
      text: `The tips come ${showUnit(((p.diameterM - was.diameterM) / 2) * 1000, 'mm', 2)} nearer to the ground: leave ${showUnit(1000 * GROUND_M, 'mm', 2)} with the tail up and the legs bent.`,
      holds: null
    });
  if (p.placement === 'pusher') {
    const wanted = Math.max(TIP_GAP_SHARE * p.diameterM, TIP_GAP_M);
    const gap = after.craft.tipGapM ?? null;
    care.push({
      id: 'tips',
      text: `Under thrust the blades of a pusher bend forward, towards wing and fuselage: leave ${showUnit(1000 * wanted, 'mm', 2)}${gap === null ? '; the gap is not told' : `, there are ${showUnit(1000 * gap, 'mm', 2)}`}.`,
      holds: gap === null ? null : gap >= wanted
    });
  }
  if (p.cutFromM != null)
    care.push({
      id: 'cut',
      text: `Cut down from ${inInches(p.cutFromM)} in: both tips alike, rounded, and balanced anew; the blade that is left is wide for its diameter and takes more power than one made so.`,
      holds: null
    });
  if (p.diameterM >= BALANCE_FROM_M && (grown || p.cutFromM != null || p.blades !== was.blades))
    care.push({
      id: 'balance',
      text: `Balance it before it turns: the force of a gram out of place grows with the square of the rpm.`,
      holds: null
    });
  // from memory of class values: two to three blades multiply CT by 1.34 to 1.47 and CP by 1.41 to 1.52
  if ((p.blades ?? 2) > (was.blades ?? 2))
    care.push({
      id: 'blades',
      text: `Another blade on the same diameter adds a third to two fifths to the thrust and two fifths to a half to the power: take an inch off the diameter, or half an inch of pitch, for each.`,
      holds: null
    });
  if (p.diameterM / INCH_M >= 5 && p.maxRpm == null)
    care.push({
      id: 'rpm',
      text: 'Keep to the highest rpm of the propeller’s maker.',
      holds: null
    });
  return care;
}
