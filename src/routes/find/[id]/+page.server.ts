import { knownParts } from '$lib/server/knowledge';
import { listSearches } from '$lib/server/searches';
import { listInUse } from '$lib/server/setups';
import { setupRoom } from '$lib/server/setup-room';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ params }) => {
  const { db, stored, craft, settings } = setupRoom(params.id);
  return {
    stored,
    craft,
    parts: knownParts(db),
    searches: listSearches(db, craft.id),
    schools: settings.schools,
    // the user's own crafts, each by the setup it is used with
    own: listInUse(db)
      .filter(({ document }) => document.craft.kind === craft.kind)
      .map(({ name, document }) => ({
        name,
        massKg: document.craft.massKg,
        motorKg: document.motor.massKg ?? null
      }))
  };
};
