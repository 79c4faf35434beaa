import type { Situation } from '../situation/situation.ts';
import type { Band } from '../train/bands.ts';

/** Worst-case current through one ESC or one motor, with its band, A. */
export function perUnit(c: Situation, what: 'esc' | 'motor'): { value: number; band: Band | null } {
  const { worst, i } = c;
  if (what === 'motor') return { value: worst.motorCurrentA, band: worst.band?.motorCurrentA ?? null };
  const of = (total: number): number => (total - i.model.auxiliaryCurrentA) / i.model.count;
  const band = worst.band?.batteryCurrentA;
  return { value: of(worst.batteryCurrentA), band: band ? [of(band[0]), of(band[1])] : null };
}
