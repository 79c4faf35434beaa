import { levenbergMarquardt } from 'ml-levenberg-marquardt';
import { findRoot } from '../../src/lib/core/numeric/find-root.ts';
import { windingResistanceFactor } from '../../src/lib/core/parts/motor/temperature.ts';
import { propulsorLoad } from '../../src/lib/core/parts/propulsor/performance.ts';
import { interpretSetup } from '../../src/lib/core/model/interpret.ts';
import { noLoadCurrentAt } from '../../src/lib/core/powertrain/operating-point.ts';
import { benchRows, classOf, rms, type BenchRow } from '../../tests/helpers/bench-rows.ts';

/** What a model of a motor under load may look at. */
interface MotorFacts {
  /** Terminal resistance at the winding's temperature, and how much more that is than at 25 °C. */
  readonly ohm: number;
  readonly hot: number;
  readonly massKg: number;
  /** Electrical frequency, Hz. */
  readonly hz: number;
}

/** One way to say what a motor does under load: resistance and lossless reactance by its facts and some constants. */
export interface MotorModel {
  readonly id: string;
  readonly title: string;
  readonly start: readonly number[];
  readonly drop: (x: readonly number[], f: MotorFacts) => { ohm: number; reactanceOhm: number };
}

const TURN = 2 * Math.PI;

/** The models compared. Reactance in quadrature: V² = (E + I R)² + (X I)², X = 2 pi f tau R. */
export const MOTOR_MODELS: readonly MotorModel[] = [
  {
    id: '0',
    title: 'the label’s resistance alone',
    start: [],
    drop: (_x, f) => ({ ohm: f.ohm, reactanceOhm: 0 })
  },
  { id: 'a', title: 'a factor', start: [2.4], drop: ([k], f) => ({ ohm: k * f.ohm, reactanceOhm: 0 }) },
  {
    id: 'b1',
    title: 'a factor that grows with electrical frequency',
    start: [2.2, 0.05],
    drop: ([k, g], f) => ({ ohm: k * (1 + (g * f.hz) / 1000) * f.ohm, reactanceOhm: 0 })
  },
  {
    id: 'b2',
    title: 'a factor that grows with the motor’s mass',
    start: [2.4, 0.01],
    drop: ([k, p], f) => ({ ohm: k * (f.massKg / 0.073) ** p * f.ohm, reactanceOhm: 0 })
  },
  {
    id: 'c',
    title: 'a reactance in quadrature',
    start: [3e-4],
    drop: ([tau], f) => ({ ohm: f.ohm, reactanceOhm: TURN * f.hz * Math.abs(tau) * f.ohm })
  },
  {
    id: 'd',
    title: 'a factor and a reactance',
    start: [2.3, 1e-4],
    drop: ([k, tau], f) => ({ ohm: k * f.ohm, reactanceOhm: TURN * f.hz * Math.abs(tau) * f.ohm })
  },
  {
    id: 'e',
    title: 'a factor and a part that is added',
    start: [2.2, 0.008],
    drop: ([k, r], f) => ({ ohm: k * f.ohm + r, reactanceOhm: 0 })
  },
  {
    id: 'e10',
    title: 'a factor and 10 mΩ',
    start: [2.2],
    drop: ([k], f) => ({ ohm: k * f.ohm + 0.01 * f.hot, reactanceOhm: 0 })
  }
];

const load = new Float64Array(2);

/** Current and thrust of a row by a model, the propulsor as the product has it. */
export function solveRow(
  row: BenchRow,
  model: MotorModel,
  x: readonly number[]
): { amps: number; thrustN: number } {
  const { setup, windingC = 25, points } = row.request;
  const m = interpretSetup(setup, windingC).model;
  const volts = points?.[0].batteryVoltageV as number;
  const k = m.motorConstant;
  const hot = windingResistanceFactor(windingC);
  // a fit may try more than any motor could turn on
  const mostOhm = volts / (2 * (setup.motor.noLoadCurrentA as number));
  const facts = (omega: number): MotorFacts => ({
    ohm: (setup.motor.resistanceOhm as number) * hot,
    hot,
    massKg: setup.motor.massKg as number,
    hz: (omega / TURN) * ((setup.motor.poles as number) / 2)
  });
  const amps = (omega: number): number => {
    const drop = model.drop(x, facts(omega));
    const ohm = Math.min(Math.max(drop.ohm, 0), mostOhm) + m.escResistanceOhm;
    const emf = k * omega;
    if (drop.reactanceOhm === 0 || emf >= volts) return (volts - emf) / ohm;
    const a = ohm * ohm + drop.reactanceOhm ** 2;
    const b = 2 * emf * ohm;
    return (-b + Math.sqrt(b * b - 4 * a * (emf * emf - volts * volts))) / (2 * a);
  };
  const balance = (omega: number): number => {
    propulsorLoad(m.performance, omega / TURN, 0, m.diameterM, load);
    return k * (amps(omega) - noLoadCurrentAt(m, omega)) - m.densityKgM3 * m.diameterM ** 3 * load[1];
  };
  const root = findRoot(balance, 1, volts / k, 1e-9);
  if (!root.ok) throw new RangeError(`${row.id}: ${root.detail}`);
  propulsorLoad(m.performance, root.value / TURN, 0, m.diameterM, load);
  return { amps: amps(root.value), thrustN: m.densityKgM3 * m.diameterM ** 2 * load[0] };
}

/** Errors of a row by a model, logs of predicted over read. */
const errorsOf = (row: BenchRow, model: MotorModel, x: readonly number[]): [amps: number, thrust: number] => {
  const got = solveRow(row, model, x);
  return [Math.log(got.amps / row.reading.batteryCurrentA), Math.log(got.thrustN / row.reading.thrustN)];
};

/** How surely the rows are known: amps 8 %, thrust 10 % and the blades' own spread. */
const SD = [0.08, 0.14];

/** Constants of a model that fit rows best, by a general least-squares package. */
function fitModel(model: MotorModel, rows: readonly BenchRow[]): number[] {
  if (model.start.length === 0) return [];
  const scale = model.start.map((v) => Math.abs(v) || 1);
  let key = '';
  let kept: number[] = [];
  const fit = levenbergMarquardt(
    {
      x: Array.from({ length: 2 * rows.length }, (_, k) => k),
      y: new Array<number>(2 * rows.length).fill(0)
    },
    (parameters: number[]) => {
      const now = parameters.join();
      if (now !== key) {
        key = now;
        const x = parameters.map((p, k) => p * scale[k]);
        kept = rows.flatMap((row) => errorsOf(row, model, x).map((e, k) => e / SD[k]));
      }
      const own = kept;
      return (at: number) => own[at];
    },
    {
      initialValues: model.start.map((v, k) => v / scale[k]),
      damping: 0.01,
      maxIterations: 40,
      errorTolerance: 1e-10,
      gradientDifference: 1e-3,
      centralDifference: true
    }
  );
  return fit.parameterValues.map((p, k) => p * scale[k]);
}

export interface ModelScore {
  readonly model: MotorModel;
  readonly constants: readonly number[];
  /** rms of the rows fitted to, and of classes each predicted without it; amps and thrust. */
  readonly inside: readonly [amps: number, thrust: number];
  readonly leftOut: readonly [amps: number, thrust: number];
}

/** Every model on the propeller rows, fitted and with one class left out at a time. Fans have a propulsor of their own. */
export function compareMotorModels(): ModelScore[] {
  const rows = benchRows().filter((row) => row.request.setup.propulsor.kind === 'propeller');
  const classes = [...new Set(rows.map(classOf))];
  const both = (errors: [number, number][]): [number, number] => [
    rms(errors.map((e) => e[0])),
    rms(errors.map((e) => e[1]))
  ];
  return MOTOR_MODELS.map((model) => {
    const constants = fitModel(model, rows);
    const leftOut = classes.flatMap((name) => {
      const x = fitModel(
        model,
        rows.filter((row) => classOf(row) !== name)
      );
      return rows.filter((row) => classOf(row) === name).map((row) => errorsOf(row, model, x));
    });
    return {
      model,
      constants,
      inside: both(rows.map((row) => errorsOf(row, model, constants))),
      leftOut: both(leftOut)
    };
  });
}

/** The factor on the label's hot resistance that meets a row's current, all else as the product has it. */
export function factorForRow(row: BenchRow): number {
  const model = MOTOR_MODELS.find((m) => m.id === 'a') as MotorModel;
  const root = findRoot((k) => errorsOf(row, model, [k])[0], 0.2, 15, 1e-9);
  return root.ok ? root.value : Number.NaN;
}

/** The model that the product uses. */
export const USED = 'e10';

/** Current and thrust of every propeller row with the factor fitted without its class; the blades as the product has them. */
export function leftOutRows(): { row: BenchRow; factor: number; amps: number; thrustN: number }[] {
  const model = MOTOR_MODELS.find((m) => m.id === USED) as MotorModel;
  const rows = benchRows().filter((row) => row.request.setup.propulsor.kind === 'propeller');
  return rows.map((row) => {
    const x = fitModel(
      model,
      rows.filter((other) => classOf(other) !== classOf(row))
    );
    return { row, factor: x[0], ...solveRow(row, model, x) };
  });
}
