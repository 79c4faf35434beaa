import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { Brief } from '../brief/brief.ts';
import { sizedEsc, sizedPack } from './size-electrics.ts';

const PLANE: Brief = { name: 'p', kind: 'fixed-wing', purpose: 'sport', massKg: 1.5 };

test('the ESC is the smallest on sale whose margin covers the current, by the user’s school', () => {
  // 41 A: 1.25 × 41 = 51.25; 1.05 × 41 = 43.05; 41 + 5 = 46
  assert.equal(sizedEsc(41, 4, undefined).continuousA, 60);
  assert.equal(sizedEsc(41, 4, { 'esc-current': 'next-size' }).continuousA, 45);
  assert.equal(sizedEsc(41, 4, { 'esc-current': '+5A' }).continuousA, 50);
  // exactly covered
  assert.equal(sizedEsc(40, 4, undefined).continuousA, 50);
  assert.equal(sizedEsc(40.1, 4, undefined).continuousA, 60);
  assert.equal(sizedEsc(500, 4, undefined).continuousA, 300, 'the largest, which its check then judges');
});

test('the ESC takes the cells, and at least the four of an everyday one', () => {
  assert.equal(sizedEsc(20, 6, undefined).maxSeries, 6);
  assert.equal(sizedEsc(20, 2, undefined).maxSeries, 4);
});

test('the pack covers the current by the user’s school at an everyday 30 C', () => {
  // 50 A: 1.5 × 50 = 75 A = 2.5 Ah × 30; 2 × 50 = 100 A = 3.33 Ah; bare 1.67 Ah; ESCs of 120 A want 4 Ah
  const ah = (schools: Record<string, string> | undefined, esc: number | null = null): number =>
    sizedPack(PLANE, 50, 4, schools, esc).capacityAh;
  assert.equal(ah(undefined), 2.5);
  assert.equal(ah({ 'pack-current': '2x' }), 3.4);
  assert.equal(ah({ 'pack-current': '1x' }), 1.7);
  assert.equal(ah({ 'pack-current': 'esc-rating' }, 120), 4);
  assert.equal(ah({ 'pack-current': 'esc-rating' }), 1.7, 'as drawn where no ESC is known');
  const pack = sizedPack(PLANE, 50, 4, undefined);
  assert.deepEqual([pack.series, pack.continuousC, pack.parallel, pack.chemistry], [4, 30, 1, 'lipo']);
});

test('a wanted time asks for capacity: average draw by craft over the usable share', () => {
  // 20 minutes at 0.35 × 50 A = 5.83 Ah used, 80 % usable: 7.29 Ah
  const wanted = { ...PLANE, targetSeconds: 1200 };
  assert.equal(sizedPack(wanted, 50, 4, undefined).capacityAh, 7.3);
  // 70 % usable: 8.33 Ah
  assert.equal(sizedPack(wanted, 50, 4, { 'usable-capacity': '70 %' }).capacityAh, 8.4);
  // afloat 0.7 × 50 A: 14.58 Ah, sold by half an ampere-hour
  assert.equal(sizedPack({ ...wanted, kind: 'boat' }, 50, 4, undefined).capacityAh, 15);
  // hovering 0.3 × 50 A: 6.25 Ah
  assert.equal(sizedPack({ ...wanted, kind: 'multirotor' }, 50, 4, undefined).capacityAh, 6.3);
});
