import type { FixablePart, PartKind } from '../registry/parts.ts';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { MEASURED, MOTORS, PACKS, ESCS, PROPULSORS } from '../../server/demo/parts.ts';
import { DEMO_CRAFTS, setupDocument } from '../../server/demo/crafts.ts';
import { runChecks } from '../checks/run-checks.ts';
import { validateSetup } from '../document/validate.ts';
import type { SetupDocument } from '../document/schema.ts';
import { suitsCraft } from './first-propulsor.ts';
import { analysisOf } from '../analysis/setup-analysis.ts';
import { fittedDocument } from './fitted-setup.ts';
import { fittingsOf, outcomeOf, type ShelfPart } from './fittings.ts';
import { lostOf } from './lost.ts';
import { LONG, some } from '../../../../tests/helpers/extent.ts';

const listOf = (kind: PartKind, parts: readonly { name: string; document: object; owned: boolean }[]) =>
  parts
    .filter((p) => p.owned)
    .map(({ name, document }) => ({ kind, name, document, measured: MEASURED[name] ?? {} }) as ShelfPart);
const SHELF = [
  ...listOf('motor', MOTORS),
  ...listOf('battery', PACKS),
  ...listOf('esc', ESCS),
  ...listOf('propulsor', PROPULSORS)
];
const demo = (craft: string, setup: number): SetupDocument => {
  const found = DEMO_CRAFTS.find((c) => c.name === craft);
  assert.ok(found, craft);
  return setupDocument(found, found.setups[setup]);
};
const fitted = (document: SetupDocument, shelf: readonly ShelfPart[] = SHELF) => {
  const s = analysisOf(document, { bands: true });
  return { s, ...fittingsOf(s, shelf) };
};

test('the demo’s setups: what is offered is what it says, never more over than now, and loses nothing the craft is for', () => {
  let offered = 0;
  for (const craft of some(DEMO_CRAFTS, 3))
    for (const spec of some(craft.setups, 1)) {
      const document = setupDocument(craft, spec);
      const { s, now, offers } = fitted(document);
      const what = `${craft.name}, ${spec.name}`;
      for (const offer of offers) {
        offered++;
        const after = fittedDocument(document, offer);
        const checked = validateSetup(after);
        assert.ok(checked.ok, `${what} would be refused`);
        const taken = analysisOf(checked.value, { bands: true });
        assert.deepEqual(outcomeOf(taken), offer.outcome, `${what}: another outcome once it is taken`);
        const over = runChecks(taken).filter((r) => r.finding === 'over').length;
        assert.ok(over <= now.over.length, `${what}: ${over} over after ${now.over.length}`);
        assert.ok(lostOf(s, taken) <= 0.2232, `${what} loses more than a fifth`);
        assert.ok(suitsCraft(after.propulsor, document), `${what}: ${after.propulsor.kind} of another shape`);
        assert.equal(after.name, document.name);
      }
    }
  assert.ok(offered > (LONG ? 40 : 8), `${offered} were offered`);
});

test('an aeroplane whose propeller is a rotor is offered aeroplane blades', () => {
  const document = demo('Reedling', 0);
  const wrong = { ...document, propulsor: { ...document.propulsor, family: 'multirotor' } } as SetupDocument;
  const changed = fitted(wrong).offers.map((o) => fittedDocument(wrong, o).propulsor);
  const families = changed.map((p) => (p.kind === 'propeller' ? p.family : p.kind));
  assert.ok(families.length > 0);
  assert.ok(
    families.every((f) => f !== 'multirotor'),
    families.join()
  );
});

test('what is held stays, and a setup that is held whole is offered nothing', () => {
  const held: FixablePart[] = ['motor', 'battery'];
  const document = { ...demo('Reedling', 0), fixed: held };
  const { offers } = fitted(document);
  assert.ok(offers.length > 0);
  for (const offer of offers) {
    const after = fittedDocument(document, offer);
    for (const part of held) assert.deepEqual(after[part], document[part], part);
    assert.ok(offer.parts.filter((p) => held.includes(p.part)).every((p) => p.from === 'as it is'));
  }
  assert.deepEqual(
    fitted({ ...document, fixed: ['battery', 'wiring', 'esc', 'motor', 'propulsor'] }).offers,
    []
  );
});

test('owned parts come before bought ones, with their own figures and what was measured of them', () => {
  const document = demo('Reedling', 0);
  const [first] = fitted(document).offers;
  assert.equal(first.toBuy, 0, first.parts.map((p) => `${p.from}: ${p.text}`).join(', '));
  const [own] = fitted(document).offers.filter((o) =>
    o.parts.some((p) => p.part === 'motor' && p.from === 'yours')
  );
  const after = fittedDocument(document, own);
  const motor = SHELF.find((p) => p.name === after.motor.name);
  assert.ok(motor, `${after.motor.name} is not of the shelf`);
  for (const [field, value] of Object.entries(motor.measured)) {
    assert.equal((after.motor as Record<string, unknown>)[field], value, `${field} as it was measured`);
    assert.equal(after.sources?.[`motor.${field}`], 'measured');
  }
  const bare = fitted(document, []);
  assert.ok(bare.offers.length > 0);
  for (const offer of bare.offers) {
    assert.ok(offer.parts.every((p) => p.from !== 'yours'));
    const bought = offer.parts.filter((p) => p.from === 'to buy');
    assert.ok(bought.length > 0);
    const exchanged = fittedDocument(document, offer);
    if (bought.some((p) => p.part === 'motor'))
      assert.equal(
        exchanged.sources?.['motor.kvRpmPerVolt'],
        'estimated',
        'a motor of no maker is an estimate'
      );
  }
});

test('no offer is worse than what is there, and each says whether margins are left and why it is offered', () => {
  for (const craft of ['Reedling', 'Dunlin', 'Stint'])
    for (const { outcome, holds, why } of fitted(demo(craft, 0)).offers) {
      assert.equal(
        holds,
        outcome.over.length > 0 ? 'not whole' : outcome.tight.length > 0 ? 'just enough' : 'comfortable'
      );
      assert.match(
        why,
        /min \(.* wanted\); pulls .* times its weight .* to spare at full throttle; .* W per gram of motor/
      );
    }
  // what comes of the best is not bettered by the same again
  const document = demo('Reedling', 0);
  const taken = fittedDocument(document, fitted(document).offers[0]);
  const again = fitted(taken).offers;
  const fails = (o: { over: readonly string[]; tight: readonly string[] }): number =>
    o.over.length + o.tight.length;
  for (const offer of again) assert.ok(fails(offer.outcome) <= fails(fitted(taken).now), offer.why);
});

test('a setup with a gear: a motor chosen anew drives directly, one that stays keeps its gear', () => {
  const document = { ...demo('Reedling', 1), gearRatio: 2.5 };
  const { offers } = fitted(document, []);
  assert.ok(offers.length > 0);
  for (const offer of offers) {
    const stays = offer.parts.some((p) => p.part === 'motor' && p.from === 'as it is');
    assert.equal(fittedDocument(document, offer).gearRatio, stays ? 2.5 : 1);
  }
});

test('an owned part that is as good as one on sale is the one that is offered', () => {
  const document = demo('Reedling', 0);
  const bought = fitted(document, []).offers.find((o) =>
    o.parts.some((p) => p.part === 'propulsor' && p.from === 'to buy')
  );
  assert.ok(bought);
  const { propulsor } = fittedDocument(document, bought);
  const own = {
    kind: 'propulsor' as const,
    name: 'from the drawer',
    document: { ...propulsor, name: 'from the drawer' },
    measured: {}
  };
  const offers = fitted(document, [own]).offers;
  assert.ok(
    offers.some((o) => o.parts.some((p) => p.from === 'yours')),
    'the same size in the drawer is not bought again'
  );
});

test('a calibration does not outlive the parts that it was made with', () => {
  const document = {
    ...demo('Reedling', 0),
    calibration: { factors: { kv: 1.05 }, relativeSd: { kv: 0.01 } }
  } as unknown as SetupDocument;
  const { offers } = fitted(document, []);
  assert.ok(offers.length > 0);
  assert.equal(fittedDocument(document, offers[0]).calibration, null);
});

test('what is lost: the half of the wanted thrust, not what nobody asked for', () => {
  const document = demo('Reedling', 0);
  const s = analysisOf(document);
  assert.equal(lostOf(s, s), 0);
  const weak = analysisOf({
    ...document,
    motor: { ...document.motor, kvRpmPerVolt: 0.4 * document.motor.kvRpmPerVolt }
  });
  assert.ok(weak.worst.thrustN < 0.5 * s.worst.thrustN);
  const strong = analysisOf({
    ...document,
    motor: { ...document.motor, kvRpmPerVolt: 1.3 * document.motor.kvRpmPerVolt }
  });
  assert.equal(lostOf(s, strong), 0);
  // of the thrust that is wanted, or of what there is where that is less: by hand
  const wantedN = 0.5 * (0.4 + 0.6) * document.craft.massKg * 9.80665;
  const expected = Math.log(Math.min(wantedN, s.worst.thrustN) / weak.worst.thrustN);
  assert.ok(expected > 0.1, `${expected} is little`);
  assert.ok(Math.abs(lostOf(s, weak) - expected) < 1e-9, `${lostOf(s, weak)} for ${expected}`);
});
