import assert from 'node:assert/strict';
import { test } from 'node:test';
import { outsideSeries } from './table.ts';

// limits of the series: Oosterveld and van Oossanen 1975 (2 to 7 blades, area 0.30 to 1.05, pitch/diameter 0.5 to 1.4)
test('each figure of a screw outside the measured series is named, and none inside it', () => {
  const inside = { diameterM: 0.05, pitchM: 0.05, blades: 3, expandedAreaRatio: 0.5 };
  assert.deepEqual(outsideSeries(inside), []);
  for (const [change, says] of [
    [{ blades: 2 }, null],
    [{ blades: 7, expandedAreaRatio: 0.9 }, null],
    [{ blades: 8, expandedAreaRatio: 0.9 }, /^8 blades/],
    [{ pitchM: 0.0251 }, null],
    [{ pitchM: 0.0249 }, /^pitch\/diameter 0\.498 /],
    [{ pitchM: 0.0699 }, null],
    [{ pitchM: 0.0701 }, /^pitch\/diameter 1\.402 /],
    // 58.8 mm on 42 mm: 1.4 as anybody reckons it, 1.4000000000000001 to a computer
    [{ diameterM: 0.042, pitchM: 0.0588 }, null],
    [{ diameterM: 0.042, pitchM: 0.0595 }, /^pitch\/diameter 1\.42 /],
    [{ expandedAreaRatio: 1.05 }, null],
    [{ expandedAreaRatio: 1.06 }, /^blade area ratio 1\.06/],
    [{ expandedAreaRatio: 0.29 }, /^blade area ratio 0\.29/],
    [{ blades: 2, expandedAreaRatio: 0.35 }, /^2 blades with an area ratio/]
  ] as const) {
    const said = outsideSeries({ ...inside, ...change });
    if (says === null) assert.deepEqual(said, [], JSON.stringify(change));
    else assert.ok(said.length === 1 && says.test(said[0]), `${JSON.stringify(change)}: ${said.join()}`);
  }
});
