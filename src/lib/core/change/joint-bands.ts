import { quantileSorted } from 'd3-array';
import { FACTORS, FAMILY_SHARE, type FactorName } from '../model/tolerance.ts';
import { isLikeBlade, isSameFamily, isSameMotor, isSamePropulsor, packLikeness } from '../model/same-part.ts';
import type { SetupDocument } from '../document/schema.ts';
import { normalSample } from '../numeric/normal-sample.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import type { Band } from '../powertrain/bands.ts';
import { logCholesky, SAMPLE_COLUMNS, scaledModel } from '../powertrain/factors.ts';
import { operatingPoint, solveOperatingPoint, type OperatingPoint } from '../powertrain/operating-point.ts';

/** Figures of the worst case whose change is banded. */
const JOINT = ['batteryCurrentA', 'electricalPowerW', 'omegaRadS', 'thrustN'] as const;
export type JointFigure = (typeof JOINT)[number];

/** Samples of a ratio's band. */
const SAMPLES = 192;

/** How much of a motor's error another motor of the same build shares: the model of the winding under load, not its label. (m) */
const OTHER_MOTOR = { kv: 0, motorResistance: 0.6, noLoadCurrent: 0.3, inductance: 0.5 } as const;

/** The same of a family's blades of another number or a pitch that differs by more than a fifth. (m) */
const UNLIKE_SHARE = 0.25;

/** How much the unknowns of the changed setup have in common with those of the present one, 0..1 each. */
export function inCommon(before: SetupDocument, after: SetupDocument): Readonly<Record<FactorName, number>> {
  const motor = isSameMotor(before.motor, after.motor);
  const blades = isSamePropulsor(before.propulsor, after.propulsor)
    ? 1
    : isSameFamily(before.propulsor, after.propulsor)
      ? isLikeBlade(before.propulsor, after.propulsor)
        ? FAMILY_SHARE
        : UNLIKE_SHARE
      : 0;
  return {
    kv: motor ? 1 : OTHER_MOTOR.kv,
    motorResistance: motor ? 1 : OTHER_MOTOR.motorResistance,
    noLoadCurrent: motor ? 1 : OTHER_MOTOR.noLoadCurrent,
    batteryResistance: packLikeness(before.battery, after.battery),
    thrust: blades,
    power: blades,
    inductance: motor ? 1 : OTHER_MOTOR.inductance,
    wiringResistance: 1,
    escResistance: before.esc?.continuousA === after.esc?.continuousA ? 1 : 0.5
  };
}

/**
 * The sample of the changed setup: each column the present one's as far as they have it in common, the rest its own.
 * @param sample SAMPLES rows of twice SAMPLE_COLUMNS standard normal numbers
 * @returns SAMPLES rows of SAMPLE_COLUMNS, standard normal again, each correlated with the present one's by its share
 */
export function tied(sample: Float64Array, common: Readonly<Record<FactorName, number>>): Float64Array {
  const wide = 2 * SAMPLE_COLUMNS;
  const out = new Float64Array(SAMPLES * SAMPLE_COLUMNS);
  for (let row = 0; row < SAMPLES; row++)
    FACTORS.forEach((name, k) => {
      const share = common[name];
      out[row * SAMPLE_COLUMNS + k] =
        share * sample[row * wide + k] + Math.sqrt(1 - share ** 2) * sample[row * wide + SAMPLE_COLUMNS + k];
    });
  return out;
}

let drawn: Float64Array | null = null;
const worst = operatingPoint();

/** Worst case of a situation for every row of a sample; one column a figure. */
function columns(s: SetupAnalysis, sample: Float64Array): Record<JointFigure, Float64Array> {
  const lower = logCholesky(s.model);
  const scaled = { ...s.powertrain };
  const { openCircuitV } = s.worst;
  const packOhm = s.last ? s.supply.packOhm : 0;
  const out = Object.fromEntries(JOINT.map((name) => [name, new Float64Array(SAMPLES)])) as Record<
    JointFigure,
    Float64Array
  >;
  for (let row = 0; row < SAMPLES; row++) {
    const pack = scaledModel(s.powertrain, lower, sample, row, scaled);
    solveOperatingPoint(scaled, { openCircuitV, packOhm: packOhm * pack }, 1, 0, worst);
    for (const name of JOINT) out[name][row] = (worst as OperatingPoint)[name];
  }
  return out;
}

/**
 * Band of after over before, 10 to 90 %, of the worst case: full throttle, standing, full pack. What both setups have in
 * common is drawn once for both, so that a ratio is surer than either figure: a motor that draws more than is said does so
 * before and after. What they share of an exchanged part is its family's error (`FAMILY_SHARE`); the parts' own errors
 * are drawn anew. Null for a figure that is nothing before.
 */
export function ratioBands(
  before: SetupAnalysis,
  after: SetupAnalysis
): Readonly<Record<JointFigure, Band | null>> {
  drawn ??= normalSample(SAMPLES, 2 * SAMPLE_COLUMNS);
  const first = new Float64Array(SAMPLES * SAMPLE_COLUMNS);
  for (let row = 0; row < SAMPLES; row++)
    for (let k = 0; k < SAMPLE_COLUMNS; k++)
      first[row * SAMPLE_COLUMNS + k] = drawn[row * 2 * SAMPLE_COLUMNS + k];
  const was = columns(before, first);
  const is = columns(after, tied(drawn, inCommon(before.setup, after.setup)));
  return Object.fromEntries(
    JOINT.map((name) => {
      const ratios = Array.from(is[name], (v, k) => v / was[name][k]).filter(Number.isFinite);
      ratios.sort((a, b) => a - b);
      const band: Band | null =
        ratios.length < SAMPLES / 2
          ? null
          : [quantileSorted(ratios, 0.1) as number, quantileSorted(ratios, 0.9) as number];
      return [name, band];
    })
  ) as Record<JointFigure, Band | null>;
}
