/** `npm run snapshot -- validation` writes docs/validation.md: every outside check with its source, value and error. */
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { air, pressurePa } from '../../src/lib/core/fluids/air.ts';
import { savitskyPlaning } from '../../src/lib/core/craft/boat/resistance.ts';
import { bSeries } from '../../src/lib/core/parts/propulsor/submerged-screw/b-series.ts';
import { PROPELLER_FAMILIES } from '../../src/lib/core/parts/propulsor/propeller/family.ts';
import type { PredictAnswer } from '../../src/lib/core/predict/answer.ts';
import { predict } from '../../src/lib/core/predict/predict.ts';
import type { PredictRequest } from '../../src/lib/core/document/schema.ts';
import { water } from '../../src/lib/core/fluids/water.ts';
import {
  conductorResistanceOhm,
  gaugeAreaM2,
  gaugeDiameterM
} from '../../src/lib/core/parts/wiring/lead-resistance.ts';
import { leftOutRows } from '../tools/motor-models.ts';
import { cellCountRule } from '../tools/cell-count-rule.ts';
import { BENCH_READINGS } from '../../tests/reference/data/bench-readings.ts';
import { classRows, heldAgainst } from '../../tests/helpers/class-rows.ts';
import { CLASS_VALUES, classPrediction } from '../../tests/reference/data/class-values.ts';

interface Row {
  kind: string;
  source: string;
  what: string;
  expected: number;
  predicted: number;
  low: number;
  high: number;
  /** Whether a real reading stands there: then the band is the prediction's own. */
  real: boolean;
  /** Whether the model's constants were chosen with this value before one's eyes. */
  fitted: boolean;
}

const root = process.cwd();
const rows: Row[] = [];
/** A row whose band is a relative tolerance round the expected value. */
const add = (
  kind: string,
  source: string,
  what: string,
  expected: number,
  predicted: number,
  tolerance: number,
  fitted = false
): void => {
  rows.push({
    kind,
    source,
    what,
    expected,
    predicted,
    low: expected * (1 - tolerance),
    high: expected * (1 + tolerance),
    real: false,
    fitted
  });
};
/** A real reading against the prediction's own 10–90 % band. */
const addReal = (
  kind: string,
  source: string,
  what: string,
  measured: number,
  predicted: number,
  band: readonly [number, number],
  fitted: boolean
): void => {
  rows.push({
    kind,
    source,
    what,
    expected: measured,
    predicted,
    low: band[0],
    high: band[1],
    real: true,
    fitted
  });
};

const ISO = 'ISO 2533:1975, table 1';
for (const [altitude, pressure, density, viscosity] of [
  [0, 101325, 1.225, 1.7894e-5],
  [1000, 89876.3, 1.11166, 1.7579e-5],
  [3000, 70121.2, 0.909254, 1.6938e-5]
]) {
  const a = air(altitude);
  add('atmosphere', ISO, `pressure at ${altitude} m, Pa`, pressure, pressurePa(altitude), 1e-3);
  add('atmosphere', ISO, `density at ${altitude} m, kg/m³`, density, a.densityKgM3, 1e-3);
  add('atmosphere', ISO, `viscosity at ${altitude} m, Pa s`, viscosity, a.viscosityPaS, 1e-3);
}
for (const [awg, mm, ohm] of [
  [10, 2.588, 3.277],
  [12, 2.053, 5.211],
  [16, 1.291, 13.17],
  [20, 0.8118, 33.31]
]) {
  add('wire', 'ASTM B258', `gauge ${awg}, mm`, mm, gaugeDiameterM(awg) * 1000, 1e-3);
  add(
    'wire',
    'ASTM B258, IEC 60028',
    `gauge ${awg}, ohm/km`,
    ohm,
    conductorResistanceOhm(gaugeAreaM2(awg), 1000),
    2e-3
  );
}
for (const [kind, t, density, nu] of [
  ['fresh', 15, 999.1, 1.1386e-6],
  ['salt', 15, 1026, 1.1892e-6]
] as const) {
  const w = water(kind, t);
  add(
    'water',
    'ITTC 7.5-02-01-03 (2011), from memory',
    `${kind}, ${t} °C, density kg/m³`,
    density,
    w.densityKgM3,
    2e-4
  );
  add(
    'water',
    'ITTC 7.5-02-01-03 (2011), from memory',
    `${kind}, ${t} °C, kinematic viscosity m²/s`,
    nu,
    w.viscosityPaS / w.densityKgM3,
    0.01
  );
}
for (const [z, area, kt, kq] of [
  [4, 0.7, 0.455, 0.0675],
  [5, 0.75, 0.469, 0.069]
]) {
  const c = bSeries(0, 1, area, z);
  const source = 'Oosterveld and van Oossanen 1975, open-water points, from memory';
  add('screw', source, `B${z}-${100 * area}, P/D 1, KT(0)`, kt, c.thrust, 0.02);
  add('screw', source, `B${z}-${100 * area}, P/D 1, KQ(0)`, kq, c.torque, 0.02);
}
const s = savitskyPlaning(
  60000 * 4.448221615,
  14 * 0.3048,
  10,
  29 * 0.3048,
  40 * (1852 / 3600),
  1025.9,
  1.19e-6
);
if (s) {
  add('hull', 'Savitsky 1964, worked example, from memory', 'trim, degrees', 2.3, s.trimDeg, 0.13);
  add(
    'hull',
    'Savitsky 1964, worked example, from memory',
    'wetted length/beam',
    3.43,
    s.wettedLengthRatio,
    0.08
  );
  add(
    'hull',
    'Savitsky 1964, worked example, from memory',
    'resistance, lb',
    9000,
    s.resistanceN / 4.448221615,
    0.1
  );
}

const fluid = air(0, 20);
for (const c of CLASS_VALUES) {
  const got = classPrediction(c, fluid);
  const family = PROPELLER_FAMILIES[c.family];
  const source =
    'Brandt and Selig 2011 (AIAA 2011-1255); Deters, Ananda and Selig 2014 (AIAA 2014-2151): class values, from memory';
  const band = (value: number, sd: number): [number, number] => [
    value * Math.exp(-1.2816 * sd),
    value * Math.exp(1.2816 * sd)
  ];
  addReal(
    'propeller',
    source,
    `${c.name}, CT0`,
    c.thrust,
    got.thrust,
    band(got.thrust, family.thrustSd),
    true
  );
  addReal('propeller', source, `${c.name}, CP0`, c.power, got.power, band(got.power, family.powerSd), true);
  if (c.efficiency)
    add('propeller', source, `${c.name}, best efficiency`, c.efficiency, got.efficiency, 0.06, true);
}

/** Value at a path such as `points.0.rpm` or `endurance[hover].seconds`. */
function valueAt(answer: unknown, path: string): number {
  return path.split('.').reduce<unknown>((node, key) => {
    const named = /^(\w+)\[(\w+)\]$/.exec(key);
    if (!named) return (node as Record<string, unknown> | undefined)?.[key];
    return ((node as Record<string, unknown>)[named[1]] as { at: string }[]).find((e) => e.at === named[2]);
  }, answer) as number;
}
function bandAt(answer: PredictAnswer, path: string): [number, number] {
  const key = path.split('.').at(-1) as 'thrustN' | 'batteryCurrentA';
  const e = path.startsWith('endurance') ? answer.endurance.find((x) => path.includes(x.at)) : undefined;
  if (path.startsWith('hover.') && answer.hover?.band) return answer.hover.band.batteryCurrentA;
  return e ? (e.band as [number, number]) : (answer.points[0].band as Record<string, [number, number]>)[key];
}
for (const r of BENCH_READINGS) {
  const answer = predict({ ...r.request, checks: false });
  addReal(
    'bench',
    r.source,
    r.name,
    r.measured,
    valueAt(answer, r.path),
    bandAt(answer, r.path),
    r.fitted ?? false
  );
}

for (const { row, amps, thrustN } of leftOutRows()) {
  const p = predict({ ...row.request, checks: false }).points[0];
  const whole = p.band as Record<string, readonly [number, number]>;
  for (const [key, unit, got] of [
    ['batteryCurrentA', 'A', amps],
    ['thrustN', 'N', thrustN]
  ] as const) {
    // the band keeps its shape round the prediction made without the row's class
    const scale = got / p[key];
    addReal(
      'class of motor left out',
      row.source.split(';')[0],
      `${row.id} ${row.what}, ${unit}`,
      row.reading[key],
      got,
      [whole[key][0] * scale, whole[key][1] * scale],
      false
    );
  }
}

for (const text of readFileSync(join(root, 'tests/reference/data/cases.ndjson'), 'utf8').trim().split('\n')) {
  const c = JSON.parse(text) as {
    id: string;
    kind: string;
    note: string;
    request: PredictRequest;
    expect: Record<string, [number, number]>;
  };
  const answer = predict({ ...c.request, bands: false, checks: false });
  for (const [path, [low, high]] of Object.entries(c.expect)) {
    const units = path.endsWith('shaftPowerW') ? (c.request.setup.count ?? 1) : 1;
    rows.push({
      kind: `independent model, ${c.kind}`,
      source: 'independently computed case',
      what: `${c.id} ${c.note.slice(0, 48)}: ${path}`,
      expected: 0.5 * (low + high),
      predicted: units * valueAt(answer, path),
      low,
      high,
      real: false,
      fitted: false
    });
  }
}

for (const row of classRows())
  for (const h of heldAgainst(row))
    if (h.band)
      addReal(
        row.class,
        'common practice, from memory: typical of its class',
        `${row.id} ${row.what}, ${h.key}`,
        h.middle,
        h.got,
        h.band,
        true
      );

const figure = (v: number): string => Number(v.toPrecision(4)).toString();
const inside = (r: Row): boolean =>
  r.real ? r.expected >= r.low && r.expected <= r.high : r.predicted >= r.low && r.predicted <= r.high;
const error = (r: Row): number => r.predicted / r.expected - 1;
const readings = rows.filter((r) => r.real && !r.fitted);
const fittedTo = rows.filter((r) => r.fitted);
const independent = rows.filter((r) => !r.real && !r.fitted);
const share = readings.filter(inside).length / readings.length;
const statistics = (of: readonly Row[]): string[] => [
  '| kind | rows | mean error | rms error | inside the band |',
  '| --- | ---: | ---: | ---: | ---: |',
  ...[...new Set(of.map((r) => r.kind))].map((kind) => {
    const these = of.filter((r) => r.kind === kind);
    const mean = these.reduce((sum, r) => sum + error(r), 0) / these.length;
    const rms = Math.sqrt(these.reduce((sum, r) => sum + error(r) ** 2, 0) / these.length);
    return `| ${kind} | ${these.length} | ${(100 * mean).toFixed(2)} % | ${(100 * rms).toFixed(2)} % | ${these.filter(inside).length} |`;
  })
];
const table = (of: readonly Row[]): string[] => [
  '| kind | source | what | expected | predicted | error | inside |',
  '| --- | --- | --- | ---: | ---: | ---: | --- |',
  ...of.map(
    (r) =>
      `| ${r.kind} | ${r.source} | ${r.what} | ${figure(r.expected)} | ${figure(r.predicted)} | ${(100 * error(r)).toFixed(2)} % | ${inside(r) ? 'yes' : 'NO'} |`
  )
];
const out: string[] = [
  '# Validation',
  '',
  'Made by `npm run snapshot -- validation`. Every row is also a test. For real readings the band is the prediction’s own 10th to 90th',
  'percentile; for everything else it is the tolerance of the source or of the independent model.',
  '',
  `**Of ${readings.length} readings that nothing was fitted to, or that were predicted with their class left out, ${readings.filter(inside).length} lie inside the 10–90 % band: ${(100 * share).toFixed(0)} %** (aim: about 80 %). All are from memory; logged runs of real craft are what will settle it.`,
  '',
  '## Readings that were not fitted to',
  '',
  'Bench readings of the trade, and full-throttle rows typical of their class, each predicted with the motor’s factor fitted',
  'without its class (docs/motor-under-load.md; the blade families saw them).',
  '',
  ...statistics(readings),
  '',
  ...table(readings),
  '',
  '## Class values that the model was fitted to',
  '',
  'They show how near the model comes to what it was made from, and no more. The rows of classes',
  '(`tests/reference/data/class-rows.ndjson`) are among them: blades, fans, hulls, packs under way and the wash of aeroplanes',
  'were fitted to them together, currents before thrusts, since makers’ thrust is a tenth optimistic.',
  '',
  ...statistics(fittedTo),
  '',
  ...table(fittedTo),
  '',
  '## Independent of the model',
  '',
  'Standards, published worked examples and an independent model’s cases. The generic cases take the given winding resistance',
  'as the one under load.',
  '',
  ...statistics(independent),
  '',
  ...table(independent)
];
out.push(
  '',
  '## One cell more: where the 1.6-power rule holds',
  '',
  'Current for four cells instead of three, the same propeller. Theory with a constant CP: exponent 2/(1 + x), x = I R/V.',
  'The rule of thumb (1.6) holds near x = 0.25; stiff trains grow faster, weak ones slower.',
  '',
  '| setup | x | current × | exponent | theory | rule of thumb |',
  '| --- | ---: | ---: | ---: | ---: | --- |'
);
for (const c of cellCountRule())
  out.push(
    `| ${c.name} | ${c.x.toFixed(2)} | ${c.ratio.toFixed(2)} | ${c.exponent.toFixed(2)} | ${c.theory.toFixed(2)} | ${Math.abs(c.exponent - 1.6) <= 0.1 ? 'holds' : `off by ${(c.exponent - 1.6).toFixed(2)}`} |`
  );
out.push(
  '',
  'The circuit against ngspice, the discharge against a general ODE package and the calibration against scipy are',
  'checked in the test suite (`tests/reference/ngspice.test.ts`, `tests/properties.test.ts`,',
  '`src/lib/core/calibration/calibrate.test.ts`).',
  ''
);
const file = join(root, 'docs', 'validation.md');
const text = out.join('\n');
// --check: compares instead of writing
if (!process.argv.includes('--check')) writeFileSync(file, text);
else if (readFileSync(file, 'utf8') !== text) {
  console.log('docs/validation.md is not what npm run snapshot -- validation makes');
  process.exitCode = 1;
}
const missed = rows.filter((r) => !r.real && !inside(r));
console.log(
  `docs/validation.md: ${rows.length} rows, ${missed.length} outside, readings not fitted to inside ${(100 * share).toFixed(0)} %`
);
for (const r of missed) console.log(`outside: ${r.what} ${r.expected} ${r.predicted}`);
if (missed.length > 0) process.exitCode = 1;
