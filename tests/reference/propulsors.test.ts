/** Propulsors against published measurements and theory. Values that come from memory say so. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { air } from '../../src/lib/core/fluids/air.ts';
import { savitskyPlaning } from '../../src/lib/core/craft/boat/resistance.ts';
import { ductedFanCoefficients, exitAreaM2 } from '../../src/lib/core/parts/propulsor/ducted-fan/table.ts';
import { coefficientsAt } from '../../src/lib/core/parts/propulsor/performance.ts';
import { resolveFamily } from '../../src/lib/core/parts/propulsor/propeller/blade-shape.ts';
import { propellerTable } from '../../src/lib/core/parts/propulsor/propeller/table.ts';
import { bSeries } from '../../src/lib/core/parts/propulsor/submerged-screw/b-series.ts';
import { surfaceDriveTable } from '../../src/lib/core/parts/propulsor/surface-drive/table.ts';
import { screwCoefficients, screwTable } from '../../src/lib/core/parts/propulsor/submerged-screw/table.ts';
import { CLASS_VALUES, classPrediction } from './data/class-values.ts';

const fluid = air(0, 20);
const inch = 0.0254;

// Brandt and Selig (AIAA 2011-1255), Deters, Ananda and Selig (AIAA 2014-2151): class values, from memory, sure to
// about 6 to 9 % on CT0, 10 % on CP0, 0.03 on efficiency
for (const c of CLASS_VALUES) {
  test(`wind-tunnel class values: ${c.name}`, () => {
    const got = classPrediction(c, fluid);
    assert.ok(Math.abs(got.thrust / c.thrust - 1) < 0.1, `CT0 ${got.thrust} for ${c.thrust}`);
    assert.ok(Math.abs(got.power / c.power - 1) < 0.12, `CP0 ${got.power} for ${c.power}`);
    if (c.efficiency)
      assert.ok(
        Math.abs(got.efficiency - c.efficiency) < 0.04,
        `efficiency ${got.efficiency} for ${c.efficiency}`
      );
    if (c.zeroThrust)
      assert.ok(
        Math.abs(got.zeroThrust - c.zeroThrust) < 0.08,
        `zero thrust at J ${got.zeroThrust} for ${c.zeroThrust}`
      );
  });
}

test('NACA TR 640 (full-scale propellers, 1938): best efficiency grows with pitch, .80 and more above 25 degrees, and never reaches momentum theory', () => {
  // a full-scale blade at Reynolds number 2e6: the general trend of the report's charts, from memory
  const best = (ratio: number): number => {
    const table = propellerTable(
      { diameterM: 3, pitchM: 3 * ratio, blades: 3, family: resolveFamily('thin-electric', 3) },
      fluid
    );
    let most = 0;
    for (let j = 0.2; j < ratio * 1.2; j += 0.02) {
      const c = coefficientsAt(table, j, 180, 3);
      if (c.thrust > 0 && c.power > 0) most = Math.max(most, (j * c.thrust) / c.power);
    }
    return most;
  };
  const [low, middle, high] = [0.6, 1.0, 1.4].map(best);
  assert.ok(low < middle && middle < high, `${low} ${middle} ${high}`);
  assert.ok(high > 0.8 && high < 0.92, `${high}`);
});

test('momentum theory is never beaten: ideal efficiency in flight, figure of merit below 1 standing', () => {
  for (const family of ['thin-electric', 'sport', 'slow-flyer', 'multirotor', 'folding'] as const) {
    for (const [d, p, b] of [
      [3, 3, 3],
      [5, 4.5, 2],
      [8, 6, 2],
      [10, 5, 2],
      [13, 8, 4],
      [20, 10, 6]
    ]) {
      const table = propellerTable(
        { diameterM: d * inch, pitchM: p * inch, blades: b, family: resolveFamily(family, d * inch) },
        fluid
      );
      for (const tip of [25, 60, 120, 200]) {
        for (let j = 0; j < 1.6; j += 0.05) {
          const c = coefficientsAt(table, j, tip, d * inch);
          if (c.thrust <= 0) break;
          // P_ideal/(rho n³D⁵) = CT (J + sqrt(J² + 8 CT/pi))/2
          const ideal = 0.5 * c.thrust * (j + Math.sqrt(j * j + (8 * c.thrust) / Math.PI));
          assert.ok(
            ideal < c.power,
            `${family} ${d}x${p}x${b} tip ${tip} J ${j}: ideal ${ideal}, has ${c.power}`
          );
        }
      }
    }
  }
});

// Oosterveld and van Oossanen 1975: known open-water points of B4-70 and B5-75 at P/D 1 (from memory)
for (const [blades, area, kt0, kq0, peak, at] of [
  [4, 0.7, 0.455, 0.0675, 0.695, 0.84],
  [5, 0.75, 0.469, 0.069, 0.69, 0.83]
]) {
  test(`Wageningen B${blades}-${100 * area}, P/D 1: KT(0) ${kt0}, 10KQ(0) ${10 * kq0}, peak efficiency ${peak} at J ${at}`, () => {
    const zero = bSeries(0, 1, area, blades);
    assert.ok(Math.abs(zero.thrust - kt0) < 0.01, `${zero.thrust}`);
    assert.ok(Math.abs(zero.torque - kq0) < 0.0015, `${zero.torque}`);
    let best = { efficiency: 0, j: 0 };
    for (let j = 0.1; j < 1.05; j += 0.005) {
      const c = bSeries(j, 1, area, blades);
      const efficiency = (j * c.thrust) / (2 * Math.PI * c.torque);
      if (efficiency > best.efficiency) best = { efficiency, j };
    }
    assert.ok(Math.abs(best.efficiency - peak) < 0.01, `${best.efficiency}`);
    assert.ok(Math.abs(best.j - at) < 0.03, `${best.j}`);
  });
}

test('B-series: the table gives the polynomial back, thrust vanishes once and stays negative beyond', () => {
  const g = { diameterM: 0.05, pitchM: 0.05, blades: 3, expandedAreaRatio: 0.5 };
  const table = screwTable(g);
  for (const j of [0, 0.2, 0.45, 0.7]) {
    const want = bSeries(j, 1, 0.5, 3);
    const got = coefficientsAt(table, j, 20, g.diameterM);
    assert.ok(Math.abs(got.thrust / want.thrust - 1) < 0.01, `KT at ${j}`);
    assert.ok(Math.abs(got.power / (2 * Math.PI * want.torque) - 1) < 0.01, `KQ at ${j}`);
  }
  let crossings = 0;
  for (let j = 0.02; j < 3; j += 0.02)
    if (screwCoefficients(g, j).thrust < 0 !== screwCoefficients(g, j - 0.02).thrust < 0) crossings++;
  assert.equal(crossings, 1);
});

test('screws of any sane shape stay below momentum theory, also where the polynomials overshoot', () => {
  let acted = 0;
  for (const blades of [2, 3, 4, 5])
    for (const area of [0.3, 0.36, 0.5, 0.8])
      for (const ratio of [0.4, 0.7, 1.0, 1.2, 1.5, 1.9])
        for (let j = 0; j < 1.5; j += 0.05) {
          const c = screwCoefficients(
            { diameterM: 0.05, pitchM: 0.05 * ratio, blades, expandedAreaRatio: area },
            j
          );
          if (c.thrust <= 0) break;
          const ideal = 0.5 * c.thrust * (j + Math.sqrt(j * j + (8 * c.thrust) / Math.PI));
          assert.ok(ideal < 0.9001 * 2 * Math.PI * c.torque, `B${blades}-${area} P/D ${ratio} J ${j}`);
          if (ideal > 0.8999 * 2 * Math.PI * c.torque) acted++;
        }
  assert.ok(acted > 0, 'the limit is there because the polynomials pass it somewhere');
});

test('hobby ducted fans (common practice, no source): turned at 85 to 90 % of KV × volts they take and give what their class does, within 15 %', () => {
  // classes of present fans, from memory: diameter, hub, blades, rpm under load, watts at the shaft, newtons
  for (const [mm, hub, blades, rpm, watts, newtons] of [
    [50, 22, 11, 45900, 196, 4.2],
    [64, 27, 11, 39800, 526, 10.2],
    [70, 30, 12, 34500, 633, 14.2],
    [90, 40, 12, 31500, 1950, 32]
  ]) {
    const g = {
      diameterM: mm / 1000,
      hubDiameterM: hub / 1000,
      blades,
      exitAreaM2: null,
      pitchM: null
    };
    const c = ductedFanCoefficients(g, 0);
    const n = rpm / 60;
    const rho = 1.2;
    const power = c.power * rho * n ** 3 * g.diameterM ** 5;
    const thrust = c.thrust * rho * n ** 2 * g.diameterM ** 4;
    assert.ok(Math.abs(power / watts - 1) < 0.15, `${mm} mm: ${power} W of ${watts}`);
    assert.ok(Math.abs(thrust / newtons - 1) < 0.15, `${mm} mm: ${thrust} N of ${newtons}`);
    // thrust times exit speed can never exceed what the shaft gives: momentum through the exit area
    const a = (Math.PI * (1 - (hub / mm) ** 2)) / 4;
    assert.ok(0.5 * c.thrust * Math.sqrt(c.thrust / a) < 0.75 * c.power, `${mm} mm`);
  }
});

test('a fan’s thrust falls with speed; a narrower outlet gives a faster jet and no more thrust; a sharp intake costs a tenth', () => {
  const g = { diameterM: 0.064, hubDiameterM: 0.027, blades: 11, exitAreaM2: null, pitchM: null };
  let last = ductedFanCoefficients(g, 0).thrust;
  for (let j = 0.1; j < 2; j += 0.1) {
    const now = ductedFanCoefficients(g, j).thrust;
    assert.ok(now < last);
    last = now;
  }
  const free = ductedFanCoefficients(g, 0).thrust;
  const tube = ductedFanCoefficients({ ...g, exitAreaM2: 0.8 * exitAreaM2(g) }, 0);
  assert.ok(tube.thrust < 1.03 * free && tube.thrust > 0.85 * free, `${tube.thrust / free}`);
  const jet = (thrust: number, share: number): number => Math.sqrt(thrust / share);
  assert.ok(jet(tube.thrust, 0.8) > 1.05 * jet(free, 1));
  const sharp = ductedFanCoefficients({ ...g, inletLip: false }, 0).thrust / free;
  assert.ok(sharp > 0.82 && sharp < 0.92, `${sharp}`);
  // in fast flight the lip no longer matters
  const fast = (inletLip: boolean) => ductedFanCoefficients({ ...g, inletLip }, 0.7).thrust;
  assert.ok(Math.abs(fast(false) / fast(true) - 1) < 1e-9);
});

test('a ventilated screw (common practice, no source): best efficiency 0.5 to 0.6 at 15 to 25 % slip, no thrust before its pitch', () => {
  for (const immersion of [0.4, 0.5, 0.6]) {
    const table = surfaceDriveTable({
      diameterM: 0.04,
      pitchM: 0.056,
      blades: 2,
      expandedAreaRatio: 0.45,
      immersion
    });
    let best = 0;
    let slip = 0;
    let zero = 0;
    for (let j = 0.1; j < 1.6; j += 0.01) {
      const c = coefficientsAt(table, j, 20, 0.04);
      if (c.thrust <= 0) break;
      zero = j / 1.4;
      const efficiency = (j * c.thrust) / c.power;
      if (efficiency > best) [best, slip] = [efficiency, 1 - j / 1.4];
    }
    assert.ok(best > 0.5 && best < 0.6, `best ${best}`);
    assert.ok(slip > 0.13 && slip < 0.27, `slip ${slip}`);
    assert.ok(zero > 0.88 && zero < 0.99, `thrust ends at ${zero} of the pitch`);
  }
});

test('Savitsky 1964, worked example: a 60 000 lb hull of 14 ft beam, 10° deadrise, at 40 knots', () => {
  // LCG 29 ft ahead of the transom, thrust through the centre of gravity: trim about 2.3 degrees, mean wetted
  // length/beam about 3.4 and resistance about 9 000 lb without spray and appendages (from memory, ±10 %)
  const lb = 4.448221615;
  const ft = 0.3048;
  const s = savitskyPlaning(60000 * lb, 14 * ft, 10, 29 * ft, 40 * (1852 / 3600), 1025.9, 1.19e-6);
  assert.ok(s);
  assert.ok(Math.abs(s.trimDeg - 2.3) < 0.3, `trim ${s.trimDeg}`);
  assert.ok(Math.abs(s.wettedLengthRatio - 3.43) < 0.25, `lambda ${s.wettedLengthRatio}`);
  assert.ok(Math.abs(s.resistanceN / lb - 9000) < 900, `drag ${s.resistanceN / lb} lb`);
  assert.ok(s.inRange);
});
