import { seededRandom } from '../../src/lib/core/numeric/random.ts';
import type { SetupDocument } from '../../src/lib/core/document/schema.ts';

/** A generator of valid setups of every kind, from a seed: from a 20 g indoor model to a 20 kg lifter. */
export function randomSetups(seed: number): () => SetupDocument {
  const random = seededRandom(seed);
  const between = (low: number, high: number): number => low + (high - low) * random();
  const spread = (low: number, high: number): number => low * Math.pow(high / low, random());
  const whole = (low: number, high: number): number => Math.floor(between(low, high + 1));
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)];
  const maybe = <T>(value: T): T | undefined => (random() < 0.6 ? value : undefined);
  return () => {
    const kind = pick(['fixed-wing', 'multirotor', 'boat'] as const);
    const massKg = spread(0.02, 20);
    const series = whole(1, 12);
    const count = kind === 'multirotor' ? pick([3, 4, 6, 8]) : pick([1, 1, 1, 2]);
    const motorKg = spread(0.3, 2) * 0.1 * (massKg / count);
    const ah = spread(0.1, 20);
    const kv = spread(100, 9000);
    const diameterM = spread(0.025, 0.8);
    const propulsor = ((): SetupDocument['propulsor'] => {
      const blades = whole(2, 6);
      const pitchM = diameterM * between(0.25, 1.6);
      const which =
        kind === 'boat'
          ? pick(['submerged-screw', 'surface-drive', 'propeller'])
          : kind === 'fixed-wing'
            ? pick(['propeller', 'propeller', 'ducted-fan'])
            : 'propeller';
      switch (which) {
        case 'ducted-fan':
          return { kind: 'ducted-fan', diameterM: spread(0.03, 0.2), blades: whole(3, 14), pitchM: null };
        case 'submerged-screw':
          return {
            kind: 'submerged-screw',
            diameterM: spread(0.02, 0.15),
            pitchM: spread(0.015, 0.2),
            blades: whole(2, 5),
            expandedAreaRatio: between(0.3, 1)
          };
        case 'surface-drive':
          return {
            kind: 'surface-drive',
            diameterM: spread(0.02, 0.1),
            pitchM: spread(0.02, 0.15),
            blades: whole(2, 4),
            immersion: between(0.2, 0.8)
          };
        default:
          return {
            kind: 'propeller',
            diameterM,
            pitchM,
            blades,
            family: pick(['thin-electric', 'sport', 'slow-flyer', 'multirotor', 'folding'] as const),
            ...(random() < 0.2
              ? { coefficients: { thrust: between(0.05, 0.12), power: between(0.035, 0.1) } }
              : {})
          };
      }
    })();
    return {
      format: 'iskarn.setup/1',
      name: 'random',
      craft: {
        kind,
        massKg,
        wingAreaM2: maybe(massKg / between(1, 10)),
        wingSpanM: maybe(spread(0.3, 4)),
        waterlineLengthM: maybe(spread(0.2, 2)),
        rotorLayout: pick(['flat', 'coaxial'] as const),
        hull: pick(['planing-mono', 'hydroplane', 'displacement'] as const)
      },
      environment: {
        altitudeM: between(0, 4000),
        airTemperatureC: between(-20, 45),
        water: pick(['fresh', 'salt'] as const),
        waterTemperatureC: between(0, 30)
      },
      battery: {
        chemistry: pick(['lipo', 'lihv', 'liion', 'lifepo4', 'nimh'] as const),
        series,
        parallel: whole(1, 3),
        capacityAh: ah,
        continuousC: maybe(spread(3, 100)),
        cellResistanceOhm: maybe(spread(0.002, 0.03) / ah)
      },
      wiring: { resistanceOhm: maybe(spread(0.0005, 0.02)) },
      esc: { continuousA: maybe(spread(5, 200)), resistanceOhm: maybe(spread(0.0003, 0.02)) },
      motor: {
        kvRpmPerVolt: kv,
        massKg: maybe(motorKg),
        resistanceOhm: maybe(spread(0.005, 1)),
        noLoadCurrentA: maybe(spread(0.05, 3)),
        noLoadVoltageV: maybe(between(3, 20)),
        poles: 14
      },
      gearRatio: random() < 0.15 ? between(1, 7) : 1,
      count,
      auxiliaryCurrentA: maybe(between(0, 2)),
      propulsor
    };
  };
}
