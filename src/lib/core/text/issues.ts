/** "an", "a list of 300", "…": a value as it is told to a person, never longer than a line. */
export const shown = (value: unknown): string => {
  // the size of a large thing is said, not its content
  if (Array.isArray(value) && value.length > 20) return `a list of ${value.length}`;
  if (typeof value === 'string' && value.length > 100) return `"${value.slice(0, 57)}…"`;
  const text = JSON.stringify(value);
  return text === undefined ? 'nothing' : text.length > 60 ? `${text.slice(0, 57)}…` : text;
};

/** A cell in quotes, cut where it is long. */
const brief = (text: string): string => `"${text.length > 60 ? `${text.slice(0, 57)}…` : text}"`;

interface Limits<T = number> {
  low?: T;
  above?: T;
  high?: T;
}

/** "more than 0 and at most 10", "at least 1 and at most 60", "at most 60". */
export function within({ low, above, high }: Limits<number | string>): string {
  const from = above !== undefined ? `more than ${above}` : low !== undefined ? `at least ${low}` : null;
  return [from, high !== undefined ? `at most ${high}` : null].filter((x) => x !== null).join(' and ');
}

/**
 * Everything that can be wrong with what is sent, by code: the one place where a code becomes a sentence. `name` is the
 * figure's name in a hobbyist's words. A table of data.
 */
export const SENTENCES = {
  'not-json': (v: { why: string }) => v.why,
  'carried-none': () =>
    'There is no code of a sheet in this; it begins with ISKARN1 and a colon. Hold the camera nearer and straight, or paste its text.',
  'carried-damaged': () =>
    'The code was read, but not as it was printed; take the picture again in even light, or paste its text anew.',
  'carried-mixed': () => 'These codes belong to different sheets; use those of one.',
  'carried-missing': (v: { missing: readonly number[]; count: number }) =>
    `The sheet has ${v.count} codes; ${v.missing.join(', ')} ${v.missing.length === 1 ? 'is' : 'are'} still missing.`,
  'not-text': () => 'This is no text in UTF-8; a JSON document is wanted.',
  missing: (v: { where: string; field: string; title: string }) =>
    `${v.where || 'the document'} lacks "${v.field}"${v.title}; add it.`,
  type: (v: { name: string; value: unknown; wanted: string }) =>
    v.value === null || v.value === undefined
      ? `${v.name} is not given; add it.`
      : `${v.name} is ${shown(v.value)}; it should be ${v.wanted}.`,
  range: (v: { name: string; value: unknown } & Limits) =>
    `${v.name} is ${shown(v.value)}; it should be ${within(v)}.`,
  'unknown-field': (v: { name: string; field: string }) => `"${v.field}" is not known in ${v.name}.`,
  'unused-field': (v: { field: string }) => `"${v.field}" is not a field Iskarn knows; it was not used.`,
  'more-unused-fields': (v: { more: number }) => `and ${v.more} more fields that were not used.`,
  'other-document': (v: { most: number }) =>
    `This holds more than ${v.most} fields that Iskarn does not know; is it another kind of document?`,
  choice: (v: { name: string; value: unknown; choices: readonly unknown[] }) =>
    `${v.name} is ${shown(v.value)}; it should be one of ${v.choices.filter((c) => c !== null).join(', ')}.`,
  constant: (v: { name: string; value: unknown; wanted: unknown }) =>
    `${v.name} is ${shown(v.value)}; it should be ${shown(v.wanted)}.`,
  'propulsor-kind': (v: { name: string; value: unknown }) =>
    `the kind of ${v.name} is ${shown(v.value)}; it should be propeller, ducted-fan, submerged-screw or surface-drive.`,
  length: (v: {
    name: string;
    length: number;
    what: 'characters' | 'entries';
    limit: number;
    most: boolean;
  }) =>
    v.length === 0 && !v.most
      ? `${v.name} is empty; ${v.what === 'characters' ? 'give one' : `it should have at least ${v.limit}`}.`
      : `${v.name} has ${v.length} ${v.what}; it should have ${v.most ? 'at most' : 'at least'} ${v.limit}.`,
  format: (v: { name: string; value: unknown; wanted: string }) =>
    `${v.name} is ${shown(v.value)}; it should be ${v.wanted}.`,
  shape: (v: { name: string; why: string }) => `${v.name}: ${v.why}.`,
  'no-shape': () => 'the document does not have the right shape.',
  'esc-cells-crossed': (v: { fewest: number; most: number }) =>
    `fewest cells of the ESC is ${v.fewest}, more than its most, ${v.most}.`,
  'burst-c-low': (v: { burst: number; continuous: number }) =>
    `burst C is ${v.burst}, below the continuous C of ${v.continuous}.`,
  'burst-a-low': (v: { burst: number; continuous: number }) =>
    `burst rating ${v.burst} A is below the continuous rating of ${v.continuous} A.`,
  'odd-poles': (v: { poles: number }) =>
    `magnet poles is ${v.poles}; magnets come in pairs, so it should be even.`,
  'hub-large': (v: { hubM: number; diameterM: number }) =>
    `hub diameter ${Number((1000 * v.hubM).toPrecision(4))} mm is not below the fan's diameter, ${Number((1000 * v.diameterM).toPrecision(4))} mm.`,
  'columns-mixed': () => 'thrust and power must both be one number, or both columns over advanceRatio.',
  'columns-length': (v: { lengths: readonly number[] }) =>
    `the columns have different lengths: ${v.lengths.join(', ')}.`,
  'columns-order': () => 'advance ratios must rise from row to row.',
  'power-coefficient': (v: { value: unknown }) =>
    `the power coefficient at the lowest advance ratio is ${shown(v.value)}; it should be above 0.`,
  'merit-above-one': (v: { thrust: unknown; power: unknown; merit: number }) =>
    `thrust ${shown(v.thrust)} for power ${shown(v.power)} standing still is more than any open disc can give (figure of merit ${v.merit.toFixed(2)}, at most 1); are the columns swapped?`,
  'cutoff-low': (v: { volts: number }) =>
    `loaded cut-off per cell is ${v.volts} V; no lithium cell survives that.`,
  'several-supplies': () =>
    'give one of state of charge, resting volts per cell and volts under load, not several.',
  'no-reading': (v: { at: number }) =>
    `measurement ${v.at} holds no reading: give amps, volts, rpm or thrust.`,
  'two-charges': (v: { at: number }) =>
    `measurement ${v.at}: give resting volts or state of charge, not both.`,
  'name-empty': () => 'name is empty; give the craft a name.',
  'no-sketch': (v: { why: string }) => `No first setup can be made from this brief: ${v.why}`,
  'search-without-shelf': () =>
    'There is no shelf to search; give lists of packs, ESCs, motors and propulsors.',
  'too-many-combinations': (v: { size: number; most: number }) =>
    `This would be ${v.size} combinations; at most ${v.most} are searched at once. Hold a part, or leave some out.`,
  'limit-or-kv': () => 'say which KV is wanted, or the output limit itself.',
  'only-downwards': (v: { wanted: number; kv: number }) =>
    `wanted KV is ${v.wanted}; the motor has ${Math.round(v.kv)}. Software only makes it slower: choose less, or another motor.`,
  'engine-size': () => 'say how large the engine is, or which propeller it turned.',
  'engine-craft': () => 'an engine is exchanged for a motor and propeller on aeroplanes only.',
  'engine-propeller': () => 'the engine turned a propeller: give one, with its diameter and pitch.',
  'repower-craft': () => 'only a boat is re-powered this way; choose another motor or another pack.',
  'count-craft': () => 'a multirotor keeps its number of rotors here: another frame is another craft.',
  'change-not-possible': (v: { why: string }) => `this change cannot be made: ${v.why}`,
  'no-stage': (v: { stage: string; stages: readonly string[] }) =>
    `this plan has no stage ${shown(v.stage)}; it has ${v.stages.join(', ')}.`,
  'no-part': () => 'this is no part: a part is an object with its kind, its name and its document in it.',
  'part-kind': (v: { value: unknown; kinds: readonly string[] }) =>
    `kind is ${v.value === undefined ? 'missing' : shown(v.value)}; it should be one of ${v.kinds.join(', ')}.`,
  'part-name': () => 'a part needs a name of at most 120 characters.',
  'measured-shape': () => 'measured should be an object of figures by field.',
  'not-measured': (v: { field: string; fields: readonly string[] }) =>
    `"${v.field}" is not measured for this kind of part; ${v.fields.join(', ')} are.`,
  'file-format': (v: { value: unknown; formats: readonly string[] }) =>
    `format is ${v.value === undefined ? 'missing' : shown(v.value)}; it should be ${v.formats.map((f) => `"${f}"`).join(' or ')}.`,
  'revision-missing': (v: { what: string; revision: number }) =>
    `name the revision this edit was made from; the ${v.what} stands at ${v.revision} now.`,
  'revision-shape': () => 'the revision should be a whole number.',
  'zero-bytes': () => 'this is no text: it holds zero bytes.',
  'many-rows': (v: { most: number }) => `the table has more than ${v.most} rows; send it in parts.`,
  'long-line': (v: { most: number }) =>
    `a line is longer than ${v.most} characters; this is no table of parts.`,
  'no-block': () => 'these bytes are no block of samples.',
  'block-size': (v: { most: number; count: number }) =>
    `a block has ${v.count} samples; it should have at least 1 and at most ${v.most}.`,
  'no-time': (v: { row: number }) => `sample ${v.row} has no time.`,
  'time-back': (v: { from: number; to: number }) => `time goes back from ${v.from} s to ${v.to} s.`,
  'no-time-of-day': (v: { cell: string }) => `${brief(v.cell)} is no time of day or date.`,
  'no-rows': () => 'there is no row of readings in it.',
  'tells-nothing': () =>
    'no column holds volts, amps, rpm, thrust or speed; say below which column is which.',
  'short-row': (v: { count: number; wanted: number }) =>
    `the row has ${v.count} of ${v.wanted} columns; is the file cut off here?`,
  beyond: (v: { what: string; cell: string }) => `${brief(v.cell)} cannot be (${v.what}); is the unit right?`,
  'empty-record': () =>
    'nothing was found of the pack: give its resistance, its capacity, its cycles, or a note.',
  'no-date': (v: { value: string }) => `${brief(v.value)} is no date; write it as 2026-05-01T14:30:00Z.`,
  'many-columns': (v: { most: number }) =>
    `a row has more than ${v.most} columns; this is no table of parts.`,
  'empty-file': () => 'the file is empty.',
  'no-name-column': () => 'no column is called "name".',
  'strange-column': (v: { column: string }) =>
    `${brief(v.column)} is no field of this kind of part; it is left out.`,
  'column-unit': (v: { column: string; unit: string; wanted: string }) =>
    `${brief(v.column)} is in ${brief(v.unit).slice(1, -1)}; it should be in ${v.wanted || 'no unit'}.`,
  'no-number': (v: { cell: string }) => `${brief(v.cell)} is no number.`,
  'row-name-empty': () => 'the name is empty.',
  'unread-number': (v: { cell: string }) => `"${v.cell.slice(0, 40)}" is no number; mend it or empty it.`,
  'unread-size': (v: { cell: string }) =>
    `"${v.cell.slice(0, 40)}" is no propeller size; write it as 11x5.5.`,
  'table-empty': () =>
    'paste a header row (volts, prop, amps, watts, thrust, rpm) and at least one row below it.',
  'table-head': () => 'no column is called prop or amps; name the columns in the first row.',
  'watts-product': (v: { volts: number; amps: number; product: number; watts: number }) =>
    `${v.volts} V × ${v.amps} A is ${v.product.toFixed(0)} W, the table says ${v.watts} W.`,
  'thrust-impossible': (v: { prop: string; watts: number; least: number }) =>
    `no ${v.prop} makes that thrust from ${v.watts.toFixed(0)} W: it takes at least ${v.least.toFixed(0)} W in the air alone.`,
  'slipped-digit': (v: { value: number; most: number }) =>
    `${v.value} is outside 0 to ${v.most}; a slipped digit?`,
  'package-unread': (v: { why: string }) => v.why,
  'wrong-passphrase': () => 'This is not the passphrase.',
  'archive-unread': (v: { why: string }) => `this is no archive of Iskarn: ${v.why}.`,
  'archive-newer': (v: { version: number; known: number }) =>
    `the archive is of version ${v.version} of the data; this program knows up to ${v.known}. Update the program.`,
  'archive-row': (v: { file: string; row: number; why: string }) => `${v.file}, line ${v.row}: ${v.why}`,
  'table-without-motor': (v: { motor: string }) =>
    `no motor of the package is called "${v.motor.slice(0, 60)}".`,
  'no-shelf': () => 'this is no shelf: its format should be "iskarn.shelf/1".',
  'tables-no-list': () => 'tables should be a list of maker’s tables.',
  'more-errors': (v: { more: number }) => `and ${v.more} more.`,
  'kind-unknown': (v: { kinds: readonly string[] }) =>
    `the columns are those of no kind of part; name the columns as an exported file does, or the file after its kind (${v.kinds.map((k) => `${k}.csv`).join(', ')}), or send a .json or .zip shelf.`,
  'many-parts': (v: { most: number }) =>
    `the shelf holds more than ${v.most} parts; send it in several files.`,
  refused: (v: { why: string }) => v.why
} as const satisfies Record<string, (values: never) => string>;

export type IssueCode = keyof typeof SENTENCES;

/** One thing wrong with what was sent: which kind, where, with which figures; and the same as a sentence. */
export interface Issue {
  readonly code: IssueCode;
  readonly path: string;
  readonly values: Readonly<Record<string, unknown>>;
  /** A note is told and refuses nothing. */
  readonly severity: 'error' | 'note';
  readonly message: string;
}

/** An issue as the interface tells it: of an older server only path and sentence are certain. */
export type Problem = Pick<Issue, 'path' | 'message'> & Partial<Pick<Issue, 'code' | 'values'>>;

/** What a code's sentence is made from. */
export type ValuesOf<C extends IssueCode> =
  Parameters<(typeof SENTENCES)[C]> extends [infer V] ? V : Record<string, never>;

/** Tells an issue by its code; the sentence comes from the one catalogue. */
export function issue<C extends IssueCode>(
  path: string,
  code: C,
  values: ValuesOf<C>,
  severity: Issue['severity'] = 'error'
): Issue {
  const sentence = SENTENCES[code] as (v: ValuesOf<C>) => string;
  return { code, path, values: values as Record<string, unknown>, severity, message: sentence(values) };
}

/** The same issues further inside a document. */
export const inside = (prefix: string, issues: readonly Issue[]): Issue[] =>
  issues.map((i) => ({ ...i, path: i.path === '' ? prefix : `${prefix}.${i.path}` }));
