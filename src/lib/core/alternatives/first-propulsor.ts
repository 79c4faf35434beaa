import { PROPELLER_SIZES } from '../standard-sizes/propeller-sizes.ts';
import { inchesM } from '../standard-sizes/steps.ts';
import type { Propulsor, SetupDocument } from '../document/schema.ts';
import { AIR_DENSITY_KG_M3, WATER_DENSITY_KG_M3 } from '../units/constants.ts';
import { INCH_M } from '../units/convert.ts';
import { motorsOf, type Brief } from '../brief/brief.ts';
import type { BriefDemand } from '../brief/wanted.ts';
import { usualParts } from '../yardstick/usual-classes.ts';
import { usualSeconds } from '../brief/usual-time.ts';

/** Typical static figure of merit of propeller with motor and ESC, pack to air. (m) */
export const OVERALL = 0.42;
/** Share of the electrical power that reaches a slow boat's screw. (m) */
const SHAFT_SHARE = 0.6;
/** Torque coefficient of a screw near standstill. (m) */
const SCREW_KQ = 0.04;
/** Loaded rpm in the middle of a surface drive's window. Common practice, no source. */
export const SURFACE_DRIVE_RPM = 26000;
/** Diameter of the disc that makes a thrust of a power by momentum theory and a usual figure of merit, m. */
const discM = (thrustN: number, watts: number): number =>
  Math.sqrt((2 * thrustN ** 3) / (Math.PI * AIR_DENSITY_KG_M3 * (OVERALL * watts) ** 2));

/** Power coefficient of an everyday propeller at standstill, for a first guess of the rpm. (m) */
const AIR_CP = 0.045;
/** Thrust coefficient at standstill of an everyday propeller and fan, for a first guess of the rpm. (m) */
const TYPICAL_CT = { propeller: 0.1, 'ducted-fan': 0.9 } as const;

/**
 * Rpm that a propulsor wants, rpm: for the wanted thrust by a typical coefficient; for a submerged screw where it takes
 * what the shaft has; the window's middle for a surface drive.
 */
export function wantedRpm(p: Propulsor, wanted: BriefDemand): number {
  const d = p.diameterM;
  if (p.kind === 'surface-drive') return SURFACE_DRIVE_RPM;
  if (p.kind === 'submerged-screw')
    return (
      60 * Math.cbrt((SHAFT_SHARE * wanted.watts) / (2 * Math.PI * SCREW_KQ * WATER_DENSITY_KG_M3 * d ** 5))
    );
  if (wanted.thrustEachN === null)
    return 60 * Math.cbrt((SHAFT_SHARE * wanted.watts) / (AIR_CP * AIR_DENSITY_KG_M3 * d ** 5));
  return 60 * Math.sqrt(wanted.thrustEachN / (TYPICAL_CT[p.kind] * AIR_DENSITY_KG_M3 * d ** 4));
}

/** Propellers on sale that fit, as documents of a family. */
export function propellersThatFit(
  largestM: number | null | undefined,
  family: string,
  blades = 2
): Propulsor[] {
  const fits = PROPELLER_SIZES.filter(([d]) => d * INCH_M <= (largestM ?? Infinity) * 1.001);
  return (fits.length > 0 ? fits : PROPELLER_SIZES.slice(0, 1)).map(([d, p]) => ({
    kind: 'propeller' as const,
    diameterM: inchesM(d),
    pitchM: inchesM(p),
    blades,
    family: family as 'sport'
  }));
}

/** Family of propeller: the one the craft has, or the one its purpose is usually flown with. Common practice. */
export const familyOf = (b: Brief): string =>
  (b.propulsor?.kind === 'propeller' && familySuits(b.propulsor.family, b.kind)
    ? b.propulsor.family
    : null) ??
  (b.kind === 'multirotor' ? 'multirotor' : b.purpose === 'glider' ? 'folding' : 'thin-electric');

/** Blades of the propellers that such craft have: agile rotors three, the others two. Common practice, no source. */
export const bladesOf = (b: Brief): number => (b.kind === 'multirotor' && b.purpose === 'agile' ? 3 : 2);

/** Whether blades of a family are made for a kind of craft: rotors for multirotors, everything else for aeroplanes. */
const familySuits = (family: string | null | undefined, kind: Brief['kind']): boolean =>
  kind === 'boat' || family == null || family.startsWith('multirotor') === (kind === 'multirotor');

/** Whether a propulsor has the shape that a craft takes: the kind it has, blades made for it, no larger than fits. */
export function suitsCraft(p: Propulsor, { craft, propulsor }: SetupDocument): boolean {
  if (p.kind !== propulsor.kind) return false;
  if (craft.largestPropM != null && p.diameterM > craft.largestPropM * 1.001) return false;
  return p.kind !== 'propeller' || familySuits(p.family, craft.kind);
}

/** Kinds of propulsor that are offered to a craft: those that drive such craft, and the one it has. */
function kindsOffered({ craft, propulsor }: SetupDocument): readonly Propulsor['kind'][] {
  if (craft.kind === 'multirotor') return ['propeller'];
  if (craft.kind === 'boat')
    return propulsor.kind === 'submerged-screw' || propulsor.kind === 'surface-drive'
      ? ['submerged-screw', 'surface-drive']
      : ['propeller', 'ducted-fan'];
  return craft.purpose === 'jet' ? ['ducted-fan', propulsor.kind] : [propulsor.kind];
}

/** Whether a propulsor is offered to a craft at all, whatever its size: no screw to an aeroplane, no propeller to a boat with a screw. */
export const isOffered = (p: Propulsor, setup: SetupDocument): boolean =>
  kindsOffered(setup).includes(p.kind) && (p.kind !== 'propeller' || familySuits(p.family, setup.craft.kind));

/** Kind of propulsor: the one the craft has, or the one its kind and purpose usually have. Common practice. */
const kindOf = (b: Brief): Propulsor['kind'] =>
  b.propulsor?.kind ??
  (b.kind === 'boat'
    ? b.hull === 'displacement'
      ? 'submerged-screw'
      : 'surface-drive'
    : b.purpose === 'jet'
      ? 'ducted-fan'
      : 'propeller');

/**
 * A first propulsor for a brief: of the diameter that such craft usually have, held to what fits, the nearest on sale. Rotors: the
 * disc that momentum theory wants for the thrust at a usual power loading. Fans: everyday sizes by mass.
 */
export function firstPropulsor(b: Brief, wanted: BriefDemand): Propulsor {
  const kind = kindOf(b);
  const count = motorsOf(b);
  const usual = usualParts(b, b.massKg, count, b.targetSeconds ?? usualSeconds(b)).diameterM.middle;
  if (kind === 'submerged-screw' || kind === 'surface-drive') {
    const diameterM = Math.round(Math.min(usual, b.largestPropM ?? Infinity) * 1000) / 1000;
    return kind === 'submerged-screw'
      ? { kind, diameterM, pitchM: diameterM, blades: 3, expandedAreaRatio: 0.5 }
      : { kind, diameterM, pitchM: Number((1.4 * diameterM).toFixed(4)), blades: 2, immersion: 0.5 };
  }
  if (kind === 'ducted-fan') {
    const everyday = Math.max(0.04, Math.round(0.064 * Math.sqrt(b.massKg / 0.9) * 1000) / 1000);
    return { kind, diameterM: Math.min(b.largestPropM ?? Infinity, everyday), blades: 11, pitchM: null };
  }
  // a boat with an air propeller: nothing but its watts is wanted, so it keeps the one it has
  if (wanted.thrustEachN === null) return b.propulsor as Propulsor;
  const diameter = Math.min(
    b.kind === 'fixed-wing' ? usual : discM(wanted.thrustEachN, wanted.watts / count),
    b.largestPropM ?? Infinity
  );
  const slope =
    b.kind === 'multirotor' ? (b.purpose === 'agile' ? 0.8 : 0.4) : b.purpose === 'speed' ? 0.9 : 0.52;
  const cost = (p: Propulsor): number =>
    Math.abs(Math.log(p.diameterM / diameter)) + 0.5 * Math.abs((p.pitchM as number) / p.diameterM - slope);
  return propellersThatFit(b.largestPropM, familyOf(b), bladesOf(b)).reduce((best, p) =>
    cost(p) < cost(best) ? p : best
  );
}
