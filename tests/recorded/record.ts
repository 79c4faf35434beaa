/**
 * What the core says of a set of documents, as lines of text with five digits: a change of a number anywhere shows as a line
 * that differs. It tells that something moved, not that it was right before; that is for the checks by hand and from outside.
 */
import { createHash } from 'node:crypto';
import { targetsOf } from '../../src/lib/core/brief/targets.ts';
import { chartOf, CHART_IDS } from '../../src/lib/core/charts/charts-of.ts';
import { compareSetups } from '../../src/lib/core/compare/compare.ts';
import { glanceOf, summaryOf } from '../../src/lib/core/compare/glance.ts';
import { predictRequestSchema, setupSchema, type SetupDocument } from '../../src/lib/core/document/schema.ts';
import { MARGINS, MULTIROTOR_PURPOSES, PURPOSES } from '../../src/lib/core/document/schools.ts';
import { validateSetup } from '../../src/lib/core/document/validate.ts';
import { calibrateRequestSchema } from '../../src/lib/core/calibration/schema.ts';
import { sketchSetup } from '../../src/lib/core/alternatives/sketch-setup.ts';
import { briefSchema } from '../../src/lib/core/alternatives/sketch-checked.ts';
import { decodeLabel } from '../../src/lib/core/parts/motor/label-decoder.ts';
import { parseShorthand, type ShorthandPart } from '../../src/lib/core/shorthand/parse.ts';
import { QUANTITIES } from '../../src/lib/core/units/quantity.ts';
import { openApi } from '../../src/lib/api/openapi.ts';
import { fitAround } from '../../src/lib/core/alternatives/fit-around.ts';
import { answerOf } from '../../src/lib/core/predict/predict.ts';
import { analysisOf, type Look } from '../../src/lib/core/analysis/setup-analysis.ts';
import { whyAll } from '../../src/lib/core/derivations/derive.ts';
import { DEMO_CRAFTS, setupDocument } from '../../src/lib/server/demo/crafts.ts';
import { randomSetups } from '../helpers/random-setup.ts';

/** One line of the record: whose, what of it, and what it says. */
export type Entry = readonly [owner: string, what: string, says: string];

/** A value as JSON with five digits. */
const rounded = (value: unknown): string =>
  JSON.stringify(value, (_key, v: unknown) => (typeof v === 'number' ? Number(v.toPrecision(5)) : v)) ??
  'nothing';
/** Eight letters that stand for a longer text. */
const digest = (value: unknown): string =>
  createHash('sha256').update(rounded(value)).digest('hex').slice(0, 8);

/** Every margin at its last school: another way of judging than the usual. */
export const LAST_SCHOOLS: Readonly<Record<string, string>> = Object.fromEntries(
  Object.entries(MARGINS).map(([margin, m]) => [margin, m.schools[m.schools.length - 1].id])
);

/** What is recorded of one setup as it is looked at. */
export function recordOf(owner: string, setup: SetupDocument, look: Look = {}): Entry[] {
  const out: Entry[] = [];
  const add = (what: string, value: unknown): void => void out.push([owner, what, rounded(value)]);
  const short = (what: string, value: unknown): void => void out.push([owner, what, digest(value)]);
  const s = analysisOf(setup, { bands: true, ...look });
  const { points, checks, estimates, notes, sensitivity, ...craft } = answerOf(s, { remedies: false });
  const { lossW, band, ...point } = points[0];
  add('point', point);
  add('losses', lossW);
  add('bands', band);
  for (const [name, value] of Object.entries(craft)) if (value !== null) add(name, value);
  for (const c of checks)
    add(`check ${c.id}`, [
      c.finding,
      c.value,
      c.limit,
      c.marginLimit,
      digest([c.sentence, c.working, c.otherSchools])
    ]);
  short('estimates and notes', [estimates, notes, sensitivity, validateSetup(setup)]);
  for (const [id, why] of Object.entries(whyAll(s))) short(`why ${id}`, why);
  for (const id of CHART_IDS) short(`chart ${id}`, chartOf(id, s));
  add('glance', glanceOf(summaryOf(s), []));
  short('targets', targetsOf(setup, look.schools));
  return out;
}

/** What is recorded of a run of power, and from another supply. */
export const missionOf = (owner: string, setup: SetupDocument): Entry[] => [
  [
    owner,
    'mission',
    rounded(
      answerOf(analysisOf(setup, { point: { batteryVoltageV: 3.7 * setup.battery.series } }), {
        remedies: false,
        mission: [{ seconds: 60, throttle: 0.7, speedMs: 5 }]
      })
    )
  ]
];

const DEMO = DEMO_CRAFTS.flatMap((craft) =>
  craft.setups.map((setup) => [`${craft.name}, ${setup.name}`, setupDocument(craft, setup)] as const)
);

/** The record of the demo's setups and of so many random ones. */
export function recordOfAll(random: number, seed: number, whole = false): Entry[] {
  const next = randomSetups(seed);
  const setups = [...DEMO, ...Array.from({ length: random }, (_, k) => [`random ${k + 1}`, next()] as const)];
  const out = setups.flatMap(([owner, setup], k) => [
    ...recordOf(owner, setup),
    ...(whole || k % 4 === 0
      ? [
          ...recordOf(`${owner} (part throttle, other schools)`, setup, {
            schools: LAST_SCHOOLS,
            windingC: 80,
            point: { throttle: 0.6, speedMs: 9, stateOfCharge: 0.5 }
          }),
          ...missionOf(owner, setup)
        ]
      : [])
  ]);
  for (const [owner, setup] of DEMO.slice(0, whole ? 8 : 4)) {
    for (const c of answerOf(analysisOf(setup), {}).checks)
      if (c.remedies.length > 0) out.push([owner, `remedies ${c.id}`, digest(c.remedies)]);
    out.push([owner, 'fitted', rounded(fitAround(setup, {}))]);
  }
  out.push(['all', 'compared', digest(compareSetups(DEMO.slice(0, 3).map(([, d]) => analysisOf(d))))]);
  return out;
}

/** Labels as people type them, right and wrong. */
const LABELS: Readonly<Record<ShorthandPart, readonly string[]>> = {
  battery: [
    '4S 2200 30C',
    '3s2p 5Ah',
    '6S1P 1300mAh 100C/200C',
    '2S LiFe 1,6Ah',
    '8-cell NiMH 3300',
    '11.1V 2.2Ah',
    '4S 2200 30C 215g',
    '4s 2200 2.5mR'
  ],
  esc: ['60A 2-6S 5V/3A', '30A', '40A burst 55A 3S', '4in1 45A 3-6S', '120A 6S no BEC', '20A 2-4S 28g'],
  motor: [
    '2814 900KV 170g',
    '900KV',
    '3542 1000 KV 30mR 1.6A@10V',
    '540 27T',
    '2212/13 1000kv 12N14P 15A',
    '28-30 850 KV 320W'
  ],
  propulsor: [
    '11x5.5',
    '5x4.3x3',
    '42 mm x1.4 2-blade',
    '10x4.5 SF',
    '64mm 11 blades',
    '12,5x6',
    '9 x 4.7 3-blade',
    '11x5.5 folding'
  ],
  'receiver-supply': ['5V 5A switching', '6V 3A linear', '2S 800 own pack', '5A']
};

/** What is recorded beside predictions: limits of figures, the interface, units, readings of labels, first sketches. */
export function recordOfRest(): Entry[] {
  const out: Entry[] = [];
  const api = openApi('0');
  const limits = (owner: string, path: string, node: unknown): void => {
    if (typeof node !== 'object' || node === null) return;
    const { minimum, maximum, exclusiveMinimum, maxLength, minItems, maxItems, properties, items, ...rest } =
      node as Record<string, unknown>;
    const bounds = [minimum, maximum, exclusiveMinimum, maxLength, minItems, maxItems, rest.enum];
    if (bounds.some((b) => b !== undefined)) out.push([owner, path, rounded(bounds)]);
    for (const [name, child] of Object.entries((properties ?? {}) as object))
      limits(owner, `${path}.${name}`, child);
    if (items) limits(owner, `${path}[]`, items);
    for (const list of [rest.oneOf, rest.anyOf])
      if (Array.isArray(list)) list.forEach((child, k) => limits(owner, `${path}|${k}`, child));
  };
  const schemas = {
    setup: setupSchema,
    predict: predictRequestSchema,
    calibrate: calibrateRequestSchema,
    brief: briefSchema
  };
  for (const [name, schema] of Object.entries(schemas)) limits('limits', name, schema);
  for (const [path, methods] of Object.entries(api.paths as object))
    out.push(['interface', path, digest(methods)]);
  for (const [name, quantity] of Object.entries(QUANTITIES))
    out.push(['quantities', name, rounded(quantity)]);
  for (const [part, labels] of Object.entries(LABELS) as [ShorthandPart, string[]][])
    for (const label of labels)
      out.push([
        'labels',
        `${part} ${label}`,
        rounded([parseShorthand(part, label), decodeLabel(label).length])
      ]);
  for (const kind of ['fixed-wing', 'multirotor', 'boat'] as const) {
    const purposes = { 'fixed-wing': PURPOSES, multirotor: MULTIROTOR_PURPOSES, boat: { speed: null } }[kind];
    for (const purpose of Object.keys(purposes))
      for (const massKg of [0.35, 1.4]) {
        const owner = `sketch: ${purpose}, ${massKg} kg`;
        const setup = sketchSetup({ name: purpose, kind, purpose, massKg, targetSeconds: 240 });
        out.push([owner, 'setup', rounded(setup)]);
        out.push([owner, 'answer', digest(answerOf(analysisOf(setup), { remedies: false }))]);
      }
  }
  return out;
}

/** The record as it is kept: one owner after another, one line for each thing that is said. */
export function recordText(entries: readonly Entry[]): string {
  let owner = '';
  let out = '';
  for (const [whose, what, says] of entries) {
    if (whose !== owner) out += `${out ? '\n' : ''}# ${whose}\n`;
    owner = whose;
    out += `${what}: ${says}\n`;
  }
  return out;
}
