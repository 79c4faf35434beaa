import assert from 'node:assert/strict';
import { test } from 'node:test';
import { DOCUMENT_LIMITS, parseJson } from './json.ts';

const refusal = (text: string): string => {
  const parsed = parseJson(text);
  assert.ok(!parsed.ok, `${text.slice(0, 40)} was taken`);
  return parsed.message;
};

test('a document is taken with or without a byte order mark; brackets in texts are no levels', () => {
  const text = '{"a":[1,{"b":"[[[[\\"]]"}],"c":null}';
  for (const given of [text, `\ufeff${text}`])
    assert.deepEqual(parseJson(given), { ok: true, value: JSON.parse(text) as unknown });
  assert.ok(parseJson(JSON.stringify('['.repeat(500))).ok, 'a text of brackets is no nesting');
});

test('nesting: the deepest that is allowed is taken, one more is not', () => {
  const nested = (depth: number): string => '['.repeat(depth) + ']'.repeat(depth);
  assert.ok(parseJson(nested(DOCUMENT_LIMITS.depth)).ok);
  assert.match(refusal(nested(DOCUMENT_LIMITS.depth + 1)), /nested more than 40 deep/);
  assert.match(refusal('['.repeat(1_000_000)), /nested more than 40 deep/);
});

test('values: the most that are allowed are taken, one more is not', () => {
  const list = (n: number): string => `[${Array(n).fill('1').join()}]`;
  assert.ok(parseJson(list(DOCUMENT_LIMITS.values - 1)).ok);
  assert.match(refusal(list(DOCUMENT_LIMITS.values)), /more than 60000 values/);
});

test('names that mean something to a program are refused at any depth, as values they are texts', () => {
  for (const name of [
    '__proto__',
    'constructor',
    'toString',
    'hasOwnProperty',
    'valueOf',
    '__defineGetter__'
  ])
    for (const text of [`{"${name}":1}`, `{"a":[{"b":{"${name}":{}}}]}`])
      assert.match(refusal(text), new RegExp(`"${name}" may not be the name of a field`));
  assert.ok(parseJson('{"purpose":"constructor"}').ok);
  assert.match(refusal('{"\\u005f\\u005fproto\\u005f\\u005f":1}'), /__proto__/);
});

test('what is no JSON is said in one short sentence', () => {
  for (const [text, words] of [
    ['', /empty/],
    ['  \n', /empty/],
    ['{', /This is not JSON/],
    ['a\0b', /zero bytes/],
    ['nonsense '.repeat(1000), /This is not JSON/]
  ] as const) {
    const said = refusal(text);
    assert.match(said, words);
    assert.ok(said.length < 120, said);
  }
});
