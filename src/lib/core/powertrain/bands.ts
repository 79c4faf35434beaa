import { quantileSorted } from 'd3-array';
import type { Interpreted } from '../model/interpret.ts';
import { BAND_SAMPLES, logCholesky, scaledModel, standardSample, SAMPLE_COLUMNS } from './factors.ts';
import type { PowertrainModel } from '../model/powertrain-model.ts';

export type Band = [low: number, high: number];

/**
 * 10th to 90th percentile of any outputs over a deterministic quasi-random sample of the unknowns.
 * @param evaluate fills `out` (one slot per output) for a scaled model; NaN marks a sample where an output does not
 *   exist. `packFactor` scales the pack's resistance, `dragZ` is a standard normal for the craft's own unknowns.
 * @returns per output its band, or null when fewer than half of the samples have the output
 */
export function bandsOf(
  i: Interpreted,
  outputs: number,
  evaluate: (model: PowertrainModel, packFactor: number, dragZ: number, out: Float64Array) => void,
  count = BAND_SAMPLES
): (Band | null)[] {
  const lower = logCholesky(i);
  const sample = standardSample(count);
  const model = { ...i.model };
  const values = Array.from({ length: outputs }, () => new Float64Array(count));
  const out = new Float64Array(outputs);
  for (let row = 0; row < count; row++) {
    const pack = scaledModel(i.model, lower, sample, row, model);
    evaluate(model, pack, sample[row * SAMPLE_COLUMNS + SAMPLE_COLUMNS - 1], out);
    for (let o = 0; o < outputs; o++) values[o][row] = out[o];
  }
  return values.map((column) => {
    // the package reads any list of numbers; its types know only plain ones
    const known = column.filter((v) => !Number.isNaN(v)).sort() as unknown as number[];
    if (known.length < count / 2) return null;
    return [quantileSorted(known, 0.1) as number, quantileSorted(known, 0.9) as number];
  });
}
