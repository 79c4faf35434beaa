import assert from 'node:assert/strict';
import { test } from 'node:test';
import { air } from '../../../fluids/air.ts';
import { coefficientsAt, propulsorLoad, TIP_SPEEDS_MS } from '../performance.ts';
import { bladeElementLoad, bladeStations, type PropellerGeometry } from './blade-element.ts';
import { resolveFamily } from './blade-shape.ts';
import { PROPELLER_FAMILIES, type FamilyName } from './family.ts';
import { propellerTable } from './table.ts';

const fluid = air(0, 20);
const inch = 0.0254;
const geometry = (
  d: number,
  p: number,
  blades = 2,
  family: FamilyName = 'thin-electric'
): PropellerGeometry => ({
  diameterM: d * inch,
  pitchM: p * inch,
  blades,
  family: resolveFamily(family, d * inch)
});

test('the table stays within 1.5 % of the blade-element solution it was made from, between its nodes', () => {
  for (const g of [
    geometry(10, 5),
    geometry(8, 8),
    geometry(15, 5, 3, 'multirotor'),
    geometry(5, 4.3, 3, 'multirotor')
  ]) {
    const table = propellerTable(g, fluid);
    const stations = bladeStations(g);
    const direct = new Float64Array(2);
    const looked = new Float64Array(2);
    for (const tip of [35, 62, 100, 150, 200]) {
      for (const j of [0, 0.13, 0.31, 0.47]) {
        const blade = tip / Math.hypot(Math.PI, j);
        const n = blade / g.diameterM;
        for (const s of stations) s.phi = s.phiBefore = Number.NaN;
        bladeElementLoad(g, stations, fluid, 2 * Math.PI * n, j * blade, direct);
        propulsorLoad(table, n, j * blade, g.diameterM, looked);
        const scale = fluid.densityKgM3 * blade * blade;
        const ct = direct[0] / (scale * g.diameterM ** 2);
        const cq = direct[1] / (scale * g.diameterM ** 3);
        const gotT = looked[0] / (blade * blade);
        const gotQ = looked[1] / (blade * blade);
        assert.ok(
          Math.abs(gotT - ct) < 0.015 * Math.abs(ct) + 0.0012,
          `CT ${gotT} for ${ct} at J ${j}, tip ${tip}, ${g.diameterM}`
        );
        assert.ok(
          Math.abs(gotQ - cq) < 0.015 * Math.abs(cq) + 0.0002,
          `CQ ${gotQ} for ${cq} at J ${j}, tip ${tip}, ${g.diameterM}`
        );
      }
    }
  }
});

test('more blades at the same diameter and pitch: more thrust and power, a little less efficient', () => {
  const at = (blades: number) =>
    coefficientsAt(propellerTable(geometry(10, 6, blades), fluid), 0, 90, 10 * inch);
  for (let blades = 3; blades <= 6; blades++) {
    const few = at(blades - 1);
    const many = at(blades);
    assert.ok(many.thrust > few.thrust && many.power > few.power);
    assert.ok(many.thrust / many.power < few.thrust / few.power);
  }
});

test('more blades: the best efficiency in flight falls a little', () => {
  const best = (blades: number): number => {
    const table = propellerTable(geometry(10, 6, blades), fluid);
    let most = 0;
    for (let j = 0.2; j < 0.9; j += 0.01) {
      const c = coefficientsAt(table, j, 90, 10 * inch);
      if (c.thrust > 0) most = Math.max(most, (j * c.thrust) / c.power);
    }
    return most;
  };
  const [two, three, six] = [2, 3, 6].map(best);
  assert.ok(three < two && six < three, `${two} ${three} ${six}`);
  assert.ok(six > 0.8 * two);
});

test('2 to 3 blades multiplies CT by 1.30 to 1.50 and CP by 1.38 to 1.56 (from memory: 1.34–1.47 and 1.41–1.52)', () => {
  for (const [d, p] of [
    [10, 5],
    [9, 6],
    [12, 8]
  ]) {
    const two = coefficientsAt(propellerTable(geometry(d, p, 2), fluid), 0, 90, d * inch);
    const three = coefficientsAt(propellerTable(geometry(d, p, 3), fluid), 0, 90, d * inch);
    const ct = three.thrust / two.thrust;
    const cp = three.power / two.power;
    assert.ok(ct > 1.3 && ct < 1.5, `CT ratio ${ct}`);
    assert.ok(cp > 1.38 && cp < 1.56, `CP ratio ${cp}`);
  }
});

test('stalled high-pitch propellers are not flattered: static thrust per power falls with pitch, thrust stops rising', () => {
  const at = (p: number) => coefficientsAt(propellerTable(geometry(10, p), fluid), 0, 90, 10 * inch);
  const [six, ten, fourteen] = [6, 10, 14].map(at);
  assert.ok(ten.thrust / ten.power < 0.85 * (six.thrust / six.power));
  assert.ok(fourteen.thrust < 1.12 * ten.thrust);
  assert.ok(fourteen.power > ten.power);
});

test('10 × 5: CP0 falls from about .045 at 2 000 rpm to .037 at 12 000 (class values, from memory, ±8 %)', () => {
  const table = propellerTable(geometry(10, 5), fluid);
  const cp = (rpm: number) => coefficientsAt(table, 0, (Math.PI * 10 * inch * rpm) / 60, 10 * inch).power;
  assert.ok(Math.abs(cp(2000) / 0.045 - 1) < 0.08, `${cp(2000)}`);
  assert.ok(Math.abs(cp(12000) / 0.037 - 1) < 0.08, `${cp(12000)}`);
});

test('from backwards through standstill to a locked blade: finite, smooth, thrust falls through zero, torque turns', () => {
  const g = geometry(10, 6);
  const table = propellerTable(g, fluid);
  const load = new Float64Array(2);
  let last = Infinity;
  let signs = 0;
  for (let u = -0.16; u <= 1; u += 0.01) {
    propulsorLoad(table, (1 - Math.abs(u)) * 200, u * 200 * g.diameterM, g.diameterM, load);
    assert.ok(Number.isFinite(load[0]) && Number.isFinite(load[1]));
    const square = ((1 - Math.abs(u)) ** 2 + u * u) * (200 * g.diameterM) ** 2;
    const now = load[0] / square;
    if (last !== Infinity) assert.ok(Math.abs(now - last) < 0.04, `jump at u ${u}: ${last} to ${now}`);
    if (last !== Infinity && Math.sign(now) !== Math.sign(last)) signs++;
    last = now;
  }
  assert.equal(signs, 1);
  assert.ok(load[0] < 0 && load[1] < 0, 'a locked blade in a wind drags and is driven');
});

test('tip Mach: a racer’s propeller at 30 000 rpm pays for its tips', () => {
  const g = geometry(9, 6);
  const table = propellerTable(g, fluid);
  const slow = coefficientsAt(table, 0, 230, g.diameterM);
  const fast = coefficientsAt(table, 0, 285, g.diameterM);
  assert.ok(fast.power / fast.thrust > 1.08 * (slow.power / slow.thrust));
});

test('rows do not depend on the order in which they are made', () => {
  const g = geometry(11, 7);
  const forwards = propellerTable(g, fluid);
  const backwards = propellerTable(g, fluid);
  const first = TIP_SPEEDS_MS.map((_, k) => forwards.row(k));
  const second = [...TIP_SPEEDS_MS]
    .map((_, k) => k)
    .reverse()
    .map((k) => backwards.row(k))
    .reverse();
  assert.deepEqual(first, second);
});

test('every family has eighteen chords and a documented spread', () => {
  for (const f of Object.values(PROPELLER_FAMILIES)) {
    assert.equal(f.chord.length, 18);
    assert.ok(f.thrustSd >= 0.08 && f.powerSd >= 0.08, f.name);
  }
});
