import { error } from '@sveltejs/kit';
import { getCraft } from '$lib/server/crafts';
import { store } from '$lib/server/db/store';
import { loggedSetups } from '$lib/server/lists';
import { idOf } from '$lib/server/outcome';
import { countRuns, listRuns } from '$lib/server/runs/runs';
import { getSetup } from '$lib/server/setups';
import type { PageServerLoad } from './$types';

/** Runs that come with the page; older ones are fetched. */
const FIRST = 100;

export const load: PageServerLoad = ({ params }) => {
  const db = store();
  const stored = getSetup(db, idOf(params.id));
  if (!stored.ok) error(404, stored.message);
  const craft = getCraft(db, stored.value.craftId);
  if (!craft.ok) error(404, craft.message);
  const craftId = craft.value.id;
  return {
    craft: craft.value,
    setupId: stored.value.id,
    setups: loggedSetups(db, craftId, stored.value.id),
    runs: listRuns(db, { craftId, most: FIRST }),
    total: countRuns(db, { craftId })
  };
};
