import type { Brief } from '../brief/brief.ts';
import { runChecks } from '../checks/run-checks.ts';
import { withChanges } from '../document/change.ts';
import type { SetupDocument } from '../document/schema.ts';
import { markedFrom } from '../document/sources.ts';
import { partsKg } from '../model/all-up-mass.ts';
import type { Schools } from './size-electrics.ts';
import { sketchSetup } from './sketch-setup.ts';
import { failsOf } from '../checks/fails.ts';
import { analysisOf } from '../analysis/setup-analysis.ts';
import { mendingOf } from './put-right.ts';

/** How often a sketch is put right before it is shown. */
const MOST_TURNS = 3;

/**
 * A first setup from a brief with nothing over its limits, as far as the parts on sale reach: sketched, then put right as a
 * user would put it right. What the brief gives stays: weight and cells among it. What it cannot meet is said by `mendingOf` of
 * the setup itself.
 */
export function firstSketch(b: Brief, schools?: Schools): SetupDocument {
  let setup = sketchSetup(b, schools);
  // cells that the user gave are those of the pack that he has
  const keeps = b.series == null ? [] : ['battery.series'];
  for (let turn = 0; turn < MOST_TURNS; turn++) {
    const s = analysisOf(setup, { schools, bands: true });
    const results = runChecks(s);
    const { over } = failsOf(results);
    const [best] = over === 0 ? [] : mendingOf(s, results, { keeps }).putRight;
    if (!best || best.stillOver.length >= over) break;
    setup = markedFrom(withChanges(setup, best.changes), best.changes, 'estimated');
    setup = { ...setup, craft: { ...setup.craft, weighedPartsKg: partsKg(setup) } };
  }
  return setup;
}
