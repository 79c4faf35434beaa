import { ESC_SIZES_A, PURPOSES, type Purpose } from '../checks/schools.ts';
import { interpretSetup } from '../setup/interpret.ts';
import type { Craft, SetupDocument } from '../setup/schema.ts';
import { predictPoints } from '../train/predict.ts';
import { GRAVITY_MS2 } from '../units/constants.ts';
import { INCH_M } from '../units/convert.ts';
import { PROPELLER_SIZES } from '../checks/propeller-sizes.ts';

/** The three or four figures a new craft is made from. */
export interface Brief {
  name: string;
  kind: Craft['kind'];
  purpose: string;
  massKg: number;
  /** Wing area m², largest propeller m, or waterline length m; null where not known. */
  wingAreaM2?: number | null;
  largestPropM?: number | null;
  waterlineLengthM?: number | null;
  hull?: Craft['hull'];
  rotors?: number;
  coaxial?: boolean;
  targetSeconds?: number | null;
  series?: number | null;
}

const DENSITY = 1.2;
/** Typical static figure of merit of propeller with motor and ESC, shaft to pack. (m) */
const OVERALL = 0.42;

const round2 = (v: number): number => Number(v.toPrecision(2));

/** Cells by electrical power: the current stays below some 45 A. Common practice, no source. */
const cellsFor = (watts: number): number =>
  watts < 60 ? 2 : watts < 380 ? 3 : watts < 800 ? 4 : watts < 3000 ? 6 : 12;

/**
 * A complete first setup from a brief, everything beyond the brief estimated and marked so in `sources`. Propeller from
 * momentum theory for the thrust by purpose, KV from the rpm that propeller needs, motor by 4 W/g, ESC by 1.25 x, pack by
 * the wanted time and 1.5 x. A start for matching, not a recommendation.
 */
export function sketchSetup(b: Brief): SetupDocument {
  const estimated: Record<string, 'estimated'> = {};
  const mark = (...paths: string[]): void => paths.forEach((p) => (estimated[p] = 'estimated'));
  const weight = b.massKg * GRAVITY_MS2;
  const count = b.kind === 'multirotor' ? (b.rotors ?? 4) : 1;
  const craft: Craft = {
    name: b.name,
    kind: b.kind,
    massKg: b.massKg,
    purpose: b.purpose,
    wingAreaM2: b.wingAreaM2 ?? null,
    largestPropM: b.largestPropM ?? null,
    targetSeconds: b.targetSeconds ?? null,
    ...(b.kind === 'multirotor' ? { rotorLayout: b.coaxial ? ('coaxial' as const) : ('flat' as const) } : {}),
    ...(b.kind === 'boat'
      ? { hull: b.hull ?? 'planing-mono', waterlineLengthM: b.waterlineLengthM ?? 0.5 * Math.cbrt(b.massKg) }
      : {})
  };
  if (b.kind === 'fixed-wing' && craft.wingAreaM2 === null) {
    // everyday loading grows with the cube root of weight: about 4.5 kg/m² at 1 kg
    craft.wingAreaM2 = round2(b.massKg / (4.5 * Math.cbrt(b.massKg)));
    mark('craft.wingAreaM2');
  }
  let propulsor: SetupDocument['propulsor'];
  let rpm: number;
  let watts: number;
  let series: number;
  if (b.kind === 'boat') {
    const displacement = craft.hull === 'displacement';
    watts = displacement ? 9 * b.massKg : 350 * b.massKg;
    series = b.series ?? cellsFor(watts);
    const d = displacement ? 0.028 * Math.cbrt(b.massKg) : 0.027 * Math.pow(b.massKg, 0.3);
    const diameterM = Math.round(d * 1000) / 1000;
    // a screw of KQ about 0.04 that takes what the shaft has
    rpm = displacement ? 60 * Math.cbrt((0.6 * watts) / (2 * Math.PI * 0.04 * 1000 * diameterM ** 5)) : 26000;
    propulsor = displacement
      ? { kind: 'submerged-screw', diameterM, pitchM: diameterM, blades: 3, expandedAreaRatio: 0.5 }
      : {
          kind: 'surface-drive',
          diameterM,
          pitchM: Number((1.4 * diameterM).toFixed(4)),
          blades: 2,
          immersion: 0.5
        };
  } else {
    const purpose = PURPOSES[(b.purpose in PURPOSES ? b.purpose : 'trainer') as Purpose];
    const ratio =
      b.kind === 'multirotor' ? 2.3 : 0.5 * (purpose.thrustToWeight[0] + purpose.thrustToWeight[1]);
    const thrustEach = (ratio * weight) / count / (b.coaxial ? 0.9 : 1);
    // disc for a usual power loading, held to what fits
    const loading = b.kind === 'multirotor' ? 160 : 0.5 * (purpose.wattsPerKg[0] + purpose.wattsPerKg[1]);
    const wantW = (loading * b.massKg * (b.kind === 'multirotor' ? ratio ** 1.5 : 1)) / count;
    const area = thrustEach ** 3 / (2 * DENSITY * (OVERALL * wantW) ** 2);
    const wanted = Math.min(
      Math.sqrt((4 * area) / Math.PI),
      b.largestPropM ?? Infinity,
      b.kind === 'multirotor' ? Infinity : 0.24 * Math.pow(b.massKg, 0.4) * 1.25
    );
    if (b.purpose === 'jet') {
      const diameterM = Math.min(
        b.largestPropM ?? Infinity,
        Math.max(0.04, Math.round(0.064 * Math.sqrt(b.massKg / 0.9) * 1000) / 1000)
      );
      propulsor = { kind: 'ducted-fan', diameterM, blades: 11, pitchM: null };
      rpm = 60 * Math.sqrt(thrustEach / (0.9 * DENSITY * diameterM ** 4));
    } else {
      const slope = b.kind === 'multirotor' ? 0.4 : b.purpose === 'speed' ? 0.9 : 0.52;
      const fits = PROPELLER_SIZES.filter(([d]) => d * INCH_M <= (b.largestPropM ?? Infinity) * 1.001);
      const [d, p] = (fits.length > 0 ? fits : PROPELLER_SIZES.slice(0, 1)).reduce((best, size) => {
        const cost = ([dd, pp]: readonly [number, number]): number =>
          Math.abs(Math.log((dd * INCH_M) / wanted)) + 0.5 * Math.abs(pp / dd - slope);
        return cost(size) < cost(best) ? size : best;
      });
      const diameterM = Number((d * INCH_M).toPrecision(6));
      const family =
        b.kind === 'multirotor' ? 'multirotor' : b.purpose === 'glider' ? 'folding' : 'thin-electric';
      propulsor = {
        kind: 'propeller',
        diameterM,
        pitchM: Number((p * INCH_M).toPrecision(6)),
        blades: 2,
        family
      };
      rpm = 60 * Math.sqrt(thrustEach / (0.1 * DENSITY * diameterM ** 4));
    }
    watts =
      (count *
        thrustEach *
        Math.sqrt(thrustEach / (2 * DENSITY * (Math.PI / 4) * propulsor.diameterM ** 2))) /
      OVERALL;
    series = b.series ?? cellsFor(watts / (b.kind === 'multirotor' ? 2 : 1));
  }
  mark('propulsor.diameterM', 'battery.series');
  const loadedV = 3.75 * series;
  const make = (kv: number, capacityAh: number, escA: number, motorKg: number): SetupDocument => ({
    format: 'iskarn.setup/1',
    name: 'First sketch',
    craft,
    environment: { altitudeM: 0, airTemperatureC: 15, water: 'fresh', waterTemperatureC: 15 },
    battery: { chemistry: 'lipo', series, parallel: 1, capacityAh, continuousC: 30 },
    wiring: {},
    esc: { continuousA: escA, minSeries: 1, maxSeries: Math.max(series, 4) },
    motor: { kvRpmPerVolt: kv, massKg: motorKg, poles: b.kind === 'boat' ? 6 : 14 },
    gearRatio: 1,
    count,
    propulsor,
    sources: {
      ...estimated,
      'motor.kvRpmPerVolt': 'estimated',
      'motor.maxCurrentA': 'estimated',
      'motor.maxPowerW': 'estimated',
      'battery.capacityAh': 'estimated',
      'esc.continuousA': 'estimated'
    }
  });
  const motorKg = Math.max(round2(watts / count / 4000), 0.003);
  // the KV that makes the wanted rpm loaded: two corrections with the real prediction
  let kv = rpm / (0.78 * loadedV);
  let amps = watts / loadedV;
  for (let k = 0; k < 4; k++) {
    const trial = make(kv, 1, 50, motorKg);
    const i = interpretSetup({
      ...trial,
      battery: { ...trial.battery, cellResistanceOhm: 0.008 / Math.max(amps / 20, 0.1) }
    });
    const [p] = predictPoints(i, [{ throttle: 1, speedMs: 0, restingCellV: 4 }], false);
    if (p.rpm <= 0) break;
    kv = Math.min(Math.max((kv * rpm) / p.rpm, 50), 20000);
    amps = p.batteryCurrentA;
  }
  const escA = ESC_SIZES_A.find((s) => s >= (1.25 * amps) / count) ?? ESC_SIZES_A[ESC_SIZES_A.length - 1];
  // average draw: half throttle's worth for aircraft, most of full for boats
  const average = amps * (b.kind === 'boat' ? 0.7 : b.kind === 'multirotor' ? 0.3 : 0.35);
  const byTime = b.targetSeconds == null ? 0 : (average * b.targetSeconds) / 3600 / 0.8;
  const byAmps = (1.5 * amps) / 30;
  const ah = Math.max(byTime, byAmps, 0.1);
  const step = ah < 1 ? 0.05 : ah < 3 ? 0.1 : 0.5;
  return make(
    Math.round(kv / 10) * 10 || 10,
    Math.round(Math.ceil(ah / step) * step * 100) / 100,
    escA,
    motorKg
  );
}
