import { error } from '@sveltejs/kit';
import { computePage } from '$lib/server/compute/remembered';
import { getCraft } from '$lib/server/crafts';
import { store } from '$lib/server/db/store';
import { listMakersTables } from '$lib/server/makers-tables';
import { idOf } from '$lib/server/outcome';
import { listParts } from '$lib/server/parts';
import { listRuns } from '$lib/server/runs/runs';
import { shelfParts } from '$lib/server/search';
import { getSettings } from '$lib/server/settings';
import { getSetup } from '$lib/server/setups';
import { cellsOwned } from '$lib/core/testing/plan/owned-cells';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params }) => {
  const db = store();
  const stored = getSetup(db, idOf(params.id));
  if (!stored.ok) error(404, stored.message);
  const craft = getCraft(db, stored.value.craftId);
  if (!craft.ok) error(404, craft.message);
  const { schools, acknowledged } = getSettings(db);
  const { changedFrom } = stored.value;
  const earlier = changedFrom === null ? null : getSetup(db, changedFrom);
  const before = earlier?.ok ? earlier.value.document : null;
  const runs = listRuns(db, { setupId: stored.value.id });
  // the tables of the motor that is fitted, by its name
  const parts = listParts(db);
  const motor = parts.find((p) => p.kind === 'motor' && p.name === stored.value.document.motor.name);
  const rows = motor ? listMakersTables(db, motor.id).flatMap((table) => table.rows) : [];
  const owned = cellsOwned(shelfParts(db).battery);
  return {
    planned: await computePage('testPage', stored.value.document, schools, runs, before, owned),
    owned,
    before,
    stored: stored.value,
    craft: craft.value,
    runs,
    rows,
    schools,
    acknowledged
  };
};
