import { glanceOf, type Glance, type SetupSummary } from '../core/compare/glance.ts';
import type { Battery } from '../core/document/schema.ts';
import { asUsed } from '../core/shelf/measured.ts';
import type { Db } from './db/open.ts';
import { documentKnown, knowledgeWord, knownParts } from './knowledge.ts';
import { getSettings } from './settings.ts';
import type { Beside, Summaries, SummaryRequest } from './summaries.ts';
import { readDocument } from './stored-document.ts';

/** A setup as lists show it: no document, only its name and weight. */
interface SetupRow extends SummaryRequest {
  craftId: number;
  name: string;
  massKg: number;
  inUse: boolean;
  pinned: boolean;
  /** Whether a run of it is logged. */
  tested: boolean;
}

interface Row {
  id: number;
  revision: number;
  craft_id: number;
  name: string | null;
  mass_kg: number;
  in_use: number;
  pinned: number;
  tested: number;
}

const ROWS = /* sql */ `
  SELECT s.id, s.revision, s.craft_id, s.in_use, s.pinned,
    json_extract(r.document, '$.name') AS name, json_extract(r.document, '$.craft.massKg') AS mass_kg,
    EXISTS (SELECT 1 FROM run x WHERE x.setup_id = s.id AND x.deleted_at IS NULL) AS tested
  FROM setup s JOIN setup_revision r ON r.id = s.current_revision_id
  WHERE s.deleted_at IS NULL`;

/** Most setups of one craft that a list shows unless all are asked for. */
export const MOST_LISTED = 60;

function rowsOf(db: Db, rows: readonly Row[]): SetupRow[] {
  const read = db
    .prepare(
      'SELECT r.document FROM setup s JOIN setup_revision r ON r.id = s.current_revision_id WHERE s.id = ?'
    )
    .pluck();
  return rows.map((r) => ({
    id: r.id,
    revision: r.revision,
    craftId: r.craft_id,
    name: r.name ?? 'Setup',
    massKg: r.mass_kg,
    inUse: r.in_use === 1,
    pinned: r.pinned === 1,
    tested: r.tested === 1,
    document: () => documentKnown(db, readDocument(read.get(r.id) as string))
  }));
}

/**
 * Setups of a craft in the order they were made: the one in use, the one that is open and the newest, up to `most`.
 * @param skip so many newer ones are passed over
 */
export function listSetupRows(
  db: Db,
  craftId: number,
  open: number,
  most = MOST_LISTED,
  skip = 0
): SetupRow[] {
  const ids = db
    .prepare(
      `SELECT id FROM setup WHERE craft_id = ? AND deleted_at IS NULL
       ORDER BY id = ? DESC, in_use DESC, id DESC LIMIT ? OFFSET ?`
    )
    .pluck()
    .all(craftId, open, most, skip) as number[];
  return rowsOf(
    db,
    db
      .prepare(`${ROWS} AND s.id IN (SELECT value FROM json_each(?)) ORDER BY s.id`)
      .all(JSON.stringify(ids)) as Row[]
  );
}

/** Names of the setups of a craft that have runs in its log, and of one more; in the order they were made. */
export const loggedSetups = (db: Db, craftId: number, beside: number): { id: number; name: string }[] =>
  db
    .prepare(
      `SELECT s.id, COALESCE(json_extract(r.document, '$.name'), 'Setup') AS name
       FROM setup s JOIN setup_revision r ON r.id = s.current_revision_id
       WHERE s.craft_id = ? AND s.deleted_at IS NULL
         AND (s.id = ? OR EXISTS (SELECT 1 FROM run WHERE run.setup_id = s.id AND run.deleted_at IS NULL))
       ORDER BY s.id`
    )
    .all(craftId, beside) as { id: number; name: string }[];

/** How many setups a craft has. */
export const countSetups = (db: Db, craftId: number): number =>
  db
    .prepare('SELECT count(*) FROM setup WHERE craft_id = ? AND deleted_at IS NULL')
    .pluck()
    .get(craftId) as number;

/** Owned packs, schools and what the shelf knows: what a summary depends on beside its setup. */
export const besideOf = (db: Db): Beside => ({
  packs: knownParts(db, 'battery')
    .filter((p) => p.owned)
    .map((p) => asUsed(p) as Battery),
  schools: getSettings(db).schools,
  known: knowledgeWord(db)
});

/** A craft as the hangar shows it. */
interface HangarCraft {
  id: number;
  name: string;
  kind: 'fixed-wing' | 'multirotor' | 'boat';
  story: string;
  setups: number;
  used: SetupRow | null;
  others: SetupRow[];
  lastRun: { title: string; heldAt: string; verdict: string } | null;
}

/** Crafts of the hangar in their order, `most` of them from the one at `from` on. */
export function listHangar(db: Db, from: number, most: number): { crafts: HangarCraft[]; total: number } {
  const total = db.prepare('SELECT count(*) FROM craft WHERE deleted_at IS NULL').pluck().get() as number;
  const crafts = db
    .prepare(
      'SELECT id, name, kind, story FROM craft WHERE deleted_at IS NULL ORDER BY position, id LIMIT ? OFFSET ?'
    )
    .all(most, from) as Pick<HangarCraft, 'id' | 'name' | 'kind' | 'story'>[];
  const run = db.prepare(
    `SELECT r.title, r.held_at AS heldAt, r.verdict FROM run r JOIN setup s ON s.id = r.setup_id
     WHERE s.craft_id = ? AND r.deleted_at IS NULL ORDER BY r.held_at DESC, r.id DESC LIMIT 1`
  );
  return {
    total,
    crafts: crafts.map((craft) => {
      const rows = listSetupRows(db, craft.id, 0, OTHERS + 1);
      const used = rows.find((r) => r.inUse) ?? rows[0] ?? null;
      return {
        ...craft,
        setups: countSetups(db, craft.id),
        used,
        others: rows.filter((r) => r !== used),
        lastRun: (run.get(craft.id) as HangarCraft['lastRun'] | undefined) ?? null
      };
    })
  };
}

/** Other setups of a craft that are looked at for a better one. */
const OTHERS = 12;

/** Each craft at a glance, in order; null where it has no setup or its setup cannot be worked out. */
export async function glancesOf(
  crafts: readonly HangarCraft[],
  summaries: Summaries,
  beside: Beside
): Promise<(Glance | null)[]> {
  const used = crafts.flatMap((c) => c.used ?? []);
  const first = new Map(used.map((row) => row.id).map((id) => [id, null as SetupSummary | null]));
  (await summaries.all(used, beside)).forEach((s, at) => first.set(used[at].id, s));
  // only where something fails does it matter what else there is
  const failing = crafts.filter((c) => (c.used && first.get(c.used.id)?.over) ?? 0);
  const others = failing.flatMap((c) => c.others);
  const more = new Map((await summaries.all(others, beside)).map((s, at) => [others[at].id, s] as const));
  return crafts.map((c) => {
    const summary = c.used && first.get(c.used.id);
    if (!summary) return null;
    return glanceOf(
      summary,
      c.others.flatMap((row) => {
        const other = more.get(row.id);
        return other ? [{ name: row.name, over: other.over, tested: row.tested }] : [];
      }),
      c.used?.tested ?? false
    );
  });
}

/** A promise's value where it comes soon, else the promise itself: a page does not wait for what takes long. */
export async function soon<T>(
  promise: Promise<T>,
  ms: number
): Promise<{ now: T | null; later: Promise<T> | null }> {
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<null>((resolve) => (timer = setTimeout(() => resolve(null), ms)));
  const first = await Promise.race([promise.then((value) => ({ value })), late]);
  clearTimeout(timer);
  return first ? { now: first.value, later: null } : { now: null, later: promise };
}
