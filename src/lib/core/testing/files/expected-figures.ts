import type { SetupDocument } from '../../document/schema.ts';
import { validateSetup } from '../../document/validate.ts';
import { CHEMISTRIES } from '../../parts/pack/chemistry.ts';
import { openCircuitCellV } from '../../parts/pack/open-circuit.ts';
import { analysisOf } from '../../analysis/setup-analysis.ts';

/** What the figures of a run of a setup can be, SI: what a file's columns are held against. */
export interface ExpectedFigures {
  readonly series: number;
  /** Loaded volts of a cell from nearly empty and hard pressed to full. */
  readonly cellV: readonly [low: number, high: number];
  /** Predicted worst case, full throttle and standing: amps of the pack, watts, rpm of the propulsor, thrust. */
  readonly amps: number;
  readonly watts: number;
  readonly rpm: number;
  readonly thrustN: number | null;
  /** The most the propulsor can turn: KV × full volts over the gear. */
  readonly unloadedRpm: number;
  readonly poles: number | null;
  readonly gearRatio: number;
}

/** A cell that is pressed hard, of its nominal volts. (m) */
const PRESSED = 0.65;
/** A cell freshly charged by a charger that is a little generous. (m) */
const GENEROUS = 1.02;

/** What the figures of a run can be; null of a setup that is not sound. */
export function expectedFigures(document: SetupDocument): ExpectedFigures | null {
  if (!validateSetup(document).ok) return null;
  const { worst, setup, powertrain } = analysisOf(document, { bands: false });
  const { chemistry, series } = setup.battery;
  return {
    series,
    cellV: [PRESSED * CHEMISTRIES[chemistry].nominalV, GENEROUS * openCircuitCellV(chemistry, 1)],
    amps: worst.batteryCurrentA,
    watts: worst.electricalPowerW,
    rpm: worst.rpm,
    thrustN: setup.craft.kind === 'boat' ? null : worst.thrustN,
    unloadedRpm: (setup.motor.kvRpmPerVolt * worst.openCircuitV) / powertrain.gearRatio,
    poles: setup.motor.poles ?? null,
    gearRatio: powertrain.gearRatio
  };
}
