import { error } from '@sveltejs/kit';
import { getCraft } from '$lib/server/crafts';
import { store } from '$lib/server/db/store';
import { idOf } from '$lib/server/outcome';
import { usableParts } from '$lib/server/parts';
import { listRuns } from '$lib/server/runs/runs';
import { getSettings } from '$lib/server/settings';
import { getSetup } from '$lib/server/setups';
import type { Propulsor } from '$lib/core/document/schema';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ params }) => {
  const db = store();
  const stored = getSetup(db, idOf(params.id));
  if (!stored.ok) error(404, stored.message);
  const craft = getCraft(db, stored.value.craftId);
  if (!craft.ok) error(404, craft.message);
  const { kind } = stored.value.document.propulsor;
  return {
    stored: stored.value,
    craft: craft.value,
    runs: listRuns(db, { setupId: stored.value.id }),
    parts: usableParts(db, 'propulsor').filter((p) => (p.document as Propulsor).kind === kind),
    schools: getSettings(db).schools
  };
};
