/** Many random setups and many damaged documents: nothing fails, nothing impossible comes out, nothing throws. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { seededRandom } from '../src/lib/core/numeric/random.ts';
import { interpretSetup, supplyOf } from '../src/lib/core/model/interpret.ts';
import { validateSetup } from '../src/lib/core/document/validate.ts';
import { answerPredict } from '../src/lib/core/predict/answer-predict.ts';
import { predictPoints } from '../src/lib/core/powertrain/predict-points.ts';
import { assertEnergyCloses, assertFinite, assertMomentumLimit } from '../scripts/tools/plausible.ts';
import { randomSetups } from './helpers/random-setup.ts';
import { extent } from './helpers/extent.ts';

/** How many are solved; `npm run attack -- setups 100000` solves that many. One in fifty is answered whole. */
const SOLVED = Number(process.env.ISKARN_STORM ?? extent(1500, 12_000));
const ANSWERED = Math.ceil(SOLVED / 50);

test('thousands of random setups of every kind solve within physical limits', () => {
  const next = randomSetups(20260101);
  const random = seededRandom(7);
  for (let at = 0; at < SOLVED; at++) {
    const setup = next();
    const checked = validateSetup(setup);
    assert.ok(checked.ok, `setup ${at}: ${JSON.stringify(checked)}`);
    const i = interpretSetup(setup);
    const point = {
      throttle: random() < 0.4 ? 1 : random() < 0.1 ? 0 : 0.01 + 0.99 * random(),
      speedMs: random() < 0.4 ? 0 : 60 * random() ** 2,
      stateOfCharge: random()
    };
    const [p] = predictPoints(i, [point], false);
    const what = `setup ${at} ${JSON.stringify({ ...setup.propulsor, ...point })}`;
    for (const [key, value] of Object.entries(p)) {
      if (typeof value === 'number') assert.ok(Number.isFinite(value), `${what}: ${key} is ${value}`);
    }
    assertEnergyCloses(p, what);
    // constant coefficients mean nothing at speed: only the model's own are held to momentum theory there
    const given = i.model.performance.kind === 'constant' && point.speedMs > 0;
    if (!given) assertMomentumLimit(p, i.model.count, what);
    const volts = supplyOf(i, point).openCircuitV;
    const most = volts / (i.model.windingResistanceOhm + i.model.escResistanceOhm);
    assert.ok(p.motorCurrentA <= most * 1.0001, `${what}: motor current ${p.motorCurrentA} above ${most}`);
    assert.ok(
      p.motorEfficiency >= 0 && p.motorEfficiency <= 1,
      `${what}: motor efficiency ${p.motorEfficiency}`
    );
    assert.ok(
      p.propulsorEfficiency >= 0 && (given || p.propulsorEfficiency < 1),
      `${what}: propulsor efficiency ${p.propulsorEfficiency}`
    );
  }
});

test('hundreds of random setups: the whole answer, with bands and checks, holds no NaN', () => {
  const next = randomSetups(42);
  for (let at = 0; at < ANSWERED; at++) {
    const setup = next();
    const result = answerPredict({ setup });
    assert.ok(result.ok, `setup ${at}: ${JSON.stringify(result)}`);
    assertFinite(result.answer, `setup ${at} ${JSON.stringify(setup)}`);
    const { band } = result.answer.points[0];
    assert.ok(band && band.batteryCurrentA[0] <= band.batteryCurrentA[1], `setup ${at}: band upside down`);
  }
});

/** Ways to damage a document so that it is certainly bad. */
const DAMAGE: ((d: Record<string, never>, random: () => number) => void)[] = [
  (d) => delete (d as { format?: unknown }).format,
  (d) => ((d as Record<string, unknown>).format = 'other/1'),
  (d) => delete (d as { craft?: unknown }).craft,
  (d) => delete (d as { motor?: unknown }).motor,
  (d) => ((d as Record<string, unknown>).battery = null),
  (d) => ((d as Record<string, unknown>).propulsor = []),
  (d) => (((d as Record<string, unknown>).craft as Record<string, unknown>).massKg = 0),
  (d) => (((d as Record<string, unknown>).craft as Record<string, unknown>).kind = 'balloon'),
  (d, r) =>
    (((d as Record<string, unknown>).battery as Record<string, unknown>).series =
      61 + Math.floor(4000 * r())),
  (d) => (((d as Record<string, unknown>).battery as Record<string, unknown>).series = 2.5),
  (d) => (((d as Record<string, unknown>).battery as Record<string, unknown>).cellResistanceOhm = -0.01),
  (d) => (((d as Record<string, unknown>).battery as Record<string, unknown>).capacityAh = '2200 mAh'),
  (d) => (((d as Record<string, unknown>).motor as Record<string, unknown>).resistanceOhm = -1),
  (d) => (((d as Record<string, unknown>).motor as Record<string, unknown>).kvRpmPerVolt = null),
  (d) => (((d as Record<string, unknown>).motor as Record<string, unknown>).kvRpmPerVolt = 0),
  (d) => (((d as Record<string, unknown>).propulsor as Record<string, unknown>).diameterM = -0.2),
  (d) => (((d as Record<string, unknown>).propulsor as Record<string, unknown>).kind = 'paddle'),
  (d) =>
    (((d as Record<string, unknown>).propulsor as Record<string, unknown>).coefficients = {
      thrust: [0.1, 0.09],
      power: [0.04]
    }),
  (d) =>
    (((d as Record<string, unknown>).propulsor as Record<string, unknown>).coefficients = { thrust: 0.1 }),
  (d) => ((d as Record<string, unknown>).gearRatio = 0),
  (d) => ((d as Record<string, unknown>).count = 1.5),
  (d) => ((d as Record<string, unknown>).esc = 60)
];

test('2 000 damaged documents: each is refused with sentences, none throws', () => {
  const next = randomSetups(99);
  const random = seededRandom(3);
  const junk = [
    null,
    1,
    'text',
    [],
    {},
    true,
    { setup: null },
    { setup: [] },
    [[]],
    { setup: { format: 'iskarn.setup/1' } }
  ];
  for (let at = 0; at < 2000; at++) {
    let document: unknown;
    if (at < junk.length) document = junk[at];
    else {
      const setup = structuredClone(next()) as unknown as Record<string, never>;
      DAMAGE[Math.floor(random() * DAMAGE.length)](setup, random);
      document = random() < 0.5 ? setup : { setup };
    }
    const result = answerPredict(document);
    assert.ok(!result.ok, `document ${at} was taken: ${JSON.stringify(document)}`);
    assert.ok(result.errors.message.length > 10);
    assert.ok(result.errors.errors.length > 0);
    for (const e of result.errors.errors) assert.match(e.message, /\w+ \w+/, JSON.stringify(e));
  }
});
