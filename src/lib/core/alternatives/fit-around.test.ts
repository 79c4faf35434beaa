import { FIXABLE_PARTS } from '../registry/parts.ts';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { type Motor, type SetupDocument } from '../document/schema.ts';
import { validateSetup } from '../document/validate.ts';
import { predict } from '../predict/predict.ts';
import { GRAVITY_MS2 } from '../units/constants.ts';
import { fitAround } from './fit-around.ts';
import { sketchSetup } from './sketch-setup.ts';

/** A 1.1 kg sport aeroplane under which eleven inches clear the ground. */
const plane = (): SetupDocument =>
  sketchSetup({ name: 'a', kind: 'fixed-wing', purpose: 'sport', massKg: 1.1, largestPropM: 0.28 });

const thrustToWeight = (s: SetupDocument): number =>
  predict({ setup: s, bands: false }).points[0].thrustN / (s.craft.massKg * GRAVITY_MS2);

const overIds = (s: SetupDocument): string[] =>
  predict({ setup: s, bands: false })
    .checks.filter((c) => c.finding === 'over')
    .map((c) => c.id);

test('a fixed motor is kept to the last digit and gets a propeller, cells, ESC and pack that hold', () => {
  const motor: Motor = {
    kvRpmPerVolt: 900,
    massKg: 0.11,
    resistanceOhm: 0.04,
    noLoadCurrentA: 1.2,
    maxCurrentA: 30
  };
  const fitted = fitAround({ ...plane(), motor }, { fixed: ['motor'] });
  assert.deepEqual(fitted.motor, motor);
  assert.ok(fitted.propulsor.diameterM <= 0.2801, `${fitted.propulsor.diameterM} m of room for 0.28 m`);
  const ratio = thrustToWeight(fitted);
  // 0.9 is aimed at, and what lies beyond 1.3 times that is worth nothing
  assert.ok(ratio >= 0.8 && ratio <= 1.2, `thrust for the weight ${ratio}, sport asks 0.8 to 1`);
  assert.deepEqual(overIds(fitted), [], 'nothing may be over');
  assert.ok(validateSetup(fitted).ok, 'the fitted document is valid');
});

test('a motor that cannot do it is not overloaded to do it: thrust is what is missed', () => {
  const motor: Motor = {
    kvRpmPerVolt: 1400,
    massKg: 0.03,
    resistanceOhm: 0.15,
    noLoadCurrentA: 0.6,
    maxCurrentA: 10,
    maxPowerW: 90
  };
  const fitted = fitAround({ ...plane(), motor }, { fixed: ['motor'] });
  const over = overIds(fitted);
  assert.ok(over.includes('thrust-to-weight'), `over: ${over.join()}`);
  const p = predict({ setup: fitted, bands: false }).points[0];
  assert.ok(p.electricalPowerW < 1.15 * 90, `${p.electricalPowerW} W from a motor for 90 W`);
});

test('every fixed part stays as it is, whichever it is', () => {
  const base: SetupDocument = {
    ...plane(),
    battery: { chemistry: 'liion', series: 3, parallel: 2, capacityAh: 6, cellResistanceOhm: 0.02 },
    wiring: { resistanceOhm: 0.0061 },
    esc: { continuousA: 45, minSeries: 2, maxSeries: 4 },
    motor: { kvRpmPerVolt: 1000, massKg: 0.12, poles: 14 },
    propulsor: { kind: 'propeller', diameterM: 0.254, pitchM: 0.127, blades: 3, family: 'sport' }
  };
  for (const part of FIXABLE_PARTS) {
    const fitted = fitAround(base, { fixed: [part] });
    assert.deepEqual(fitted[part], base[part], part);
    assert.ok(validateSetup(fitted).ok, `${part}: a valid document`);
    for (const other of FIXABLE_PARTS)
      if (other !== part)
        assert.notDeepEqual(fitted[other], base[other], `${other} should vary round a fixed ${part}`);
  }
  assert.deepEqual(fitAround(base, { fixed: [...FIXABLE_PARTS] }).motor, base.motor);
});

test('cells stay inside what a fixed ESC and a fixed motor stand', () => {
  const motor: Motor = { kvRpmPerVolt: 400, massKg: 0.2, maxSeries: 6 };
  const esc = { continuousA: 60, minSeries: 2, maxSeries: 3 };
  const series = fitAround({ ...plane(), motor, esc }, { fixed: ['motor', 'esc'] }).battery.series;
  assert.ok(series <= 3, `${series} cells on an ESC for 3`);
  const alone = fitAround({ ...plane(), motor: { ...motor, maxSeries: 2 } }, { fixed: ['motor'] }).battery
    .series;
  assert.ok(alone <= 2, `${alone} cells on a motor for 2`);
});

test('a kilogram aeroplane is never fitted with a single cell; an indoor model may be', () => {
  const motor: Motor = { kvRpmPerVolt: 2500, massKg: 0.2 };
  assert.ok(fitAround({ ...plane(), motor }, { fixed: ['motor'] }).battery.series >= 2, 'two cells at least');
  const indoor = sketchSetup({ name: 'i', kind: 'fixed-wing', purpose: 'trainer', massKg: 0.03 });
  const small = fitAround({ ...indoor, motor: { kvRpmPerVolt: 5000, massKg: 0.004 } }, { fixed: ['motor'] });
  assert.ok(small.battery.series <= 2, `${small.battery.series} cells in 30 g`);
});

test('a free motor gets the KV that makes the wanted thrust with a fixed propeller', () => {
  for (const [d, p] of [
    [0.2286, 0.1143],
    [0.254, 0.127],
    [0.2794, 0.1397]
  ]) {
    const propulsor = {
      kind: 'propeller' as const,
      diameterM: d,
      pitchM: p,
      blades: 2,
      family: 'thin-electric' as const
    };
    const fitted = fitAround({ ...plane(), propulsor }, { fixed: ['propulsor'] });
    assert.deepEqual(fitted.propulsor, propulsor);
    const ratio = thrustToWeight(fitted);
    // a tenth above the middle of what the purpose asks, so that the band holds too
    assert.ok(Math.abs(ratio / 0.99 - 1) < 0.12, `${d} m: ${ratio} for 0.99 wanted`);
  }
});

test('a larger propeller that fits makes the thrust with less power (momentum theory)', () => {
  const watts = (d: number): number => {
    const propulsor = {
      kind: 'propeller' as const,
      diameterM: d,
      pitchM: 0.5 * d,
      blades: 2,
      family: 'thin-electric' as const
    };
    const p = predict({ setup: fitAround({ ...plane(), propulsor }, { fixed: ['propulsor'] }), bands: false })
      .points[0];
    return p.electricalPowerW / p.thrustN ** 1.5;
  };
  assert.ok(watts(0.3) < watts(0.25) && watts(0.25) < watts(0.2), 'power for thrust falls with the disc');
});

test('what was fitted says that it is an estimate, what was kept keeps its source', () => {
  const base = {
    ...plane(),
    motor: { kvRpmPerVolt: 900, massKg: 0.11 },
    sources: { 'motor.kvRpmPerVolt': 'measured' as const }
  };
  const fitted = fitAround(base, { fixed: ['motor'] });
  assert.equal(fitted.sources?.['motor.kvRpmPerVolt'], 'measured');
  assert.equal(fitted.sources?.['battery.capacityAh'], 'estimated');
  assert.equal(fitted.sources?.['propulsor.diameterM'], 'estimated');
});

test('twins, multirotors, fans and boats are fitted too', () => {
  const twin = fitAround({ ...plane(), count: 2 }, { fixed: [] });
  assert.equal(twin.count, 2);
  assert.ok(Math.abs(thrustToWeight(twin) / 0.99 - 1) < 0.15, `twin: ${thrustToWeight(twin)}`);
  const quad = sketchSetup({ name: 'q', kind: 'multirotor', purpose: 'agile', massKg: 0.6, rotors: 4 });
  const agile = fitAround({ ...quad, motor: { kvRpmPerVolt: 1900, massKg: 0.033 } }, { fixed: ['motor'] });
  assert.ok(thrustToWeight(agile) > 2, `agile: ${thrustToWeight(agile)}`);
  const jet = sketchSetup({ name: 'j', kind: 'fixed-wing', purpose: 'jet', massKg: 1 });
  const fan = fitAround({ ...jet, motor: { kvRpmPerVolt: 3500, massKg: 0.09 } }, { fixed: ['motor'] });
  assert.equal(fan.propulsor.kind, 'ducted-fan');
  const boat = sketchSetup({ name: 'b', kind: 'boat', purpose: 'speed', massKg: 3 });
  const fast = fitAround({ ...boat, motor: { kvRpmPerVolt: 1900, massKg: 0.19 } }, { fixed: ['motor'] });
  const rpm = predict({ setup: fast, bands: false }).boat?.loadedRpm ?? 0;
  assert.ok(rpm > 18000 && rpm < 33000, `${rpm} rpm under way`);
});

test('the kind and family of the propulsor stay: a screw is not made a surface drive, nor a slow propeller a thin one', () => {
  const boat = sketchSetup({ name: 'b', kind: 'boat', purpose: 'speed', massKg: 3 });
  assert.equal(boat.propulsor.kind, 'surface-drive');
  const screw = { kind: 'submerged-screw' as const, diameterM: 0.04, pitchM: 0.05, blades: 2 };
  assert.equal(fitAround({ ...boat, propulsor: screw }, { fixed: [] }).propulsor.kind, 'submerged-screw');
  const slow = {
    kind: 'propeller' as const,
    diameterM: 0.25,
    pitchM: 0.11,
    blades: 2,
    family: 'slow-flyer' as const
  };
  const fitted = fitAround({ ...plane(), propulsor: slow }, { fixed: [] }).propulsor;
  assert.equal(fitted.kind === 'propeller' && fitted.family, 'slow-flyer');
  const fan = { kind: 'ducted-fan' as const, diameterM: 0.07, blades: 12, pitchM: null };
  assert.equal(fitAround({ ...plane(), propulsor: fan }, { fixed: [] }).propulsor.kind, 'ducted-fan');
});

test('a boat with an air propeller keeps it and gets a motor that takes the wanted watts', () => {
  const boat = sketchSetup({ name: 'swamp', kind: 'boat', purpose: 'speed', massKg: 2 });
  const propulsor = {
    kind: 'propeller' as const,
    diameterM: 0.254,
    pitchM: 0.127,
    blades: 2,
    family: 'sport' as const
  };
  const fitted = fitAround({ ...boat, propulsor }, { fixed: [] });
  assert.deepEqual(fitted.propulsor, propulsor);
  const watts = predict({ setup: fitted, bands: false }).points[0].electricalPowerW;
  assert.ok(watts > 0.5 * 350 * 2 && watts < 2 * 350 * 2, `${watts} W for 700 W wanted`);
});
