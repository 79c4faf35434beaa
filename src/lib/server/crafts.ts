import type { StoredCraft, StoredSetup } from '../core/setup/stored.ts';
import { markDeleted } from './db/mark-deleted.ts';
import { transaction, type Db } from './db/open.ts';
import type { Brief } from '../core/brief/brief.ts';
import { sketchSetup } from '../core/brief/sketch-setup.ts';
import { craftSchema } from '../core/setup/schema.ts';
import { validateAgainst } from '../core/setup/validate.ts';
import { found, invalid, notFound, type Outcome } from './outcome.ts';
import { createSetup } from './setups.ts';

/** All crafts in their order. */
export const listCrafts = (db: Db): StoredCraft[] =>
  db
    .prepare('SELECT id, name, kind, story FROM craft WHERE deleted_at IS NULL ORDER BY position, id')
    .all() as StoredCraft[];

/** One craft. */
export function getCraft(db: Db, id: number): Outcome<StoredCraft> {
  const row = db
    .prepare('SELECT id, name, kind, story FROM craft WHERE id = ? AND deleted_at IS NULL')
    .get(id) as StoredCraft | undefined;
  return row ? found(row) : notFound('craft');
}

/** Takes a craft off the hangar (`deleted` true), or puts it back. */
export const markCraft = (db: Db, id: number, deleted: boolean): Outcome<{ id: number }> =>
  markDeleted(db, 'craft', id, deleted);

const briefSchema = {
  title: 'brief',
  type: 'object',
  required: ['name', 'kind', 'purpose', 'massKg'],
  properties: {
    name: { type: 'string', minLength: 1, maxLength: 80, title: 'name' },
    kind: craftSchema.properties.kind,
    purpose: { type: 'string', maxLength: 60, title: 'purpose' },
    massKg: craftSchema.properties.massKg,
    wingAreaM2: craftSchema.properties.wingAreaM2,
    largestPropM: craftSchema.properties.largestPropM,
    waterlineLengthM: craftSchema.properties.waterlineLengthM,
    hull: craftSchema.properties.hull,
    rotors: { type: 'integer', minimum: 3, maximum: 16, title: 'number of rotors' },
    coaxial: { type: 'boolean', title: 'coaxial' },
    targetSeconds: craftSchema.properties.targetSeconds,
    series: { type: ['integer', 'null'], minimum: 1, maximum: 60, title: 'cells' }
  }
} as const;

/** A new craft with a first setup worked out from a few figures, everything else estimated and marked so. */
export function createFromBrief(db: Db, value: unknown): Outcome<StoredSetup> {
  const checked = validateAgainst<Brief>(briefSchema, value);
  if (!checked.ok) return invalid(checked.errors);
  const brief = checked.value;
  return transaction(db, () => {
    const craft = createCraft(db, { name: brief.name.trim(), kind: brief.kind, story: '' });
    return createSetup(db, craft.id, sketchSetup(brief), 'sketched from the brief');
  });
}

/** Stores a new craft. */
export function createCraft(db: Db, craft: Omit<StoredCraft, 'id'>): StoredCraft {
  return transaction(db, () => {
    const { lastInsertRowid } = db
      .prepare(
        'INSERT INTO craft (name, kind, story, position) VALUES (?, ?, ?, (SELECT ifnull(max(position), 0) + 1 FROM craft))'
      )
      .run(craft.name, craft.kind, craft.story);
    return { ...craft, id: Number(lastInsertRowid) };
  });
}
