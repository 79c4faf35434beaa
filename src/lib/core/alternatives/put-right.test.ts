import assert from 'node:assert/strict';
import { test } from 'node:test';
import { applied } from '../../../../tests/helpers/applied.ts';
import { BOAT, PLANE, QUAD } from '../../../../tests/helpers/setups.ts';
import type { SetupDocument } from '../document/schema.ts';
import { proposedEdit } from '../match/edits.ts';
import { validateSetup } from '../document/validate.ts';
import { predict } from '../predict/predict.ts';

const mended = (setup: SetupDocument) => {
  const { putRight, cannot, checks } = predict({ setup, putRight: true, remedies: false });
  assert.ok(putRight && cannot);
  return { putRight, cannot, checks };
};
const failing = (setup: SetupDocument) => {
  const { checks } = predict({ setup, remedies: false });
  const of = (finding: string) => checks.filter((c) => c.finding === finding).map((c) => c.id);
  return { over: of('over'), tight: of('tight'), checks };
};

const WEAK_ESC: SetupDocument = {
  ...PLANE,
  esc: { ...PLANE.esc, continuousA: 20, burstA: 25, maxSeries: 6 }
};

test('an ESC that is too small: what is offered is whole in itself and does what it says', () => {
  const before = failing(WEAK_ESC);
  assert.ok(before.over.includes('esc-current'));
  const { putRight, cannot } = mended(WEAK_ESC);
  assert.ok(putRight.length >= 1 && putRight.length <= 3);
  assert.deepEqual(cannot, []);
  for (const offer of putRight) {
    const changed = applied(WEAK_ESC, offer.changes);
    assert.ok(validateSetup(changed).ok, offer.text);
    const after = failing(changed);
    assert.deepEqual(after.over, offer.stillOver, offer.text);
    assert.equal(
      /everything holds/.test(offer.text),
      after.over.length + after.tight.length === 0,
      offer.text
    );
    assert.ok(
      after.over.length <= before.over.length &&
        after.over.length + after.tight.length < before.over.length + before.tight.length,
      `${offer.text} leaves ${after.over.join()} ${after.tight.join()}`
    );
    // effects are the checks whose finding changes, with the figures of before and after
    for (const e of offer.effects) {
      const value = (list: typeof after.checks) => list.find((c) => c.id === e.id)?.value ?? null;
      assert.deepEqual(
        [e.before, e.after],
        [value(before.checks), value(after.checks)],
        `${offer.text}: ${e.id}`
      );
      assert.notEqual(e.findingBefore, e.findingAfter);
    }
    assert.ok(offer.effects.some((e) => e.id === 'esc-current'));
  }
});

test('the simplest comes first: another ESC alone, in the words of the label', () => {
  const [first] = mended({ ...WEAK_ESC, fixed: ['propulsor', 'motor', 'battery'] }).putRight;
  assert.match(first.text, /^a \d+ A ESC: everything holds/);
  assert.deepEqual(
    first.changes.map((c) => c.path).filter((path) => !path.startsWith('esc.')),
    ['craft.massKg'].filter((path) => first.changes.some((c) => c.path === path))
  );
});

test('what the user holds is left alone; where all is held, it says what would have to give', () => {
  for (const part of ['esc', 'propulsor', 'motor', 'battery'] as const)
    for (const offer of mended({ ...WEAK_ESC, fixed: [part] }).putRight)
      assert.ok(!offer.changes.some((c) => c.path.startsWith(`${part}.`)), `${part}: ${offer.text}`);
  const all = mended({ ...WEAK_ESC, fixed: ['battery', 'wiring', 'esc', 'motor', 'propulsor'] });
  assert.deepEqual(all.putRight, []);
  const esc = all.cannot.find((c) => c.id === 'esc-current');
  assert.match(
    esc?.sentence ?? '',
    /^ESC current: [\d.]+ A .*, at most 20\.0 A; something that is held \(the pack, .*\).* would have to give\.$/
  );
});

test('a setup that holds is offered nothing, and nothing is said to be in the way', () => {
  const sound: SetupDocument = { ...PLANE, esc: { ...PLANE.esc, continuousA: 60, burstA: 80 } };
  const { over, tight } = failing(sound);
  const { putRight, cannot } = mended(sound);
  if (over.length + tight.length === 0) assert.deepEqual([putRight, cannot], [[], []]);
  const offered = predict({ setup: sound, remedies: false });
  assert.ok(!('putRight' in offered) && !('cannot' in offered), 'only where it is asked for');
});

test('each kind of craft is put right by what it has: pitch and cells, water round the motor, C and leads', () => {
  const hot: SetupDocument = { ...BOAT, motor: { ...BOAT.motor, cooling: 'still' } };
  if (failing(hot).over.includes('motor-temperature')) {
    const offers = mended(hot).putRight;
    assert.ok(
      offers.some((o) => /water cooling/.test(o.text)) || offers.some((o) => o.stillOver.length === 0)
    );
  }
  const weak: SetupDocument = { ...QUAD, battery: { ...QUAD.battery, continuousC: 8 } };
  assert.ok(failing(weak).over.includes('pack-current'));
  const { putRight } = mended(weak);
  assert.ok(
    putRight[0].changes.some((c) => c.path.startsWith('battery.')),
    putRight[0].text
  );
  assert.ok(!putRight[0].stillOver.includes('pack-current'));
});

test('a wish that nothing meets is said with its limit and what would have to give', () => {
  const dreamer: SetupDocument = { ...PLANE, craft: { ...PLANE.craft, targetSeconds: 36000 } };
  const { cannot } = mended(dreamer);
  const time = cannot.find((c) => c.id === 'time');
  assert.match(time?.sentence ?? '', /at least 600 min; .*the wanted time would have to give\.$/);
});

test('a pack that is offered in place of a tired one is another pack: nothing measured of the old one is said of it', () => {
  const name = 'Brook 4S 2.2 Ah';
  const tired: SetupDocument = {
    ...PLANE,
    craft: { ...PLANE.craft, targetSeconds: 600 },
    battery: { ...PLANE.battery, name },
    esc: { ...PLANE.esc, maxSeries: 6 },
    known: {
      battery: {
        name,
        series: 4,
        labelAh: 2.2,
        cellResistanceOhm: 0.009,
        health: { wear: 0.9, credibleA: 25, says: 'Of this pack: its resistance is 1.8 times what it was.' }
      }
    }
  };
  assert.ok(failing(tired).tight.includes('pack-health'));
  const other = { ...tired, battery: { ...tired.battery, capacityAh: 3.3 } };
  assert.ok(!failing(other).checks.some((c) => c.id === 'pack-health'));
  const packs = mended(tired).putRight.filter((offer) =>
    offer.changes.some((c) => c.path === 'battery.capacityAh')
  );
  assert.ok(packs.length > 0);
  for (const offer of packs) {
    const after = failing(proposedEdit(tired, offer.changes).document);
    assert.deepEqual(after.over, offer.stillOver, offer.text);
    assert.ok(!offer.text.includes('pack health'), offer.text);
    assert.equal(
      /everything holds/.test(offer.text),
      after.over.length + after.tight.length === 0,
      offer.text
    );
  }
});
