/** Fitting round fixed parts, whatever the craft: seeded random setups of every kind. */
import { FIXABLE_PARTS } from '../src/lib/core/registry/parts.ts';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { fitAround } from '../src/lib/core/alternatives/fit-around.ts';
import { targetsOf } from '../src/lib/core/brief/targets.ts';
import { withAllUpMass } from '../src/lib/core/model/all-up-mass.ts';
import { seededRandom } from '../src/lib/core/numeric/random.ts';
import { type SetupDocument } from '../src/lib/core/document/schema.ts';
import { validateSetup } from '../src/lib/core/document/validate.ts';
import { predict } from '../src/lib/core/predict/predict.ts';
import { GRAVITY_MS2 } from '../src/lib/core/units/constants.ts';
import { whyAll } from '../src/lib/core/derivations/derive.ts';
import { analysisOf } from '../src/lib/core/analysis/setup-analysis.ts';
import { assertFinite } from '../scripts/tools/plausible.ts';
import { randomSetups } from './helpers/random-setup.ts';
import { extent, some } from './helpers/extent.ts';

const PURPOSES = {
  'fixed-wing': ['glider', 'trainer', 'sport', 'aerobatic', 'unlimited', 'speed', 'jet', 'nonsense'],
  multirotor: ['hover', 'agile', 'carry', 'nonsense'],
  boat: ['speed', 'work']
} as const;

/** A random craft with a purpose, some parts of it fixed. */
function* cases(
  seed: number,
  count: number
): Generator<[what: string, base: SetupDocument, fixed: (typeof FIXABLE_PARTS)[number][]]> {
  const next = randomSetups(seed);
  const random = seededRandom(seed + 1);
  for (let k = 0; k < count; k++) {
    const setup = next();
    const purposes = PURPOSES[setup.craft.kind];
    const purpose = purposes[Math.floor(random() * purposes.length)];
    const fixed = FIXABLE_PARTS.filter(() => random() < 0.35);
    const base = {
      ...setup,
      craft: { ...setup.craft, purpose, targetSeconds: random() < 0.5 ? 600 : null },
      fixed
    };
    yield [`case ${k}, ${setup.craft.kind} for ${purpose}, fixed ${fixed.join() || 'nothing'}`, base, fixed];
  }
}

test('random crafts with random fixed parts: a valid setup, the fixed parts untouched, every answer finite', () => {
  for (const [what, base, fixed] of cases(31, extent(25, 150))) {
    const before = structuredClone(base);
    const fitted = fitAround(base);
    assert.deepEqual(base, before, `${what}: the given setup is untouched`);
    for (const part of fixed) assert.deepEqual(fitted[part], base[part], `${what}: ${part}`);
    const checked = validateSetup(fitted);
    assert.ok(checked.ok, `${what}: ${checked.ok ? '' : checked.errors.map((e) => e.message).join(' ')}`);
    assertFinite(predict({ setup: fitted, bands: false, remedies: false }), what);
  }
});

test('fitting is the same on every run', () => {
  for (const [what, base] of cases(5, extent(3, 12)))
    assert.deepEqual(fitAround(base), fitAround(base), what);
});

test('what was fitted round a motor leaves the motor inside its ratings where anything does', () => {
  let inside = 0;
  let all = 0;
  for (const [what, base] of cases(77, extent(25, 80))) {
    // screws and fans go by the craft, not by the motor: their sizes are not searched
    if (base.craft.kind === 'boat' || base.craft.purpose === 'jet' || base.propulsor.kind === 'ducted-fan')
      continue;
    const maxPowerW = 4000 * (base.motor.massKg ?? 0.05);
    const fitted = fitAround({ ...base, motor: { ...base.motor, maxPowerW } }, { fixed: ['motor'] });
    const p = predict({ setup: fitted, bands: false, remedies: false }).points[0];
    all++;
    if (p.electricalPowerW - p.lossW.auxiliary <= 1.1 * maxPowerW * (fitted.count ?? 1)) inside++;
    assert.ok(p.rpm >= 0, what);
  }
  assert.ok(inside >= 0.9 * all, `${inside} of ${all} inside their rating`);
});

test('a free motor: thrust lands within a fifth of what the purpose asks, for everyday crafts', () => {
  for (const massKg of some([0.3, 0.8, 1.5, 3, 6], 2))
    for (const purpose of ['trainer', 'sport', 'aerobatic'] as const) {
      const base: SetupDocument = {
        format: 'iskarn.setup/1',
        craft: { kind: 'fixed-wing', massKg, purpose, wingAreaM2: 0.22 * massKg ** 0.67 },
        battery: { chemistry: 'lipo', series: 3, capacityAh: 2 },
        motor: { kvRpmPerVolt: 1000 },
        propulsor: { kind: 'propeller', diameterM: 0.25, pitchM: 0.12 }
      };
      const fitted = fitAround(base, { fixed: [] });
      const thrust = predict({ setup: fitted, bands: false, remedies: false }).points[0].thrustN;
      const target = targetsOf(fitted).find((t) => t.id === 'thrust');
      assert.ok(target?.high, 'a window');
      const middle = 0.5 * (target.low + target.high);
      assert.ok(
        Math.abs(thrust / middle - 1) < 0.2,
        `${massKg} kg ${purpose}: ${(thrust / GRAVITY_MS2).toFixed(2)} kg for ${(middle / GRAVITY_MS2).toFixed(2)}`
      );
    }
});

test('every random setup’s every figure can be asked why, and the answer holds no gap', () => {
  const next = randomSetups(19);
  for (let k = 0; k < extent(12, 60); k++) {
    const setup = next();
    for (const [id, why] of Object.entries(whyAll(analysisOf(setup)))) {
      const text = [why.title, why.formula, why.numbers, ...why.sources, why.rule ?? ''].join(' ');
      assert.ok(why.numbers.length > 0 && why.formula.length > 0, `setup ${k}: ${id} is empty`);
      assert.doesNotMatch(text, /NaN|undefined|Infinity|null/, `setup ${k}: ${id}: ${text}`);
    }
  }
});

test('an airframe’s weight settles once: settling again changes nothing, the parts never weigh less than nothing', () => {
  const next = randomSetups(23);
  for (let k = 0; k < extent(20, 100); k++) {
    const setup = next();
    const given = { ...setup, craft: { ...setup.craft, airframeMassKg: 0.4 } };
    const once = withAllUpMass(given);
    assert.ok(once.craft.massKg >= 0.4, `setup ${k}: ${once.craft.massKg} kg`);
    assert.equal(withAllUpMass(once).craft.massKg, once.craft.massKg);
  }
});
