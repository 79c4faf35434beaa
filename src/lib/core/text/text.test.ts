import assert from 'node:assert/strict';
import { test } from 'node:test';
import { withArticle } from './with-article.ts';
import { csvText, MOST_ROWS, readCsv } from './csv.ts';
import { inside, issue, SENTENCES, shown } from './issues.ts';

test('a value is told in a line: long lists and texts by their size or beginning', () => {
  assert.equal(shown('an'), '"an"');
  assert.equal(shown(undefined), 'nothing');
  assert.equal(shown([1, 2]), '[1,2]');
  assert.equal(shown(Array.from({ length: 21 }, () => 1)), 'a list of 21');
  assert.equal(
    shown(Array.from({ length: 20 }, () => 1)),
    `[${Array.from({ length: 20 }, () => 1).join(',')}]`
  );
  assert.equal(shown('x'.repeat(101)), `"${'x'.repeat(57)}…"`);
  assert.equal(shown('x'.repeat(58)), `"${'x'.repeat(58)}"`);
  assert.equal(shown('x'.repeat(59)), `"${'x'.repeat(56)}…`);
  assert.equal(shown({ a: 'y'.repeat(80) }).length, 58);
});

test('limits are told as they hold: at least, at most, more than, between', () => {
  const range = (limits: object): string =>
    issue('battery.series', 'range', { name: 'cells', value: 0, ...limits }).message;
  assert.equal(range({ low: 1 }), 'cells is 0; it should be at least 1.');
  assert.equal(range({ above: 0 }), 'cells is 0; it should be more than 0.');
  assert.equal(range({ high: 60 }), 'cells is 0; it should be at most 60.');
  assert.equal(range({ low: 1, high: 60 }), 'cells is 0; it should be at least 1 and at most 60.');
  assert.equal(range({ above: 0, high: 60 }), 'cells is 0; it should be more than 0 and at most 60.');
});

test('an issue carries code, place, figures and its sentence; a note refuses nothing', () => {
  const i = issue('esc', 'esc-cells-crossed', { fewest: 6, most: 4 });
  assert.deepEqual(
    [i.code, i.path, i.values, i.severity],
    ['esc-cells-crossed', 'esc', { fewest: 6, most: 4 }, 'error']
  );
  assert.equal(i.message, 'fewest cells of the ESC is 6, more than its most, 4.');
  assert.equal(issue('x', 'unused-field', { field: 'x' }, 'note').severity, 'note');
  assert.deepEqual(
    inside('setup', [i, { ...i, path: '' }]).map((x) => x.path),
    ['setup.esc', 'setup']
  );
});

test('every sentence ends as one and names what it was given', () => {
  const values: Record<string, unknown> = new Proxy(
    {
      choices: ['a', null, 'b'],
      kinds: ['a', 'b'],
      fields: ['a', 'b'],
      stages: ['a', 'b'],
      missing: [2, 3],
      count: 4,
      formats: ['a', 'b'],
      lengths: [2, 3],
      merit: 1.2345,
      product: 123.4,
      watts: 100.2,
      least: 55.5,
      kv: 900.4,
      hubM: 0.05,
      diameterM: 0.04
    } as Record<string, unknown>,
    { get: (target, key) => (key in target ? target[key as string] : String(key)) }
  );
  for (const [code, sentence] of Object.entries(SENTENCES)) {
    const text = (sentence as (v: unknown) => string)(values);
    assert.ok(text.length > 2 && !/undefined|\[object|NaN/.test(text), `${code}: ${text}`);
    if (!['not-json', 'refused'].includes(code) && !text.includes('why')) assert.match(text, /[.?]$/, code);
  }
  assert.match(
    (SENTENCES['hub-large'] as (v: unknown) => string)(values),
    /50 mm is not below the fan's diameter, 40 mm/
  );
  const merit = (SENTENCES['merit-above-one'] as (v: unknown) => string)(values);
  assert.match(merit, /figure of merit 1\.23,/);
  assert.equal(
    SENTENCES.length({ name: 'name', length: 200, what: 'characters', limit: 120, most: true }),
    'name has 200 characters; it should have at most 120.'
  );
  assert.match(SENTENCES.choice({ name: 'n', value: 'x', choices: ['a', null, 'b'] }), /one of a, b\.$/);
});

test('CSV text is read back as it was, formulas and quotes too', () => {
  const rows = [
    ['=1+1', '+2', '-3', '@x', "'quoted", 'a "b", c', 'two\nlines', ''],
    ["'=x", '\ttab', 5, -5, true, 'plain', 'é', '0012']
  ];
  const head = ['a', 'b', 'c', 'd', 'e', 'f', 'g', 'h'];
  const text = csvText(head, rows);
  assert.match(text, /'=1\+1/, 'a spreadsheet does not run it');
  assert.match(text, /,5,-5,/, 'numbers stay numbers');
  const back = readCsv(text);
  assert.ok(back.ok);
  assert.deepEqual(back.rows, [head, ...rows.map((r) => r.map(String))]);
});

test('tables from outside are refused by their size, in words, at the line that says so', () => {
  const refused = (text: string): string => {
    const read = readCsv(text);
    assert.ok(!read.ok, 'was read');
    assert.equal(read.error.line, 1);
    return read.error.message;
  };
  assert.match(refused('a\0b'), /zero bytes/);
  assert.match(refused('  \n \n'), /empty/);
  assert.match(refused(`${'x'.repeat(200_001)}\na`), /longer than 200000/);
  assert.match(refused(Array.from({ length: MOST_ROWS + 2 }, () => 'a').join('\n')), /more than 5000 rows/);
  assert.match(refused('\n'.repeat(4 * MOST_ROWS + 1)), /more than 5000 rows/);
  assert.match(refused(`a\n${'x,'.repeat(300)}`), /more than 300 columns/);
  const most = readCsv(Array.from({ length: MOST_ROWS + 1 }, () => 'a').join('\n'));
  assert.ok(most.ok && most.rows.length === MOST_ROWS + 1, 'as many as are let in');
  assert.ok(readCsv(`a\n${'x,'.repeat(299)}`).ok);
});

test('an article goes by how the number is said', () => {
  for (const thing of ['80 A ESC', '8.8 Ah pack', '800 KV motor', '11 Ah pack', '18 A ESC', '11.5 Ah pack'])
    assert.equal(withArticle(thing), `an ${thing}`);
  for (const thing of ['60 A ESC', '110 g motor', '1100 KV motor', '180 A ESC', '1.8 Ah pack', 'spare'])
    assert.equal(withArticle(thing), `a ${thing}`);
});
