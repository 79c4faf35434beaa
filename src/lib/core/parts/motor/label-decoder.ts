import { wattsPerGram } from './estimate.ts';
import { canOfStator, estimateMassOfStator, statorOfCan, type EstimatedMass } from './estimate-mass.ts';
import { show } from '../../units/show.ts';

/** One way to read a motor's type number. */
export interface LabelMeaning {
  meaning: string;
  /** Stator, mm; estimated from the can where the can is what the number names. */
  statorMm: [diameter: number, length: number];
  canMm: [diameter: number, length: number];
  massKg: number;
  /** How far off the mass may be, relative; 0 where it was given. */
  massTolerance: number;
  continuousW: number;
  burstW: number;
  /** All-up weights it suits by 150 to 330 W/kg, kg. */
  craftKg: [low: number, high: number];
  /** Combustion engine it is said to replace, cubic centimetres. */
  engineCc: number;
  motorClass: string;
}

const CLASSES: readonly [upToKg: number, name: string][] = [
  [0.01, 'micro indoor'],
  [0.03, 'park flyer or 3-inch multirotor'],
  [0.07, 'small park flyer or 5- to 9-inch multirotor'],
  [0.13, 'sport model of about a kilogram'],
  [0.25, 'sport model of two kilograms'],
  [0.5, 'large sport model'],
  [Infinity, 'giant or boat']
];

/** "said to replace": 1 cm³ of combustion engine for every 65 W or so. Common practice, no source. */
const WATTS_PER_CC = 65;

function meaning(
  text: string,
  stator: [number, number],
  can: [number, number],
  mass: EstimatedMass = estimateMassOfStator(...stator)
): LabelMeaning {
  const continuousW = wattsPerGram.continuous * mass.kg * 1000;
  const burstW = wattsPerGram.burst * mass.kg * 1000;
  return {
    meaning: text,
    statorMm: stator,
    canMm: can,
    massKg: mass.kg,
    massTolerance: mass.tolerance,
    continuousW,
    burstW,
    craftKg: [burstW / 330, burstW / 150],
    engineCc: burstW / WATTS_PER_CC,
    motorClass: (CLASSES.find(([up]) => mass.kg <= up) as [number, string])[1]
  };
}

/** Can of an outrunner of a mass, half again as long as wide, mm: found by halving, since the estimate only grows. */
export function canOfMass(kg: number): [number, number] {
  let [low, high] = [8, 400];
  for (let k = 0; k < 40; k++) {
    const d = 0.5 * (low + high);
    if (estimateMassOfStator(...statorOfCan(d, 1.25 * d)).kg < kg) low = d;
    else high = d;
  }
  return [low, 1.25 * low];
}

/**
 * What a motor's type number may mean: `4250` can be a can of 42 × 50 mm or a stator of 42 × 50, and the same motor may
 * be sold as `3520`. Both readings are given, the likelier first (small numbers and multirotor sizes name the stator).
 * Also `can 28x36`, `stator 22x12` and a weight such as `73 g`. Common practice, no source. Empty when nothing fits.
 */
export function decodeLabel(text: string): LabelMeaning[] {
  const t = text.trim().toLowerCase().replaceAll(',', '.');
  const weight = /^(\d+(?:\.\d+)?)\s*g$/.exec(t);
  if (weight) {
    const kg = Number(weight[1]) / 1000;
    if (!(kg > 0 && kg < 20)) return [];
    const can = canOfMass(kg);
    return [meaning(`an outrunner of ${show(kg * 1000)} g`, statorOfCan(...can), can, { kg, tolerance: 0 })];
  }
  const pair =
    /^(can|stator)?\s*[a-z]*-?(\d{2,3}(?:\.\d)?)\s*[x× /-]\s*(\d{1,3}(?:\.\d)?)(?:\s*mm)?$/.exec(t) ??
    /^(can|stator)?\s*[a-z]*-?(\d{2})(\d{2}(?:\.\d)?)(?:\D.*)?$/.exec(t);
  if (!pair) return [];
  const [, which, first, second] = pair;
  const d = Number(first);
  const l = Number(second);
  if (!(d >= 8 && d <= 200 && l >= 2 && l <= 200)) return [];
  const stator = statorOfCan(d, l);
  const can = canOfStator(d, l);
  const asCan = meaning(
    `a can of ${show(d)} × ${show(l)} mm outside; sold by its stator it would be about ${two(stator[0])}${two(stator[1])}`,
    stator,
    [d, l]
  );
  const asStator = meaning(
    `a stator of ${show(d)} × ${show(l)} mm; the can is about ${show(can[0], 2)} × ${show(can[1], 2)} mm`,
    [d, l],
    can
  );
  if (which === 'can') return [asCan];
  if (which === 'stator') return [asStator];
  // a plate-thin second figure can only be a stator; a long one is more often the can
  const canIsLongEnough = d >= 14 && l > 0.8 * stator[0];
  return l < 0.75 * d ? [asStator, ...(canIsLongEnough ? [asCan] : [])] : [asCan, asStator];
}

/** A word of a motor's name that is a type number: "2814-900", "C3548/5". */
const TYPE_WORD = /^[a-z]{0,4}-?\d{4}(?:[-/].*)?$/i;

/** The likelier meaning of the type number in a motor's name, "Rush 2814-900"; null without one. */
export function sizeInName(name: string | null | undefined): LabelMeaning | null {
  const word = (name ?? '').split(/\s+/).find((w) => TYPE_WORD.test(w));
  return word === undefined ? null : (decodeLabel(word)[0] ?? null);
}

const two = (v: number): string => String(Math.max(Math.round(v), 1)).padStart(2, '0');

/** What a scale and a caliper say of a motor; null where it was not measured. */
interface MeasuredMotor {
  massKg: number | null;
  canDiameterMm: number | null;
  canLengthMm: number | null;
}

/** Outside sizes run this far off a label that names the can, mm. Common practice, no source. */
const CAN_OFF_MM = 3;
/** A weight that was given runs this far off the scale. Common practice, no source. */
const GIVEN_OFF = 0.05;

/** One meaning against what was measured: how far off, and whether the meaning still fits. */
export function againstMeasured(
  m: LabelMeaning,
  measured: MeasuredMotor
): { fits: boolean; sentences: string[] } {
  const sentences: string[] = [];
  let fits = true;
  const compare = (what: string, said: number, got: number | null, unit: string, allowed: number): void => {
    if (got === null) return;
    const off = got - said;
    if (Math.abs(off) > allowed) fits = false;
    sentences.push(
      `${what} ${show(got)} ${unit} for ${show(said)} ${unit} by this reading: ${off >= 0 ? '+' : '−'}${show(Math.abs(off), 2)} ${unit}, ${Math.abs(off) > allowed ? 'too far off' : 'as labels go'}`
    );
  };
  compare('can', m.canMm[0], measured.canDiameterMm, 'mm', CAN_OFF_MM);
  compare('length', m.canMm[1], measured.canLengthMm, 'mm', 2 * CAN_OFF_MM);
  compare(
    'weight',
    1000 * m.massKg,
    measured.massKg === null ? null : 1000 * measured.massKg,
    'g',
    (m.massTolerance || GIVEN_OFF) * 1000 * m.massKg
  );
  return { fits, sentences };
}
