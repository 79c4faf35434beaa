import { faultsOfReading } from '../calibration/readings.ts';
import type { SetupDocument } from '../document/schema.ts';
import { validateSetup } from '../document/validate.ts';
import { issue, type Issue } from '../text/issues.ts';
import { anchorOf, type SetupChange } from './change-request.ts';
import { realKv } from './kinds/output-limit.ts';

/** What no schema can say of a change. */
export function faultsOf(setup: SetupDocument, change: SetupChange): Issue[] {
  const errors: Issue[] = [];
  const { kind: craft } = setup.craft;
  const anchor = anchorOf(change);
  if (anchor) errors.push(...faultsOfReading(anchor, 0, 'anchor'));
  if (change.kind === 'output-limit') {
    const { limit, wantedKvRpmPerVolt: wanted } = change;
    if (limit == null && wanted == null) errors.push(issue('wantedKvRpmPerVolt', 'limit-or-kv', {}));
    else if (limit == null && wanted != null && wanted > realKv(setup))
      errors.push(issue('wantedKvRpmPerVolt', 'only-downwards', { wanted, kv: realKv(setup) }));
  }
  if (change.kind === 'engine') {
    if (change.displacementCc == null && change.propeller == null)
      errors.push(issue('displacementCc', 'engine-size', {}));
    if (craft !== 'fixed-wing') errors.push(issue('kind', 'engine-craft', {}));
    if (change.propeller && change.propeller.kind !== 'propeller')
      errors.push(issue('propeller', 'engine-propeller', {}));
  }
  if (change.kind === 'repower' && craft !== 'boat') errors.push(issue('kind', 'repower-craft', {}));
  if (change.kind === 'count' && craft === 'multirotor') errors.push(issue('count', 'count-craft', {}));
  return errors;
}

/** The setup as it would be with only the change's own part in it: contradictions of the part are told at its place. */
export function faultsOfParts(setup: SetupDocument, change: SetupChange): Issue[] {
  const parts =
    change.kind === 'propulsor'
      ? { propulsor: change.propulsor }
      : change.kind === 'motor'
        ? { motor: change.motor }
        : change.kind === 'pack'
          ? { battery: change.battery }
          : null;
  if (!parts) return [];
  const checked = validateSetup({ ...setup, ...parts });
  return checked.ok ? [] : checked.errors;
}
