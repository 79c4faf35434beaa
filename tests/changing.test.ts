/** Random setups and random changes of them: what makes a change safe leaves nothing over; where nothing does, it is said. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { answerChange } from '../src/lib/core/change/answer-change.ts';

import { CHANGE_KINDS, kindOf, type SetupChange } from '../src/lib/core/change/kinds/all-kinds.ts';
import { runChecks } from '../src/lib/core/checks/run-checks.ts';
import type { CheckResult } from '../src/lib/core/checks/finding.ts';
import { readPath, type Change } from '../src/lib/core/document/change.ts';
import type { SetupDocument } from '../src/lib/core/document/schema.ts';
import { validateSetup } from '../src/lib/core/document/validate.ts';
import { firstSketch } from '../src/lib/core/alternatives/first-sketch.ts';
import { seededRandom } from '../src/lib/core/numeric/random.ts';
import { analysisOf } from '../src/lib/core/analysis/setup-analysis.ts';
import { applied } from './helpers/applied.ts';
import { briefs } from './helpers/briefs.ts';
import fc from 'fast-check';
import { nearChange } from '../scripts/tools/fuzz.ts';
import { randomSetups } from './helpers/random-setup.ts';
import { failingSetups } from './helpers/failing-setups.ts';
import { randomChange } from './helpers/random-changes.ts';
import { extent } from './helpers/extent.ts';

/** How many are tried; 300 take some minutes. */
const CHANGES = Number(process.env.ISKARN_CHANGES ?? extent(4, 40));
const SEED = Number(process.env.ISKARN_CHANGE_SEED ?? 11);

const overOf = (setup: SetupDocument): CheckResult[] =>
  runChecks(analysisOf(setup, { bands: true })).filter((r) => r.finding === 'over');

/** Sound setups made from briefs, and setups whose ratings lie near what they draw, in turn. */
function* setups(): Generator<SetupDocument> {
  const failing = failingSetups(SEED);
  for (const brief of briefs(SEED)) {
    yield firstSketch(brief);
    yield failing.next().value as SetupDocument;
  }
}

/** The figures that the change was made for are as it made them. */
function keepsItself(change: SetupChange, after: SetupDocument, changes: readonly Change[]): void {
  const mended = applied(after, changes);
  for (const path of kindOf(change).keeps)
    assert.equal(
      JSON.stringify(readPath(mended, path)),
      JSON.stringify(readPath(after, path)),
      `${change.kind}: ${path} was taken back`
    );
}

test(`${CHANGES} random setups and changes: steps that make it safe leave nothing over, else the limit is named`, () => {
  const random = seededRandom(SEED);
  const told = { safe: 0, mended: 0, restored: 0, cannot: 0, refused: 0 };
  let tried = 0;
  for (const setup of setups()) {
    if (tried >= CHANGES) break;
    const kind = CHANGE_KINDS[tried % CHANGE_KINDS.length];
    const change = randomChange(kind, setup, random);
    // a kind that is of another craft waits for the next setup
    if (!change) continue;
    tried++;
    const what = `${tried}: ${setup.craft.kind}, ${JSON.stringify(change).slice(0, 160)}`;
    const whole = structuredClone(setup);
    const answered = answerChange({ setup, change, remedies: false });
    assert.deepEqual(setup, whole, `${what}: the real setup was touched`);
    if (!answered.ok) {
      assert.ok(
        answered.errors.errors.every((e) => e.message.length > 10 && e.path.startsWith('change')),
        what
      );
      told.refused++;
      continue;
    }
    const { answer } = answered;
    const after = overOf(answer.setup);
    const before = overOf(setup);
    assert.deepEqual(
      [...answer.breaks, ...answer.stays].map((r) => r.id).sort(),
      after.map((r) => r.id).sort(),
      `${what}: what breaks is not what is over`
    );
    assert.ok(
      answer.breaks.every((r) => !before.some((b) => b.id === r.id)),
      what
    );
    for (const mend of answer.mends) {
      const mended = applied(answer.setup, mend.changes);
      assert.ok(validateSetup(mended).ok, `${what}: ${mend.text} is refused`);
      const left = overOf(mended);
      assert.deepEqual(
        left.map((r) => r.id),
        [],
        `${what}: ${mend.text}`
      );
      assert.deepEqual(mend.stillOver, []);
      keepsItself(change, answer.setup, mend.changes);
    }
    for (const restore of answer.restores) {
      const mended = applied(answer.setup, restore.changes);
      for (const r of overOf(mended)) {
        const was = before.find((b) => b.id === r.id);
        assert.ok(was, `${what}: ${restore.text} leaves ${r.title} over, which was not`);
        const worse =
          r.direction === 'below'
            ? (r.value as number) > 1.011 * (was.value as number)
            : (r.value as number) < 0.989 * (was.value as number);
        assert.ok(!worse, `${what}: ${restore.text} makes ${r.title} worse: ${was.value} to ${r.value}`);
      }
      keepsItself(change, answer.setup, restore.changes);
    }
    if (after.length === 0) {
      told.safe++;
      assert.deepEqual([answer.mends, answer.restores, answer.cannot], [[], [], []], what);
    } else if (answer.mends.length > 0) told.mended++;
    else {
      assert.ok(answer.cannot.length > 0, `${what}: nothing mends it, and nothing is said`);
      for (const c of answer.cannot)
        assert.match(c.sentence, /would have to give|would settle it|is not known|not given|:/, what);
      if (answer.restores.length > 0) told.restored++;
      else told.cannot++;
    }
  }
  const line = Object.entries(told).map(([name, n]) => `${n} ${name}`);
  if (process.env.ISKARN_CHANGES) console.log(line.join(', '));
  assert.ok(told.mended > CHANGES / 8, line.join(', '));
});

test('odd figures anywhere in a change: answered with figures, or refused in words', () => {
  let answered = 0;
  let refused = 0;
  const next = randomSetups(SEED);
  for (const change of fc.sample(nearChange, { seed: SEED, numRuns: extent(100, 1000) })) {
    const setup = next();
    const result = answerChange({ setup, change, mends: false, remedies: false, bands: false });
    const what = `${setup.craft.kind}, ${JSON.stringify(change).slice(0, 200)}`;
    if (result.ok) {
      answered++;
      for (const d of result.answer.differences)
        for (const value of [d.before, d.after])
          assert.ok(value === null || Number.isFinite(value), `${what}: ${d.id} is ${value}`);
      assert.ok(validateSetup(result.answer.setup).ok, what);
      for (const text of [result.answer.sentence, ...result.answer.steps.map((s) => s.working)])
        assert.doesNotMatch(text, /NaN|undefined|Infinity|not known/, what);
    } else {
      refused++;
      for (const e of result.errors.errors) assert.ok(e.message.length > 10 && e.path !== '', what);
    }
  }
  assert.ok(answered > 20 && refused > 20, `${answered} answered, ${refused} refused`);
});
