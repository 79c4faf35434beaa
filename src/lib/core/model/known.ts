import type { FixablePart } from '../registry/parts.ts';
import type { SetupDocument } from '../document/schema.ts';
import { packLikeness } from './same-part.ts';

/** Whether a setup leaves some of the shelf's knowledge out. */
const leaves = (setup: SetupDocument, what: 'calibration' | 'pack-health'): boolean =>
  (setup.leaveOut as readonly string[] | undefined)?.includes(what) ?? false;

/** Share by which a capacity may differ from that of the label and be the same pack's. (m) */
const SAME_CAPACITY = 0.02;

/**
 * Whether the pack's measured health is used: it is known of the pack by this name and of these figures, and not left out. A
 * pack that a change proposes is another one, and nothing is known of it.
 */
export function usesPackHealth(setup: SetupDocument): boolean {
  const pack = setup.known?.battery;
  const { battery } = setup;
  return (
    pack != null &&
    pack.name === battery.name &&
    (pack.series == null || pack.series === battery.series) &&
    (pack.labelAh == null || Math.abs(battery.capacityAh / pack.labelAh - 1) < SAME_CAPACITY) &&
    !leaves(setup, 'pack-health')
  );
}

/** Whether the calibration of the shelf's parts is used: the setup has none of its own, and does not leave it out. */
export const usesKnownCalibration = (setup: SetupDocument): boolean =>
  setup.known?.calibration != null && setup.calibration == null && !leaves(setup, 'calibration');

/**
 * The setup with what the shelf knows of its parts: the measured resistance and capacity of the pack, and what a maker's table
 * or runs taught of its motor, where the setup has no calibration of its own. As it is where nothing is known.
 */
export function withKnown(setup: SetupDocument): SetupDocument {
  const pack = usesPackHealth(setup) ? setup.known?.battery : null;
  const calibration = usesKnownCalibration(setup) ? setup.known?.calibration : null;
  if (!pack && !calibration) return setup;
  // a fit of this very pack knows its resistance better: its factor is on the label's
  const isFitted =
    setup.calibration?.joint?.batteries.some((b) => packLikeness(b, setup.battery) === 1) ?? false;
  const figures = {
    ...(pack?.cellResistanceOhm == null || isFitted ? {} : { cellResistanceOhm: pack.cellResistanceOhm }),
    ...(pack?.capacityAh == null ? {} : { capacityAh: pack.capacityAh })
  };
  return {
    ...setup,
    ...(pack
      ? {
          battery: { ...setup.battery, ...figures, health: pack.health },
          sources: {
            ...setup.sources,
            ...Object.fromEntries(
              Object.keys(figures).map((field) => [`battery.${field}`, 'measured' as const])
            )
          }
        }
      : {}),
    ...(calibration ? { calibration } : {})
  };
}

/** Parts of a setup that are retired on the shelf, with why: those it still has. */
export const retiredIn = (
  setup: SetupDocument
): readonly { readonly part: FixablePart; readonly name: string; readonly why: string | null }[] =>
  (setup.known?.retired ?? [])
    .map((r) => ({ part: r.part as FixablePart, name: r.name, why: r.why ?? null }))
    .filter((r) => (setup[r.part] as { name?: string } | null | undefined)?.name === r.name);

/** A document as it is stored and printed: without what is made anew whenever it is read. */
export function withoutKnown(setup: SetupDocument): SetupDocument {
  const { known: _made, ...stored } = setup;
  return stored as SetupDocument;
}
