import { computePage } from '$lib/server/compute/page-cache';
import { listMakersTables } from '$lib/server/makers-tables';
import { listParts } from '$lib/server/parts';
import { listRuns } from '$lib/server/runs/runs';
import { shelfParts } from '$lib/server/search';
import { getSetup } from '$lib/server/setups';
import { cellsOwned } from '$lib/core/testing/plan/owned-cells';
import { setupRoom } from '$lib/server/setup-room';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params }) => {
  const { db, stored, craft, settings } = setupRoom(params.id);
  const { schools, acknowledged } = settings;
  const { changedFrom } = stored;
  const earlier = changedFrom === null ? null : getSetup(db, changedFrom);
  const before = earlier?.ok ? earlier.value.document : null;
  const runs = listRuns(db, { setupId: stored.id });
  // the tables of the motor that is fitted, by its name
  const parts = listParts(db);
  const motor = parts.find((p) => p.kind === 'motor' && p.name === stored.document.motor.name);
  const rows = motor ? listMakersTables(db, motor.id).flatMap((table) => table.rows) : [];
  const owned = cellsOwned(shelfParts(db).battery);
  return {
    planned: await computePage('testPage', stored.document, schools, runs, before, owned),
    owned,
    before,
    stored,
    craft,
    runs,
    rows,
    schools,
    acknowledged
  };
};
