import { error } from '@sveltejs/kit';
import { computePage } from '$lib/server/compute/remembered';
import { getCraft } from '$lib/server/crafts';
import { store } from '$lib/server/db/store';
import { listExercises } from '$lib/server/exercises';
import { idOf } from '$lib/server/outcome';
import { getSettings } from '$lib/server/settings';
import { getSetup } from '$lib/server/setups';
import { CONTENTS } from '$lib/core/help/help';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params }) => {
  const db = store();
  const stored = getSetup(db, idOf(params.id));
  if (!stored.ok) error(404, stored.message);
  if (!CONTENTS.some((p) => p.id === params.topic)) error(404, 'There is no such page of help.');
  const craft = getCraft(db, stored.value.craftId);
  if (!craft.ok) error(404, craft.message);
  const { schools } = getSettings(db);
  return {
    view: await computePage('help', params.topic, stored.value.document, schools),
    topic: params.topic,
    stored: stored.value,
    craft: craft.value,
    schools,
    records: listExercises(db)
  };
};
