import {
  CHORD_START,
  CHORD_STEP,
  chordAt,
  PROPELLER_FAMILIES,
  type FamilyName,
  type PropellerFamily
} from './family.ts';

/** How a blade ends: as its family does, or cut square and wide. */
type TipShape = 'usual' | 'blunt';

/** What of a propeller shapes its blade. Metres, kilograms. */
export interface BladeShapeAsked {
  readonly family: FamilyName;
  readonly diameterM: number;
  readonly blades: number;
  readonly tip?: TipShape | null;
  /** Diameter it had before it was cut down. */
  readonly cutFromM?: number | null;
  /** Mass of the whole propeller. */
  readonly massKg?: number | null;
}

/** The family halfway between two: chords, thickness, drag and spread by straight lines. */
function between(a: PropellerFamily, b: PropellerFamily, f: number): PropellerFamily {
  if (f <= 0) return a;
  if (f >= 1) return b;
  const mix = (x: number, y: number): number => x + f * (y - x);
  return {
    name: f < 0.5 ? a.name : b.name,
    chordScale: 1,
    addedDrag: mix(a.addedDrag, b.addedDrag),
    usualBlades: mix(a.usualBlades, b.usualBlades),
    dragByBlades: mix(a.dragByBlades, b.dragByBlades),
    thicknessRatio: mix(a.thicknessRatio, b.thicknessRatio),
    pitchShare: mix(a.pitchShare, b.pitchShare),
    chord: a.chord.map((c, k) => mix(a.chordScale * c, b.chordScale * b.chord[k])),
    hub: mix(a.hub, b.hub),
    thrustSd: mix(a.thrustSd, b.thrustSd),
    powerSd: mix(a.powerSd, b.powerSd)
  };
}

/** Diameters between which they change from the paddles of the smallest to that shape, m. (m) */
const MICRO_UP_TO_M = 0.04;
const SMALL_FROM_M = 0.07;
/** Diameters between which multirotor blades change from the wide small shape to the slender large one, m. (m) */
const SMALL_UP_TO_M = 0.14;
const LARGE_FROM_M = 0.24;

/**
 * What small aeroplane blades have against those of 8 inches and more, m: edges do not get thinner as blades get smaller, and
 * the hub takes more of the twist. Share of the pitch that is lost, and factor that the added drag grows by, at 0.12 m.
 */
export const SMALL_AEROPLANE = { fromM: 0.2, toM: 0.12, pitchLoss: 0.04, drag: 0.7 };

function smallAeroplane(family: PropellerFamily, diameterM: number): PropellerFamily {
  const { fromM, toM, pitchLoss, drag } = SMALL_AEROPLANE;
  const f = Math.min(Math.max((fromM - diameterM) / (fromM - toM), 0), 1);
  return f === 0
    ? family
    : {
        ...family,
        pitchShare: family.pitchShare - f * pitchLoss,
        addedDrag: family.addedDrag * (1 + f * drag)
      };
}

/**
 * The blade of a family at a diameter. Multirotor propellers change from the wide 5-inch shape (up to 0.14 m) to the
 * slender large one (from 0.24 m) by degrees: no two neighbouring sizes differ by a jump.
 */
export function resolveFamily(name: FamilyName, diameterM: number): PropellerFamily {
  const large = PROPELLER_FAMILIES[name];
  if (name === 'multirotor-carbon') return large;
  if (name !== 'multirotor') return smallAeroplane(large, diameterM);
  if (diameterM < SMALL_FROM_M)
    return between(
      PROPELLER_FAMILIES['multirotor-micro'],
      PROPELLER_FAMILIES['multirotor-small'],
      (diameterM - MICRO_UP_TO_M) / (SMALL_FROM_M - MICRO_UP_TO_M)
    );
  const f = (diameterM - SMALL_UP_TO_M) / (LARGE_FROM_M - SMALL_UP_TO_M);
  return between(PROPELLER_FAMILIES['multirotor-small'], large, f);
}

/** Chord at the last tenth of a blunt blade over the chord where the taper of the usual tip begins. (m) */
const BLUNT_SHARE = 0.8;
const BLUNT_FROM = 0.8;

/** The table with the last part of the blade held wide. */
function blunted(family: PropellerFamily): PropellerFamily {
  const wide = BLUNT_SHARE * chordAt(family.chord, BLUNT_FROM);
  return {
    ...family,
    chord: family.chord.map((c, k) => (CHORD_START + k * CHORD_STEP > BLUNT_FROM ? Math.max(c, wide) : c))
  };
}

/**
 * A blade cut down from a larger one: the inner part stays as it was, the tip is where the saw went. Its chord at the
 * share s of the new radius is the old blade's at s R/R_old, over the new radius; pitch stays; the tip is blunt and wide.
 */
function cutDown(family: PropellerFamily, share: number): PropellerFamily {
  return {
    ...family,
    hub: Math.min(family.hub / share, 0.6),
    chord: family.chord.map((_, k) => chordAt(family.chord, (CHORD_START + k * CHORD_STEP) * share) / share),
    // the new tip is as the saw left it, not a section
    thrustSd: Math.hypot(family.thrustSd, CUT_SD * (1 - share)),
    powerSd: Math.hypot(family.powerSd, CUT_SD * (1 - share))
  };
}

/** Spread that a cut adds, per share of the diameter cut away: how the tip was finished is not known. (m) */
const CUT_SD = 0.3;

/** Typical mass of one blade with its share of the hub, kg, of a moulded propeller 0.254 m across. (m) */
const BLADE_MASS_KG = 0.0095;
/** The same in carbon. */
const CARBON_BLADE_MASS_KG = 0.0045;
/** Mass of propellers of one make over their diameter: exponent. From memory of propellers on a scale, ±0.4. */
export const PROPELLER_MASS_EXPONENT = 2.5;
/** A blade of half as much again the usual mass is wider and thicker: chord with mass^0.25, held within ±12 %. (m) */
const CHORD_BY_MASS = 0.25;
const CHORD_HELD = 0.12;

/** Factor on the chord of a propeller that is heavier or lighter than such propellers are. */
export function chordFactorOfMass(
  family: FamilyName,
  diameterM: number,
  blades: number,
  massKg: number
): number {
  const blade = family === 'multirotor-carbon' ? CARBON_BLADE_MASS_KG : BLADE_MASS_KG;
  const usual = blade * blades * Math.pow(diameterM / 0.254, PROPELLER_MASS_EXPONENT);
  const factor = Math.pow(massKg / usual, CHORD_BY_MASS);
  return Math.min(Math.max(factor, 1 - CHORD_HELD), 1 + CHORD_HELD);
}

/**
 * How much narrower the blades of propellers are that have more of them: chord with (usual blades/blades)^0.14. Three-bladed
 * aeroplane propellers take 1.40 to 1.45 times the power of two-bladed ones of the same size and make 1.33 to 1.38 times the
 * thrust; with the same blades it would be 1.5. Common practice, no source.
 */
export const BLADES = { exponent: 0.14 };

const chordFactorOfBlades = (family: PropellerFamily, blades: number): number =>
  Math.pow(family.usualBlades / blades, BLADES.exponent);

/** The blade of a propeller: its family at its size, cut down, blunt or heavy as it is. */
export function bladeShape(asked: BladeShapeAsked): PropellerFamily {
  const cut = asked.cutFromM != null && asked.cutFromM > asked.diameterM ? asked.cutFromM : null;
  let family = resolveFamily(asked.family, cut ?? asked.diameterM);
  if (cut !== null) family = cutDown(family, asked.diameterM / cut);
  if (asked.tip === 'blunt') family = blunted(family);
  family = {
    ...family,
    chordScale: family.chordScale * chordFactorOfBlades(family, asked.blades),
    addedDrag: family.addedDrag * Math.pow(asked.blades / family.usualBlades, family.dragByBlades)
  };
  if (asked.massKg != null)
    family = {
      ...family,
      chordScale:
        family.chordScale * chordFactorOfMass(asked.family, asked.diameterM, asked.blades, asked.massKg)
    };
  return family;
}
