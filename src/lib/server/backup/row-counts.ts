import { createHash } from 'node:crypto';
import type { KeptDifference } from '../../api/schemas/backups.ts';
import type { Db } from '../db/open.ts';

/** What is counted of a data file, each with a query of id, name and content; rows in the trash do not count. */
const KINDS = {
  crafts:
    'SELECT id, name, json_array(kind, story, brief, position) AS content FROM craft WHERE deleted_at IS NULL',
  setups: `SELECT s.id, c.name || ': ' || COALESCE(json_extract(r.document, '$.name'), 'Setup') AS name,
      json_array(r.document, s.in_use, s.pinned) AS content
    FROM setup s JOIN setup_revision r ON r.id = s.current_revision_id JOIN craft c ON c.id = s.craft_id
    WHERE s.deleted_at IS NULL AND c.deleted_at IS NULL`,
  parts:
    'SELECT id, name, json_array(kind, document, measured, owned, note, life, fitted, price) AS content FROM part WHERE deleted_at IS NULL',
  runs: `SELECT id, title || ', ' || substr(held_at, 1, 10) AS name,
      json_array(verdict, readings, details, samples) AS content FROM run WHERE deleted_at IS NULL`,
  'makers’ tables': 'SELECT id, title AS name, rows AS content FROM makers_table WHERE deleted_at IS NULL',
  searches: 'SELECT id, name, document AS content FROM search WHERE deleted_at IS NULL',
  'pack records': `SELECT p.id, part.name || ', ' || substr(p.held_at, 1, 10) AS name, p.document AS content
    FROM pack_record p JOIN part ON part.id = p.part_id WHERE p.deleted_at IS NULL`,
  settings: 'SELECT rowid AS id, key AS name, value AS content FROM setting'
} as const;
type HoldingKind = keyof typeof KINDS;
export const HOLDING_KINDS = Object.keys(KINDS) as HoldingKind[];

interface Row {
  id: number;
  name: string;
  content: string;
}

/** How many there are of each kind. */
export type Counts = Readonly<Record<HoldingKind, number>>;

/** How many of each kind of thing a database holds. */
export const countsOf = (db: Db): Counts =>
  Object.fromEntries(
    HOLDING_KINDS.map((kind) => [kind, db.prepare(`SELECT count(*) FROM (${KINDS[kind]})`).pluck().get()])
  ) as Counts;

/** At most so many names of each list, with how many there are in all. */
export type KindDifference = KeptDifference;

/** Most names of one list. */
const MOST_NAMES = 12;
const digest = (text: string): string => createHash('sha256').update(text).digest('base64');

function rowsOf(db: Db, kind: HoldingKind): Map<string, { name: string; content: string }> {
  const rows = db.prepare(KINDS[kind]).all() as Row[];
  // a setting is known by its key, everything else by its number
  return new Map(
    rows.map((r) => [
      kind === 'settings' ? r.name : String(r.id),
      { name: r.name, content: digest(`${r.name}\n${r.content}`) }
    ])
  );
}

/** What would be different if one data file took the place of another. */
export function differences(now: Db, then: Db): KindDifference[] {
  return HOLDING_KINDS.map((kind) => {
    const here = rowsOf(now, kind);
    const there = rowsOf(then, kind);
    const comes = [...there].filter(([id]) => !here.has(id)).map(([, r]) => r.name);
    const goes = [...here].filter(([id]) => !there.has(id)).map(([, r]) => r.name);
    const changes = [...there]
      .filter(([id, r]) => here.has(id) && here.get(id)?.content !== r.content)
      .map(([, r]) => r.name);
    const short = (names: string[]): string[] => names.slice(0, MOST_NAMES);
    return {
      kind,
      comes: short(comes),
      goes: short(goes),
      changes: short(changes),
      came: comes.length,
      went: goes.length,
      changed: changes.length
    };
  }).filter((d) => d.came + d.went + d.changed > 0);
}
