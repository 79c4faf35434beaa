import { error } from '@sveltejs/kit';
import { getCraft } from '$lib/server/crafts';
import { store } from '$lib/server/db/store';
import { idOf } from '$lib/server/outcome';
import { knownParts } from '$lib/server/knowledge';
import { listSearches } from '$lib/server/searches';
import { getSettings } from '$lib/server/settings';
import { getSetup, listInUse } from '$lib/server/setups';
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
    parts: knownParts(db),
    searches: listSearches(db, craft.value.id),
    schools: getSettings(db).schools,
    // the user's own crafts, each by the setup it is used with
    own: listInUse(db)
      .filter(({ document }) => document.craft.kind === craft.value.kind)
      .map(({ name, document }) => ({
        name,
        massKg: document.craft.massKg,
        motorKg: document.motor.massKg ?? null
      }))
  };
};
