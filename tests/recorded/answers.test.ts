import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { test } from 'node:test';
import { recordOfAll, recordOfRest, recordText } from './record.ts';

/** Lines that are named of those that moved. */
const NAMED = 12;

test('no answer has moved unseen: a change that is meant is written down with `npm run snapshot -- answers`', () => {
  const kept = readFileSync(join(import.meta.dirname, 'answers.txt'), 'utf8').split('\n');
  const now = recordText([...recordOfAll(12, 41), ...recordOfRest()]).split('\n');
  const moved: string[] = [];
  let owner = '';
  for (let k = 0; k < Math.max(kept.length, now.length); k++) {
    if (now[k]?.startsWith('# ')) owner = now[k].slice(2);
    if (kept[k] !== now[k]) moved.push(`${owner}\n  was ${kept[k]}\n  is  ${now[k]}`);
  }
  assert.equal(
    moved.length,
    0,
    `${moved.length} lines moved, the first:\n${moved.slice(0, NAMED).join('\n')}\nIf that is meant: npm run snapshot -- answers`
  );
});
