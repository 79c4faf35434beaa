import { loggedSetups } from '$lib/server/lists';
import { countRuns, listRuns } from '$lib/server/runs/runs';
import { setupRoom } from '$lib/server/setup-room';
import type { PageServerLoad } from './$types';

/** Runs that come with the page; older ones are fetched. */
const FIRST = 100;

export const load: PageServerLoad = ({ params }) => {
  const { db, stored, craft } = setupRoom(params.id);
  const craftId = craft.id;
  return {
    craft,
    setupId: stored.id,
    setups: loggedSetups(db, craftId, stored.id),
    runs: listRuns(db, { craftId, most: FIRST }),
    total: countRuns(db, { craftId })
  };
};
