import { RECORDED_CHANNELS } from '../../core/registry/channels.ts';
import { strFromU8, unzipSync } from 'fflate';
import Papa from 'papaparse';
import type { ArchiveImport } from '../../api/schemas/backups.ts';
import { packRecordSchema } from '../../core/document/part-life.ts';
import { makersTableSchema } from '../../core/document/makers-row.ts';
import { runLoggedSchema } from '../../core/document/run-schema.ts';
import { validateAgainst, validateSetup } from '../../core/document/validate.ts';
import { savedSearchSchema } from '../../core/search/saved-search.ts';
import { checkPart } from '../../core/shelf/checked-part.ts';
import { DOCUMENT_LIMITS, parseJson } from '../../core/text/json.ts';
import { issue, type Issue } from '../../core/text/issues.ts';
import { blockOf, MOST_IN_BLOCK } from '../../core/testing/record/block.ts';
import { columnsOf, type Sample } from '../../core/testing/record/sample.ts';
import { rehearse, transaction } from '../db/transaction.ts';
import { SCHEMA_VERSION, type Db } from '../db/open.ts';
import { found, invalid, refused, type Outcome } from '../outcome.ts';
import { csvOf, soundBlock } from '../runs/samples.ts';
import { zipStream } from '../zip-stream.ts';
import { countsOf } from './row-counts.ts';

/** Format of the archive, as its descriptor says it. */
const ARCHIVE_FORMAT = 'iskarn.archive/1';

/**
 * Tables of an archive, those that others hang on first, with the columns that hold JSON. Samples go as CSV, a file a run.
 * What belongs to one installation alone (who is logged in, what is shared) stays out. A table of data.
 */
const TABLES: Readonly<Record<string, readonly string[]>> = {
  craft: ['brief'],
  setup: [],
  setup_revision: ['document'],
  part: ['document', 'measured', 'life', 'fitted'],
  makers_table: ['rows'],
  pack_record: ['document'],
  search: ['document'],
  run: ['readings', 'details'],
  run_overview: ['document'],
  column_mapping: ['document'],
  exercise_result: ['document'],
  setting: ['value']
};
const rowsFile = (table: string): string => `tables/${table}.jsonl`;
const samplesFile = (run: number): string => `samples/run-${run}.csv`;

/** Largest unpacked file, and all of them together, bytes. */
const LARGEST_FILE = 400_000_000;
const LARGEST_ALL = 1_000_000_000;
/** Most faults that are told of one archive. */
const MOST_FAULTS = 20;

const columnsIn = (db: Db, table: string): string[] =>
  db.prepare('SELECT name FROM pragma_table_info(?)').pluck().all(table) as string[];

function* linesOf(db: Db, table: string): Generator<string> {
  const json = TABLES[table];
  const key = columnsIn(db, table)[0];
  const next = db.prepare(`SELECT * FROM ${table} WHERE ${key} > ? ORDER BY ${key} LIMIT 200`);
  let last: unknown = table === 'setting' || table === 'column_mapping' ? '' : -1;
  for (;;) {
    const rows = next.all(last) as Record<string, unknown>[];
    if (rows.length === 0) return;
    last = rows[rows.length - 1][key];
    for (const row of rows) {
      for (const column of json)
        if (typeof row[column] === 'string') row[column] = JSON.parse(row[column]) as unknown;
      yield `${JSON.stringify(row)}\n`;
    }
  }
}

function* filesOf(db: Db, version: string, madeAt: string): Generator<[string, Iterable<string>]> {
  const about = {
    format: ARCHIVE_FORMAT,
    made: madeAt,
    program: version,
    schema: SCHEMA_VERSION,
    holds: countsOf(db),
    says: 'Everything that Iskarn keeps: a table a file as JSON Lines, samples of recorded runs as CSV. SI units.'
  };
  yield ['archive.json', [`${JSON.stringify(about, null, 2)}\n`]];
  for (const table of Object.keys(TABLES)) yield [rowsFile(table), linesOf(db, table)];
  const runs = db.prepare('SELECT id FROM run WHERE samples > 0 ORDER BY id').pluck().all() as number[];
  for (const run of runs) yield [samplesFile(run), csvOf(db, run)];
}

/** Everything that is kept as one file of open formats, packed while it is sent. */
export const exportArchive = (db: Db, version: string, now = new Date()): Response =>
  new Response(zipStream(filesOf(db, version, now.toISOString())), {
    headers: {
      'content-type': 'application/zip',
      'content-disposition': `attachment; filename="iskarn-${now.toISOString().slice(0, 10)}.zip"`
    }
  });

interface Unpacked {
  readonly about: { readonly made: string; readonly schema: number };
  readonly files: Readonly<Record<string, Uint8Array>>;
}

function unpack(zip: Uint8Array): { ok: true; value: Unpacked } | { ok: false; fault: Issue } {
  const unread = (why: string) => ({ ok: false as const, fault: issue('', 'archive-unread', { why }) });
  const wanted = new Set(['archive.json', ...Object.keys(TABLES).map(rowsFile)]);
  let all = 0;
  let tooLarge: string | null = null;
  let files: Record<string, Uint8Array>;
  try {
    files = unzipSync(zip, {
      filter: ({ name, originalSize }) => {
        if (!wanted.has(name) && !/^samples\/run-\d{1,15}\.csv$/.test(name)) return false;
        all += originalSize;
        if (originalSize > LARGEST_FILE) tooLarge = name;
        return tooLarge === null && all <= LARGEST_ALL;
      }
    });
  } catch {
    return unread('it is no zip file, or it is damaged');
  }
  if (tooLarge !== null)
    return unread(`${tooLarge as string} would unpack to more than ${LARGEST_FILE / 1e6} MB`);
  if (all > LARGEST_ALL) return unread(`it would unpack to more than ${LARGEST_ALL / 1e6} MB`);
  if (!Object.hasOwn(files, 'archive.json')) return unread('it holds no archive.json');
  const about = parseJson(strFromU8(files['archive.json']), DOCUMENT_LIMITS);
  const said = (about.ok ? about.value : null) as {
    format?: unknown;
    made?: unknown;
    schema?: unknown;
  } | null;
  if (said?.format !== ARCHIVE_FORMAT) return unread(`its archive.json does not say ${ARCHIVE_FORMAT}`);
  const schema = Number(said.schema);
  if (!Number.isInteger(schema) || schema < 1) return unread('its archive.json names no version of the data');
  if (schema > SCHEMA_VERSION)
    return {
      ok: false,
      fault: issue('schema', 'archive-newer', { version: schema, known: SCHEMA_VERSION })
    };
  return { ok: true, value: { about: { made: String(said.made ?? ''), schema }, files } };
}

type Row = Record<string, unknown>;

/** A run as it is stored: one that was broken off may have read nothing. */
const STORED_RUN = {
  ...runLoggedSchema,
  properties: {
    ...runLoggedSchema.properties,
    readings: { ...runLoggedSchema.properties.readings, minItems: 0 }
  }
};

/** What is wrong with a document of a row, in words; null where nothing is. */
function faultOfRow(table: string, row: Row): string | null {
  const first = (checked: { ok: true } | { ok: false; errors: Issue[] }): string | null =>
    checked.ok ? null : checked.errors[0].message;
  switch (table) {
    case 'setup_revision':
      return first(validateSetup(row.document));
    case 'part':
      return first(checkPart({ ...row, owned: row.owned === 1 }));
    case 'makers_table':
      return first(validateAgainst(makersTableSchema, { title: row.title, rows: row.rows }));
    case 'pack_record':
      return first(validateAgainst(packRecordSchema, row.document));
    case 'search':
      return first(validateAgainst(savedSearchSchema, row.document));
    case 'run':
      return first(
        validateAgainst(STORED_RUN, {
          title: row.title,
          verdict: row.verdict,
          readings: row.readings,
          details: row.details
        })
      );
    default:
      return null;
  }
}

/** Rows of one table put in as they are, checked one by one. */
function bringTable(db: Db, table: string, text: string, faults: Issue[]): void {
  const known = new Set(columnsIn(db, table));
  const json = TABLES[table];
  const verb = table === 'setting' || table === 'column_mapping' ? 'INSERT OR REPLACE' : 'INSERT';
  const fault = (at: number, why: string): void => {
    if (faults.length < MOST_FAULTS)
      faults.push(issue('', 'archive-row', { file: rowsFile(table), row: at + 1, why }));
  };
  text.split('\n').forEach((line, at) => {
    if (line === '' || faults.length >= MOST_FAULTS) return;
    const parsed = parseJson(line, DOCUMENT_LIMITS);
    if (!parsed.ok) return fault(at, parsed.message);
    if (parsed.value === null || typeof parsed.value !== 'object' || Array.isArray(parsed.value))
      return fault(at, 'it is no object');
    const row = parsed.value as Row;
    const names = Object.keys(row);
    const stranger = names.find((name) => !known.has(name));
    if (stranger !== undefined) return fault(at, `there is no column “${stranger.slice(0, 40)}”`);
    const wrong = faultOfRow(table, row);
    if (wrong !== null) return fault(at, wrong);
    const values = names.map((name) =>
      json.includes(name) && row[name] !== null ? JSON.stringify(row[name]) : row[name]
    );
    if (values.some((v) => v !== null && typeof v !== 'string' && typeof v !== 'number'))
      return fault(at, 'a column holds neither text nor number');
    try {
      db.prepare(
        `${verb} INTO ${table} (${names.join(', ')}) VALUES (${names.map(() => '?').join(', ')})`
      ).run(values);
    } catch (error) {
      fault(at, (error as Error).message);
    }
  });
}

/** Samples of one run from their CSV, in blocks. */
function bringSamples(db: Db, run: number, text: string, faults: Issue[]): void {
  const file = samplesFile(run);
  const add = db.prepare('INSERT INTO run_block (run_id, seq, count, last_s, block) VALUES (?, ?, ?, ?, ?)');
  let waiting: Sample[] = [];
  let seq = 0;
  let last = 0;
  const write = (): void => {
    if (waiting.length === 0) return;
    const samples = columnsOf(waiting);
    const sound = soundBlock(blockOf(samples));
    const why = !sound.ok
      ? sound.message
      : samples.seconds[0] < last
        ? `time goes back from ${last} s to ${samples.seconds[0]} s`
        : null;
    if (why === null) {
      last = samples.seconds[samples.seconds.length - 1];
      add.run(run, seq++, waiting.length, last, blockOf(samples));
    } else if (faults.length < MOST_FAULTS)
      faults.push(issue('', 'archive-row', { file, row: seq * MOST_IN_BLOCK + 1, why }));
    waiting = [];
  };
  Papa.parse<Record<string, string>>(text, {
    header: true,
    skipEmptyLines: true,
    step: ({ data }, parser) => {
      const sample: Record<string, number> = { seconds: Number(data.seconds) };
      for (const c of RECORDED_CHANNELS)
        if (data[c] !== undefined && data[c] !== '') sample[c] = Number(data[c]);
      waiting.push(sample as Sample);
      if (waiting.length === MOST_IN_BLOCK) write();
      if (faults.length >= MOST_FAULTS) parser.abort();
    }
  });
  write();
}

const isEmpty = (db: Db): boolean =>
  (db
    .prepare(
      'SELECT (SELECT count(*) FROM craft) + (SELECT count(*) FROM part) + (SELECT count(*) FROM exercise_result)'
    )
    .pluck()
    .get() as number) === 0;

function bring(db: Db, { about, files }: Unpacked): Outcome<ArchiveImport> {
  const faults: Issue[] = [];
  return transaction(db, () => {
    db.pragma('defer_foreign_keys = ON');
    for (const table of Object.keys(TABLES)) {
      const file = files[rowsFile(table)];
      if (file) bringTable(db, table, strFromU8(file), faults);
    }
    const samplesOf = db.prepare('SELECT samples FROM run WHERE id = ?').pluck();
    for (const name of Object.keys(files)) {
      const run = Number(/^samples\/run-(\d+)\.csv$/.exec(name)?.[1] ?? -1);
      if (run < 0 || faults.length > 0) continue;
      const said = samplesOf.get(run) as number | undefined;
      if (said === undefined)
        faults.push(issue('', 'archive-row', { file: name, row: 1, why: 'there is no such run' }));
      else bringSamples(db, run, strFromU8(files[name]), faults);
    }
    // what was being recorded when the archive was made has ended
    db.prepare("UPDATE run SET state = 'ended' WHERE state = 'live'").run();
    db.prepare(
      'UPDATE run SET samples = (SELECT COALESCE(SUM(count), 0) FROM run_block WHERE run_id = run.id)'
    ).run();
    const loose = db.pragma('foreign_key_check') as { table: string; rowid: number; parent: string }[];
    for (const { table, rowid, parent } of loose.slice(0, MOST_FAULTS - faults.length))
      faults.push(
        issue('', 'archive-row', {
          file: rowsFile(table),
          row: rowid,
          why: `it belongs to a ${parent} that is not in the archive`
        })
      );
    return faults.length > 0
      ? invalid(faults)
      : found({ applied: true, madeAt: about.made, holds: countsOf(db) });
  });
}

/**
 * Brings an archive into an empty installation: looked through as a whole first, and put in whole or not at all.
 * @param apply whether it is to be done, or only said what it would bring
 */
export function importArchive(db: Db, zip: Uint8Array, apply: boolean): Outcome<ArchiveImport> {
  const unpacked = unpack(zip);
  if (!unpacked.ok) return invalid([unpacked.fault]);
  if (!isEmpty(db))
    return refused(
      'nothing-to-do',
      'There are crafts or parts here already. An archive is brought into an empty installation: start one with another ISKARN_DATA, or export single crafts and the shelf. Nothing was changed.'
    );
  if (apply) return bring(db, unpacked.value);
  const would = rehearse(db, () => bring(db, unpacked.value));
  return would.ok ? found({ ...would.value, applied: false }) : would;
}
