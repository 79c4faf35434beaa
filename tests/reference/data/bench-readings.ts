import type { PredictRequest } from '../../../src/lib/core/document/schema.ts';

/** A reading of real hardware, from memory or common practice; the setup around it as far as it is known. */
export interface BenchReading {
  source: string;
  name: string;
  request: PredictRequest;
  path: string;
  measured: number;
  /** Whether constants of the model were chosen to meet it. */
  fitted?: boolean;
}

const inch = 0.0254;

const racer = (thrust: boolean): BenchReading => ({
  source: 'common practice, no source',
  name: `1480 KV motor (about 50 g) on 6 cells with a 6 × 4, ${thrust ? 'thrust' : 'current'}`,
  request: {
    setup: {
      format: 'iskarn.setup/1',
      craft: { kind: 'fixed-wing', massKg: 1 },
      battery: { chemistry: 'lipo', series: 6, capacityAh: 1.3, continuousC: 80 },
      esc: { continuousA: 45 },
      motor: { kvRpmPerVolt: 1480, massKg: 0.05 },
      propulsor: { kind: 'propeller', diameterM: 6 * inch, pitchM: 4 * inch, blades: 2, family: 'thin-electric' }
    },
    points: [{ throttle: 1, speedMs: 0, batteryVoltageV: 803 / 35.5 }]
  },
  path: thrust ? 'points.0.thrustN' : 'points.0.batteryCurrentA',
  measured: thrust ? 1.372 * 9.80665 : 35.5
});

const cameraQuad: BenchReading = {
  source: 'common practice, no source',
  name: '1.16 kg camera quadcopter, 9.4 × 4.3, 3 cells 5.2 Ah: hovers 18 to 25 min',
  request: {
    setup: {
      format: 'iskarn.setup/1',
      craft: { kind: 'multirotor', massKg: 1.16 },
      battery: { chemistry: 'lipo', series: 3, capacityAh: 5.2, cellResistanceOhm: 0.0035 },
      esc: { continuousA: 30 },
      motor: { kvRpmPerVolt: 920, massKg: 0.053, resistanceOhm: 0.13, noLoadCurrentA: 0.45 },
      count: 4,
      auxiliaryCurrentA: 0.4,
      propulsor: { kind: 'propeller', diameterM: 9.4 * inch, pitchM: 4.3 * inch, family: 'multirotor' }
    }
  },
  path: 'endurance[hover].seconds',
  measured: 21.5 * 60,
  fitted: true
};

const fan = (thrust: boolean): BenchReading => ({
  source: 'common practice, no source',
  name: `64 mm ducted fan, 3150 KV on 4 cells, ${thrust ? 'thrust 0.85 to 1.10 kg' : 'current 38 to 50 A'}`,
  request: {
    setup: {
      format: 'iskarn.setup/1',
      craft: { kind: 'fixed-wing', massKg: 1 },
      battery: { chemistry: 'lipo', series: 4, capacityAh: 2.2, cellResistanceOhm: 0.0045 },
      esc: { continuousA: 60, resistanceOhm: 0.002 },
      motor: { kvRpmPerVolt: 3150, resistanceOhm: 0.022, noLoadCurrentA: 2.2 },
      propulsor: { kind: 'ducted-fan', diameterM: 0.064, hubDiameterM: 0.027, blades: 11 }
    },
    points: [{ throttle: 1, speedMs: 0, restingCellV: 3.8 }]
  },
  path: thrust ? 'points.0.thrustN' : 'points.0.batteryCurrentA',
  measured: thrust ? 0.975 * 9.80665 : 44,
  fitted: true
});

const steps = (name: string, series: number, volts: number, amps: number): BenchReading => ({
  source: 'common practice, no source',
  name,
  request: {
    setup: {
      format: 'iskarn.setup/1',
      craft: { kind: 'fixed-wing', massKg: 1.5 },
      battery: { chemistry: 'lipo', series, capacityAh: 3, continuousC: 30 },
      esc: { continuousA: 60 },
      motor: { kvRpmPerVolt: 1150, massKg: 0.15 },
      propulsor: { kind: 'propeller', diameterM: 11 * inch, pitchM: 7 * inch, blades: 2, family: 'thin-electric' }
    },
    points: [{ throttle: 1, speedMs: 0, batteryVoltageV: volts }]
  },
  path: 'points.0.batteryCurrentA',
  measured: amps
});

/** A quadcopter hovering, its electronics included. Common practice: 10 to 14 A for 600 g, 12 to 16 A for 1.25 kg. */
const hovering = (
  name: string,
  massKg: number,
  series: number,
  motor: PredictRequest['setup']['motor'],
  [d, p, blades]: [number, number, number],
  amps: number
): BenchReading => ({
  source: 'common practice, no source',
  name,
  request: {
    setup: {
      format: 'iskarn.setup/1',
      craft: { kind: 'multirotor', massKg, rotorLayout: 'flat' },
      battery: { chemistry: 'lipo', series, capacityAh: series === 4 ? 1.5 : 5.2, continuousC: series === 4 ? 75 : 25 },
      esc: { continuousA: 35 },
      motor,
      count: 4,
      auxiliaryCurrentA: 0.6,
      propulsor: { kind: 'propeller', diameterM: d * inch, pitchM: p * inch, blades, family: 'multirotor' }
    }
  },
  path: 'hover.batteryCurrentA',
  measured: amps,
  fitted: true
});

/** Few, and from memory: they tell whether bands are honest, not how good the model is. */
export const BENCH_READINGS: BenchReading[] = [
  racer(false),
  racer(true),
  steps('2 cells, 7.64 V: 29 A (a motor of about 150 g and an 11 × 7 assumed)', 2, 7.64, 29),
  steps('3 cells, 10.86 V: 53 A (the same)', 3, 10.86, 53),
  cameraQuad,
  hovering(
    '600 g quadcopter, 5.1 × 4.3 × 3, 4 cells: hovers at 10 to 14 A',
    0.6,
    4,
    { kvRpmPerVolt: 2450, resistanceOhm: 0.045, noLoadCurrentA: 1.4, noLoadVoltageV: 10, massKg: 0.033, poles: 14 },
    [5.1, 4.3, 3],
    12
  ),
  hovering(
    '1.25 kg camera quadcopter, 9.4 × 4.3, 3 cells: hovers at 12 to 16 A',
    1.25,
    3,
    { kvRpmPerVolt: 920, resistanceOhm: 0.12, noLoadCurrentA: 0.5, noLoadVoltageV: 10, massKg: 0.053, poles: 14 },
    [9.4, 4.3, 2],
    14
  ),
  fan(false),
  fan(true)
];
