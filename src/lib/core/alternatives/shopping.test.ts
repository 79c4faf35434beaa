import assert from 'node:assert/strict';
import { test } from 'node:test';
import { BOAT, JET, PLANE, QUAD } from '../../../../tests/helpers/setups.ts';
import type { SetupDocument } from '../document/schema.ts';
import { analysisOf } from '../analysis/setup-analysis.ts';
import { shoppingLines } from './shopping.ts';

const linesOf = (setup: SetupDocument, schools?: Record<string, string>) =>
  Object.fromEntries(
    shoppingLines(analysisOf(setup, { bands: true, schools })).map(({ part, text }) => [part, text])
  );

test('an aeroplane’s list by hand: KV ± 5 %, amps of the band’s upper edge, ESC and C by the margins', () => {
  const s = analysisOf(PLANE, { bands: true });
  const { worst } = s;
  const lines = linesOf(PLANE);
  // 900 KV ± 5 % in the steps that motors are sold by; 170 g as given
  const amps = Math.ceil(worst.band?.motorCurrentA[1] ?? 0);
  assert.ok(amps > worst.motorCurrentA);
  assert.match(
    lines.motor,
    new RegExp(`^motor: about 170 g or \\d\\d × \\d\\d mm, 860–950 KV, at least ${amps} A and \\d+0 W$`)
  );
  assert.equal(lines.propulsor, 'propeller: 11 × 5.5');
  // the usual margin: four fifths of the rating; the next on sale
  const needed = worst.batteryCurrentA / 0.8;
  const esc = Number(/^ESC: (\d+) A or more for 4 cells \(16\.8 V full\)$/.exec(lines.esc)?.[1]);
  assert.ok(esc >= needed && esc < 1.35 * needed, `${esc} A for ${needed} A`);
  // one and a half times the worst current over 2.2 Ah, the next C on sale
  const c = Number(/^pack: 4S 2\.2 Ah at (\d+)C or more, about \d+ g$/.exec(lines.battery)?.[1]);
  const neededC = (1.5 * worst.batteryCurrentA) / 2.2;
  assert.ok(c >= neededC * 0.999 && c < neededC + 30, `${c}C for ${neededC}`);
  assert.equal(lines.wiring, undefined, 'leads of a given resistance are not bought by gauge');
});

test('another school asks for another C; cooling, gear, gauge and several motors are said', () => {
  const c = (schools: Record<string, string>) =>
    Number(/at (\d+)C/.exec(linesOf(PLANE, schools).battery)?.[1]);
  assert.ok(c({ 'pack-current': '2x' }) > c({ 'pack-current': '1x' }));
  assert.match(linesOf(QUAD).motor, /^4 × motor: /);
  assert.match(linesOf(QUAD).propulsor, /^4 × propeller: /);
  assert.match(linesOf(QUAD).esc, /^4 × ESC: /);
  assert.match(linesOf(JET).propulsor, /^fan: \d+ mm, made for this motor/);
  assert.match(linesOf(BOAT).propulsor, /^screw: \d+ mm × [\d.]+/);
  const more: SetupDocument = {
    ...PLANE,
    gearRatio: 3,
    motor: { ...PLANE.motor, cooling: 'water' },
    wiring: { gaugeAwg: 12, leadLengthM: 0.1, connectorA: 60 }
  };
  assert.match(linesOf(more).motor, /, with a gear of 3, water-cooled$/);
  assert.equal(linesOf(more).wiring, 'leads: gauge 12, connectors for 60 A');
});

test('an ESC never falls short of the band, nor of its margin beyond the largest on sale', () => {
  const bare = { 'esc-current': 'next-size', 'pack-current': '1x' };
  const s = analysisOf(PLANE, { bands: true, schools: bare });
  const esc = (setup: SetupDocument, schools?: Record<string, string>) =>
    Number(/ESC: (\d+) A/.exec(linesOf(setup, schools).esc)?.[1]);
  const upper = s.worst.band?.batteryCurrentA[1] ?? Infinity;
  assert.ok(esc(PLANE, bare) >= upper, `${esc(PLANE, bare)} A for ${upper} A`);
  const c = Number(/at (\d+)C/.exec(linesOf(PLANE, bare).battery)?.[1]);
  assert.ok(2.2 * c >= upper * 0.998, `${2.2 * c} A for ${upper} A`);
  const monster: SetupDocument = {
    ...PLANE,
    battery: { ...PLANE.battery, series: 14, capacityAh: 20, cellResistanceOhm: 0.0005 },
    motor: { kvRpmPerVolt: 200, resistanceOhm: 0.006, noLoadCurrentA: 4, massKg: 2 },
    propulsor: { ...PLANE.propulsor, diameterM: 0.76, pitchM: 0.42 } as typeof PLANE.propulsor
  };
  const drawn = analysisOf(monster).worst.batteryCurrentA;
  assert.ok(drawn > 300, `${drawn} A`);
  assert.ok(esc(monster) >= drawn / 0.8 - 1, `${esc(monster)} A for ${drawn} A`);
});
