import { fasterBySize } from '../parts/motor/boat-size.ts';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { SetupDocument } from '../document/schema.ts';
import { sketchSetup } from '../alternatives/sketch-setup.ts';
import { targetsOf } from './targets.ts';

const of = (setup: SetupDocument, id: string) => targetsOf(setup).find((t) => t.id === id);
const near = (value: number | null | undefined, expected: number, what: string): void =>
  assert.ok(
    value != null && Math.abs(value / expected - 1) < 1e-3,
    `${what}: ${value}, expected ${expected}`
  );

test('thrust by purpose: 1.2 to 1.5 times the weight for easy hand launches (common practice, no source)', () => {
  const s = sketchSetup({ name: 'a', kind: 'fixed-wing', purpose: 'hand-launch', massKg: 1 });
  near(of(s, 'thrust')?.low, 1.2 * 9.80665, 'low');
  near(of(s, 'thrust')?.high, 1.5 * 9.80665, 'high');
  assert.match(of(s, 'thrust')?.working ?? '', /easy hand launch/);
});

test('a wished ratio replaces the purpose’s window, and has no upper end', () => {
  const s = sketchSetup({ name: 'a', kind: 'fixed-wing', purpose: 'sport', massKg: 2 });
  const wished = { ...s, craft: { ...s.craft, targetThrustToWeight: 0.7 } };
  near(of(wished, 'thrust')?.low, 0.7 * 2 * 9.80665, 'low');
  assert.equal(of(wished, 'thrust')?.high, null);
});

test('pitch speed is a multiple of the stall speed, sqrt(2 W / (rho S CL)) (any textbook of flight)', () => {
  const s = sketchSetup({ name: 'a', kind: 'fixed-wing', purpose: 'sport', massKg: 1.5, wingAreaM2: 0.3 });
  const setup = { ...s, craft: { ...s.craft, maxLiftCoefficient: 1.2 } };
  const stall = Math.sqrt((2 * 1.5 * 9.80665) / (1.225 * 0.3 * 1.2));
  near(of(setup, 'pitch-speed')?.low, 1.5 * stall, 'low');
  assert.equal(of(setup, 'pitch-speed')?.high, null);
});

test('a fan has no pitch printed on it: no pitch speed is asked of a jet', () => {
  const s = sketchSetup({ name: 'j', kind: 'fixed-wing', purpose: 'jet', massKg: 1 });
  assert.equal(of(s, 'pitch-speed'), undefined);
});

test('multirotors: at least twice the weight, over the motors; a hover throttle by purpose', () => {
  const s = sketchSetup({ name: 'q', kind: 'multirotor', purpose: 'hover', massKg: 2, rotors: 4 });
  near(of(s, 'thrust')?.low, (2 * 2 * 9.80665) / 4, 'each');
  near(of(s, 'hover-throttle')?.high, 0.5, 'hover');
});

test('a surface drive’s KV follows from its rpm window and its cells', () => {
  const s = sketchSetup({ name: 'b', kind: 'boat', purpose: 'speed', massKg: 3, series: 6 });
  near(of(s, 'kv')?.low, 25000 / (6 * 4), 'low');
  // a motor of such a boat is smaller than those the window is for: its upper end is higher
  near(of(s, 'kv')?.high, (500 * Math.round(60 * fasterBySize(s.motor.massKg))) / (6 * 4), 'high');
  assert.ok(fasterBySize(s.motor.massKg) > 1 && fasterBySize(0.95) === 1);
  // another school, in the settings or in the setup itself: the setup's comes first
  const other = targetsOf(s, { 'boat-rpm': 'unloaded-22-33' }).find((t) => t.id === 'kv');
  near(other?.low, 22000 / (6 * 3.7), 'by the other school');
  assert.match(other?.school ?? '', /22 to 33 thousand/);
  const own = { ...s, schools: { 'boat-rpm': 'loaded-25-30' } };
  near(
    targetsOf(own, { 'boat-rpm': 'unloaded-22-33' }).find((t) => t.id === 'kv')?.low,
    25000 / 24,
    'its own'
  );
});
