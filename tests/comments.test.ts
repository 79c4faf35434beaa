/** Comments stand where they belong: before what they tell of, and before everything that others may call. */
import assert from 'node:assert/strict';
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { test } from 'node:test';

const LIB = join(import.meta.dirname, '..', 'src', 'lib');
const files = readdirSync(LIB, { recursive: true, encoding: 'utf8' })
  .filter((f) => f.endsWith('.ts') && !f.endsWith('.test.ts'))
  .sort();
const textOf = (file: string): string => readFileSync(join(LIB, file), 'utf8');

test('no comment of a declaration stands on another one: the first belongs to nothing', () => {
  const stacked = files.flatMap((file) => {
    const text = textOf(file);
    // the first of a file may tell of the file
    return [...text.matchAll(/\/\*\*(?:(?!\*\/)[\s\S])*\*\/\s*\n\s*\/\*\*/g)]
      .filter((m) => text.slice(0, m.index).trim() !== '')
      .map((m) => `${file}: ${m[0].slice(0, 80)}`);
  });
  assert.deepEqual(stacked, []);
});

test('every function and class that another file may call says what it is', () => {
  const silent = files.flatMap((file) => {
    const text = textOf(file);
    return [
      ...text.matchAll(
        /^export (?:(?:async )?function \w+|const \w+ = (?:async )?(?:<[^\n(]*>)?\(|(?:abstract )?class \w+)/gm
      )
    ]
      .filter((m) => !/\*\/\n$/.test(text.slice(0, m.index)))
      .map((m) => `${file}: ${m[0]}`);
  });
  assert.deepEqual(silent, []);
});
