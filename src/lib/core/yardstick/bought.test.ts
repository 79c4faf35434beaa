import assert from 'node:assert/strict';
import { test } from 'node:test';
import { CLUB_SHELF } from '../../../../tests/helpers/club-shelf.ts';
import { TYPICAL_SETUPS } from '../../../../tests/helpers/typical-setups.ts';
import { answerSearch } from '../search/answer-search.ts';
import { buyingCost, usualPrice } from './bought.ts';

test('what is owned costs nothing to have, an unknown price the usual one, and a dear part more than a cheap one', () => {
  const shelf = [12, 30, 45, null].map((price) => ({ owned: false, price }));
  const usual = usualPrice(shelf);
  assert.equal(usual, 30);
  assert.equal(buyingCost({ owned: true, price: 900 }, usual), 0);
  assert.equal(buyingCost({ owned: false }, usual), buyingCost({ owned: false, price: 30 }, usual));
  const costs = shelf.slice(0, 3).map((part) => buyingCost(part, usual));
  assert.deepEqual(
    [...costs].sort((a, b) => a - b),
    costs
  );
  assert.ok(costs.every((cost) => cost > 0 && cost < 0.3));
  assert.equal(usualPrice([{ owned: false }, { owned: true, price: 0 }]), null);
  // a price of another currency, or of nothing, is no reason to take or to leave a part at any cost
  assert.equal(
    buyingCost({ owned: false, price: 1e6 }, usual),
    buyingCost({ owned: false, price: 1000 }, usual)
  );
});

test('of parts that are the same, the owned one comes first in a search, then the cheapest, then the dear one', () => {
  const [{ craft, count }] = TYPICAL_SETUPS;
  const words = [
    { word: 'dear', owned: false, price: 60 },
    { word: 'mine', owned: true, price: 90 },
    { word: 'cheap', owned: false, price: 20 }
  ];
  const within = (value: number | null | undefined, low: number, high: number): boolean =>
    value != null && value >= low && value <= high;
  const esc = CLUB_SHELF.esc
    .filter((e) => within(e.continuousA, 25, 45))
    .flatMap((e) => words.map(({ word, ...having }) => ({ ...e, name: `${e.name} ${word}`, ...having })));
  const few = {
    motor: CLUB_SHELF.motor.filter((m) => within(m.massKg, 0.065, 0.11)).slice(0, 3),
    propulsor: CLUB_SHELF.propulsor.filter((p) => within(p.diameterM, 0.22, 0.26)).slice(0, 4),
    battery: CLUB_SHELF.battery.filter((b) => b.series === 3 && within(b.capacityAh, 2, 3.2)).slice(0, 2)
  };
  const searched = answerSearch({
    brief: { craft, ...(count ? { count } : {}) },
    shelf: { ...CLUB_SHELF, ...few, esc },
    limits: { ownedOnly: false },
    top: 1000
  });
  assert.ok(searched.ok, JSON.stringify(searched));
  const scores = new Map<string, Map<string, number>>();
  for (const { setup, score } of searched.answer.ranked) {
    const [, name, word] = /^(.*) (mine|cheap|dear)$/.exec(setup.esc?.name ?? '') ?? [];
    const key = [setup.motor.name, setup.propulsor.name, setup.battery.name, name].join();
    scores.set(key, (scores.get(key) ?? new Map<string, number>()).set(word, score));
  }
  const whole = [...scores.values()].filter((s) => s.size === 3);
  assert.ok(whole.length > 10, `${whole.length} compared of ${scores.size}`);
  for (const s of whole) {
    const [dear, mine, cheap] = words.map(({ word }) => s.get(word) as number);
    assert.ok(mine > cheap && cheap > dear, `${mine} ${cheap} ${dear}`);
  }
});
