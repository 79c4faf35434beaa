import assert from 'node:assert/strict';
import test from 'node:test';
import { wingOf } from './wing.ts';

const CRAFT = { kind: 'fixed-wing', massKg: 1.6, wingAreaM2: 0.38 } as const;
const dragOf = (craft: object): number => wingOf({ ...CRAFT, ...craft })!.zeroLiftDrag;

test('a purpose that is free text is a fixed-gear model, a name that every object has too', () => {
  const unnamed = dragOf({});
  for (const purpose of ['shows at the club', '', '__proto__', 'constructor', 'toString'])
    assert.equal(dragOf({ purpose }), unnamed, purpose);
  assert.notEqual(dragOf({ purpose: 'glider' }), unnamed);
});

test('how an airframe is built comes before what it is for, a measured coefficient before both', () => {
  assert.equal(dragOf({ airframe: 'floats', purpose: 'glider' }), dragOf({ airframe: 'floats' }));
  assert.equal(dragOf({ airframe: 'floats', zeroLiftDragCoefficient: 0.03 }), 0.03);
});
