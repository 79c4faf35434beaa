import type { CraftFile, CraftImport } from '../api/schemas/crafts.ts';
import type { ReadCraft } from '../core/formats/read-craft.ts';
import { createCraft, getCraft, listCrafts, markCraft } from './crafts.ts';
import type { Db } from './db/open.ts';
import { transaction } from './db/transaction.ts';
import { found, type Outcome } from './outcome.ts';
import { withoutKnown } from '../core/model/known.ts';
import { createSetup, deleteSetup, listSetups, useSetup } from './setups.ts';

/** A craft with all its setups. */
export function exportCraft(db: Db, id: number): Outcome<CraftFile> {
  const craft = getCraft(db, id);
  if (!craft.ok) return craft;
  const { name, kind, story, revision } = craft.value;
  return found({
    format: 'iskarn.craft/1',
    revision,
    name,
    kind,
    story,
    setups: listSetups(db, id).map((s) => ({ inUse: s.inUse, document: withoutKnown(s.document) }))
  });
}

/**
 * Plans the import of a craft or of one setup, and does it in one step when told to. A setup whose craft is in the hangar
 * already (same name and kind) joins it; everything else becomes a craft of its own.
 */
export function importCraft(db: Db, read: ReadCraft, apply: boolean): Outcome<CraftImport> {
  const { name, kind, story, documents, single } = read;
  const home = single ? listCrafts(db).find((c) => c.name === name && c.kind === kind) : undefined;
  const plan: CraftImport = {
    craft: { name, kind, isNew: home === undefined },
    setups: documents.map((d) => d.name ?? 'Setup'),
    craftId: null,
    setupIds: []
  };
  if (!apply) return found(plan);
  return transaction(db, () => {
    const craft = home ? found(home) : createCraft(db, { name, kind, story });
    if (!craft.ok) return craft;
    for (const document of documents) {
      const made = createSetup(db, craft.value.id, document, 'imported');
      if (!made.ok) return made;
      plan.setupIds.push(made.value.id);
    }
    if (!home && read.inUse > 0) {
      const used = useSetup(db, plan.setupIds[read.inUse]);
      if (!used.ok) return used;
    }
    return found({ ...plan, craftId: home ? null : craft.value.id });
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
