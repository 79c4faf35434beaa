import { calibrate, calibrationFor } from '../../calibration/calibrate.ts';
import { setupDuring, windingOf } from '../../calibration/unknowns.ts';
import type { Measurement } from '../../calibration/schema.ts';
import { hullResistanceN } from '../../craft/boat/resistance.ts';
import { levelDragN } from '../../craft/fixed-wing/polar.ts';
import type { Calibration, SetupDocument } from '../../document/schema.ts';
import { ofTriangle } from '../../model/apply-calibration.ts';
import { hullOf } from '../../model/hull.ts';
import { interpretSetup, supplyOf, type Interpreted } from '../../model/interpret.ts';
import { DRAG_SD, HULL_SD } from '../../model/tolerance.ts';
import { wingOf } from '../../model/wing.ts';
import { operatingPoint, solveOperatingPoint } from '../../powertrain/operating-point.ts';
import { withDrag, type LearntDrag } from './with-drag.ts';

/** Speed by GPS over a steady stretch, relative. From memory of such receivers, ±. */
const SPEED_SD = 0.02;
/** What waves, trim and a stretch that was not quite level leave, relative. From memory. */
const RUN_SD = 0.04;

type Joint = NonNullable<Calibration['joint']>;

/** What holds the craft back at a speed: the part that is scaled, and the part that is not, N. */
type Holding = (speedMs: number) => { scaled: number; fixed: number };

/** What holds a craft back; null for one of which nothing is known. */
function holdingOf(i: Interpreted): Holding | null {
  const { craft } = i.setup;
  if (craft.kind === 'boat') {
    const hull = { ...hullOf(craft), factor: 1 };
    return (v) => ({ scaled: hullResistanceN(hull, i.hullWater, v), fixed: 0 });
  }
  if (craft.kind !== 'fixed-wing') return null;
  const wing = wingOf({ ...craft, dragFactor: null });
  if (!wing || i.inWater) return null;
  const bare = { ...wing, zeroLiftDrag: 0 };
  const density = i.fluid.densityKgM3;
  return (v) => {
    const fixed = levelDragN(bare, density, v);
    return { scaled: levelDragN(wing, density, v) - fixed, fixed };
  };
}

/** Step of the logs by which slopes are taken, and of the speed, relative. */
const STEP = 1e-3;
const SPEED_STEP = 0.01;

/** Log of thrust over estimated drag at a measurement; NaN where thrust does not reach what lift alone costs. */
function excessOf(setup: SetupDocument, m: Measurement, speedMs: number): number {
  const i = interpretSetup(setupDuring(setup, m), windingOf(m));
  const holding = holdingOf(i);
  if (!holding) return NaN;
  const p = operatingPoint();
  solveOperatingPoint(i.model, supplyOf(i, m), m.throttle ?? 1, speedMs, p);
  const { scaled, fixed } = holding(speedMs);
  const excess = (p.thrustN * (1 - i.thrustDeduction) - fixed) / scaled;
  return excess > 0 ? Math.log(excess) : NaN;
}

/**
 * What steady speeds tell of a craft's drag: at a speed that is held, thrust less its deduction is what holds the craft
 * back, so that the difference of two unknowns is read, the drag's log and the thrust's:
 *   ln D_factor = ln((T(x) (1 − t) − D_fixed) / D_scaled)
 * with x the logs that a calibration fits. Both move by their share of the surprise: one step of an extended Kalman filter
 * a reading (Gelb 1974, Applied Optimal Estimation, 6.1), the drag's own estimate as its prior.
 * @param setup calibrated by the same readings, so that what the amps tell of the propulsor counts
 * @returns the setup by it; null where no reading holds a speed
 */
export function learnDrag(
  setup: SetupDocument,
  measurements: readonly Measurement[]
): { readonly drag: LearntDrag; readonly setup: SetupDocument } | null {
  const speeds = measurements.filter(
    (m) =>
      (m.speedMs ?? 0) > 0 && (m.batteryVoltageV != null || m.stateOfCharge != null || m.restingCellV != null)
  );
  if (speeds.length === 0 || setup.craft.kind === 'multirotor') return null;
  const priorSd = setup.craft.kind === 'boat' ? HULL_SD : DRAG_SD;
  const begun = setup.calibration?.joint ? setup : calibrate({ setup, measurements: [] }).setup;
  let joint = begun.calibration?.joint as Joint;
  const n = joint.logs.length;
  const size = n + 1;
  // the fit's unknowns, and the log of the drag last
  const covariance = Array.from({ length: size }, (_, r) =>
    Array.from({ length: size }, (_c, c) =>
      r < n && c < n ? ofTriangle(joint.covariance, r, c) : r === c ? priorSd ** 2 : 0
    )
  );
  let drag = 0;
  let count = 0;
  for (const m of speeds) {
    const at = (logs: readonly number[], speedMs = m.speedMs as number): number =>
      excessOf(
        { ...begun, calibration: { factors: {}, relativeSd: {}, joint: { ...joint, logs: [...logs] } } },
        m,
        speedMs
      );
    const excess = at(joint.logs);
    if (Number.isNaN(excess)) continue;
    const slopes = joint.logs.map(
      (_, k) => (at(joint.logs.map((v, j) => (j === k ? v + STEP : v))) - excess) / STEP
    );
    const bySpeed = (at(joint.logs, (m.speedMs as number) * (1 + SPEED_STEP)) - excess) / SPEED_STEP;
    if ([...slopes, bySpeed].some(Number.isNaN)) continue;
    const toward = [...slopes, -1];
    const spread = covariance.map((row) => row.reduce((sum, v, k) => sum + v * toward[k], 0));
    const total =
      toward.reduce((sum, v, k) => sum + v * spread[k], 0) + (bySpeed * SPEED_SD) ** 2 + RUN_SD ** 2;
    const surprise = excess - drag;
    joint = { ...joint, logs: joint.logs.map((v, k) => v - (spread[k] / total) * surprise) };
    drag -= (spread[n] / total) * surprise;
    for (let r = 0; r < size; r++)
      for (let c = 0; c < size; c++) covariance[r][c] -= (spread[r] * spread[c]) / total;
    count++;
  }
  if (count === 0) return null;
  const triangle = covariance.slice(0, n).flatMap((row, r) => row.slice(0, r + 1));
  const learnt: LearntDrag = {
    factor: Math.exp(drag),
    relativeSd: Math.sqrt(covariance[n][n]),
    priorSd,
    readings: count
  };
  const calibration = calibrationFor(begun, { ...joint, covariance: triangle });
  return { drag: learnt, setup: withDrag({ ...begun, calibration }, learnt) };
}
