import type { SetupDocument } from '../core/document/schema.ts';
import { cellsOwned } from '../core/testing/plan/owned-cells.ts';
import type { SheetMore } from '../core/sheet/sheet.ts';
import type { Db } from './db/open.ts';
import { found, type Outcome } from './outcome.ts';
import { listParts } from './parts.ts';
import { getSettings } from './settings.ts';
import { shelfParts } from './search.ts';
import { getSetup } from './setups.ts';

/** A stored setup with all that its build sheet is told beside it: the shelf, the schools, the day. */
export function sheetAsked(db: Db, id: number): Outcome<{ document: SetupDocument; more: SheetMore }> {
  const setup = getSetup(db, id);
  if (!setup.ok) return setup;
  const { document, revision } = setup.value;
  const { changedFrom } = setup.value;
  const earlier = changedFrom === null ? null : getSetup(db, changedFrom);
  const { schools, currency } = getSettings(db);
  return found({
    document,
    more: {
      shelf: listParts(db).map(({ kind, name, owned, price }) => ({ kind, name, owned, price })),
      revision,
      madeOn: new Date().toISOString().slice(0, 10),
      schools,
      before: earlier?.ok ? earlier.value.document : null,
      owned: cellsOwned(shelfParts(db).battery),
      currency
    }
  });
}

/** A Markdown text as a file to be saved. */
export const markdownFile = (name: string, text: string): Response =>
  new Response(text, {
    headers: {
      'content-type': 'text/markdown; charset=utf-8',
      'content-disposition': `attachment; filename="${name}"`
    }
  });
