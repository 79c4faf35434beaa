import { DRIVE_PARTS, type DrivePart } from '../core/registry/parts.ts';
import type { PartKind } from '../core/registry/parts.ts';
import type { Battery, SetupDocument } from '../core/document/schema.ts';
import type { FittedPart, KnownPack, StoredPart, StoredSetup } from '../core/document/stored.ts';
import { knownOf } from '../core/shelf/pack-health.ts';
import { asUsed } from '../core/shelf/measured.ts';
import type { Db } from './db/open.ts';
import { healthOfPack } from './part-life.ts';
import { listParts, usableParts } from './parts.ts';

/** What the shelf knows beside the labels of its parts, by kind and name. */
interface Knowledge {
  readonly packs: ReadonlyMap<string, KnownPack>;
  readonly fitted: ReadonlyMap<string, FittedPart>;
  readonly retired: ReadonlyMap<string, string | null>;
}

const keyOf = (kind: PartKind, name: string): string => `${kind}:${name}`;

/** What is known, until anything is written: by this connection or by another program. */
const kept = new WeakMap<Db, { stamp: string; knowledge: Knowledge }>();

function gathered(db: Db): Knowledge {
  const packs = new Map<string, KnownPack>();
  const fitted = new Map<string, FittedPart>();
  const retired = new Map<string, string | null>();
  for (const part of listParts(db)) {
    const key = keyOf(part.kind, part.name);
    if (part.fitted && !fitted.has(key)) fitted.set(key, part.fitted);
    if (part.retired) retired.set(key, retiredWhy(db, part.id));
    if (part.kind !== 'battery') continue;
    const health = healthOfPack(db, part);
    const known = health && knownOf(health, asUsed(part) as Battery);
    if (known) packs.set(part.name, known);
  }
  return { packs, fitted, retired };
}

const retiredWhy = (db: Db, id: number): string | null =>
  (db.prepare("SELECT json_extract(life, '$.retired.why') FROM part WHERE id = ?").pluck().get(id) as
    string | null) ?? null;

/** What the shelf knows beside its labels, gathered anew once anything was written. */
function knowledgeOf(db: Db): Knowledge {
  const stamp = `${db.pragma('data_version', { simple: true })}:${db.prepare('SELECT total_changes()').pluck().get()}`;
  const found = kept.get(db);
  if (found?.stamp === stamp) return found.knowledge;
  const knowledge = gathered(db);
  kept.set(db, { stamp, knowledge });
  return knowledge;
}

/** Parts that may be used, packs with what was measured of them over their life. */
export function knownParts(db: Db, kind?: PartKind): StoredPart[] {
  const { packs } = knowledgeOf(db);
  return usableParts(db, kind).map((part) =>
    part.kind === 'battery' && packs.has(part.name) ? { ...part, health: packs.get(part.name) } : part
  );
}

/** Everything that is known, as one word: what was worked out with another one is of another day. */
export function knowledgeWord(db: Db): string {
  const { packs, fitted, retired } = knowledgeOf(db);
  return JSON.stringify([[...packs], [...fitted].map(([key, f]) => [key, f.at]), [...retired.keys()]]);
}

/** A document with what the shelf knows of its parts by their names; as it is where nothing is known. */
export function documentKnown(db: Db, document: SetupDocument): SetupDocument {
  const { packs, fitted, retired } = knowledgeOf(db);
  const named = (part: DrivePart): string | undefined => document[part]?.name;
  const pack = document.battery.name === undefined ? undefined : packs.get(document.battery.name);
  const taught =
    document.calibration == null
      ? (['motor', 'propulsor', 'battery'] as const)
          .map((kind) => fitted.get(keyOf(kind, named(kind) ?? '')))
          .find((f) => f !== undefined)
      : undefined;
  const old = DRIVE_PARTS.flatMap((part) => {
    const name = named(part);
    const key = name === undefined ? '' : keyOf(part, name);
    return name !== undefined && retired.has(key) ? [{ part, name, why: retired.get(key) ?? null }] : [];
  });
  if (!pack && !taught && old.length === 0) return document;
  return {
    ...document,
    known: {
      ...(pack ? { battery: { name: document.battery.name as string, ...pack } } : {}),
      ...(taught
        ? {
            calibration: taught.calibration,
            calibrationFrom: taught.table
              ? `the maker’s table “${taught.from}”`
              : `the runs of “${taught.from}”`
          }
        : {}),
      ...(old.length > 0 ? { retired: old } : {})
    }
  } as SetupDocument;
}

/** A stored setup with what the shelf knows of its parts. */
export const withKnowledge = (db: Db, stored: StoredSetup): StoredSetup => ({
  ...stored,
  document: documentKnown(db, stored.document)
});
