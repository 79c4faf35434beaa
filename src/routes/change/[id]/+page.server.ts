import { error } from '@sveltejs/kit';
import { computePage } from '$lib/server/compute/remembered';
import { getCraft } from '$lib/server/crafts';
import { store } from '$lib/server/db/store';
import { idOf } from '$lib/server/outcome';
import { knownParts } from '$lib/server/knowledge';
import { listRuns } from '$lib/server/runs/runs';
import { shelfParts } from '$lib/server/search';
import { getSettings } from '$lib/server/settings';
import { getSetup } from '$lib/server/setups';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params }) => {
  const db = store();
  const stored = getSetup(db, idOf(params.id));
  if (!stored.ok) error(404, stored.message);
  const craft = getCraft(db, stored.value.craftId);
  if (!craft.ok) error(404, craft.message);
  const { schools } = getSettings(db);
  const { motor, esc, battery } = shelfParts(db);
  return {
    picture: await computePage('changePage', stored.value.document, schools, { motor, esc, battery }),
    stored: stored.value,
    craft: craft.value,
    parts: knownParts(db),
    runs: listRuns(db, { setupId: stored.value.id }),
    schools
  };
};
