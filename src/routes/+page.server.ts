import { matchPicture } from '$lib/core/train/match-picture';
import { listCrafts } from '$lib/server/crafts';
import { store } from '$lib/server/db/store';
import { listRuns } from '$lib/server/runs';
import { getSettings } from '$lib/server/settings';
import { listSetups } from '$lib/server/setups';
import { glance } from '$lib/core/brief/glance';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = () => {
  const db = store();
  const { schools } = getSettings(db);
  return {
    crafts: listCrafts(db).map((craft) => {
      const setups = listSetups(db, craft.id);
      const used = setups.find((s) => s.inUse) ?? setups[0];
      const drawn = used
        ? matchPicture(used.document, { throttle: 1, speedMs: 0, stateOfCharge: 1 }, schools, 'quick')
        : null;
      const run = listRuns(db, craft.id)[0];
      return {
        ...craft,
        setupId: used?.id ?? null,
        setupName: used?.document.name ?? null,
        massKg: used?.document.craft.massKg ?? null,
        setups: setups.length,
        glance: drawn?.ok ? glance(drawn.picture.document, drawn.picture.answer) : null,
        lastRun: run ? { title: run.title, heldAt: run.heldAt, verdict: run.verdict } : null
      };
    })
  };
};
