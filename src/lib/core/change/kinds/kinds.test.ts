/** Every kind of change as it is offered, begun and set: what the page builds is what a request may hold. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { DEMO_CRAFTS, setupDocument } from '../../../server/demo/crafts.ts';
import type { SetupDocument } from '../../document/schema.ts';
import { validateAgainst } from '../../document/validate.ts';
import { changeRequestSchema } from '../change-request.ts';
import { faultsOf, faultsOfParts } from '../validate-change.ts';
import { CHANGE_KINDS, changesFor, firstChange, formOf, kindOf, type AskedChange } from './all-kinds.ts';

const setups = DEMO_CRAFTS.flatMap((c) => c.setups.map((s) => setupDocument(c, s)));

/** Every change that one press, step or typed figure leads to from a change. */
function reached(change: AskedChange, setup: SetupDocument): [string, AskedChange][] {
  const form = formOf(change);
  assert.ok(form);
  const made: [string, AskedChange][] = [];
  for (const piece of form.pieces(change, setup, 'in words')) {
    if ('figure' in piece) {
      const { id, value, set, next, step } = piece.figure;
      for (const up of [true, false]) {
        if (step) made.push([`${id} stepped`, step(up)]);
        if (next && value != null) made.push([`${id} next`, set(next(value, up))]);
      }
      if (value != null) made.push([`${id} set`, set(value)]);
    } else if ('choice' in piece)
      made.push(...piece.choice.options.map(([v]): [string, AskedChange] => [v, piece.choice.choose(v)]));
  }
  for (const offer of form.offers?.(setup) ?? []) made.push([offer.id, offer.change]);
  return made;
}

/** What is wrong with a change as a request; nothing where it may be asked. */
function wrongWith(setup: SetupDocument, change: AskedChange): string[] {
  const shape = validateAgainst(changeRequestSchema, { setup, change });
  if (!shape.ok) return shape.errors.map((e) => `${e.path}: ${e.message}`);
  return [...faultsOf(setup, change), ...faultsOfParts(setup, change)].map((e) => e.message);
}

test('every kind suits some craft of the demo, and is begun and set as a request may ask for it', () => {
  const seen = new Set<string>();
  for (const setup of setups)
    for (const { kind, words } of changesFor(setup)) {
      seen.add(kind);
      assert.notEqual(words.trim(), '');
      const change = firstChange(kind, setup) as AskedChange;
      assert.equal(change.kind, kind);
      for (const [how, made] of [['first', change] as const, ...reached(change, setup)]) {
        assert.equal(made.kind, kind, `${setup.name}, ${kind}, ${how}`);
        assert.deepEqual(wrongWith(setup, made), [], `${setup.name}, ${kind}, ${how}`);
      }
    }
  assert.deepEqual([...seen].sort(), [...CHANGE_KINDS].sort());
});

test('a kind that exchanges a part takes that part from a shelf, and its own first', () => {
  for (const setup of setups)
    for (const { kind } of changesFor(setup)) {
      const change = firstChange(kind, setup) as AskedChange;
      const taking = formOf(change)?.taking;
      const exchanged = kindOf(change).exchanged?.(change);
      assert.equal(taking?.part, exchanged && Object.keys(exchanged)[0], kind);
      if (!taking) continue;
      const taken = (taking.take as (part: unknown) => AskedChange)(setup[taking.part]);
      assert.deepEqual(kindOf(taken).exchanged?.(taken), { [taking.part]: setup[taking.part] });
      assert.deepEqual(wrongWith(setup, taken), []);
    }
});

test('what does not suit a craft is refused in words where it is asked all the same', () => {
  for (const setup of setups) {
    const offered = new Set(changesFor(setup).map((c) => c.kind));
    const wrong = (kind: 'repower' | 'engine' | 'count'): number =>
      wrongWith(setup, firstChange(kind, setup) as AskedChange).length;
    for (const kind of ['repower', 'engine', 'count'] as const)
      assert.equal(wrong(kind) === 0, offered.has(kind), `${setup.craft.kind}, ${kind}`);
  }
});
