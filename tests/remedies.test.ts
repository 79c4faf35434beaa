import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { CheckResult } from '../src/lib/core/checks/finding.ts';
import { withChanges } from '../src/lib/core/document/change.ts';
import type { SetupDocument } from '../src/lib/core/document/schema.ts';
import { validateSetup } from '../src/lib/core/document/validate.ts';
import { predict } from '../src/lib/core/predict/predict.ts';
import { DEMO_CRAFTS, setupDocument } from '../src/lib/server/demo/crafts.ts';
import { applied } from './helpers/applied.ts';
import { failingSetups } from './helpers/failing-setups.ts';
import { extent, some } from './helpers/extent.ts';

/** How many failing setups are put right; the whole list takes some minutes. */
const COUNT = Number(process.env.ISKARN_REMEDY_SETUPS ?? extent(10, 72));
const SEED = Number(process.env.ISKARN_REMEDY_SEED ?? 11);

const overIn = (checks: readonly CheckResult[]): Set<string> =>
  new Set(checks.filter((c) => c.finding === 'over').map((c) => c.id));

/** Every remedy of a setup, applied: it mends its own check, band included, and breaks nothing that it does not name. */
function tryRemedies(setup: SetupDocument, what: string): number {
  const before = predict({ setup });
  const over = overIn(before.checks);
  let tried = 0;
  for (const check of before.checks)
    for (const remedy of check.remedies) {
      const place = `${what}, ${check.id}: “${remedy.text}”`;
      const changed = applied(setup, remedy.changes);
      const valid = validateSetup(changed);
      assert.ok(valid.ok, `${place} is refused: ${JSON.stringify(valid)}`);
      const after = predict({ setup: changed, remedies: false });
      const own = after.checks.find((c) => c.id === check.id);
      assert.equal(own?.finding, 'holds', `${place} leaves it ${own?.finding} (${own?.sentence})`);
      const broken = after.checks.filter((c) => c.finding === 'over' && !over.has(c.id));
      for (const c of broken)
        assert.ok(remedy.text.includes(c.title), `${place} breaks ${c.id} and does not say so`);
      if (broken.length > 0) assert.doesNotMatch(remedy.text, /holds/, place);
      else assert.match(remedy.text, /holds$/, place);
      tried++;
    }
  return tried;
}

test(`${COUNT} random failing setups of every kind: each remedy mends its check and names what it would break`, () => {
  let setups = 0;
  let tried = 0;
  const kinds = new Set<string>();
  for (const setup of failingSetups(SEED)) {
    kinds.add(`${setup.craft.kind} ${setup.propulsor.kind}`);
    tried += tryRemedies(setup, `setup ${setups}`);
    if (++setups >= COUNT) break;
  }
  assert.ok(kinds.size >= 5, [...kinds].join());
  assert.ok(tried >= COUNT, `only ${tried} remedies for ${setups} setups`);
});

test('every remedy of the demo’s setups does what it says', () => {
  let tried = 0;
  for (const craft of some(DEMO_CRAFTS, 4, 2))
    for (const spec of craft.setups)
      tried += tryRemedies(setupDocument(craft, spec), `${craft.name}, ${spec.name}`);
  assert.ok(tried >= 15, `only ${tried} remedies`);
});

const QUAD: SetupDocument = {
  format: 'iskarn.setup/1',
  craft: { kind: 'multirotor', massKg: 2, rotorLayout: 'flat' },
  battery: { chemistry: 'lipo', series: 4, capacityAh: 5, continuousC: 40, cellResistanceOhm: 0.003 },
  esc: { continuousA: 40, maxSeries: 6 },
  motor: {
    kvRpmPerVolt: 900,
    resistanceOhm: 0.09,
    noLoadCurrentA: 0.7,
    massKg: 0.06,
    maxCurrentA: 25,
    poles: 14
  },
  count: 4,
  propulsor: { kind: 'propeller', diameterM: 0.2286, pitchM: 0.1143, family: 'multirotor' }
};

test('a quadcopter that hovers too high gets remedies, judged on its own hover after the change', () => {
  const { checks, hover } = predict({ setup: QUAD });
  const check = checks.find((c) => c.id === 'hover-throttle');
  assert.ok(
    hover && hover.throttle > 0.5 && check && check.finding !== 'holds',
    `hovers at ${hover?.throttle}`
  );
  assert.ok(check.remedies.length > 0, 'no remedy for the hover');
  for (const remedy of check.remedies) {
    const after = predict({ setup: withChanges(QUAD, remedy.changes) });
    assert.ok((after.hover?.throttle ?? 1) <= 0.5, `${remedy.text}: hovers at ${after.hover?.throttle}`);
  }
});

test('more cells are not said to hold where they would burn the motor', () => {
  // holds at 20 to 120 °C as it is, and does not pull enough: more cells would, and would burn it
  const slow: SetupDocument = {
    format: 'iskarn.setup/1',
    craft: { kind: 'fixed-wing', massKg: 1.2, purpose: 'aerobatic', wingAreaM2: 0.3 },
    battery: { chemistry: 'lipo', series: 2, capacityAh: 3, continuousC: 60 },
    esc: { continuousA: 100, maxSeries: 6 },
    motor: { kvRpmPerVolt: 1000, resistanceOhm: 0.04, noLoadCurrentA: 1, massKg: 0.07 },
    propulsor: { kind: 'propeller', diameterM: 0.2794, pitchM: 0.1397, family: 'thin-electric' },
    fixed: ['motor', 'propulsor']
  };
  const heat = (setup: SetupDocument) =>
    predict({ setup, remedies: false }).checks.find((c) => c.id === 'motor-temperature')?.finding;
  assert.notEqual(heat(slow), 'over', 'the motor is cool enough as it is');
  const hotter = withChanges(slow, [{ path: 'battery.series', value: 4 }]);
  assert.equal(heat(hotter), 'over', 'four cells burn it');
  const thrust = predict({ setup: slow }).checks.find((c) => c.id === 'thrust-to-weight');
  assert.equal(thrust?.finding, 'over');
  for (const remedy of thrust.remedies) {
    if (heat(withChanges(slow, remedy.changes)) === 'over') {
      assert.match(remedy.text, /winding temperature.*would be over/);
      assert.doesNotMatch(remedy.text, /holds$/);
    }
  }
});

test('a larger ESC brings its own burst rating; a larger pack its weight, C and resistance', () => {
  const setup: SetupDocument = {
    ...QUAD,
    esc: { continuousA: 10, burstA: 12, resistanceOhm: 0.004, massKg: 0.01, maxSeries: 6 },
    battery: { ...QUAD.battery, capacityAh: 2, continuousC: 15, burstC: 30, massKg: 0.2 }
  };
  const { checks } = predict({ setup });
  const esc = checks.find((c) => c.id === 'esc-current')?.remedies.find((r) => /A ESC/.test(r.text));
  assert.ok(esc, JSON.stringify(checks.find((c) => c.id === 'esc-current')?.remedies));
  const changed = withChanges(setup, esc.changes);
  const { continuousA, burstA, massKg } = changed.esc as {
    continuousA: number;
    burstA: number;
    massKg: number;
  };
  assert.ok(
    continuousA > 10 && Math.abs(burstA / continuousA - 1.2) < 1e-3,
    `${continuousA} A, burst ${burstA} A`
  );
  assert.ok(massKg > 0.01 && changed.craft.massKg > setup.craft.massKg, `${massKg} kg`);
});
