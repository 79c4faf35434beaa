import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { StoredPart } from '../document/stored.ts';
import { chosenPart, mergePart, samePart, type PartEdited } from './merge-part.ts';
import { partFigureTitle } from './part-figure-title.ts';

const base: StoredPart = {
  id: 4,
  revision: 7,
  kind: 'motor',
  name: 'Tarn 2812',
  document: { name: 'Tarn 2812', kvRpmPerVolt: 900, massKg: 0.106 },
  measured: {},
  owned: false,
  note: '',
  price: null,
  retired: false,
  fitted: null
};
const with_ = (changed: Partial<PartEdited>): PartEdited => ({ ...base, ...changed });
const heavier = with_({ document: { ...base.document, massKg: 0.11 } as PartEdited['document'] });

test('figures that one of two changed are kept of both: label, measured, owned, price, note', () => {
  const mine = with_({ ...heavier, measured: { kvRpmPerVolt: 870 }, price: 31 });
  const theirs = with_({
    document: { ...base.document, resistanceOhm: 0.07 } as PartEdited['document'],
    owned: true,
    note: 'rewound'
  });
  const { part, disputed } = mergePart(base, mine, theirs);
  assert.deepEqual(disputed, []);
  assert.deepEqual(part, {
    kind: 'motor',
    name: 'Tarn 2812',
    document: { name: 'Tarn 2812', kvRpmPerVolt: 900, massKg: 0.11, resistanceOhm: 0.07 },
    measured: { kvRpmPerVolt: 870 },
    owned: true,
    note: 'rewound',
    price: 31
  });
});

test('what both changed otherwise is disputed and stays as it stands on the shelf until it is chosen', () => {
  const theirs = with_({
    ...heavier,
    document: { ...base.document, massKg: 0.1 } as PartEdited['document'],
    note: 'theirs'
  });
  const mine = with_({ ...heavier, note: 'mine' });
  const merge = mergePart(base, mine, theirs);
  assert.deepEqual(
    merge.disputed.map((d) => [d.path, d.mine, d.theirs]),
    [
      ['document.massKg', 0.11, 0.1],
      ['note', 'mine', 'theirs']
    ]
  );
  const massOf = (p: PartEdited): unknown => (p.document as { massKg?: number }).massKg;
  assert.deepEqual([massOf(merge.part), merge.part.note], [0.1, 'theirs']);
  const chosen = chosenPart(merge, mine, ['document.massKg']);
  assert.deepEqual([massOf(chosen), chosen.note], [0.11, 'theirs']);
  assert.ok(samePart(chosenPart(merge, mine, []), theirs));
  assert.ok(samePart(mergePart(base, mine, mine).part, mine), 'both made the same of it');
});

test('a name is one figure though the part’s document has it too', () => {
  const mine = with_({ name: 'Tarn A', document: { ...base.document, name: 'Tarn A' } });
  const { part, disputed } = mergePart(base, mine, heavier);
  assert.deepEqual(disputed, []);
  assert.deepEqual([part.name, part.document.name], ['Tarn A', 'Tarn A']);
  const theirs = with_({ name: 'Tarn B', document: { ...base.document, name: 'Tarn B' } });
  assert.deepEqual(
    mergePart(base, mine, theirs).disputed.map((d) => d.path),
    ['name']
  );
});

test('measured columns of a propeller are one figure: never those of two measurements in one table', () => {
  const prop = (coefficients: object | null): PartEdited =>
    with_({
      kind: 'propulsor',
      document: { kind: 'propeller', diameterM: 0.25, pitchM: 0.12, coefficients } as PartEdited['document']
    });
  const table = (a: number): object => ({ advanceRatio: [0, a], thrust: [0.1, 0.05], power: [0.04, 0.03] });
  const merge = mergePart(prop(table(0.3)), prop({ ...table(0.3), thrust: [0.11, 0.06] }), prop(table(0.4)));
  assert.deepEqual(
    merge.disputed.map((d) => d.path),
    ['document.coefficients']
  );
});

test('figures are told in the words of the schema, whatever kind of part', () => {
  assert.equal(partFigureTitle('motor', 'document.massKg'), 'mass of one motor');
  assert.match(partFigureTitle('motor', 'measured.kvRpmPerVolt'), /, measured$/);
  assert.notEqual(partFigureTitle('receiver-supply', 'document.continuousA'), 'continuousA');
  assert.equal(partFigureTitle('esc', 'price'), 'price');
});
