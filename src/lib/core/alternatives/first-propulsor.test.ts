import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { Brief } from '../brief/brief.ts';
import { wantedOf } from '../brief/wanted.ts';
import type { Propulsor } from '../document/schema.ts';
import {
  familyOf,
  firstPropulsor,
  propellersThatFit,
  SURFACE_DRIVE_RPM,
  wantedRpm
} from './first-propulsor.ts';

const inch = (m: number | null | undefined): number => Math.round((m as number) / 0.000254) / 100;
const size = (p: Propulsor): string => `${inch(p.diameterM)}x${inch(p.pitchM)}`;
const first = (b: Partial<Brief> & Pick<Brief, 'kind' | 'massKg'>): Propulsor => {
  const brief = { name: 'x', ...b } as Brief;
  return firstPropulsor(brief, wantedOf(brief));
};
const slope = (p: Propulsor): number => (p.pitchM as number) / p.diameterM;

test('pitch follows the use: a racer’s near square, an everyday one about half, a multirotor’s lower', () => {
  const fast = first({ kind: 'fixed-wing', purpose: 'speed', massKg: 1.2 });
  const sport = first({ kind: 'fixed-wing', purpose: 'sport', massKg: 1.2 });
  const quad = first({ kind: 'multirotor', purpose: 'hover', massKg: 1.2, rotors: 4 });
  assert.ok(slope(fast) > 0.75, size(fast));
  assert.ok(slope(sport) > 0.4 && slope(sport) < 0.65, size(sport));
  assert.ok(slope(quad) > 0.3 && slope(quad) < 0.5, size(quad));
});

test('a first propeller is of the size such a craft is flown with', () => {
  // common practice, no source: 1.2 kg sport planes 10 to 12 in., quadcopters of 1.2 kg 9 to 11 in., 5 kg 15 to 20 in.
  const sport = inch(first({ kind: 'fixed-wing', purpose: 'sport', massKg: 1.2 }).diameterM);
  assert.ok(sport >= 9 && sport <= 13, `${sport}`);
  const quad = inch(first({ kind: 'multirotor', purpose: 'hover', massKg: 1.2, rotors: 4 }).diameterM);
  assert.ok(quad >= 8 && quad <= 12, `${quad}`);
  const big = inch(first({ kind: 'fixed-wing', purpose: 'aerobatic', massKg: 5 }).diameterM);
  assert.ok(big >= 15 && big <= 21, `${big}`);
});

test('what is largest is kept, and the smallest on sale where nothing fits', () => {
  const held = first({ kind: 'fixed-wing', purpose: 'sport', massKg: 1.5, largestPropM: 0.2032 });
  assert.ok(held.diameterM <= 0.2033, size(held));
  assert.equal(propellersThatFit(0.2032, 'sport').at(-1)?.diameterM, 0.2032, '8 in. itself still fits');
  assert.deepEqual(propellersThatFit(0.01, 'sport').map(size), ['2x1.2']);
  assert.equal(propellersThatFit(null, 'sport').length > 90, true);
  assert.ok(
    propellersThatFit(null, 'folding').every(
      (p) => p.kind === 'propeller' && p.family === 'folding' && p.blades === 2
    )
  );
  assert.equal(first({ kind: 'fixed-wing', purpose: 'jet', massKg: 1, largestPropM: 0.05 }).diameterM, 0.05);
  assert.equal(first({ kind: 'boat', massKg: 3, hull: 'planing-mono', largestPropM: 0.03 }).diameterM, 0.03);
});

test('each kind of craft gets the propulsor it is usually driven by', () => {
  assert.equal(first({ kind: 'fixed-wing', purpose: 'jet', massKg: 0.9 }).kind, 'ducted-fan');
  assert.equal(first({ kind: 'boat', massKg: 3, hull: 'hydroplane' }).kind, 'surface-drive');
  assert.equal(first({ kind: 'boat', massKg: 3, hull: 'displacement' }).kind, 'submerged-screw');
  assert.equal(familyOf({ name: 'x', kind: 'fixed-wing', purpose: 'glider', massKg: 1 }), 'folding');
  assert.equal(familyOf({ name: 'x', kind: 'fixed-wing', purpose: 'sport', massKg: 1 }), 'thin-electric');
  assert.equal(familyOf({ name: 'x', kind: 'multirotor', purpose: 'hover', massKg: 1 }), 'multirotor');
});

test('fans and screws grow with the craft: 64 mm at 0.9 kg, 40 mm at least, screws by mass', () => {
  assert.equal(first({ kind: 'fixed-wing', purpose: 'jet', massKg: 0.9 }).diameterM, 0.064);
  // 0.064 √(2 / 0.9) = 0.0954
  assert.equal(first({ kind: 'fixed-wing', purpose: 'jet', massKg: 2 }).diameterM, 0.095);
  assert.equal(first({ kind: 'fixed-wing', purpose: 'jet', massKg: 0.1 }).diameterM, 0.04);
  // between boats of 2.8 kg, 36 to 42 mm, and of 3.5 kg, 42 to 55 mm (common practice, no source); pitch 1.4 of the diameter
  const surface = first({ kind: 'boat', massKg: 3, hull: 'planing-mono' });
  assert.deepEqual(
    [surface.diameterM, surface.pitchM, surface.blades, surface.immersion],
    [0.042, 0.0588, 2, 0.5]
  );
  // of 40 to 70 mm for 4 to 12 kg (common practice, no source): 40 × 1.75^(0.3 + 0.4 ln(8 / 4) / ln(12 / 4)) = 54.5; as much pitch
  const screw = first({ kind: 'boat', massKg: 8, hull: 'displacement' });
  assert.deepEqual(
    [screw.diameterM, screw.pitchM, screw.blades, screw.expandedAreaRatio],
    [0.054, 0.054, 3, 0.5]
  );
});

test('the rpm a propulsor wants, by hand', () => {
  const propeller: Propulsor = { kind: 'propeller', diameterM: 0.254, pitchM: 0.127, blades: 2 };
  const wanted = { thrustEachN: 10, ratio: 1, watts: 200 };
  // n = √(10 / (0.1 × 1.225 × 0.254⁴)) = 140.0 /s
  assert.ok(Math.abs(wantedRpm(propeller, wanted) - 8403) < 5, `${wantedRpm(propeller, wanted)}`);
  // a fan of 70 mm: √(10 / (0.9 × 1.225 × 0.07⁴)) = 614.6 /s
  const fan: Propulsor = { kind: 'ducted-fan', diameterM: 0.07, blades: 11, pitchM: null };
  assert.ok(Math.abs(wantedRpm(fan, wanted) - 36878) < 30, `${wantedRpm(fan, wanted)}`);
  // by power alone: ∛(0.6 × 200 / (0.045 × 1.225 × 0.254⁵)) = 127.2 /s
  const byPower = wantedRpm(propeller, { ...wanted, thrustEachN: null });
  assert.ok(Math.abs(byPower - 7633) < 8, `${byPower}`);
  // a screw of 50 mm: ∛(0.6 × 200 / (2π × 0.04 × 999 × 0.05⁵)) = 115.2 /s
  const screw: Propulsor = {
    kind: 'submerged-screw',
    diameterM: 0.05,
    pitchM: 0.05,
    blades: 3,
    expandedAreaRatio: 0.5
  };
  assert.ok(Math.abs(wantedRpm(screw, wanted) / 6913 - 1) < 0.01, `${wantedRpm(screw, wanted)}`);
  const drive: Propulsor = {
    kind: 'surface-drive',
    diameterM: 0.04,
    pitchM: 0.056,
    blades: 2,
    immersion: 0.5
  };
  assert.equal(wantedRpm(drive, wanted), SURFACE_DRIVE_RPM);
});
