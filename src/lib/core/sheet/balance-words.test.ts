import assert from 'node:assert/strict';
import { test } from 'node:test';
import { balanceStateOf } from '../model/balance.ts';
import type { SetupDocument } from '../document/schema.ts';
import { balanceWords } from './balance-words.ts';

const words = (
  kind: SetupDocument['craft']['kind'],
  balance: SetupDocument['craft']['balance'],
  unit?: string
) => {
  const state = balanceStateOf({
    format: 'iskarn.setup/1',
    craft: { kind, massKg: 1.2, waterlineLengthM: 0.6, beamM: 0.2, balance },
    battery: { chemistry: 'lipo', series: 3, capacityAh: 2.2, massKg: 0.2 },
    motor: { kvRpmPerVolt: 1000 },
    propulsor: { kind: 'propeller', diameterM: 0.25, pitchM: 0.12 }
  });
  assert.ok(state);
  return balanceWords(state, kind, unit ? { screwLength: unit } : {});
};

test('what lies before the middle of a rotor craft is said so, sideways too', () => {
  const said = words('multirotor', {
    items: [
      { name: 'camera', massKg: 0.2, atM: 0.09, acrossM: 0.03 },
      { part: 'battery', atM: 0 }
    ]
  });
  assert.equal(
    said[0],
    'The listed 0.400 kg balance 45.0 mm behind the middle, 15.0 mm to the right, wanted in the middle.'
  );
  assert.equal(said[1], 'The pack belongs 90.0 mm before the middle, 30.0 mm to the left.');
});

test('aeroplanes count from the front, boats from the bow with their trim; in the user’s own unit', () => {
  const items = [
    { name: 'airframe', massKg: 0.8, atM: 0.3 },
    { part: 'battery' as const, atM: 0.1 }
  ];
  assert.match(
    words('fixed-wing', { items, pointM: 0.25 }).join(' '),
    /260 mm behind the front, wanted 250 mm.*pack belongs 50\.0 mm behind the front/
  );
  assert.match(
    words('boat', { items, pointM: 0.25 }).join(' '),
    /behind the bow.*At rest it floats \d\.\d° by the stern/
  );
  assert.match(words('fixed-wing', { items }, 'in').join(' '), /10\.2 in behind the front/);
});
