import assert from 'node:assert/strict';
import { test } from 'node:test';
import { sketchSetup } from '../alternatives/sketch-setup.ts';
import { usualSeconds } from './usual-time.ts';

test('a brief without a time gets what is usual for its purpose (common practice, no source)', () => {
  for (const [brief, minutes] of [
    [{ kind: 'fixed-wing', purpose: 'trainer' }, 8],
    [{ kind: 'fixed-wing', purpose: 'glider' }, 10],
    [{ kind: 'fixed-wing', purpose: 'jet' }, 4],
    [{ kind: 'fixed-wing', purpose: 'something else' }, 8],
    [{ kind: 'multirotor', purpose: 'agile' }, 4],
    [{ kind: 'multirotor', purpose: 'hover' }, 12],
    [{ kind: 'boat', purpose: 'speed', hull: 'planing-mono' }, 4],
    [{ kind: 'boat', purpose: 'speed', hull: 'displacement' }, 20]
  ] as const)
    assert.equal(usualSeconds(brief), 60 * minutes, JSON.stringify(brief));
});

test('a trainer of 1.2 kg is not given a pack of 700 mAh, and its time is marked as estimated; a given one is kept', () => {
  const brief = { name: 'foam', kind: 'fixed-wing', purpose: 'trainer', massKg: 1.2 } as const;
  const usual = sketchSetup(brief);
  assert.ok(usual.battery.capacityAh >= 1.5, `${usual.battery.capacityAh} Ah`);
  assert.equal(usual.craft.targetSeconds, 480);
  assert.equal(usual.sources?.['craft.targetSeconds'], 'estimated');
  const given = sketchSetup({ ...brief, targetSeconds: 300 });
  assert.equal(given.craft.targetSeconds, 300);
  assert.equal(given.sources?.['craft.targetSeconds'], 'typed');
  const ahFor = (targetSeconds: number): number =>
    sketchSetup({ ...brief, targetSeconds }).battery.capacityAh;
  assert.ok(ahFor(120) < usual.battery.capacityAh, 'a short wish needs less than the usual pack');
  assert.ok(ahFor(900) > usual.battery.capacityAh, 'a long one more');
});
