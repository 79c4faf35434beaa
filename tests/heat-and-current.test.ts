/** Two checks of one part never contradict each other: a current beyond its rating does not go with a heat that holds. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { CheckId } from '../src/lib/core/checks/all-checks.ts';
import { runChecks } from '../src/lib/core/checks/run-checks.ts';
import type { SetupDocument } from '../src/lib/core/document/schema.ts';
import { analysisOf } from '../src/lib/core/analysis/setup-analysis.ts';
import { DEMO_CRAFTS, setupDocument } from '../src/lib/server/demo/crafts.ts';
import { randomSetups } from './helpers/random-setup.ts';
import { extent, some } from './helpers/extent.ts';

const PAIRS: readonly (readonly [current: CheckId, heat: CheckId])[] = [
  ['esc-current', 'esc-temperature'],
  ['motor-current', 'motor-temperature']
];

/** What of a setup contradicts itself: one of a pair is over and the other holds. */
function contradictions(setup: SetupDocument): string[] {
  const checks = runChecks(analysisOf(setup));
  const of = (id: CheckId) => checks.find((c) => c.id === id);
  return PAIRS.flatMap(([current, heat]) => {
    const [a, b] = [of(current), of(heat)];
    if (!a || !b) return [];
    const found = [a.finding, b.finding];
    return found.includes('over') && found.includes('holds') ? [`${a.sentence} | ${b.sentence}`] : [];
  });
}

test('the demo’s setups: amps and heat of ESC and motor say the same', () => {
  for (const craft of DEMO_CRAFTS)
    for (const setup of some(craft.setups, 1))
      assert.deepEqual(contradictions(setupDocument(craft, setup)), [], `${craft.name}, ${setup.name}`);
});

test('random setups: amps and heat of ESC and motor say the same', () => {
  const next = randomSetups(27);
  for (let k = 0; k < extent(60, 300); k++) {
    const setup = next();
    assert.deepEqual(contradictions(setup), [], `${k}: ${JSON.stringify(setup)}`);
  }
});

test('an ESC at twice its rating never reads cool, however long the run is planned', () => {
  for (const runSeconds of [undefined, 30, 120]) {
    const checks = runChecks(
      analysisOf({
        format: 'iskarn.setup/1',
        craft: { kind: 'fixed-wing', massKg: 2, wingAreaM2: 0.4, purpose: 'sport', runSeconds },
        battery: { chemistry: 'lipo', series: 4, capacityAh: 4, continuousC: 40 },
        esc: { continuousA: 30 },
        motor: { kvRpmPerVolt: 900, resistanceOhm: 0.03, massKg: 0.16, poles: 14 },
        propulsor: {
          kind: 'propeller',
          diameterM: 0.3302,
          pitchM: 0.1651,
          blades: 2,
          family: 'thin-electric'
        }
      } as SetupDocument)
    );
    const heat = checks.find((c) => c.id === 'esc-temperature');
    assert.equal(heat?.finding, 'over', `${runSeconds} s: ${heat?.sentence}`);
    assert.ok((heat?.value ?? 0) > 120);
  }
});
