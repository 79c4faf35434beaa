import { ESC_SIZES_A } from '../../core/standard-sizes/esc-sizes.ts';
import { nextPropeller, nextSize } from '../../core/standard-sizes/steps.ts';
import type { Change } from '../../core/document/change.ts';
import type { SetupDocument } from '../../core/document/schema.ts';
import type { FieldWords } from '../../core/registry/field-words.ts';

/** Sizes on the shelf that arrow keys step through. */
export interface ShelfSizes {
  readonly kv: readonly number[];
}

type Step = (document: SetupDocument, up: boolean, shelf: ShelfSizes) => Change[] | null;

const one = (path: string, value: number | null): Change[] | null =>
  value === null ? null : [{ path, value }];

/** What an arrow key does to a figure instead of adding its unit's step: the next size that is sold. */
export const STEPS: Readonly<Record<NonNullable<FieldWords['steps']>, Step>> = {
  'esc-sizes': ({ esc }, up) => one('esc.continuousA', nextSize(ESC_SIZES_A, esc?.continuousA ?? 0, up)),
  'shelf-kv': ({ motor }, up, { kv }) => one('motor.kvRpmPerVolt', nextSize(kv, motor.kvRpmPerVolt, up)),
  propellers: ({ propulsor }, up) => {
    const next = propulsor.kind === 'propeller' ? nextPropeller(propulsor, up) : null;
    return (
      next && [
        { path: 'propulsor.diameterM', value: next.diameterM },
        { path: 'propulsor.pitchM', value: next.pitchM }
      ]
    );
  }
};
