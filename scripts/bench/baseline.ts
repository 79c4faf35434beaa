import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import type { Figure } from './figures.ts';

/** Figures as they were stored, and on what they were measured. */
export interface Baseline {
  readonly at: string;
  readonly machine: string;
  readonly figures: Readonly<Record<string, Stored>>;
}

type Stored = Pick<Measured, 'value' | 'unit' | 'plainPointS'>;

/** A figure, and how quick the machine was just then: seconds a point takes by the plain solution. */
export interface Measured extends Figure {
  readonly plainPointS: number;
}

/** The stored baseline; null where none is. */
export const readBaseline = (file: string): Baseline | null =>
  existsSync(file) ? (JSON.parse(readFileSync(file, 'utf8')) as Baseline) : null;

/** Stores figures in the baseline; those of suites that were not run stay. */
export function storeBaseline(
  file: string,
  measured: Omit<Baseline, 'figures'>,
  figures: readonly Measured[]
): void {
  const before = readBaseline(file)?.figures ?? {};
  const now = Object.fromEntries(
    figures.map((f) => [
      f.id,
      {
        value: Number(f.value.toPrecision(4)),
        unit: f.unit,
        plainPointS: Number(f.plainPointS.toPrecision(4))
      }
    ])
  );
  writeFileSync(file, `${JSON.stringify({ ...measured, figures: { ...before, ...now } }, null, 2)}\n`);
}

/**
 * How much better a figure is than in the baseline: 1 is as good, 2 twice as good. What is timed is held against how quick the
 * machine is now, beside how quick it was then.
 * @returns null where the baseline has no such figure
 */
export function betterThan(baseline: Baseline | null, figure: Measured): number | null {
  const then = baseline?.figures[figure.id];
  if (!baseline || !then || then.unit !== figure.unit) return null;
  const ratio = figure.better === 'less' ? then.value / figure.value : figure.value / then.value;
  return figure.timed ? ratio * (figure.plainPointS / then.plainPointS) : ratio;
}
