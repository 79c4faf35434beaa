import fc from 'fast-check';
import type { SetupDocument } from '../../src/lib/core/document/schema.ts';

/** A million steps from 0 to 1: even over the values, which a random double is not. */
const unit = fc.integer({ min: 0, max: 1_000_000 }).map((k) => k / 1_000_000);
/** Records as a document has them: plain objects, as they come from JSON. */
const record = <T extends object>(model: { [K in keyof T]: fc.Arbitrary<T[K]> }): fc.Arbitrary<T> =>
  fc.record(model, { noNullPrototype: true }) as fc.Arbitrary<T>;
const between = (low: number, high: number): fc.Arbitrary<number> => unit.map((u) => low + (high - low) * u);
/** Even over the logarithm: as many near the small end as near the large one. */
const spread = (low: number, high: number): fc.Arbitrary<number> =>
  unit.map((u) => low * Math.pow(high / low, u));
const whole = (min: number, max: number): fc.Arbitrary<number> => fc.integer({ min, max });
const pick = <const T>(...list: T[]): fc.Arbitrary<T> => fc.constantFrom(...list);
/** Given three times in five, else left out. */
const maybe = <T>(value: fc.Arbitrary<T>): fc.Arbitrary<T | undefined> =>
  fc.oneof({ weight: 3, arbitrary: value }, { weight: 2, arbitrary: fc.constant(undefined) });

type Propulsor = SetupDocument['propulsor'];
type Kind = SetupDocument['craft']['kind'];

const slope = between(0.25, 1.6);
const propeller: fc.Arbitrary<Propulsor> = record({
  diameterM: spread(0.025, 0.8),
  slope,
  blades: whole(2, 6),
  family: pick('thin-electric', 'sport', 'slow-flyer', 'multirotor', 'folding'),
  coefficients: fc.oneof(
    { weight: 4, arbitrary: fc.constant(undefined) },
    { weight: 1, arbitrary: record({ thrust: between(0.05, 0.12), power: between(0.035, 0.1) }) }
  )
}).map(({ slope: pitch, coefficients, ...p }) => ({
  kind: 'propeller' as const,
  ...p,
  pitchM: p.diameterM * pitch,
  ...(coefficients ? { coefficients } : {})
}));
const fan: fc.Arbitrary<Propulsor> = record({
  kind: pick('ducted-fan' as const),
  diameterM: spread(0.03, 0.2),
  blades: whole(3, 14),
  pitchM: fc.constant(null)
});
const submerged: fc.Arbitrary<Propulsor> = record({
  kind: pick('submerged-screw' as const),
  diameterM: spread(0.02, 0.15),
  pitchM: spread(0.015, 0.2),
  blades: whole(2, 5),
  expandedAreaRatio: between(0.3, 1)
});
const surface: fc.Arbitrary<Propulsor> = record({
  kind: pick('surface-drive' as const),
  diameterM: spread(0.02, 0.1),
  pitchM: spread(0.02, 0.15),
  blades: whole(2, 4),
  immersion: between(0.2, 0.8)
});
const PROPULSORS: Record<Kind, fc.Arbitrary<Propulsor>> = {
  boat: fc.oneof(submerged, surface, propeller),
  'fixed-wing': fc.oneof({ weight: 2, arbitrary: propeller }, { weight: 1, arbitrary: fan }),
  multirotor: propeller
};

/** Everything but the propulsor and the craft's kind. */
const rest = record({
  massKg: spread(0.02, 20),
  wingLoading: maybe(between(1, 10)),
  wingSpanM: maybe(spread(0.3, 4)),
  waterlineLengthM: maybe(spread(0.2, 2)),
  rotorLayout: pick('flat', 'coaxial'),
  hull: pick('planing-mono', 'hydroplane', 'displacement'),
  environment: record({
    altitudeM: between(0, 4000),
    airTemperatureC: between(-20, 45),
    water: pick('fresh', 'salt'),
    waterTemperatureC: between(0, 30)
  }),
  chemistry: pick('lipo', 'lihv', 'liion', 'lifepo4', 'nimh'),
  series: whole(1, 12),
  parallel: whole(1, 3),
  capacityAh: spread(0.1, 20),
  continuousC: maybe(spread(3, 100)),
  cellOhmAh: maybe(spread(0.002, 0.03)),
  wiring: record({ resistanceOhm: maybe(spread(0.0005, 0.02)) }),
  esc: record({ continuousA: maybe(spread(5, 200)), resistanceOhm: maybe(spread(0.0003, 0.02)) }),
  motorShare: maybe(spread(0.03, 0.2)),
  motor: record({
    kvRpmPerVolt: spread(100, 9000),
    resistanceOhm: maybe(spread(0.005, 1)),
    noLoadCurrentA: maybe(spread(0.05, 3)),
    noLoadVoltageV: maybe(between(3, 20))
  }),
  gearRatio: fc.oneof({ weight: 17, arbitrary: fc.constant(1) }, { weight: 3, arbitrary: between(1, 7) }),
  auxiliaryCurrentA: maybe(between(0, 2))
});

/** Valid setups of one kind of craft: from a 20 g indoor model to a 20 kg lifter. */
const setupsOf = (kind: Kind): fc.Arbitrary<SetupDocument> =>
  record({
    propulsor: PROPULSORS[kind],
    count: kind === 'multirotor' ? pick(3, 4, 6, 8) : pick(1, 1, 1, 2),
    rest
  }).map(({ propulsor, count, rest: r }) => ({
    format: 'iskarn.setup/1' as const,
    name: 'random',
    craft: {
      kind,
      massKg: r.massKg,
      wingAreaM2: r.wingLoading && r.massKg / r.wingLoading,
      wingSpanM: r.wingSpanM,
      waterlineLengthM: r.waterlineLengthM,
      rotorLayout: r.rotorLayout,
      hull: r.hull
    },
    environment: r.environment,
    battery: {
      chemistry: r.chemistry,
      series: r.series,
      parallel: r.parallel,
      capacityAh: r.capacityAh,
      continuousC: r.continuousC,
      cellResistanceOhm: r.cellOhmAh && r.cellOhmAh / r.capacityAh
    },
    wiring: r.wiring,
    esc: r.esc,
    motor: { ...r.motor, massKg: r.motorShare && (r.motorShare * r.massKg) / count, poles: 14 },
    gearRatio: r.gearRatio,
    count,
    auxiliaryCurrentA: r.auxiliaryCurrentA,
    propulsor
  }));

/** Valid setups of every kind. A property that fails on one is shown the smallest that fails. */
export const setups: fc.Arbitrary<SetupDocument> = fc.oneof(
  setupsOf('fixed-wing'),
  setupsOf('multirotor'),
  setupsOf('boat')
);

const HANDFUL = 100;

/** One random setup after the other, the same ones from a seed each time. */
export function randomSetups(seed: number): () => SetupDocument {
  let made: SetupDocument[] = [];
  let handful = 0;
  return () => {
    if (made.length === 0)
      made = fc.sample(fc.noBias(setups), { seed: seed * 100_003 + handful++, numRuns: HANDFUL }).reverse();
    return made.pop() as SetupDocument;
  };
}
