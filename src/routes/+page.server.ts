import { store } from '$lib/server/db/store';
import { besideOf, glancesOf, listHangar, soon } from '$lib/server/lists';
import { summaries } from '$lib/server/summaries';
import type { PageServerLoad } from './$types';

/** Crafts shown at a time. */
const SHOWN = 60;
/** How long the page waits for what is not worked out yet, ms. */
const PATIENCE_MS = 120;

export const load: PageServerLoad = async ({ url }) => {
  const db = store();
  const asked = Number(url.searchParams.get('from'));
  const from = Number.isInteger(asked) && asked > 0 ? asked : 0;
  const { crafts, total } = listHangar(db, from, SHOWN);
  const glances = await soon(glancesOf(crafts, summaries, besideOf(db)), PATIENCE_MS);
  return {
    total,
    from,
    shown: SHOWN,
    crafts: crafts.map(({ used, others: _others, ...craft }) => ({
      ...craft,
      setupId: used?.id ?? null,
      setupName: used?.name ?? null,
      massKg: used?.massKg ?? null
    })),
    glances: glances.now,
    // what takes longer is sent after the page
    laterGlances: glances.later
  };
};
