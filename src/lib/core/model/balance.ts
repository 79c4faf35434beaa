import type { BalanceSheet, SetupDocument } from '../document/schema.ts';
import { water } from '../fluids/water.ts';
import { partMasses } from './all-up-mass.ts';

/** One mass and where it sits. */
interface Station {
  readonly title: string;
  readonly kg: number;
  /** Behind the front end; to the right of the middle. */
  readonly atM: number;
  readonly acrossM: number;
  readonly part: string | null;
  readonly estimated: boolean;
}

/** Where a craft balances with what it holds now, and what would put it right. */
export interface BalanceState {
  readonly stations: readonly Station[];
  readonly totalKg: number;
  /** All-up weight that no line of the list accounts for; negative where the list holds more. */
  readonly unlistedKg: number;
  readonly atM: number;
  readonly acrossM: number;
  readonly wantedM: number | null;
  readonly toleranceM: number;
  /** How far behind where it should be; null without a wish. */
  readonly offM: number | null;
  readonly packKg: number | null;
  readonly packAtM: number | null;
  /** Where the pack would have to sit for an exact balance; null without a pack in the list. */
  readonly packNeededM: number | null;
  /** How far to the right the pack would have to sit for no sideways moment; null without a pack in the list. */
  readonly packAcrossM: number | null;
  /** The nearest place in its room to that; null where no room is told. */
  readonly packBestM: number | null;
  /** Weight that is asked for with the pack at its best place, kg, and where; null where none is. */
  readonly ballast: { readonly kg: number; readonly atM: number; readonly end: 'front' | 'rear' } | null;
  /** Whether ballast would be asked for but no place for it is told. */
  readonly ballastUnplaced: boolean;
  /** What another pack would do: left where this one sits, and where it would have to sit. */
  readonly others: readonly { readonly kg: number; readonly movesM: number; readonly neededM: number }[];
  /** Ballast that brings the middle of a rotor craft under its rotors, sideways, kg m to the left; 0 in balance. */
  readonly sidewaysKgM: number;
  /** A boat at rest: how far the bow is down, degrees; negative for up. Null for other craft or an unknown hull. */
  readonly bowDownDeg: number | null;
}

/** How far off a craft may balance where nothing is told: of its wing's chord or its length. Common practice, no source. */
const TOLERANCE_OF_CHORD = 0.02;
const LEAST_TOLERANCE_M = 0.003;
/** Other packs that are looked at, by their mass over the present one's. */
const OTHER_PACKS = [0.7, 0.85, 1.2, 1.5] as const;
/** Second moment of a hull's waterplane over that of its box, L³ B / 12. From memory of model hulls, 0.45 to 0.65. */
const WATERPLANE = 0.55;

function stationsOf(setup: SetupDocument, sheet: BalanceSheet): Station[] {
  const items = sheet.items ?? [];
  const shares = partMasses(setup);
  return items.map((item) => {
    const share = item.part == null ? undefined : shares.find((m) => m.part === item.part);
    const alike = items.filter((x) => x.part === item.part).length;
    const kg = item.massKg ?? (share ? share.kg / alike : 0);
    return {
      title: item.name?.trim() || share?.title || 'part',
      kg,
      atM: item.atM,
      acrossM: item.acrossM ?? 0,
      part: item.part ?? null,
      estimated: item.massKg == null && (share === undefined || share.estimated)
    };
  });
}

/** How far off it may balance, m. */
function toleranceOf({ craft }: SetupDocument, sheet: BalanceSheet): number {
  if (sheet.toleranceM != null) return sheet.toleranceM;
  const chord =
    craft.wingAreaM2 != null && craft.wingSpanM != null ? craft.wingAreaM2 / craft.wingSpanM : null;
  const length = chord ?? craft.waterlineLengthM ?? 0.2;
  return Math.max(TOLERANCE_OF_CHORD * length, LEAST_TOLERANCE_M);
}

/**
 * Trim of a floating hull at rest whose weight sits `offM` before its centre of buoyancy: off / GM, with GM as its
 * longitudinal metacentric radius I / V. Statics of floating bodies; for a boat that does not plane.
 */
function trimDeg({ craft, environment }: SetupDocument, offM: number): number | null {
  const { waterlineLengthM: l, beamM: b, massKg } = craft;
  if (craft.kind !== 'boat' || l == null || b == null) return null;
  const { densityKgM3 } = water(environment?.water ?? 'fresh', environment?.waterTemperatureC ?? 15);
  const volume = massKg / densityKgM3;
  const radius = (WATERPLANE * b * l ** 3) / 12 / volume;
  return (Math.atan(-offM / radius) * 180) / Math.PI;
}

/**
 * Where a craft balances: moments of what is listed, Σ m x / Σ m (statics). Null where nothing is listed or nothing listed
 * weighs anything. The pack's place follows from x_p = (x (M) − Σ other moments) / m_p, ballast from its arm about the wished
 * point.
 */
export function balanceStateOf(setup: SetupDocument): BalanceState | null {
  const sheet = setup.craft.balance;
  if (!sheet) return null;
  const stations = stationsOf(setup, sheet);
  const totalKg = stations.reduce((a, x) => a + x.kg, 0);
  if (!(totalKg > 0)) return null;
  const moment = stations.reduce((a, x) => a + x.kg * x.atM, 0);
  const sideways = stations.reduce((a, x) => a + x.kg * x.acrossM, 0);
  const atM = moment / totalKg;
  const wantedM = sheet.pointM ?? (setup.craft.kind === 'multirotor' ? 0 : null);
  const offM = wantedM === null ? null : atM - wantedM;
  const packs = stations.filter((x) => x.part === 'battery' && x.kg > 0);
  const packKg = packs.length > 0 ? packs.reduce((a, x) => a + x.kg, 0) : null;
  const packMoment = packs.reduce((a, x) => a + x.kg * x.atM, 0);
  const packAtM = packKg === null ? null : packMoment / packKg;
  const neededFor = (kg: number): number =>
    ((wantedM as number) * (totalKg - (packKg as number) + kg) - (moment - packMoment)) / kg;
  const packAcross = packs.reduce((a, x) => a + x.kg * x.acrossM, 0);
  const packNeededM = packKg === null || wantedM === null ? null : neededFor(packKg);
  const { packFromM, packToM } = sheet;
  const packBestM =
    packNeededM === null || packFromM == null || packToM == null
      ? null
      : Math.min(Math.max(packNeededM, Math.min(packFromM, packToM)), Math.max(packFromM, packToM));
  const toleranceM = toleranceOf(setup, sheet);
  // what is left with the pack at its best place, or where it sits
  const left =
    wantedM === null
      ? 0
      : packBestM === null || packKg === null
        ? moment - wantedM * totalKg
        : moment - packMoment + packKg * packBestM - wantedM * totalKg;
  const within = wantedM === null || Math.abs(left / totalKg) <= toleranceM;
  // tail heavy: ballast in front
  const end = left > 0 ? ('front' as const) : ('rear' as const);
  const place = end === 'front' ? sheet.frontBallastM : sheet.rearBallastM;
  const arm = place == null || wantedM === null ? 0 : wantedM - place;
  const ballastKg = arm === 0 ? 0 : left / arm;
  const placed = !within && ballastKg > 0;
  return {
    stations,
    totalKg,
    unlistedKg: setup.craft.massKg - totalKg,
    atM,
    acrossM: sideways / totalKg,
    wantedM,
    toleranceM,
    offM,
    packKg,
    packAtM,
    packNeededM,
    packAcrossM: packKg === null ? null : -(sideways - packAcross) / packKg,
    packBestM,
    ballast: placed ? { kg: ballastKg, atM: place as number, end } : null,
    ballastUnplaced: !within && !placed,
    others:
      packKg === null || packAtM === null || wantedM === null
        ? []
        : OTHER_PACKS.map((f) => {
            const kg = f * packKg;
            const grown = kg - packKg;
            return {
              kg,
              movesM: (moment + grown * packAtM) / (totalKg + grown) - atM,
              neededM: neededFor(kg)
            };
          }),
    sidewaysKgM: sideways,
    bowDownDeg: offM === null ? null : trimDeg(setup, offM)
  };
}
