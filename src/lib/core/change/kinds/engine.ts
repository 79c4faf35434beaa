import type { FromSchema } from 'json-schema-to-ts';
import { CHEMISTRIES } from '../../parts/pack/chemistry.ts';
import { PROPELLER_SIZES } from '../../standard-sizes/propeller-sizes.ts';
import { usualCells } from '../../standard-sizes/packs.ts';
import { inchesM } from '../../standard-sizes/steps.ts';
import { kvSold } from '../../standard-sizes/windings.ts';
import { briefOf } from '../../brief/brief.ts';
import type { Propulsor, SetupDocument } from '../../document/schema.ts';
import { propulsorSchema } from '../../document/schema/propulsor.ts';
import { sizedEsc, sizedPack } from '../../alternatives/size-electrics.ts';
import { interpretSetup } from '../../model/interpret.ts';
import { findRoot } from '../../numeric/find-root.ts';
import { estimateMotorMassKg } from '../../parts/motor/estimate.ts';
import { propulsorLoad } from '../../parts/propulsor/performance.ts';
import { analysisOf } from '../../analysis/setup-analysis.ts';
import { issue, type Issue } from '../../text/issues.ts';
import { INCH_M } from '../../units/convert.ts';
import { inInches, show, showUnit } from '../../units/show.ts';
import { alteredTo, type Altered, type Step } from '../apply-change.ts';
import type { ChangeForm, ChangeKind } from './change-kind.ts';
import { kindField, openFigure } from './fields.ts';

/** Engines that a motor may take the place of. */
const ENGINES = ['glow-two-stroke', 'glow-four-stroke', 'petrol'] as const;
type Engine = (typeof ENGINES)[number];

const schema = {
  title: 'from an engine',
  type: 'object',
  required: ['kind'],
  properties: {
    kind: kindField('engine'),
    displacementCc: openFigure('displacement of the engine, cc', 0.1, 500),
    engine: { enum: [...ENGINES, null], title: 'kind of engine' },
    propeller: { anyOf: [propulsorSchema, { type: 'null' }] },
    rpm: openFigure('rpm of the engine', 500, 40000)
  }
} as const;
type EngineChange = FromSchema<typeof schema>;

/** Electrical watts at the pack that take the place of a cubic centimetre, W/cc. Common practice, from memory, ±25 %. */
const WATTS_PER_CC: Readonly<Record<Engine, number>> = {
  'glow-two-stroke': 120,
  'glow-four-stroke': 80,
  petrol: 85
};
const ENGINE_WORDS: Readonly<Record<Engine, string>> = {
  'glow-two-stroke': 'glow two-stroke',
  'glow-four-stroke': 'glow four-stroke',
  petrol: 'petrol engine'
};

/** Petrol engines give more to the cubic centimetre the larger they are: 26 cc 2.2 kW, 50 cc 4.5 to 5.5. From memory. */
const PETROL = { cc: 26, exponent: 0.2 };

/** Watts at the pack that take the place of each cubic centimetre of an engine of a size. */
const wattsPerCc = (engine: Engine, cc: number): number =>
  WATTS_PER_CC[engine] * (engine === 'petrol' ? (cc / PETROL.cc) ** PETROL.exponent : 1);

/** Propeller of a two-stroke glow engine: diameter in inches 5.65 cc^0.345. From memory (7.5 cc: 11, 10 cc: 12.5, 26 cc: 17.4). */
const usualDiameterIn = (cc: number): number => 5.65 * cc ** 0.345;
/** Rpm at which engines turn a propeller on the ground: 127 000 over its inches. From memory (11 in: 11 500, 18 in: 7000), ±12 %. */
const usualRpm = (diameterM: number): number => 127000 / (diameterM / INCH_M);
/** Usual pitch over diameter of an engine's propeller. Common practice, no source. */
const USUAL_SLOPE = 0.55;
/** Electrical power that reaches the shaft of an electric drive. (m) */
const SHAFT_SHARE = 0.8;
/** Time that a tank gave, s: what the pack is sized for where the brief names none. Common practice, no source. */
const TANK_S = 480;

/** The propeller on sale nearest to a diameter, of about the usual pitch. */
function propellerOf(inches: number): Propulsor {
  const off = ([d, p]: readonly [number, number]): number =>
    Math.abs(Math.log(d / inches)) + 0.5 * Math.abs(p / d - USUAL_SLOPE);
  const [d, p] = PROPELLER_SIZES.reduce((a, b) => (off(b) < off(a) ? b : a));
  return { kind: 'propeller', diameterM: inchesM(d), pitchM: inchesM(p), family: 'thin-electric' };
}

/** Shaft power a propeller takes at a speed on the ground, W: 2π n Q of the blade model. */
function shaftPowerW(before: SetupDocument, propulsor: Propulsor, rpm: number): number {
  const m = interpretSetup({ ...before, propulsor, calibration: null }).model;
  const load = new Float64Array(2);
  const n = rpm / 60;
  propulsorLoad(m.performance, n, 0, m.diameterM, load);
  return 2 * Math.PI * n * m.densityKgM3 * m.diameterM ** 3 * m.powerFactor * load[1];
}

/** From so many cubic centimetres an engine that is not named is a petrol one. Common practice, no source. */
const PETROL_FROM_CC = 20;

/** The engine that is meant: as named, else as engines of such a size are. */
const engineOf = ({ engine, displacementCc }: EngineChange): Engine =>
  engine ?? ((displacementCc ?? 0) >= PETROL_FROM_CC ? 'petrol' : 'glow-two-stroke');

/** Power that takes the engine's place, and how it came about. */
function powerOf(
  before: SetupDocument,
  change: EngineChange
): { watts: number; propeller: Propulsor; steps: Step[] } {
  const engine = engineOf(change);
  const cc = change.displacementCc ?? null;
  const given = change.propeller ?? null;
  const size =
    cc === null ? null : cc * (engine === 'glow-four-stroke' ? 0.7 : engine === 'petrol' ? 0.95 : 1);
  const propeller = given ?? propellerOf(usualDiameterIn(size as number));
  const text = `${inInches(propeller.diameterM)} × ${inInches(propeller.pitchM ?? propeller.diameterM)}`;
  const rpm = change.rpm ?? usualRpm(propeller.diameterM);
  const shaft = shaftPowerW(before, propeller, rpm);
  const byPropeller = shaft / SHAFT_SHARE;
  const steps: Step[] = [];
  const byRule = cc === null ? null : wattsPerCc(engine, cc) * cc;
  if (cc !== null && byRule !== null)
    steps.push({
      title: 'watts by the engine’s size',
      working: `${show(cc)} cc × ${show(wattsPerCc(engine, cc))} W/cc of a ${ENGINE_WORDS[engine]} = ${showUnit(byRule, 'W')} from the pack: common practice, good to a quarter`,
      value: byRule,
      unit: 'W'
    });
  steps.push({
    title: 'watts by the propeller',
    working: `${text} at ${show(rpm)} rpm${change.rpm == null ? ', as such an engine turns it on the ground,' : ''} takes ${showUnit(shaft, 'W')} at the shaft, ${showUnit(byPropeller, 'W')} from the pack at ${Math.round(100 * SHAFT_SHARE)} % efficiency`,
    value: byPropeller,
    unit: 'W'
  });
  return { watts: byRule ?? byPropeller, propeller, steps };
}

/** KV that are wound, rpm/V: what is looked for lies between. */
const KV_FROM = 40;
const KV_TO = 8000;

/** A motor of a mass whose KV takes a power from a pack with a propeller, by the prediction itself; the nearest where none does. */
function withPower(setup: SetupDocument, watts: number): { setup: SetupDocument; isMet: boolean } {
  const make = (kvRpmPerVolt: number): SetupDocument => ({
    ...setup,
    motor: { ...setup.motor, kvRpmPerVolt }
  });
  const missing = (kv: number): number => analysisOf(make(kv)).worst.electricalPowerW - watts;
  const root = findRoot(missing, KV_FROM, KV_TO, 0.5);
  const nearest = Math.abs(missing(KV_FROM)) < Math.abs(missing(KV_TO)) ? KV_FROM : KV_TO;
  return { setup: make(Math.max(kvSold(root.ok ? root.value : nearest), 10)), isMet: root.ok };
}

/** An electric drive in place of an engine: power, cells, motor class and KV by common practice and the propeller's own load. */
export const engineKind = {
  schema,
  faults: ({ craft }, { displacementCc, propeller }) => {
    const errors: Issue[] = [];
    if (displacementCc == null && propeller == null) errors.push(issue('displacementCc', 'engine-size', {}));
    if (craft.kind !== 'fixed-wing') errors.push(issue('kind', 'engine-craft', {}));
    if (propeller && propeller.kind !== 'propeller') errors.push(issue('propeller', 'engine-propeller', {}));
    return errors;
  },
  sentence: (_before, change) => {
    const words = ENGINE_WORDS[engineOf(change)];
    return change.displacementCc == null
      ? `electric in place of the engine that turned ${inInches(change.propeller?.diameterM ?? 0)} × ${inInches(change.propeller?.pitchM ?? change.propeller?.diameterM ?? 0)}`
      : `electric in place of a ${show(change.displacementCc)} cc ${words}`;
  },
  alter: (before, change, by): Altered => {
    const { watts, propeller, steps } = powerOf(before, change);
    const count = before.count ?? 1;
    const series = usualCells(watts);
    const massKg = Number(estimateMotorMassKg(watts / count).toPrecision(2));
    const schools = { ...by.schools, ...(before.schools as Record<string, string> | undefined) };
    const brief = { ...briefOf(before), targetSeconds: before.craft.targetSeconds ?? TANK_S };
    const amps = watts / (CHEMISTRIES.lipo.nominalV * series);
    const battery = sizedPack(brief, amps, series, schools);
    const start: SetupDocument = {
      ...before,
      calibration: null,
      gearRatio: 1,
      battery,
      esc: sizedEsc(amps / count, series, schools),
      motor: { kvRpmPerVolt: 800, massKg, poles: 14 },
      propulsor: propeller,
      sources: {
        ...before.sources,
        ...Object.fromEntries(
          [
            'motor.kvRpmPerVolt',
            'motor.massKg',
            'motor.maxCurrentA',
            'motor.maxPowerW',
            'battery.capacityAh',
            'esc.continuousA'
          ].map((path) => [path, 'estimated' as const])
        )
      }
    };
    const { setup: sized, isMet } = withPower(start, watts);
    const s = analysisOf(sized);
    const drawn = s.worst.batteryCurrentA;
    const setup = alteredTo(before, {
      ...sized,
      battery: sizedPack(brief, drawn, series, schools),
      esc: sizedEsc(drawn / count, series, schools)
    });
    return {
      setup: setup.setup,
      said: setup.said,
      steps: [
        ...steps,
        {
          title: 'cells',
          working: `${series} cells keep ${showUnit(watts, 'W')} at some ${showUnit(watts / (CHEMISTRIES.lipo.nominalV * series), 'A')}: watts / nominal volts`,
          value: series,
          unit: 'cells'
        },
        {
          title: 'motor class',
          working: `${showUnit(watts / count, 'W')}${count > 1 ? ' each' : ''} at 4 W per gram: about ${show(1000 * massKg, 2)} g`,
          value: massKg,
          unit: 'kg'
        },
        {
          title: 'KV',
          working: `${isMet ? '' : 'no KV takes that power, the nearest: '}${Math.round(setup.setup.motor.kvRpmPerVolt)} KV takes ${showUnit(s.worst.electricalPowerW, 'W')} with ${inInches(propeller.diameterM)} × ${inInches(propeller.pitchM ?? propeller.diameterM)}, by the prediction: ${show(s.worst.rpm)} rpm`,
          value: setup.setup.motor.kvRpmPerVolt,
          unit: 'rpm/V'
        }
      ]
    };
  },
  keeps: []
} as const satisfies ChangeKind<EngineChange>;

/** Mass of an aeroplane that a cubic centimetre of glow engine usually flies, kg. Common practice, from memory. */
const KG_PER_CC = 0.37;

export const engineForm: ChangeForm<EngineChange> = {
  words: ({ craft }) => (craft.kind === 'fixed-wing' ? 'from glow or petrol' : null),
  first: ({ craft }) => ({
    kind: 'engine',
    displacementCc: Number(Math.max(craft.massKg * (1 / KG_PER_CC), 0.8).toPrecision(2)),
    engine: 'glow-two-stroke'
  }),
  pieces: (change) => [
    { words: 'electric in place of' },
    {
      figure: {
        id: 'change-cc',
        label: 'displacement, cc',
        quantity: 'ratio',
        value: change.displacementCc,
        next: (v, up) => Number(Math.max(v + (up ? 0.5 : -0.5), 0.2).toFixed(2)),
        set: (displacementCc) => ({ ...change, displacementCc })
      }
    },
    { words: 'cc' },
    {
      choice: {
        id: 'change-engine',
        label: 'kind of engine',
        options: ENGINES.map((value) => [value, ENGINE_WORDS[value]]),
        chosen: change.engine ?? 'glow-two-stroke',
        choose: (engine) => ({ ...change, engine: engine as Engine })
      }
    }
  ],
  looksForParts: true
};
