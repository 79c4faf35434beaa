import { error } from '@sveltejs/kit';
import { compute } from '$lib/server/compute/pool';
import { getCraft } from '$lib/server/crafts';
import { store } from '$lib/server/db/store';
import { idOf } from '$lib/server/http';
import { listParts } from '$lib/server/parts';
import { listRuns } from '$lib/server/runs';
import { getSettings } from '$lib/server/settings';
import { getSetup, listSetups } from '$lib/server/setups';
import type { PageServerLoad } from './$types';

/** Most setups compared side by side. */
const MOST_COMPARED = 4;

export const load: PageServerLoad = async ({ params }) => {
  const db = store();
  const stored = getSetup(db, idOf(params.id));
  if (!stored.ok) error(404, stored.message);
  const craft = getCraft(db, stored.value.craftId);
  if (!craft.ok) error(404, craft.message);
  const { schools } = getSettings(db);
  const all = listSetups(db, stored.value.craftId);
  const page = await compute(
    'matchPage',
    stored.value.document,
    all.map((s) => s.document),
    all.flatMap((s, at) => (s.pinned ? [at] : [])).slice(0, MOST_COMPARED),
    schools
  );
  if (!page.drawn.ok)
    error(422, `This setup cannot be worked out: ${page.drawn.errors.map((e) => e.message).join(' ')}`);
  const pinned = page.shown.map((at) => all[at]);
  return {
    stored: stored.value,
    craft: craft.value,
    setups: all.map((s, at) => ({
      id: s.id,
      name: s.document.name ?? 'Setup',
      inUse: s.inUse,
      pinned: s.pinned,
      amps: page.amps[at]
    })),
    compared: {
      ids: pinned.map((s) => s.id),
      names: pinned.map((s) => s.document.name ?? 'Setup'),
      ...page.comparison
    },
    parts: listParts(db),
    runs: listRuns(db, stored.value.craftId).filter((r) => r.setupId === stored.value.id),
    schools,
    picture: page.drawn.picture
  };
};
