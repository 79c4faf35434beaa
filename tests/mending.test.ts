import assert from 'node:assert/strict';
import { test } from 'node:test';
import { runChecks } from '../src/lib/core/checks/run-checks.ts';
import type { SetupDocument } from '../src/lib/core/document/schema.ts';
import { validateSetup } from '../src/lib/core/document/validate.ts';
import { firstSketch } from '../src/lib/core/alternatives/first-sketch.ts';
import { mendingOf, type Mending } from '../src/lib/core/alternatives/put-right.ts';
import { seededRandom } from '../src/lib/core/numeric/random.ts';
import { failsOf, type Fails } from '../src/lib/core/checks/fails.ts';
import { analysisOf } from '../src/lib/core/analysis/setup-analysis.ts';
import { DEMO_CRAFTS, setupDocument } from '../src/lib/server/demo/crafts.ts';
import { applied } from './helpers/applied.ts';
import { briefs } from './helpers/briefs.ts';
import { extent, some } from './helpers/extent.ts';

/** How many setups are put right, and how many briefs are sketched; 300 and 200 take a quarter of an hour. */
const SETUPS = Number(process.env.ISKARN_MEND_SETUPS ?? extent(3, 60));
const BRIEFS = Number(process.env.ISKARN_MEND_BRIEFS ?? extent(5, 60));
const SEED = Number(process.env.ISKARN_MEND_SEED ?? 5);
const MOST_PRESSES = 3;

interface Looked {
  fails: Fails;
  mending: () => Mending;
  over: string[];
}

/** What is known of a setup already: what one press leads to is where the next begins. */
const seen = new WeakMap<SetupDocument, Looked>();

function looked(setup: SetupDocument): Looked {
  const known = seen.get(setup) ?? lookedAt(setup);
  seen.set(setup, known);
  return known;
}

function lookedAt(setup: SetupDocument): Looked {
  const s = analysisOf(setup, { bands: true });
  const results = runChecks(s);
  let mending: Mending | null = null;
  return {
    fails: failsOf(results),
    mending: () => (mending ??= mendingOf(s, results)),
    over: results.filter((r) => r.finding === 'over').map((r) => r.id)
  };
}

/** Presses the first of what is offered until nothing is; each press lets fewer fail, and never more be over. */
function pressed(
  start: SetupDocument,
  presses: number,
  what: string
): { setup: SetupDocument; last: Mending | null } {
  let setup = start;
  for (let press = 0; press < presses; press++) {
    const { fails, mending } = looked(setup);
    if (fails.over + fails.tight === 0) return { setup, last: null };
    const last = mending();
    const [offer] = last.putRight;
    if (!offer) return { setup, last };
    setup = applied(setup, offer.changes);
    assert.ok(validateSetup(setup).ok, `${what}: ${offer.text} is refused`);
    const after = looked(setup);
    assert.deepEqual(after.over, offer.stillOver, `${what}: ${offer.text}`);
    // fewer fail, or as many of which fewer are over
    const [was, is] = [fails, after.fails];
    assert.ok(
      is.over <= was.over &&
        2 * is.over + is.tight < 2 * was.over + was.tight &&
        is.over + is.tight <= was.over + was.tight,
      `${what}: ${offer.text} leaves ${after.fails.over} over and ${after.fails.tight} tight of ${fails.over} and ${fails.tight}`
    );
  }
  return { setup, last: null };
}

/** A sound setup spoiled in one to three parts by what people do: sizes on sale can put every one of them right. */
function spoiled(sound: SetupDocument, random: () => number): SetupDocument {
  const by = (...factors: number[]): number => factors[Math.floor(random() * factors.length)];
  const digits = (value: number): number => Number(value.toPrecision(3));
  const { battery, esc, motor, propulsor, wiring } = sound;
  const ways: (() => Partial<SetupDocument>)[] = [
    () => ({
      propulsor: {
        ...propulsor,
        diameterM: digits(propulsor.diameterM * by(0.75, 0.85, 1.15, 1.3))
      } as SetupDocument['propulsor']
    }),
    () => ({ battery: { ...battery, series: Math.max(1, battery.series + by(-1, 1, 2)) } }),
    () => ({ motor: { ...motor, kvRpmPerVolt: digits(motor.kvRpmPerVolt * by(0.75, 0.85, 1.2, 1.4)) } }),
    () => ({ esc: { ...esc, continuousA: digits((esc?.continuousA ?? 30) * by(0.4, 0.6, 0.75)) } }),
    () => ({ battery: { ...battery, continuousC: digits((battery.continuousC ?? 30) * by(0.4, 0.6)) } }),
    () => ({ battery: { ...battery, capacityAh: digits(battery.capacityAh * by(0.5, 0.7)) } }),
    () => ({ wiring: { ...wiring, gaugeAwg: by(18, 20, 22), leadLengthM: 0.15 } })
  ];
  let setup = sound;
  for (let k = 1 + Math.floor(3 * random()); k > 0; k--)
    setup = { ...setup, ...ways[Math.floor(ways.length * random())]() };
  return setup;
}

test(`${SETUPS} spoiled setups of every kind: nothing is over after three presses of what is offered, for nine in ten`, (t) => {
  const random = seededRandom(SEED);
  const left: string[] = [];
  let tried = 0;
  for (const brief of briefs(SEED)) {
    if (tried >= SETUPS) break;
    const sound = firstSketch(brief);
    if (looked(sound).fails.over > 0) continue;
    const setup = spoiled(sound, random);
    if (!validateSetup(setup).ok || looked(setup).fails.over === 0) continue;
    tried++;
    const end = pressed(setup, MOST_PRESSES, brief.name);
    const { over, mending } = looked(end.setup);
    if (over.length === 0) continue;
    left.push(`${brief.name} (${brief.kind}, ${brief.massKg} kg): ${over.join()}`);
    const { cannot } = end.last ?? mending();
    for (const id of over)
      assert.match(cannot.find((c) => c.id === id)?.sentence ?? '', /\.$/, `${brief.name}: ${id}`);
  }
  t.diagnostic(`${tried - left.length} of ${tried} have nothing over after three presses`);
  assert.ok(left.length <= 0.1 * tried, `${left.length} of ${tried} stay over:\n${left.join('\n')}`);
});

test(`${BRIEFS} first sketches of sensible briefs: nothing over, or the sentence that says what cannot be met`, (t) => {
  let whole = 0;
  let tried = 0;
  for (const brief of briefs(SEED + 1)) {
    if (tried++ >= BRIEFS) break;
    const sketch = firstSketch(brief);
    assert.ok(validateSetup(sketch).ok, brief.name);
    const { over, mending } = looked(sketch);
    if (over.length === 0) whole++;
    else {
      const { cannot, putRight } = mending();
      for (const id of over)
        assert.ok(
          cannot.some((c) => c.id === id) || putRight[0]?.stillOver.length === 0,
          `${brief.name}: ${id}`
        );
    }
  }
  t.diagnostic(`${whole} of ${BRIEFS} have nothing over`);
  assert.ok(whole >= 0.9 * BRIEFS, `${whole} of ${BRIEFS} have nothing over`);
});

test('the demo’s setups: pressing what is offered ends, and never goes in circles', () => {
  for (const craft of some(DEMO_CRAFTS, 3, 1))
    for (const spec of some(craft.setups, 1)) {
      const seen = new Set<string>();
      let setup = setupDocument(craft, spec);
      for (let press = 0; press < 6; press++) {
        const what = `${craft.name}, ${spec.name}`;
        assert.ok(!seen.has(JSON.stringify(setup)), `${what} comes round again`);
        seen.add(JSON.stringify(setup));
        const next = pressed(setup, 1, what);
        if (next.setup === setup) break;
        setup = next.setup;
      }
    }
});
