import { computePage } from '$lib/server/compute/page-cache';
import { knownParts } from '$lib/server/knowledge';
import { listRuns } from '$lib/server/runs/runs';
import { shelfParts } from '$lib/server/search';
import { setupRoom } from '$lib/server/setup-room';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params }) => {
  const { db, stored, craft, settings } = setupRoom(params.id);
  const { schools } = settings;
  const { motor, esc, battery } = shelfParts(db);
  return {
    picture: await computePage('changePage', stored.document, schools, { motor, esc, battery }),
    stored,
    craft,
    parts: knownParts(db),
    runs: listRuns(db, { setupId: stored.id }),
    schools
  };
};
