import { findRoot } from '../../../numeric/find-root.ts';
import { tablePerformance, U_STEPS, uAt, type TablePerformance } from '../performance.ts';
import { B_SERIES_RANGE, bSeries } from './b-series.ts';

/** A screw's geometry. */
export interface ScrewGeometry {
  readonly diameterM: number;
  readonly pitchM: number;
  readonly blades: number;
  readonly expandedAreaRatio: number;
}

const held = (value: number, [low, high]: readonly [number, number]): number =>
  Math.min(Math.max(value, low), high);

/** Share by which a ratio may pass an edge of the series and be taken for it. (m) */
const SAME_RATIO = 1e-3;

/** Which of a screw's figures lie outside the measured series, in words; empty when all are inside. */
export function outsideSeries(g: ScrewGeometry): string[] {
  const ratio = g.pitchM / g.diameterM;
  const { blades, expandedAreaRatio, pitchRatio } = B_SERIES_RANGE;
  const out: string[] = [];
  // sizes in whole tenths of a millimetre miss a ratio's edge by their rounding: 58.8 on 42 mm is 1.4
  const beyond = (value: number, [least, most]: readonly [number, number]): boolean =>
    value < least * (1 - SAME_RATIO) || value > most * (1 + SAME_RATIO);
  // as many digits as tell it from the edge that it passed
  const told = (value: number, [least, most]: readonly [number, number]): string => {
    const edge = (value < least ? least : most).toFixed(2);
    return value.toFixed(2) === edge ? value.toFixed(3) : value.toFixed(2);
  };
  if (beyond(ratio, pitchRatio)) out.push(`pitch/diameter ${told(ratio, pitchRatio)} (series: 0.5 to 1.4)`);
  if (beyond(g.expandedAreaRatio, expandedAreaRatio))
    out.push(`blade area ratio ${told(g.expandedAreaRatio, expandedAreaRatio)} (series: 0.30 to 1.05)`);
  if (g.blades < blades[0] || g.blades > blades[1]) out.push(`${g.blades} blades (series: 2 to 7)`);
  if (g.blades === 2 && g.expandedAreaRatio > 0.3 && g.expandedAreaRatio < 0.4)
    out.push('2 blades with an area ratio below 0.40 (the polynomials are doubtful there)');
  return out;
}

/** Most of the ideal that a screw is let reach; inside the series the best stay below 0.85. */
const BEST_SHARE_OF_IDEAL = 0.9;

/**
 * A thrust coefficient held to momentum theory, KT (J + sqrt(J² + 8 KT/pi))/2 <= 0.9 x 2 pi KQ. It never acts inside the
 * sound part of the series, but the polynomials overshoot for two narrow blades (declared deviation).
 */
function heldToMomentum(thrust: number, torque: number, j: number): number {
  if (thrust <= 0) return thrust;
  const ideal = (kt: number): number => 0.5 * kt * (j + Math.sqrt(j * j + (8 * kt) / Math.PI));
  const most = BEST_SHARE_OF_IDEAL * 2 * Math.PI * torque;
  if (ideal(thrust) <= most) return thrust;
  const root = findRoot((kt) => ideal(kt) - most, 0, thrust, 1e-10);
  return root.ok ? root.value : 0;
}

/**
 * KT and KQ over all J >= 0: the series up to 97 % of the J at which thrust vanishes, then straight on with the slope
 * it has there (the polynomials mean nothing beyond). Pitch ratio above 1.4 or below 0.5 is carried on from the edge
 * by shifting J with the zero-thrust point, which is nearly proportional to pitch.
 */
export function screwCoefficients(g: ScrewGeometry, j: number): { thrust: number; torque: number } {
  const asked = g.pitchM / g.diameterM;
  const ratio = held(asked, B_SERIES_RANGE.pitchRatio);
  const stretch = asked / ratio;
  const area = held(g.expandedAreaRatio, B_SERIES_RANGE.expandedAreaRatio);
  const blades = held(g.blades, B_SERIES_RANGE.blades);
  const at = (x: number) => bSeries(x, ratio, area, blades);
  const zero = findRoot((x) => at(x).thrust, 0.2 * ratio, 1.6 * ratio, 1e-10);
  const edge = 0.97 * (zero.ok ? zero.value : ratio);
  const x = j / stretch;
  let thrust: number;
  let torque: number;
  if (x < 0) {
    const here = at(0);
    const next = at(0.02);
    thrust = here.thrust + ((next.thrust - here.thrust) / 0.02) * x;
    torque = here.torque + ((next.torque - here.torque) / 0.02) * x;
  } else if (x <= edge) {
    ({ thrust, torque } = at(x));
  } else {
    const here = at(edge);
    const before = at(edge - 0.02);
    thrust = here.thrust + ((here.thrust - before.thrust) / 0.02) * (x - edge);
    torque = here.torque + ((here.torque - before.torque) / 0.02) * (x - edge);
  }
  // torque carries the pitch of a stretched screw: work per turn grows with it; a flatter one loses thrust too
  const kq = torque * stretch;
  return { thrust: heldToMomentum(thrust * Math.min(stretch, 1), kq, Math.max(j, 0)), torque: kq };
}

/** Drag and driving torque of a locked screw in a stream, per rho D² V² and rho D³ V²: a plate of the blades' area (m). */
const lockedThrust = (g: ScrewGeometry): number => -0.5 * (Math.PI / 4) * g.expandedAreaRatio * 0.9;
const lockedTorque = (g: ScrewGeometry): number => -0.03 * g.expandedAreaRatio;

/**
 * Table of a screw, one row: from astern through standstill and the series to the wind-milling side, where the last
 * tenth of the advance coordinate runs smoothly into the locked screw (an assumption; no part of the series).
 * @param factor share of thrust and torque that the blade delivers at an advance ratio; 1 for a submerged screw
 * @param drawn factors on the advance ratio at which the series is read, and on torque; 1 for a submerged screw
 */
export function screwTable(
  g: ScrewGeometry,
  factor: (j: number) => number = () => 1,
  drawn: { readonly advance: number; readonly torque: number } = { advance: 1, torque: 1 }
): TablePerformance {
  return tablePerformance(() => {
    const row = new Float64Array(2 * (U_STEPS + 1));
    const join = 0.62;
    const value = (u: number, out: [number, number]): void => {
      const j = u / (1 - Math.abs(u));
      const c = screwCoefficients(g, j > 0 ? j * drawn.advance : j);
      const s = factor(j) / (1 + j * j);
      out[0] = c.thrust * s;
      out[1] = c.torque * s * drawn.torque;
    };
    const pair: [number, number] = [0, 0];
    const ends: [number, number] = [0, 0];
    value(join, ends);
    for (let step = 0; step <= U_STEPS; step++) {
      const u = uAt(step);
      if (u <= join) {
        value(u, pair);
      } else {
        const t = (u - join) / (1 - join);
        pair[0] = ends[0] + (lockedThrust(g) - ends[0]) * t;
        pair[1] = ends[1] + (lockedTorque(g) - ends[1]) * t;
      }
      row[2 * step] = pair[0];
      row[2 * step + 1] = pair[1];
    }
    return row;
  }, true);
}
