/** The section model against the recorded polars it is founded on (docs/sections.md). */
import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { test } from 'node:test';
import {
  sectionPolar,
  sectionState,
  setSection
} from '../../src/lib/core/parts/propulsor/propeller/section.ts';
import { rms } from '../helpers/bench-rows.ts';

const { sections } = JSON.parse(
  readFileSync(join(process.cwd(), 'tests/reference/data/section-polars.json'), 'utf8')
) as { sections: Record<string, Record<string, [alphaDeg: number, lift: number, drag: number][]>> };

/** The model is read at 5 % camber: the mean of a 4 and a 6 % section stands against it. */
const PAIRS = [
  ['4406', '6406'],
  ['4408', '6408']
];

for (const reynolds of [60000, 100000, 200000, 400000, 1000000]) {
  test(`Re ${reynolds}: lift within 0.13 and drag within 30 % rms of the recorded sections at 5 % camber`, () => {
    const state = sectionState();
    setSection(state, reynolds, 0, 0, 0.07, 0);
    const out = new Float64Array(2);
    const lift: number[] = [];
    const drag: number[] = [];
    for (const [four, six] of PAIRS) {
      const other = new Map(sections[six][reynolds].map(([a, cl, cd]) => [a, [cl, cd]]));
      for (const [alpha, cl, cd] of sections[four][reynolds]) {
        const twin = other.get(alpha);
        if (!twin || alpha < -2 || alpha > 8) continue;
        sectionPolar(state, (alpha * Math.PI) / 180, out);
        lift.push(out[0] - 0.5 * (cl + twin[0]));
        drag.push(Math.log(out[1] / Math.sqrt(cd * twin[1])));
      }
    }
    assert.ok(lift.length >= 9, `${lift.length} angles`);
    assert.ok(rms(lift) < 0.13, `lift ${rms(lift)}`);
    assert.ok(rms(drag) < 0.3, `drag ${rms(drag)}`);
  });
}

test('recorded drag grows as Reynolds number falls, and so does the model’s, by the same power within 0.2', () => {
  const least = (naca: string, re: number): number => Math.min(...sections[naca][re].map(([, , cd]) => cd));
  const state = sectionState();
  const model = (re: number): number => {
    setSection(state, re, 0, 0, 0.07, 0);
    return state.dragMin;
  };
  for (const [low, high] of [
    [20000, 60000],
    [60000, 200000],
    [200000, 400000]
  ]) {
    const power = (a: number, b: number): number => Math.log(a / b) / Math.log(high / low);
    const recorded = power(least('4408', low), least('4408', high));
    assert.ok(Math.abs(power(model(low), model(high)) - recorded) < 0.25, `${low} to ${high}: ${recorded}`);
  }
});
