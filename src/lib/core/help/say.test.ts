import assert from 'node:assert/strict';
import { test } from 'node:test';
import { PLANE } from '../../../../tests/helpers/setups.ts';
import { analysisOf } from '../analysis/setup-analysis.ts';
import { show } from '../units/show.ts';
import { MOVES, ratioOf } from './moved.ts';
import { CONTENT } from './page.ts';
import { PAGES } from './pages.ts';
import { said } from './say.ts';

const s = analysisOf(PLANE);

test('a place in a text is a figure, a word of the page, or a figure with something moved', () => {
  const more = show(ratioOf(s, MOVES.oneCellMore, (w) => w.batteryCurrentA));
  assert.deepEqual(said(['At {volts} it is {=much}: {oneCellMore.batteryCurrentA}.'], { much: 'a lot' }, s), [
    [{ words: 'At ' }, { figure: 'volts' }, { words: ` it is a lot: ${more} times.` }]
  ]);
});

test('a paragraph may hang on a word, or be said of each row', () => {
  const text = [
    { if: 'known', text: 'known' },
    { unless: 'known', text: 'unknown' },
    { each: 'rows', text: 'a {=colour} one' }
  ];
  const words = (known: boolean) =>
    said(text, { known, rows: [{ colour: 'red' }, { colour: 'blue' }] }, s)
      .flat()
      .map((piece) => ('words' in piece ? piece.words : ''));
  assert.deepEqual(words(true), ['known', 'a red one', 'a blue one']);
  assert.deepEqual(words(false), ['unknown', 'a red one', 'a blue one']);
});

test('a place for something that the page does not know is an error, not a gap', () => {
  for (const text of ['{=nothing}', '{nothing.batteryCurrentA}', '{oneCellMore.nothing}'])
    assert.throws(() => said([text], {}, s), RangeError, text);
  assert.throws(() => said([{ each: 'rows', text: '' }], {}, s), RangeError);
});

test('every page that is written has something behind it, and the other way round', () => {
  assert.deepEqual(CONTENT.map((c) => c.id).sort(), Object.keys(PAGES).sort());
});
