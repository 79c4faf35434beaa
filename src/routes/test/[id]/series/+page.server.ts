import { usableParts } from '$lib/server/parts';
import { listRuns } from '$lib/server/runs/runs';
import type { Propulsor } from '$lib/core/document/schema';
import { setupRoom } from '$lib/server/setup-room';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ params }) => {
  const { db, stored, craft, settings } = setupRoom(params.id);
  const { kind } = stored.document.propulsor;
  return {
    stored,
    craft,
    runs: listRuns(db, { setupId: stored.id }),
    parts: usableParts(db, 'propulsor').filter((p) => (p.document as Propulsor).kind === kind),
    schools: settings.schools
  };
};
