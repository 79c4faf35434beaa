import type { StandFault } from '../../document/run-schema.ts';
import type { SetupDocument } from '../../document/schema.ts';
import type { ReadingName } from '../../calibration/readings.ts';
import type { PowertrainModel } from '../../model/powertrain-model.ts';
import { operatingPoint, solveOperatingPoint } from '../../powertrain/operating-point.ts';
import { openCircuitCellV } from '../../parts/pack/open-circuit.ts';
import { show } from '../../units/show.ts';
import { otherPropulsor } from '../stand/faults.ts';

export const NOTHING_WRONG = 'as-labelled';
/** What is left where no hypothesis fits. */
export const NONE_FITS = 'none-fits';

/** Something that may be wrong, what it does to a powertrain, and the one test that would tell. */
export interface Hypothesis {
  readonly id:
    | StandFault
    | typeof NOTHING_WRONG
    | 'kv-off'
    | 'smaller-propeller'
    | 'reversed-propeller'
    | 'throttle-range'
    | 'better-pack'
    | 'cell-count'
    | 'air'
    | 'rpm-scale'
    | 'stand-arm'
    | 'ammeter';
  readonly title: string;
  /** How often it is what is wrong, of all runs. (m) */
  readonly often: number;
  /** What its severity usually is: middle and standard deviation, in its own unit. (m) */
  readonly severity: { readonly middle: number; readonly sd: number };
  /** Whether it makes the amps waver. */
  readonly flutters: boolean;
  readonly applies: (setup: SetupDocument) => boolean;
  /** Alters a powertrain by a severity. */
  readonly alter?: (m: PowertrainModel, severity: number) => void;
  /** A reading that is off by itself: its log by the severity. */
  readonly reads?: ReadingName;
  /** The setup as it would be: with another propulsor or pack than the named one. */
  readonly really?: (setup: SetupDocument, severity: number) => SetupDocument;
  /** Severities of which it is one, where it cannot be anything between. */
  readonly oneOf?: readonly number[];
  /** Whether it only ever goes the way of its middle. */
  readonly oneSided?: true;
  readonly says: (severity: number) => string;
  readonly test: string;
}

const always = (): boolean => true;
const percent = (share: number): string => `${show(100 * Math.abs(share), 2)} %`;

/** The setup with the propulsor that a larger one would be. */
const withPropulsor = (setup: SetupDocument, severity: number): SetupDocument => ({
  ...setup,
  propulsor: otherPropulsor(setup.propulsor, { fault: 'wrong-propeller', severity })
});

const point = operatingPoint();
/** Full throttle from full cells: what a fault's severity is told as a share of. */
function fullThrottle(m: PowertrainModel): { volts: number; packA: number; motorA: number } {
  const volts = openCircuitCellV('lipo', 1) * m.series;
  solveOperatingPoint(m, { openCircuitV: volts, packOhm: m.packResistanceOhm }, 1, 0, point);
  return { volts, packA: point.batteryCurrentA, motorA: point.motorCurrentA };
}

/** What is looked at when readings are off. A table of data. */
export const HYPOTHESES: readonly Hypothesis[] = [
  {
    id: NOTHING_WRONG,
    title: 'within normal tolerance',
    often: 0.5,
    severity: { middle: 0, sd: 1 },
    flutters: false,
    applies: always,
    says: () => 'the readings are within what labels and meters are usually off by',
    test: 'calibrate: the band narrows to this motor, this propulsor and this pack'
  },
  {
    id: 'kv-off',
    title: 'KV is not what the label says',
    often: 0.08,
    severity: { middle: 0, sd: 0.1 },
    flutters: false,
    applies: always,
    alter: (m, by) => {
      m.motorConstant /= Math.exp(by);
    },
    says: (by) => `amps and rpm fit a KV ${percent(Math.expm1(by))} ${by > 0 ? 'above' : 'below'} the label`,
    test: 'turn the motor by a drill of known rpm and read the volts between two leads: it tells the KV without any load'
  },
  {
    id: 'wrong-propeller',
    title: 'another propeller or screw than the one named',
    often: 0.06,
    severity: { middle: 1.2, sd: 0.35 },
    flutters: false,
    applies: (s) => !s.propulsor.coefficients,
    really: withPropulsor,
    oneSided: true,
    says: () => 'amps high, rpm low, and the thrust of a larger one with them',
    test: 'read its size on the hub, or measure tip to tip and the rise of the blade at three quarters of the radius'
  },
  {
    id: 'smaller-propeller',
    title: 'a smaller propeller or screw than the one named',
    often: 0.03,
    severity: { middle: -0.11, sd: 0.04 },
    flutters: false,
    applies: (s) => !s.propulsor.coefficients,
    really: (setup, by) => {
      const scale = Math.exp(by);
      const { diameterM } = setup.propulsor;
      return {
        ...setup,
        propulsor: { ...setup.propulsor, diameterM: diameterM * scale } as SetupDocument['propulsor']
      };
    },
    oneSided: true,
    says: (by) =>
      `amps low, rpm high, and the thrust of one about ${percent(Math.expm1(by))} smaller with them`,
    test: 'read its size on the hub, or measure tip to tip'
  },
  {
    id: 'reversed-propeller',
    title: 'the propeller on backwards',
    often: 0.02,
    severity: { middle: 0.4, sd: 0.06 },
    flutters: false,
    applies: (s) => s.propulsor.kind === 'propeller',
    oneSided: true,
    // the cambered side faces the wrong way: two thirds of the thrust for nearly as much power. From memory of trials
    alter: (m, loss) => {
      m.thrustFactor *= 1 - Math.min(Math.max(loss, 0), 0.8);
      m.powerFactor *= 1 - 0.25 * Math.min(Math.max(loss, 0), 0.8);
    },
    says: (loss) =>
      `thrust ${percent(loss)} low while amps and rpm are nearly right: the cambered side faces backwards`,
    test: 'look at the blade: its rounded side and the printed size face the way that the craft flies'
  },
  {
    id: 'throttle-range',
    title: 'the ESC has not learnt the throttle’s range',
    often: 0.03,
    severity: { middle: 0.14, sd: 0.05 },
    flutters: false,
    applies: always,
    oneSided: true,
    alter: (m, short) => {
      m.outputLimit *= 1 - Math.min(Math.max(short, 0), 0.6);
    },
    says: (short) =>
      `the motor gets ${percent(1 - short)} of the throttle that is told: amps and rpm low together`,
    test: 'teach the ESC the ends of the stick as its maker says, or look whether rpm still rises at the end of the stick'
  },
  {
    id: 'better-pack',
    title: 'a better pack than it is taken for',
    often: 0.02,
    severity: { middle: 0.7, sd: 0.25 },
    flutters: false,
    applies: always,
    oneSided: true,
    alter: (m, by) => {
      m.packResistanceOhm *= Math.exp(-Math.max(by, 0));
    },
    says: (by) => `the pack sags ${percent(-Math.expm1(-by))} less than it is taken to`,
    test: 'enter the resistance that a charger shows, or calibrate: the pack’s own figure takes the place of the estimate'
  },
  {
    id: 'cell-count',
    title: 'another number of cells than the setup says',
    often: 0.02,
    severity: { middle: 0, sd: 1 },
    flutters: false,
    applies: (s) => s.battery.series > 1,
    oneOf: [-1, 1],
    really: (setup, more) => ({
      ...setup,
      battery: { ...setup.battery, series: Math.max(setup.battery.series + more, 1) }
    }),
    says: (more) => `the volts are those of a cell ${more > 0 ? 'more' : 'less'}`,
    test: 'count the pins of the balance plug less one, or divide the resting volts by the volts of one cell'
  },
  {
    id: 'air',
    title: 'thinner or denser air than the setup says',
    often: 0.01,
    severity: { middle: 0, sd: 0.1 },
    flutters: false,
    applies: (s) => s.propulsor.kind === 'propeller' || s.propulsor.kind === 'ducted-fan',
    alter: (m, by) => {
      m.densityKgM3 *= Math.exp(by);
    },
    says: (by) =>
      `amps and thrust ${by < 0 ? 'low' : 'high'} together as in air of ${percent(Math.expm1(by))} ${by < 0 ? 'less' : 'more'} density`,
    test: 'enter the height and the temperature of the place'
  },
  {
    id: 'rpm-scale',
    title: 'the rpm meter counts other poles or blades',
    often: 0.03,
    severity: { middle: 0, sd: 1 },
    flutters: false,
    applies: always,
    reads: 'rpm',
    // pole pairs of common motors and blades of common propellers, one for another
    oneOf: [2, 0.5, 7 / 6, 6 / 7, 3 / 2, 2 / 3, 4 / 3, 3 / 4].map(Math.log),
    says: (by) => `amps and thrust are right, rpm reads ${show(Math.exp(by), 3)} times the true one`,
    test: 'set the number of magnet poles, or of blades, in the meter, or count one blade by a strobe'
  },
  {
    id: 'dragging-bearing',
    title: 'a bearing or a bell that drags',
    often: 0.05,
    severity: { middle: 0.25, sd: 0.08 },
    flutters: false,
    applies: always,
    alter: (m, share) => {
      m.noLoadCurrentA += Math.max(share, 0) * fullThrottle(m).motorA;
    },
    says: () => 'amps high, rpm and thrust low: something takes torque before the propulsor',
    test: 'take the propulsor off and read the amps at full throttle: more than the label’s no-load current drags'
  },
  {
    id: 'weak-cell',
    title: 'a weak cell in the pack',
    often: 0.05,
    severity: { middle: 1.0, sd: 0.5 },
    flutters: false,
    applies: always,
    oneSided: true,
    alter: (m, more) => {
      m.packResistanceOhm *= 1 + Math.max(more, 0);
    },
    says: (more) =>
      `the pack sags ${percent(more)} further than it should; amps and rpm fit the volts that are left`,
    test: 'read each cell by its balance lead under load: one that falls below the others is the weak one'
  },
  {
    id: 'loose-lead',
    title: 'a loose lead or connector',
    often: 0.05,
    severity: { middle: 0.06, sd: 0.02 },
    flutters: true,
    applies: always,
    alter: (m, share) => {
      const { volts, packA } = fullThrottle(m);
      m.wiringResistanceOhm += (Math.max(share, 0) * volts) / Math.max(packA, 1e-3);
    },
    says: () => 'amps and rpm low and wavering while the pack keeps its volts',
    test: 'feel connectors and bullets after a run (one is hot), and read the volts at the ESC while someone pulls gently at each lead'
  },
  {
    id: 'slipping-propeller',
    title: 'the propulsor slips on its shaft',
    often: 0.05,
    severity: { middle: 0.14, sd: 0.05 },
    flutters: true,
    applies: always,
    alter: (m, slip) => {
      const kept = (1 - Math.min(Math.max(slip, 0), 0.8)) ** 2;
      m.thrustFactor *= kept;
      m.powerFactor *= kept;
    },
    says: () =>
      'the motor turns faster than it should for few and wavering amps, and little thrust comes of it',
    test: 'mark hub and shaft with a pen across the joint: after a run the marks no longer meet'
  },
  {
    id: 'stand-arm',
    title: 'the thrust scale or its arm',
    often: 0.06,
    severity: { middle: 0, sd: 0.2 },
    flutters: false,
    applies: always,
    reads: 'thrustN',
    says: (by) =>
      `amps and rpm are right, thrust ${percent(Math.expm1(by))} ${by > 0 ? 'high' : 'low'}: the scale, its arm, or something in the wash`,
    test: 'hang a known weight at the motor’s axis and read the scale; look for what stands in the stream'
  },
  {
    id: 'ammeter',
    title: 'the ammeter',
    often: 0.03,
    severity: { middle: 0, sd: 0.1 },
    flutters: false,
    applies: always,
    reads: 'batteryCurrentA',
    says: (by) => `rpm and thrust are right, amps ${percent(Math.expm1(by))} ${by > 0 ? 'high' : 'low'}`,
    test: 'compare the charge that goes back in with what the meter counted'
  }
];
