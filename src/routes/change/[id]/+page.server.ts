import { error } from '@sveltejs/kit';
import { getCraft } from '$lib/server/crafts';
import { store } from '$lib/server/db/store';
import { idOf } from '$lib/server/outcome';
import { listParts } from '$lib/server/parts';
import { listRuns } from '$lib/server/runs';
import { getSettings } from '$lib/server/settings';
import { getSetup } from '$lib/server/setups';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ params }) => {
  const db = store();
  const stored = getSetup(db, idOf(params.id));
  if (!stored.ok) error(404, stored.message);
  const craft = getCraft(db, stored.value.craftId);
  if (!craft.ok) error(404, craft.message);
  return {
    stored: stored.value,
    craft: craft.value,
    parts: listParts(db),
    runs: listRuns(db, craft.value.id).filter((run) => run.setupId === stored.value.id),
    schools: getSettings(db).schools
  };
};
