/**
 * `npm run snapshot -- blades` fits the families of blades to wind-tunnel class values, bench readings and rows typical of their class, all
 * at once, from the constants as they stand, and prints what it finds: it writes nothing. Twenty seconds.
 */
import { Matrix, solve } from 'ml-matrix';
import { air } from '../../src/lib/core/fluids/air.ts';
import { interpretSetup, supplyOf } from '../../src/lib/core/model/interpret.ts';
import type { PredictRequest } from '../../src/lib/core/document/schema.ts';
import { BLADES, SMALL_AEROPLANE } from '../../src/lib/core/parts/propulsor/propeller/blade-shape.ts';
import { PROPELLER_FAMILIES } from '../../src/lib/core/parts/propulsor/propeller/family.ts';
import { SECTION } from '../../src/lib/core/parts/propulsor/propeller/section.ts';
import { hover } from '../../src/lib/core/powertrain/craft/hover.ts';
import { operatingPoint, solveOperatingPoint } from '../../src/lib/core/powertrain/operating-point.ts';
import { radSToRpm } from '../../src/lib/core/units/convert.ts';
import { benchRows } from '../../tests/helpers/bench-rows.ts';
import { classRows } from '../../tests/helpers/class-rows.ts';
import { CLASS_VALUES, classPrediction } from '../../tests/reference/data/class-values.ts';

/** A constant that is fitted: its spread before the fit is about how surely it was known. */
interface Constant {
  readonly name: string;
  readonly owner: Record<string, number>;
  readonly key: string;
  readonly before: number;
  readonly sd: number;
  readonly byLog: boolean;
}

const constant = (name: string, owner: object, key: string, sd: number, byLog: boolean): Constant => {
  const numbers = owner as Record<string, number>;
  return { name, owner: numbers, key, before: numbers[key], sd, byLog };
};
const CONSTANTS: readonly Constant[] = [
  ...Object.entries(PROPELLER_FAMILIES).flatMap(([name, family]) => [
    constant(`${name}, chord`, family, 'chordScale', 0.15, true),
    constant(`${name}, added drag`, family, 'addedDrag', 0.35, true),
    constant(`${name}, share of the pitch`, family, 'pitchShare', 0.03, true)
  ]),
  constant('exponent of the added drag', SECTION, 'addedExponent', 0.1, false),
  constant('exponent of the blades', BLADES, 'exponent', 0.04, false),
  constant('pitch lost by small blades', SMALL_AEROPLANE, 'pitchLoss', 0.04, false),
  constant('drag gained by small blades', SMALL_AEROPLANE, 'drag', 0.5, false)
];

/** What is met: a figure, what it should be, and one standard deviation of that, relative or as it is. */
interface Datum {
  readonly name: string;
  readonly got: number;
  readonly wanted: number;
  readonly sd: number;
  readonly absolute?: true;
}

/** Makers' thrust is a tenth optimistic, that of carbon propellers more; half of it is taken off. From memory. */
const THRUST = { usual: 0.94, carbon: 0.89 };
/** 26 N from a 15-inch disc at 344 W: momentum theory forbids it. */
const IMPOSSIBLE = 'B16';

const fluid = air(0, 20);
const point = operatingPoint();
let tick = 0;

/** A request solved afresh: tables are kept by geometry, so each time the diameter differs in its tenth digit. */
function solved({ setup, points, windingC }: PredictRequest) {
  const { propulsor } = setup;
  const i = interpretSetup(
    {
      ...setup,
      propulsor: { ...propulsor, diameterM: propulsor.diameterM * (1 + 1e-10 * tick) } as typeof propulsor
    },
    windingC ?? 25
  );
  const supply = supplyOf(i, points?.[0] ?? { throttle: 1, speedMs: 0, stateOfCharge: 1 });
  return { i, supply };
}

function data(): Datum[] {
  tick++;
  const out: Datum[] = [];
  for (const c of CLASS_VALUES) {
    const got = classPrediction(c, fluid);
    out.push(
      { name: `${c.name}, CT0`, got: got.thrust, wanted: c.thrust, sd: 0.06 },
      { name: `${c.name}, CP0`, got: got.power, wanted: c.power, sd: 0.07 }
    );
    if (c.efficiency)
      out.push({
        name: `${c.name}, efficiency`,
        got: got.efficiency,
        wanted: c.efficiency,
        sd: 0.025,
        absolute: true
      });
    if (c.zeroThrust)
      out.push({
        name: `${c.name}, J0`,
        got: got.zeroThrust,
        wanted: c.zeroThrust,
        sd: 0.05,
        absolute: true
      });
  }
  for (const row of benchRows().filter((r) => r.request.setup.propulsor.kind === 'propeller')) {
    const { i, supply } = solved(row.request);
    solveOperatingPoint(i.model, supply, 1, 0, point);
    const { batteryCurrentA, thrustN } = row.reading;
    out.push({ name: `${row.id}, A`, got: point.batteryCurrentA, wanted: batteryCurrentA, sd: 0.1 });
    if (row.id !== IMPOSSIBLE)
      out.push({ name: `${row.id}, N`, got: point.thrustN, wanted: THRUST.usual * thrustN, sd: 0.1 });
  }
  for (const row of classRows().filter(
    (r) => r.request.setup.propulsor.kind === 'propeller' && r.request.setup.craft.kind !== 'boat'
  )) {
    const { i, supply } = solved(row.request);
    const held = row.expected['hover.batteryCurrentA'];
    if (held) {
      const at = hover(i.model, row.request.setup.craft.massKg, supply);
      out.push({ name: `${row.id}, A`, got: at?.batteryCurrentA ?? 99, wanted: held[1], sd: 0.13 });
      continue;
    }
    const { batteryCurrentA, thrustN, rpm } = row.expected;
    if (!batteryCurrentA) continue;
    solveOperatingPoint(i.model, supply, 1, 0, point);
    const { propulsor } = row.request.setup;
    const carbon = propulsor.kind === 'propeller' && propulsor.family === 'multirotor-carbon';
    out.push(
      { name: `${row.id}, A`, got: point.batteryCurrentA, wanted: batteryCurrentA[1], sd: 0.13 },
      {
        name: `${row.id}, N`,
        got: point.thrustN,
        wanted: (carbon ? THRUST.carbon : THRUST.usual) * thrustN[1],
        sd: 0.12
      }
    );
    if (rpm) out.push({ name: `${row.id}, rpm`, got: radSToRpm(point.omegaRadS), wanted: rpm[1], sd: 0.06 });
  }
  return out;
}

const set = (z: readonly number[]): void =>
  CONSTANTS.forEach(({ owner, key, before, sd, byLog }, k) => {
    owner[key] = byLog ? before * Math.exp(sd * z[k]) : before + sd * z[k];
  });
function residuals(z: readonly number[]): { data: Datum[]; r: number[]; square: number } {
  set(z);
  const all = data();
  const r = [
    ...all.map((d) =>
      d.absolute ? (d.got - d.wanted) / d.sd : Math.log(Math.max(d.got, 1e-9) / d.wanted) / d.sd
    ),
    ...z
  ];
  return { data: all, r, square: r.reduce((sum, v) => sum + v * v, 0) };
}

const STEP = 0.02;
let z = CONSTANTS.map(() => 0);
let now = residuals(z);
console.log(`sum of squares ${now.square.toFixed(1)} over ${now.data.length} figures`);
for (let round = 0, damping = 1; round < 8; round++) {
  const columns = z.map((_, k) => {
    const moved = residuals(z.map((v, j) => (j === k ? v + STEP : v))).r;
    return moved.map((v, at) => (v - now.r[at]) / STEP);
  });
  const j = new Matrix(columns).transpose();
  const normal = j.transpose().mmul(j);
  for (let k = 0; k < z.length; k++) normal.set(k, k, normal.get(k, k) * (1 + damping));
  const step = solve(normal, j.transpose().mmul(Matrix.columnVector(now.r))).to1DArray();
  const next = z.map((v, k) => v - step[k]);
  const found = residuals(next);
  if (found.square >= now.square) {
    damping *= 4;
    continue;
  }
  const gain = now.square - found.square;
  [z, now, damping] = [next, found, damping / 4];
  console.log(`sum of squares ${now.square.toFixed(1)}`);
  if (gain < 0.05) break;
}
set(z);
for (const c of CONSTANTS)
  console.log(`${c.name}: ${c.owner[c.key].toPrecision(4)}, now ${c.before.toPrecision(4)}`);
now.data.forEach((d, k) => {
  if (Math.abs(now.r[k]) > 1)
    console.log(
      `${d.name}: ${d.got.toPrecision(4)} for ${d.wanted.toPrecision(4)}, ${now.r[k].toFixed(1)} of its spread off`
    );
});
