/**
 * Independently computed cases. `exact`: settled by the circuit. `generic`: the band a sound independent model gives.
 * The data gives the shaft power of several motors as their sum, where the interface's own text says per unit; the
 * interface's text is followed and the sum compared.
 */
import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { test } from 'node:test';
import { answerPredict } from '../../src/lib/core/predict/answer-predict.ts';

interface ReferenceCase {
  id: string;
  kind: string;
  note: string;
  request: { setup: { count?: number } };
  expect: Record<string, [number, number]>;
}

const lines = readFileSync(join(import.meta.dirname, 'data', 'cases.ndjson'), 'utf8')
  .trim()
  .split('\n');
const cases = lines.map((line) => JSON.parse(line) as ReferenceCase);

/** Value at a path such as `points.0.rpm` or `endurance[hover].seconds`. */
export function valueAt(answer: unknown, path: string): number {
  return path.split('.').reduce<unknown>((node, key) => {
    const named = /^(\w+)\[(\w+)\]$/.exec(key);
    if (!named) return (node as Record<string, unknown> | undefined)?.[key];
    const list = (node as Record<string, unknown>)[named[1]] as { at: string }[];
    return list.find((entry) => entry.at === named[2]);
  }, answer) as number;
}

assert.ok(cases.length >= 18);
for (const c of cases) {
  test(`${c.id} (${c.kind}): ${c.note}`, () => {
    const result = answerPredict(c.request);
    assert.ok(result.ok, JSON.stringify(result));
    for (const [path, [low, high]] of Object.entries(c.expect)) {
      const units = path.endsWith('shaftPowerW') ? (c.request.setup.count ?? 1) : 1;
      const value = units * valueAt(result.answer, path);
      assert.ok(value >= low && value <= high, `${path} = ${value}, expected ${low} to ${high}`);
    }
  });
}
