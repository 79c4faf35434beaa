import type { PredictRequest } from '../../../src/lib/core/setup/schema.ts';

/** A reading of real hardware, from memory or common practice; the setup around it as far as it is known. */
export interface BenchReading {
  source: string;
  name: string;
  request: PredictRequest;
  path: string;
  measured: number;
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
  measured: 21.5 * 60
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
  measured: thrust ? 0.975 * 9.80665 : 44
});

/** Few, and from memory: they tell whether bands are honest, not how good the model is. */
export const BENCH_READINGS: BenchReading[] = [racer(false), racer(true), cameraQuad, fan(false), fan(true)];
