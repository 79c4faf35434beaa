import type { PartKind } from '../core/registry/parts.ts';
import { type FactorName, FITTED_FACTORS } from '../core/model/tolerance.ts';
import { interpretSetup } from '../core/model/interpret.ts';
import type { SetupDocument } from '../core/document/schema.ts';
import type { FittedPart, StoredPart, StoredSetup } from '../core/document/stored.ts';
import { FACTOR_TITLES } from '../core/powertrain/sensitivity.ts';
import { show } from '../core/units/show.ts';
import type { CalibrationPlaces } from '../api/schemas/setups.ts';
import type { Db } from './db/open.ts';
import { transaction } from './db/transaction.ts';
import { found, refused, type Outcome } from './outcome.ts';
import { getPart, listParts } from './parts.ts';
import { withDrag } from '../core/testing/speed/with-drag.ts';
import { editSetup, getSetup } from './setups.ts';

/** Factors of a fit that belong to each kind of part. */
const OF: Readonly<Partial<Record<PartKind, readonly FactorName[]>>> = {
  motor: ['kv', 'motorResistance', 'noLoadCurrent', 'inductance'],
  battery: ['batteryResistance'],
  propulsor: ['thrust', 'power']
};

/** What a fit says of one part, in words; empty where it tells nothing of it. */
function saysOf(kind: PartKind, document: SetupDocument): string {
  const { applied } = interpretSetup(document);
  return FITTED_FACTORS.filter((name) => OF[kind]?.includes(name) && applied?.told.has(name))
    .map((name) => `${FACTOR_TITLES[name]} ${show(applied?.factors[name] ?? 1)} times the label’s`)
    .join(', ');
}

/** Gives what was fitted to a setup to its parts on the shelf, by their names: it comes along wherever they go. */
export function fitParts(db: Db, setupId: number, now: string): Outcome<{ fitted: string[] }> {
  return transaction(db, () => {
    const setup = getSetup(db, setupId);
    if (!setup.ok) return setup;
    const { document } = setup.value;
    const joint = document.calibration?.joint;
    if (!joint) return refused('nothing-to-do', 'Nothing was fitted to this setup yet.');
    const named: readonly (readonly [PartKind, { name?: string } | undefined, SetupDocument])[] = [
      ['motor', joint.motor as { name?: string }, { ...document, motor: joint.motor } as SetupDocument],
      ...joint.batteries.map(
        (b) => ['battery', b as { name?: string }, { ...document, battery: b } as SetupDocument] as const
      ),
      ...joint.propulsors.map(
        (p) => ['propulsor', p as { name?: string }, { ...document, propulsor: p } as SetupDocument] as const
      )
    ];
    const put = db.prepare('UPDATE part SET fitted = ?, revision = revision + 1 WHERE id = ?');
    const fitted = listParts(db).flatMap((part) => {
      const own = named.find(([kind, p]) => kind === part.kind && p?.name === part.name);
      const says = own && saysOf(part.kind, own[2]);
      if (!says) return [];
      const value: FittedPart = {
        at: now,
        from: document.name ?? 'a setup',
        says,
        calibration: { factors: {}, relativeSd: {}, joint } as FittedPart['calibration']
      };
      put.run(JSON.stringify(value), part.id);
      return [part.name];
    });
    return found({ fitted });
  });
}

/** What a setup's calibration says of its parts, as it stands in documents; null where there is none. */
const jointText = (db: Db, setupId: number): string | null =>
  db
    .prepare(
      `SELECT json_extract(r.document, '$.calibration.joint') FROM setup s
       JOIN setup_revision r ON r.id = s.current_revision_id WHERE s.id = ?`
    )
    .pluck()
    .get(setupId) as string | null;

/** Most setups that are named as following a calibration. */
const MOST_PLACES = 200;

/** Where else the calibration of a setup stands. */
export function calibrationPlaces(db: Db, setupId: number): Outcome<CalibrationPlaces> {
  const setup = getSetup(db, setupId);
  if (!setup.ok) return setup;
  const joint = jointText(db, setupId);
  if (joint === null) return found({ setups: [], parts: [] });
  return found({
    setups: db
      .prepare(
        `SELECT s.id, coalesce(json_extract(r.document, '$.name'), 'Setup') AS name, c.name AS craft FROM setup s
         JOIN setup_revision r ON r.id = s.current_revision_id JOIN craft c ON c.id = s.craft_id
         WHERE s.deleted_at IS NULL AND c.deleted_at IS NULL AND s.id <> ?
           AND json_extract(r.document, '$.calibration.joint') = ? ORDER BY c.id, s.id LIMIT ?`
      )
      .all(setupId, joint, MOST_PLACES) as { id: number; name: string; craft: string }[],
    parts: db
      .prepare(
        `SELECT name FROM part WHERE deleted_at IS NULL AND fitted IS NOT NULL
           AND json_extract(fitted, '$.calibration.joint') = ? ORDER BY id`
      )
      .pluck()
      .all(joint) as string[]
  });
}

/**
 * Takes a calibration away: from a setup alone, or from everything that carries it, copies and parts of the shelf too. Each setup
 * keeps its history: Match undoes it like any edit.
 * @param revision that of the setup it is taken from
 */
export function removeCalibration(
  db: Db,
  setupId: number,
  from: 'here' | 'everywhere',
  revision: unknown
): Outcome<{ setup: StoredSetup; setups: number; parts: string[] }> {
  return transaction(db, () => {
    const own = getSetup(db, setupId);
    if (!own.ok) return own;
    const places = calibrationPlaces(db, setupId);
    if (!places.ok) return places;
    const joint = jointText(db, setupId);
    const bare = ({ calibration: _gone, ...document }: SetupDocument): SetupDocument =>
      withDrag(document as SetupDocument, null);
    const edited = editSetup(db, setupId, bare(own.value.document), 'calibration removed', revision);
    if (!edited.ok) return edited;
    if (from === 'here') return found({ setup: edited.value, setups: 0, parts: [] });
    for (const { id } of places.value.setups) {
      const other = getSetup(db, id);
      if (!other.ok) continue;
      const { calibration: _gone, ...document } = other.value.document;
      const done = editSetup(
        db,
        id,
        document,
        `calibration removed with that of “${own.value.document.name ?? 'Setup'}”`.slice(0, 200),
        other.value.revision
      );
      if (!done.ok) return done;
    }
    db.prepare(
      `UPDATE part SET fitted = NULL, revision = revision + 1
       WHERE fitted IS NOT NULL AND json_extract(fitted, '$.calibration.joint') = ?`
    ).run(joint);
    return found({
      setup: edited.value,
      setups: places.value.setups.length,
      parts: [...places.value.parts]
    });
  });
}

/** Takes away what was fitted to a part of the shelf. Setups keep what they have. */
export function forgetFitted(db: Db, id: number): Outcome<StoredPart> {
  return transaction(db, () => {
    const part = getPart(db, id);
    if (!part.ok) return part;
    db.prepare('UPDATE part SET fitted = NULL, revision = revision + 1 WHERE id = ?').run(id);
    return getPart(db, id);
  });
}
