import type { SetupDocument } from '../../document/schema.ts';
import { interpretSetup } from '../../model/interpret.ts';
import { bandsOf, type Band } from '../../powertrain/bands.ts';
import { operatingPoint, solveOperatingPoint } from '../../powertrain/operating-point.ts';
import { findRoot } from '../../numeric/find-root.ts';
import { radSToRpm } from '../../units/convert.ts';
import type { PowertrainModel } from '../../model/powertrain-model.ts';

/** What volts and amps at the pack imply of the rest, each with its 10th to 90th percentile. SI. */
export interface Implied {
  readonly throttle: number;
  readonly rpm: number;
  readonly thrustN: number;
  readonly pitchSpeedMs: number;
  readonly band: { readonly rpm: Band; readonly thrustN: Band; readonly pitchSpeedMs: Band } | null;
}

/**
 * From volts and amps alone: the throttle at which the powertrain draws those amps at those volts, and the rpm, thrust and pitch
 * speed that go with it. Every unknown is followed through, so that a label's error in KV moves rpm as little as the amps
 * that were read allow. Null where the powertrain cannot draw so much, or draws more at closed throttle.
 * @param batteryVoltageV at the pack's terminals under load
 */
export function implied(
  setup: SetupDocument,
  {
    batteryVoltageV,
    batteryCurrentA,
    speedMs = 0
  }: { batteryVoltageV: number; batteryCurrentA: number; speedMs?: number }
): Implied | null {
  const i = interpretSetup(setup);
  const supply = { openCircuitV: batteryVoltageV, packOhm: 0 };
  const p = operatingPoint();
  /** Throttle of a powertrain; full where even that draws a little less. NaN where it is out of reach. */
  const throttleOf = (m: PowertrainModel, short: number): number => {
    const excess = (d: number): number => {
      solveOperatingPoint(m, supply, d, speedMs, p);
      return p.batteryCurrentA - batteryCurrentA;
    };
    const most = excess(1);
    if (most < 0) return most > -short * batteryCurrentA ? 1 : NaN;
    const root = findRoot(excess, 1e-3, 1, 1e-5);
    return root.ok ? root.value : NaN;
  };
  const throttle = throttleOf(i.model, 0.25);
  if (Number.isNaN(throttle)) return null;
  solveOperatingPoint(i.model, supply, throttle, speedMs, p);
  const turn = (m: PowertrainModel): number => radSToRpm(p.omegaRadS / m.gearRatio);
  const rpm = turn(i.model);
  const { thrustN } = p;
  const found = bandsOf(i, 2, (m, _pack, _z, out) => {
    const d = throttleOf(m, 0.5);
    if (Number.isNaN(d)) {
      out.fill(NaN);
      return;
    }
    solveOperatingPoint(m, supply, d, speedMs, p);
    out[0] = turn(m);
    out[1] = p.thrustN;
  });
  const [rpmBand, thrustBand] = found;
  const pitch = i.model.pitchM / 60;
  return {
    throttle,
    rpm,
    thrustN,
    pitchSpeedMs: rpm * pitch,
    band:
      rpmBand && thrustBand
        ? { rpm: rpmBand, thrustN: thrustBand, pitchSpeedMs: [rpmBand[0] * pitch, rpmBand[1] * pitch] }
        : null
  };
}
