import type { SetupDocument } from '../core/setup/schema.ts';
import type { StoredCraft } from '../core/setup/stored.ts';
import { validateSetup, type Issue } from '../core/setup/validate.ts';
import { createCraft, getCraft, listCrafts, markCraft } from './crafts.ts';
import { transaction, type Db } from './db/open.ts';
import { found, invalid, type Outcome } from './outcome.ts';
import { createSetup, deleteSetup, listSetups } from './setups.ts';

/** A craft with all its setups. */
export function exportCraft(db: Db, id: number): Outcome<object> {
  const craft = getCraft(db, id);
  if (!craft.ok) return craft;
  const { name, kind, story } = craft.value;
  return found({
    format: 'iskarn.craft/1',
    name,
    kind,
    story,
    setups: listSetups(db, id).map((s) => ({ inUse: s.inUse, document: s.document }))
  });
}

/** What the import of a craft or a setup would do, or did. */
export interface CraftImport {
  craft: { name: string; kind: StoredCraft['kind']; isNew: boolean };
  setups: string[];
  /** Ids of what was made: what undo takes back. Null and empty before it is applied. */
  craftId: number | null;
  setupIds: number[];
}

interface ReadCraft {
  name: string;
  kind: StoredCraft['kind'];
  story: string;
  documents: SetupDocument[];
}

const KINDS = ['fixed-wing', 'multirotor', 'boat'];

/** Reads a setup or a craft from a file's value; nothing is stored. */
function readDocument(value: unknown): Outcome<ReadCraft> {
  const format = (value as { format?: unknown } | null)?.format;
  if (format === 'iskarn.setup/1') {
    const checked = validateSetup(value);
    if (!checked.ok) return invalid(checked.errors);
    const { craft, name } = checked.value;
    return found({
      name: craft.name ?? name ?? 'Imported craft',
      kind: craft.kind,
      story: '',
      documents: [checked.value]
    });
  }
  if (format !== 'iskarn.craft/1')
    return invalid([
      {
        path: 'format',
        message: `format is ${JSON.stringify(format) ?? 'missing'}; it should be "iskarn.setup/1" or "iskarn.craft/1".`
      }
    ]);
  const craft = value as { name?: unknown; kind?: unknown; story?: unknown; setups?: unknown };
  const setups = Array.isArray(craft.setups) ? (craft.setups as { document?: unknown }[]) : [];
  const checked = setups.map((s) => validateSetup(s?.document));
  const errors: Issue[] = checked.flatMap((c, at) =>
    c.ok ? [] : c.errors.map((e) => ({ ...e, path: `setups.${at}.${e.path}` }))
  );
  if (setups.length === 0) errors.push({ path: 'setups', message: 'the craft holds no setup.' });
  if (!KINDS.includes(String(craft.kind)))
    errors.push({
      path: 'kind',
      message: `kind is ${JSON.stringify(craft.kind) ?? 'missing'}; it should be fixed-wing, multirotor or boat.`
    });
  if (errors.length > 0) return invalid(errors);
  return found({
    name: String(craft.name ?? 'Imported craft').slice(0, 80),
    kind: craft.kind as StoredCraft['kind'],
    story: String(craft.story ?? '').slice(0, 2000),
    documents: checked.flatMap((c) => (c.ok ? [c.value] : []))
  });
}

/**
 * Plans the import of a craft or of one setup, and does it in one step when told to. A setup whose craft is in the hangar
 * already (same name and kind) joins it; everything else becomes a craft of its own.
 */
export function importCraft(db: Db, value: unknown, apply: boolean): Outcome<CraftImport> {
  const read = readDocument(value);
  if (!read.ok) return read;
  const { name, kind, story, documents } = read.value;
  const single = (value as { format: string }).format === 'iskarn.setup/1';
  const home = single ? listCrafts(db).find((c) => c.name === name && c.kind === kind) : undefined;
  const plan: CraftImport = {
    craft: { name, kind, isNew: home === undefined },
    setups: documents.map((d) => d.name ?? 'Setup'),
    craftId: null,
    setupIds: []
  };
  if (!apply) return found(plan);
  return transaction(db, () => {
    const craftId = home?.id ?? createCraft(db, { name, kind, story }).id;
    for (const document of documents) {
      const made = createSetup(db, craftId, document, 'imported');
      if (!made.ok) return made;
      plan.setupIds.push(made.value.id);
    }
    return found({ ...plan, craftId: home ? null : craftId });
  });
}

/** Takes an import back: its setups, and the craft if it was made for them. */
export function undoCraftImport(
  db: Db,
  craftId: number | null,
  setupIds: readonly number[]
): Outcome<{ removed: number }> {
  return transaction(db, () => {
    let removed = 0;
    for (const id of setupIds) if (deleteSetup(db, id).ok) removed++;
    if (craftId !== null && markCraft(db, craftId, true).ok) removed++;
    return found({ removed });
  });
}
