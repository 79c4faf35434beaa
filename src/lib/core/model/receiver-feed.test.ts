import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { SetupDocument } from '../document/schema.ts';
import { interpretSetup } from './interpret.ts';
import { auxiliaryOf, estimatedAuxiliary, receiverFeedOf } from './receiver-feed.ts';

const setup = (more: Partial<SetupDocument> = {}): SetupDocument => ({
  format: 'iskarn.setup/1',
  craft: { kind: 'fixed-wing', massKg: 1.4 },
  battery: { chemistry: 'lipo', series: 3, capacityAh: 2.2 },
  esc: { continuousA: 40, becKind: 'switching', becV: 5, becA: 3 },
  motor: { kvRpmPerVolt: 1000, massKg: 0.1 },
  propulsor: { kind: 'propeller', diameterM: 0.254, pitchM: 0.127 },
  ...more
});
const near = (got: number | null, want: number): void =>
  assert.ok(got !== null && Math.abs(got - want) < 1e-9, `${got}, by hand ${want}`);

test('loads by hand: peak is all moving and the strongest held fast, the average a quarter of the movement', () => {
  const feed = receiverFeedOf(
    setup({
      loads: [
        { kind: 'servo', count: 3, idleA: 0.01, movingA: 0.4, stallA: 1.5 },
        { kind: 'servo', count: 1, idleA: 0.02, movingA: 0.8, stallA: 3 },
        { kind: 'receiver', idleA: 0.1 }
      ]
    })
  );
  near(feed.movingA, 3 * 0.4 + 0.8 + 0.1);
  near(feed.peakA, 3 * 0.4 + 3 + 0.1);
  near(feed.averageA, 3 * (0.01 + 0.25 * 0.39) + (0.02 + 0.25 * 0.78) + 0.1);
  assert.equal(feed.servos, 4);
});

test('held fast a servo is a resistance: its amps go with the volts, those of moving a load do not', () => {
  const at = (becV: number) =>
    receiverFeedOf(
      setup({ esc: { becKind: 'switching', becV }, loads: [{ kind: 'servo', size: 'standard' }] })
    ).loads[0];
  near(at(6).stallA, at(5).stallA * 1.2);
  near(at(6).movingA, at(5).movingA);
  assert.ok(at(5).estimated);
});

test('a step-down gives its own volts and takes fewer amps from the supply; it cannot give more than it gets', () => {
  const of = (stepDownV: number) =>
    receiverFeedOf(
      setup({
        esc: { becKind: 'switching', becV: 8.4 },
        loads: [{ kind: 'camera', idleA: 0.5, stepDownV }]
      })
    ).loads[0];
  near(of(5).volts, 5);
  near(of(5).movingA, (5 * 0.5) / (0.86 * 8.4));
  near(of(12).volts, 8.4);
});

test('a told peak counts alone, where it is larger, and where it was measured', () => {
  const loads: SetupDocument['loads'] = [{ kind: 'servo', count: 2, movingA: 0.5, stallA: 1 }];
  const told = (amps: number, measured = false, listed = true) =>
    receiverFeedOf(
      setup({
        craft: { kind: 'fixed-wing', massKg: 1.4, receiverCurrentA: amps },
        ...(listed ? { loads } : {}),
        ...(measured ? { sources: { 'craft.receiverCurrentA': 'measured' } } : {})
      })
    );
  near(told(1, false, false).peakA, 1);
  near(told(1, false, false).averageA, 0.5);
  near(told(1).peakA, 1.5);
  near(told(2).peakA, 2);
  near(told(1, true).peakA, 1);
  assert.equal(receiverFeedOf(setup()).peakA, null);
});

test('what feeds it: the ESC, a supply of its own, a pack of its own with and without a regulator, nothing', () => {
  const of = (receiverSupply: SetupDocument['receiverSupply'], esc: SetupDocument['esc'] = {}) =>
    receiverFeedOf(setup({ esc, receiverSupply }));
  assert.deepEqual([of(null).source, receiverFeedOf(setup()).source], ['none', 'esc']);
  assert.equal(of({ kind: 'linear', outputV: 6 }).source, 'separate');
  const pack = { chemistry: 'lipo' as const, series: 2, capacityAh: 0.5, continuousC: 20 };
  const direct = of({ kind: 'own-pack', pack });
  assert.deepEqual([direct.kind, direct.outputV, direct.continuousA], ['direct', 8.4, 10]);
  const regulated = of({ kind: 'own-pack', outputV: 5, pack });
  assert.deepEqual([regulated.kind, regulated.outputV], ['switching', 5]);
});

test('the pack gives what the loads take: watts over volts for a switching supply, amps for a linear one, nothing for an own pack', () => {
  const loads: SetupDocument['loads'] = [{ kind: 'camera', idleA: 1 }];
  near(auxiliaryOf(setup({ loads })), 5 / (0.86 * 11.1));
  near(auxiliaryOf(setup({ loads, esc: { becKind: 'linear', becV: 5 } })), 1);
  near(auxiliaryOf(setup({ loads, receiverSupply: { kind: 'own-pack' } })), 0);
  near(auxiliaryOf(setup({ rail: [{ kind: 'lights', currentA: 0.7 }] })), 0.7);
  // fed by the supply it is one of its loads
  near(
    auxiliaryOf(setup({ loads, rail: [{ kind: 'lights', currentA: 0.7, fedBy: 'supply' }] })),
    (5 * 1.7) / (0.86 * 11.1)
  );
  assert.equal(auxiliaryOf(setup()), null);
  const told = interpretSetup(setup({ loads, auxiliaryCurrentA: 0.2 }));
  assert.equal(told.model.auxiliaryCurrentA, 0.2);
  const listed = interpretSetup(setup({ loads }));
  near(listed.model.auxiliaryCurrentA, 5 / (0.86 * 11.1));
  assert.ok(listed.estimates.some((e) => e.path === 'auxiliaryCurrentA'));
});

test('a multirotor’s electronics take 2 to 6 W where nothing is told; a stand, a worked circuit and other craft take none', () => {
  const quad = (series: number, more: object = {}): SetupDocument =>
    ({
      ...setup(),
      craft: { kind: 'multirotor', massKg: 0.6 },
      count: 4,
      battery: { chemistry: 'lipo', series, capacityAh: 1.3 },
      ...more
    }) as SetupDocument;
  for (const [series, watts] of [
    [1, 2],
    [3, 4],
    [6, 6],
    [12, 6]
  ])
    near((estimatedAuxiliary(quad(series))?.amps ?? 0) * series * 3.7, watts);
  assert.match(estimatedAuxiliary(quad(4))?.working ?? '', /flight controller, receiver and video/);
  assert.equal(estimatedAuxiliary(quad(4, { count: 1 })), null);
  assert.equal(estimatedAuxiliary(quad(4, { esc: { switchingLossShare: 0 } })), null);
  assert.equal(
    estimatedAuxiliary(quad(4, { motor: { kvRpmPerVolt: 900, loadedResistanceFactor: 1 } })),
    null
  );
  assert.equal(estimatedAuxiliary(setup()), null);
  // what is listed counts before what is usual
  near(estimatedAuxiliary(quad(4, { rail: [{ kind: 'lights', currentA: 0.7 }] }))?.amps ?? null, 0.7);
});
