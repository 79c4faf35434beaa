import { error } from '@sveltejs/kit';
import { matchPicture } from '$lib/core/train/match-picture';
import { store } from '$lib/server/db/store';
import { idOf } from '$lib/server/http';
import { getCraft, listCrafts } from '$lib/server/crafts';
import { listParts } from '$lib/server/parts';
import { getSetup, listSetups, noteOpened } from '$lib/server/setups';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ params }) => {
  const db = store();
  const stored = getSetup(db, idOf(params.id));
  if (!stored.ok) error(404, stored.message);
  const craft = getCraft(db, stored.value.craftId);
  if (!craft.ok) error(404, craft.message);
  noteOpened(db, stored.value.id);
  const drawn = matchPicture(
    stored.value.document,
    { throttle: 1, speedMs: 0, stateOfCharge: 1 },
    {},
    'full'
  );
  if (!drawn.ok) error(500, drawn.errors.map((e) => e.message).join(' '));
  const setups = listSetups(db, stored.value.craftId).map((s) => {
    const side = matchPicture(s.document, { throttle: 1, speedMs: 0, stateOfCharge: 1 }, {}, 'quick');
    const weight = side.ok ? side.picture.answer.checks.find((c) => c.id === 'thrust-to-weight') : undefined;
    return {
      id: s.id,
      name: s.document.name ?? 'Setup',
      inUse: s.inUse,
      amps: side.ok ? side.picture.answer.points[0].batteryCurrentA : null,
      thrustToWeight: weight?.value ?? null
    };
  });
  return {
    stored: stored.value,
    craft: craft.value,
    crafts: listCrafts(db).map((c) => ({ ...c, setupId: listSetups(db, c.id)[0]?.id ?? null })),
    setups,
    parts: listParts(db),
    picture: drawn.picture
  };
};
