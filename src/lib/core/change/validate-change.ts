import { faultsOfReading } from '../calibration/readings.ts';
import type { SetupDocument } from '../document/schema.ts';
import { validateSetup } from '../document/validate.ts';
import type { Issue } from '../text/issues.ts';
import { anchorOf, kindOf, type SetupChange } from './kinds/all-kinds.ts';

/** What no schema can say of a change: of its reading, and of its kind. */
export function faultsOf(setup: SetupDocument, change: SetupChange): Issue[] {
  const anchor = anchorOf(change);
  return [
    ...(anchor ? faultsOfReading(anchor, 0, 'anchor') : []),
    ...(kindOf(change).faults?.(setup, change) ?? [])
  ];
}

/** The setup as it would be with only the change's own part in it: contradictions of the part are told at its place. */
export function faultsOfParts(setup: SetupDocument, change: SetupChange): Issue[] {
  const parts = kindOf(change).exchanged?.(change);
  if (!parts) return [];
  const checked = validateSetup({ ...setup, ...parts });
  return checked.ok ? [] : checked.errors;
}
