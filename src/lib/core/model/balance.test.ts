import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { BalanceSheet, SetupDocument } from '../document/schema.ts';
import { balanceStateOf } from './balance.ts';

const craft = (balance: BalanceSheet, more: Partial<SetupDocument['craft']> = {}): SetupDocument => ({
  format: 'iskarn.setup/1',
  craft: { kind: 'fixed-wing', massKg: 1.2, wingAreaM2: 0.3, wingSpanM: 1.5, balance, ...more },
  battery: { chemistry: 'lipo', series: 3, capacityAh: 2.2, massKg: 0.2 },
  motor: { kvRpmPerVolt: 1000, massKg: 0.1 },
  count: 2,
  propulsor: { kind: 'propeller', diameterM: 0.25, pitchM: 0.12 }
});
const near = (got: number | null | undefined, want: number): void =>
  assert.ok(got != null && Math.abs(got - want) < 1e-9, `${got}, by hand ${want}`);
const state = (balance: BalanceSheet, more: Partial<SetupDocument['craft']> = {}) => {
  const made = balanceStateOf(craft(balance, more));
  assert.ok(made);
  return made;
};

const ITEMS = [
  { name: 'airframe', massKg: 0.8, atM: 0.3 },
  { part: 'battery' as const, atM: 0.1 }
];

test('moments by hand: where it balances, where the pack belongs, what ballast is left', () => {
  const b = state({ items: ITEMS, pointM: 0.25, packFromM: 0.08, packToM: 0.16 });
  near(b.atM, (0.8 * 0.3 + 0.2 * 0.1) / 1);
  near(b.packNeededM, (0.25 * 1 - 0.8 * 0.3) / 0.2);
  near(b.packBestM, 0.08);
  assert.ok(b.ballastUnplaced, 'no place for ballast was told');
  // the pack at 0.08 leaves 0.006 kg m behind: 0.2 kg 0.03 before the point make it up
  const placed = state({ items: ITEMS, pointM: 0.25, packFromM: 0.08, packToM: 0.16, frontBallastM: 0.02 });
  near(placed.ballast?.kg, (0.24 + 0.2 * 0.08 - 0.25) / (0.25 - 0.02));
  assert.equal(placed.ballast?.end, 'front');
  // with that ballast in its place it balances
  const mended = state({
    items: [ITEMS[0], { ...ITEMS[1], atM: 0.08 }, { name: 'lead', massKg: placed.ballast?.kg, atM: 0.02 }],
    pointM: 0.25
  });
  near(mended.offM, 0);
});

test('put where it belongs, the pack balances the craft; within the tolerance nothing is asked', () => {
  const b = state({ items: ITEMS, pointM: 0.25 });
  const moved = state({ items: [ITEMS[0], { ...ITEMS[1], atM: b.packNeededM as number }], pointM: 0.25 });
  near(moved.offM, 0);
  assert.equal(moved.ballast, null);
  assert.ok(!moved.ballastUnplaced);
  assert.ok(!state({ items: ITEMS, pointM: 0.263, toleranceM: 0.004 }).ballastUnplaced);
  // 2 % of a chord of 0.2 m
  near(b.toleranceM, 0.004);
});

test('another pack: moves it when it stays, and belongs where its own moment makes the same', () => {
  const b = state({ items: ITEMS, pointM: 0.25 });
  for (const o of b.others) {
    near(o.movesM, (0.24 + o.kg * 0.1) / (0.8 + o.kg) - b.atM);
    near(0.24 + o.kg * o.neededM, 0.25 * (0.8 + o.kg));
  }
});

test('parts weigh what they are; two that stand for one part share it; what is not listed is told', () => {
  const b = state({
    items: [
      { part: 'motor', atM: 0.1, acrossM: -0.3 },
      { part: 'motor', atM: 0.1, acrossM: 0.3 },
      { name: 'airframe', massKg: 0.5, atM: 0.4 }
    ]
  });
  near(b.stations[0].kg, 0.1);
  near(b.totalKg, 0.7);
  near(b.acrossM, 0);
  near(b.unlistedKg, 0.5);
  assert.equal(b.offM, null);
  assert.equal(b.packKg, null);
});

test('rotor craft balance in both directions about their middle', () => {
  const b = state(
    {
      items: [
        { name: 'frame', massKg: 1, atM: 0 },
        { name: 'camera', massKg: 0.2, atM: 0.09, acrossM: 0.03 }
      ]
    },
    { kind: 'multirotor' }
  );
  near(b.offM, 0.018 / 1.2);
  near(b.acrossM, 0.006 / 1.2);
  assert.equal(b.packAcrossM, null);
  // a pack of 0.2 kg has to sit 0.03 to the left for a camera of 0.2 kg 0.03 to the right
  const withPack = state(
    {
      items: [
        { name: 'camera', massKg: 0.2, atM: 0.09, acrossM: 0.03 },
        { part: 'battery', atM: 0, acrossM: 0.01 }
      ]
    },
    { kind: 'multirotor' }
  );
  near(withPack.packAcrossM, -0.03);
  near(withPack.packNeededM, -0.09);
});

test('a boat at rest trims by the weight over its metacentric radius; a longer hull less, in balance not at all', () => {
  const hull = { kind: 'boat' as const, massKg: 1, waterlineLengthM: 0.7, beamM: 0.2 };
  const items = [{ name: 'all', massKg: 1, atM: 0.3 }];
  const b = state({ items, pointM: 0.32 }, hull);
  // 1 kg of fresh water at 15 °C, radius 0.55 × 0.2 × 0.7³ / 12 / V
  const radius = (0.55 * 0.2 * 0.343) / 12 / (1 / 999.1);
  assert.ok(Math.abs((b.bowDownDeg ?? 0) - (Math.atan(0.02 / radius) * 180) / Math.PI) < 1e-3);
  near(state({ items, pointM: 0.3 }, hull).bowDownDeg, 0);
  const long = state({ items, pointM: 0.32 }, { ...hull, waterlineLengthM: 1.4 });
  assert.ok((long.bowDownDeg ?? 1) < (b.bowDownDeg ?? 0) / 7);
  assert.equal(state({ items, pointM: 0.32 }, { ...hull, beamM: null }).bowDownDeg, null);
});

test('nothing listed, or nothing that weighs, is no balance', () => {
  assert.equal(balanceStateOf(craft({})), null);
  assert.equal(balanceStateOf(craft({ items: [{ name: 'air', massKg: 0, atM: 1 }] })), null);
});
