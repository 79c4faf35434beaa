import { error } from '@sveltejs/kit';
import { compareSetups } from '$lib/core/brief/compare';
import { matchPicture } from '$lib/core/train/match-picture';
import { getCraft } from '$lib/server/crafts';
import { store } from '$lib/server/db/store';
import { idOf } from '$lib/server/http';
import { listParts } from '$lib/server/parts';
import { listRuns } from '$lib/server/runs';
import { getSettings } from '$lib/server/settings';
import { getSetup, listSetups, noteOpened } from '$lib/server/setups';
import type { PageServerLoad } from './$types';

const FULL = { throttle: 1, speedMs: 0, stateOfCharge: 1 };

export const load: PageServerLoad = ({ params }) => {
  const db = store();
  const stored = getSetup(db, idOf(params.id));
  if (!stored.ok) error(404, stored.message);
  const craft = getCraft(db, stored.value.craftId);
  if (!craft.ok) error(404, craft.message);
  noteOpened(db, stored.value.id);
  const { schools } = getSettings(db);
  const drawn = matchPicture(stored.value.document, FULL, schools, 'full');
  if (!drawn.ok) error(500, drawn.errors.map((e) => e.message).join(' '));
  const all = listSetups(db, stored.value.craftId).map((s) => ({
    stored: s,
    side: matchPicture(s.document, FULL, schools, 'quick')
  }));
  const pinned = all.filter((x) => x.stored.pinned && x.side.ok).slice(0, 4);
  return {
    stored: stored.value,
    craft: craft.value,
    setups: all.map(({ stored: s, side }) => ({
      id: s.id,
      name: s.document.name ?? 'Setup',
      inUse: s.inUse,
      pinned: s.pinned,
      amps: side.ok ? side.picture.answer.points[0].batteryCurrentA : null
    })),
    compared: {
      ids: pinned.map((x) => x.stored.id),
      names: pinned.map((x) => x.stored.document.name ?? 'Setup'),
      ...compareSetups(
        pinned.flatMap((x) =>
          x.side.ok ? [{ document: x.side.picture.document, answer: x.side.picture.answer }] : []
        )
      )
    },
    parts: listParts(db),
    runs: listRuns(db, stored.value.craftId).filter((r) => r.setupId === stored.value.id),
    schools,
    picture: drawn.picture
  };
};
