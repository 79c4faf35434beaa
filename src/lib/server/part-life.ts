import type { PartKind } from '../core/registry/parts.ts';
import type { RunDetails, RunReading } from '../core/document/run-schema.ts';
import type { PartLifeShown } from '../api/schemas/shelf.ts';
import { packHealth, type PackHealth } from '../core/shelf/pack-health.ts';
import { dueOf, useOf, wasIn, type RunOfPart } from '../core/shelf/part-use.ts';
import type { LifeEdited, PackRecord, PackRecorded, PartLife, Reminder } from '../core/document/part-life.ts';
import type { Battery, SetupDocument } from '../core/document/schema.ts';
import type { StoredPart } from '../core/document/stored.ts';
import { asUsed } from '../core/shelf/measured.ts';
import { issue } from '../core/text/issues.ts';
import type { Db } from './db/open.ts';
import { transaction } from './db/transaction.ts';
import { created, found, invalid, notFound, refused, staleness, type Outcome } from './outcome.ts';
import { getPart } from './parts.ts';
import { readDocument } from './stored-document.ts';

const NEVER: PartLife = { retired: null, reminders: [] };
const lifeOf = (db: Db, id: number): PartLife => ({
  ...NEVER,
  ...(JSON.parse(
    db.prepare('SELECT life FROM part WHERE id = ?').pluck().get(id) as string
  ) as Partial<PartLife>)
});

interface RunRow {
  held_at: string;
  details: string;
  readings: string;
  revision_id: number;
}

/** Runs that a part was in, by its name, the oldest first. */
function runsWith(db: Db, kind: PartKind, name: string): RunOfPart[] {
  const field = kind === 'receiver-supply' ? 'receiverSupply' : kind;
  // what the setup had by this name, and what runs had in its place: the few of these are looked at closely
  const rows = db
    .prepare(
      `SELECT r.held_at, r.details, r.readings, v.id AS revision_id
       FROM run r JOIN setup s ON s.id = r.setup_id
       JOIN setup_revision v ON v.id = COALESCE(r.setup_revision_id, s.current_revision_id)
       WHERE r.deleted_at IS NULL AND r.state = 'ended'
         -- what the simulated stand ran was no part of the shelf
         AND COALESCE(json_extract(r.details, '$.source'), 'typed') <> 'stand'
         AND (json_extract(v.document, '$.' || @field || '.name') = @name OR instr(r.details, @quoted) > 0)
       ORDER BY r.held_at, r.id`
    )
    .all({ field, name, quoted: JSON.stringify(name) }) as RunRow[];
  const read = db.prepare('SELECT document FROM setup_revision WHERE id = ?').pluck();
  const documents = new Map<number, SetupDocument>();
  const documentOf = (id: number): SetupDocument => {
    const known = documents.get(id) ?? readDocument(read.get(id) as string);
    documents.set(id, known);
    return known;
  };
  return rows
    .map((row): RunOfPart => ({
      heldAt: row.held_at,
      details: JSON.parse(row.details) as RunDetails,
      readings: JSON.parse(row.readings) as RunReading[],
      document: documentOf(row.revision_id)
    }))
    .filter((run) => wasIn(kind, name, run));
}

const RECORDS =
  'SELECT id, held_at, document FROM pack_record WHERE part_id = ? AND deleted_at IS NULL ORDER BY held_at, id';
const recordsOf = (db: Db, partId: number): PackRecord[] =>
  (db.prepare(RECORDS).all(partId) as { id: number; held_at: string; document: string }[]).map((r) => ({
    ...(JSON.parse(r.document) as Omit<PackRecord, 'id' | 'heldAt'>),
    id: r.id,
    heldAt: r.held_at
  }));

/** How a pack fares; null for what is no pack. */
export function healthOfPack(db: Db, part: StoredPart): PackHealth | null {
  if (part.kind !== 'battery') return null;
  const records = recordsOf(db, part.id);
  const runs = runsWith(db, part.kind, part.name);
  return packHealth(asUsed(part) as Battery, records, runs, useOf(runs));
}

/** A part's life: how much it was used, what it is to be looked at for, how a pack fares. */
export function getLife(db: Db, id: number): Outcome<PartLifeShown> {
  const part = getPart(db, id);
  if (!part.ok) return part;
  return found(shown(db, part.value));
}

function shown(db: Db, part: StoredPart): PartLifeShown {
  const life = lifeOf(db, part.id);
  const runs = runsWith(db, part.kind, part.name);
  const use = useOf(runs);
  const records = part.kind === 'battery' ? recordsOf(db, part.id) : [];
  return {
    partId: part.id,
    revision: part.revision,
    life,
    use,
    due: life.reminders.map((r) => dueOf(r, use)),
    records,
    health: part.kind === 'battery' ? packHealth(asUsed(part) as Battery, records, runs, use) : null
  };
}

/** Writes what a part is looked at for, and whether it is retired. */
export function editLife(
  db: Db,
  id: number,
  edited: LifeEdited,
  revision: unknown,
  now: string
): Outcome<PartLifeShown> {
  return transaction(db, () => {
    const part = getPart(db, id);
    if (!part.ok) return part;
    const stale = staleness(revision, part.value, 'part', true);
    if (stale) return stale;
    const { retired: was } = lifeOf(db, id);
    const reminders = edited.reminders.map((r): Reminder => ({
      what: r.what,
      everyUses: r.everyUses ?? null,
      everySeconds: r.everySeconds ?? null,
      seenUses: r.seenUses ?? 0,
      seenSeconds: r.seenSeconds ?? 0,
      seenAt: r.seenAt ?? null
    }));
    const why = edited.retired?.why;
    const life: PartLife = {
      retired: edited.retired === undefined ? was : why === undefined ? null : { at: was?.at ?? now, why },
      reminders
    };
    db.prepare('UPDATE part SET life = ?, revision = revision + 1 WHERE id = ?').run(
      JSON.stringify(life),
      id
    );
    return getLife(db, id);
  });
}

/** Keeps what was found of a pack on a day. */
export function createRecord(
  db: Db,
  partId: number,
  recorded: PackRecorded,
  now: string
): Outcome<PackRecord> {
  const when = recorded.heldAt == null ? new Date(now) : new Date(recorded.heldAt);
  if (Number.isNaN(when.getTime()))
    return invalid([issue('heldAt', 'no-date', { value: recorded.heldAt ?? '' })]);
  return transaction(db, () => {
    const part = getPart(db, partId);
    if (!part.ok) return part;
    if (part.value.kind !== 'battery') return refused('nothing-to-do', 'Only packs have such records.');
    const {
      cellOhm = null,
      temperatureC = null,
      capacityAh = null,
      cycles = null,
      swollen = false,
      note = ''
    } = recorded;
    const told = cellOhm !== null || capacityAh !== null || cycles !== null || swollen || note !== '';
    if (!told) return invalid([issue('', 'empty-record', {})]);
    const document = { cellOhm, temperatureC, capacityAh, cycles, swollen, note };
    const { lastInsertRowid } = db
      .prepare('INSERT INTO pack_record (part_id, held_at, document) VALUES (?, ?, ?)')
      .run(partId, when.toISOString(), JSON.stringify(document));
    return created({ id: Number(lastInsertRowid), heldAt: when.toISOString(), ...document });
  });
}

/** Takes a record away, or puts it back. */
export function markRecord(db: Db, id: number, deleted: boolean): Outcome<{ id: number }> {
  return transaction(db, () => {
    const { changes } = db
      .prepare(
        `UPDATE pack_record SET deleted_at = ${deleted ? "strftime('%Y-%m-%dT%H:%M:%fZ', 'now')" : 'NULL'}
         WHERE id = ? AND deleted_at IS ${deleted ? '' : 'NOT'} NULL`
      )
      .run(id);
    return changes === 0 ? notFound('record') : found({ id });
  });
}

/** Parts of which something is due, or that should be retired, with a sentence each. */
export function partsDue(db: Db, parts: readonly StoredPart[]): { partId: number; says: string }[] {
  const minded = new Set(
    db
      .prepare(
        `SELECT id FROM part WHERE deleted_at IS NULL AND json_array_length(life, '$.reminders') > 0
         UNION SELECT part_id FROM pack_record WHERE deleted_at IS NULL`
      )
      .pluck()
      .all() as number[]
  );
  return parts
    .filter((p) => minded.has(p.id) && !p.retired)
    .flatMap((part) => {
      const { life, due, health } = shown(db, part);
      const says = [
        ...life.reminders.filter((_, k) => due[k].due).map((r) => `due: ${r.what}`),
        ...(health && health.verdict !== 'good'
          ? [`${health.verdict === 'retire' ? 'retire it' : 'watch it'}: ${health.reasons[0]}`]
          : [])
      ];
      return says.map((text) => ({ partId: part.id, says: text }));
    });
}
