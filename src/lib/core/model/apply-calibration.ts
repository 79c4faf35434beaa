import type { Battery, Calibration, Motor, Propulsor } from '../document/schema.ts';
import { isLikeBlade, isSameFamily, isSameMotor, isSamePropulsor, packLikeness } from './same-part.ts';
import { FAMILY_SHARE, FITTED_FACTORS, SWAP_SD, type FactorName } from './tolerance.ts';

/** What a calibration says of the parts a setup has now. */
export interface AppliedCalibration {
  /** Factors of the fitted unknowns; 1 where nothing measured tells anything. */
  readonly factors: Readonly<Record<FactorName, number>>;
  /** Covariance of their logs, 7 × 7, row by row. */
  readonly covariance: Float64Array;
  /** The unknowns that a measurement told something of. */
  readonly told: ReadonlySet<FactorName>;
}

/** Prior covariance of the logs of the fitted unknowns: diagonal, and thrust with power. */
export function priorCovariance(
  relativeSd: Readonly<Record<FactorName, number>>,
  thrustPowerCorrelation: number
): Float64Array {
  const n = FITTED_FACTORS.length;
  const out = new Float64Array(n * n);
  FITTED_FACTORS.forEach((name, at) => (out[at * n + at] = relativeSd[name] ** 2));
  const thrust = FITTED_FACTORS.indexOf('thrust');
  const power = FITTED_FACTORS.indexOf('power');
  out[thrust * n + power] = out[power * n + thrust] =
    thrustPowerCorrelation * relativeSd.thrust * relativeSd.power;
  return out;
}

/** Element of a lower triangle stored row by row. */
export const ofTriangle = (triangle: readonly number[], row: number, column: number): number =>
  row >= column ? triangle[(row * (row + 1)) / 2 + column] : triangle[(column * (column + 1)) / 2 + row];

const MOTOR_UNKNOWNS = 3;

/** Weights of the measured unknowns in one of those of a setup, and the share of its prior variance that they leave untold. */
interface Mix {
  readonly weights: readonly (readonly [index: number, weight: number])[];
  readonly untold: number;
}
const NOTHING: Mix = { weights: [], untold: 1 };

/**
 * Weights of several measured likes of one part, each with the same share s of their errors in common:
 * R = (1 − s) I + s 11ᵀ, r = s 1, so w = R⁻¹ r = s/(1 + (m − 1) s) each, and 1 − m s w of the variance stays untold.
 */
function likes(indices: readonly number[], s: number): Mix {
  const m = indices.length;
  if (m === 0) return NOTHING;
  const w = s / (1 + (m - 1) * s);
  return { weights: indices.map((i) => [i, w] as const), untold: 1 - m * s * w };
}

/**
 * Carries what was measured over to the parts of a setup, by conditioning normal errors: a part that was itself measured
 * keeps its posterior; one of the same family takes the family's share of it and gets the rest of its spread back; any other
 * part keeps nothing. Errors of different parts are independent before the fit, so a part that left takes with it what
 * was tied to it.
 *   x_new = A x + e, cov = A Σ Aᵀ + diag(untold σ²)
 */
export function applyCalibration(
  calibration: Calibration,
  parts: { readonly motor: Motor; readonly battery: Battery; readonly propulsor: Propulsor },
  prior: Float64Array
): AppliedCalibration {
  const n = FITTED_FACTORS.length;
  const { joint } = calibration;
  if (!joint) return asItStands(calibration, prior);
  const packs = joint.batteries.length;
  const older = MOTOR_UNKNOWNS + packs + 2 * joint.propulsors.length;
  const size = joint.logs.length;
  // documents from before the inductance was an unknown end with the propulsors: they tell nothing of it
  const isOlder = size === older;
  if ((!isOlder && size !== older + 1) || joint.covariance.length !== (size * (size + 1)) / 2)
    return asItStands(calibration, prior);
  const sameMotor = isSameMotor(joint.motor, parts.motor);
  const motor = (index: number): Mix => (sameMotor ? { weights: [[index, 1]], untold: 0 } : NOTHING);
  const likeness = joint.batteries.map((b) => packLikeness(b, parts.battery));
  const samePack = likeness.indexOf(1);
  const pack: Mix =
    samePack >= 0
      ? { weights: [[MOTOR_UNKNOWNS + samePack, 1]], untold: 0 }
      : likes(
          likeness.flatMap((l, k) => (l > 0 ? [MOTOR_UNKNOWNS + k] : [])),
          Math.max(0, ...likeness)
        );
  const samePropulsor = joint.propulsors.findIndex((p) => isSamePropulsor(p, parts.propulsor));
  const family = joint.propulsors.flatMap((p, k) => (isSameFamily(p, parts.propulsor) ? [k] : []));
  const blade = (offset: 0 | 1): Mix => {
    const at = (k: number): number => MOTOR_UNKNOWNS + packs + 2 * k + offset;
    return samePropulsor >= 0
      ? { weights: [[at(samePropulsor), 1]], untold: 0 }
      : likes(family.map(at), FAMILY_SHARE);
  };
  const mixes: Record<string, Mix> = {
    kv: motor(0),
    motorResistance: motor(1),
    noLoadCurrent: motor(2),
    batteryResistance: pack,
    thrust: blade(0),
    power: blade(1),
    inductance: isOlder ? NOTHING : motor(older)
  };
  const rows = FITTED_FACTORS.map((name, r): Mix => {
    const mix = mixes[name];
    if (mix.untold === 0 || !joint.priorSd) return mix;
    // an error common to a family is the same share of a wider spread
    const own = Math.sqrt(prior[r * n + r]);
    const { priorSd } = joint;
    return {
      untold: mix.untold,
      weights: mix.weights.map(([i, w]) => [i, priorSd[i] > 0 ? (w * own) / priorSd[i] : w] as const)
    };
  });
  const covariance = new Float64Array(n * n);
  rows.forEach((a, r) =>
    rows.forEach((b, c) => {
      let sum = 0;
      for (const [i, wi] of a.weights)
        for (const [k, wk] of b.weights) sum += wi * wk * ofTriangle(joint.covariance, i, k);
      // what is left untold of two unknowns is tied as it was before: thrust with power
      covariance[r * n + c] = sum + Math.sqrt(a.untold * b.untold) * prior[r * n + c];
    })
  );
  // a blade of another kind than any that was measured: what such swaps scatter comes on top
  const isSwap =
    samePropulsor < 0 &&
    family.length > 0 &&
    !family.some((k) => isLikeBlade(joint.propulsors[k], parts.propulsor));
  if (isSwap)
    for (const name of ['thrust', 'power'] as const) {
      const at = FITTED_FACTORS.indexOf(name);
      covariance[at * n + at] += SWAP_SD ** 2;
    }
  const factors = {} as Record<FactorName, number>;
  const told = new Set<FactorName>();
  FITTED_FACTORS.forEach((name, r) => {
    factors[name] = Math.exp(rows[r].weights.reduce((sum, [i, w]) => sum + w * joint.logs[i], 0));
    if (rows[r].weights.length > 0) told.add(name);
  });
  return { factors, covariance, told };
}

/** A calibration that does not say what it was measured on: it is taken to be of the parts that stand there. */
function asItStands(calibration: Calibration, prior: Float64Array): AppliedCalibration {
  const n = FITTED_FACTORS.length;
  const given = calibration.factors as Partial<Record<FactorName, number>>;
  const sd = calibration.relativeSd as Partial<Record<FactorName, number>>;
  const factors = {} as Record<FactorName, number>;
  const told = new Set<FactorName>();
  const covariance = Float64Array.from(prior);
  const triangle = calibration.covariance;
  // a triangle of an older document lacks the last row: that unknown keeps its prior
  const rows = triangle ? Math.round((Math.sqrt(8 * triangle.length + 1) - 1) / 2) : 0;
  const whole = rows > 0 && rows >= n - 1 && rows <= n && triangle?.length === (rows * (rows + 1)) / 2;
  FITTED_FACTORS.forEach((name, r) => {
    factors[name] = given[name] ?? 1;
    const own = sd[name];
    if (own !== undefined) {
      told.add(name);
      const was = Math.sqrt(prior[r * n + r]);
      // the correlation stays, the spread is the fitted one
      for (let c = 0; c < n; c++) {
        covariance[r * n + c] *= was > 0 ? own / was : 0;
        covariance[c * n + r] *= was > 0 ? own / was : 0;
      }
      covariance[r * n + r] = own ** 2;
    }
  });
  if (whole)
    for (let r = 0; r < rows; r++)
      for (let c = 0; c < rows; c++) covariance[r * n + c] = ofTriangle(triangle as number[], r, c);
  return { factors, covariance, told };
}
