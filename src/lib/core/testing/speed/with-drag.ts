import type { SetupDocument } from '../../document/schema.ts';

/** What speeds tell of a craft's drag: measured over estimated, and how surely, relative. */
export interface LearntDrag {
  readonly factor: number;
  readonly relativeSd: number;
  /** How surely it was known before. */
  readonly priorSd: number;
  readonly readings: number;
}

/** A setup whose craft's drag is as it was learnt; as it was estimated where nothing was. */
export function withDrag(setup: SetupDocument, drag: LearntDrag | null): SetupDocument {
  const { dragFactor: _factor, dragFactorSd: _sd, ...craft } = setup.craft;
  return {
    ...setup,
    craft: drag
      ? {
          ...craft,
          dragFactor: Number(drag.factor.toPrecision(4)),
          dragFactorSd: Number(drag.relativeSd.toPrecision(3))
        }
      : craft
  } as SetupDocument;
}
