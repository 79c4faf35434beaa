import assert from 'node:assert/strict';
import { test } from 'node:test';
import { validateSetup } from '../document/validate.ts';
import { predict } from '../predict/predict.ts';
import type { Brief } from '../brief/brief.ts';
import { sketchSetup } from './sketch-setup.ts';
import { some } from '../../../../tests/helpers/extent.ts';

const BRIEFS: [Brief, (a: ReturnType<typeof predict>, b: Brief) => [string, number, number, number][]][] = [
  [
    { name: 'trainer', kind: 'fixed-wing', purpose: 'trainer', massKg: 1.1 },
    (a, b) => [['T/W', a.points[0].thrustN / (9.81 * b.massKg), 0.5, 1.0]]
  ],
  [
    { name: 'glider', kind: 'fixed-wing', purpose: 'glider', massKg: 1.6, wingAreaM2: 0.48 },
    (a, b) => [['T/W', a.points[0].thrustN / (9.81 * b.massKg), 0.35, 0.8]]
  ],
  [
    { name: 'big', kind: 'fixed-wing', purpose: 'aerobatic', massKg: 5 },
    (a, b) => [['T/W', a.points[0].thrustN / (9.81 * b.massKg), 0.9, 1.6]]
  ],
  [
    { name: 'jet', kind: 'fixed-wing', purpose: 'jet', massKg: 1.0 },
    (a, b) => [['T/W', a.points[0].thrustN / (9.81 * b.massKg), 0.7, 1.2]]
  ],
  [
    { name: 'quad', kind: 'multirotor', purpose: 'hover', massKg: 1.2, rotors: 4 },
    (a) => [['hover', a.hover?.throttle ?? 1, 0.3, 0.65]]
  ],
  [
    { name: 'small quad', kind: 'multirotor', purpose: 'hover', massKg: 0.25, largestPropM: 0.0762 },
    (a) => [['hover', a.hover?.throttle ?? 1, 0.25, 0.7]]
  ],
  [
    { name: 'X8', kind: 'multirotor', purpose: 'carry', massKg: 9, rotors: 8, coaxial: true },
    (a) => [['hover', a.hover?.throttle ?? 1, 0.3, 0.7]]
  ],
  [
    { name: 'racer', kind: 'boat', purpose: 'speed', massKg: 3, hull: 'planing-mono' },
    (a) => [['speed', a.boat?.topSpeedMs ?? 0, 8, 35]]
  ],
  [
    { name: 'tug', kind: 'boat', purpose: 'work', massKg: 8, hull: 'displacement', waterlineLengthM: 0.9 },
    (a) => [['speed', a.boat?.topSpeedMs ?? 0, 0.8, 3.2]]
  ]
];

for (const [brief, expect] of some(BRIEFS, 5)) {
  test(`a first setup from a few figures: ${brief.name}, ${brief.massKg} kg`, () => {
    const setup = sketchSetup(brief);
    const checked = validateSetup(setup);
    assert.ok(checked.ok, JSON.stringify(checked));
    const answer = predict({ setup });
    for (const [what, value, low, high] of expect(answer, brief))
      assert.ok(
        value >= low && value <= high,
        `${what} ${value}, wanted ${low} to ${high}: ${JSON.stringify(setup.propulsor)} ${setup.motor.kvRpmPerVolt} KV`
      );
    assert.notEqual(answer.checks.find((c) => c.id === 'esc-current')?.finding, 'over');
    assert.equal(setup.sources?.['motor.kvRpmPerVolt'], 'estimated');
  });
}
