import { error } from '@sveltejs/kit';
import { computePage } from '$lib/server/compute/remembered';
import { getCraft } from '$lib/server/crafts';
import { store } from '$lib/server/db/store';
import { idOf } from '$lib/server/outcome';
import { getSettings } from '$lib/server/settings';
import { getSetup } from '$lib/server/setups';
import { sheetAsked } from '$lib/server/sheets';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params }) => {
  const db = store();
  const id = idOf(params.id);
  const stored = getSetup(db, id);
  if (!stored.ok) error(404, stored.message);
  const craft = getCraft(db, stored.value.craftId);
  if (!craft.ok) error(404, craft.message);
  const asked = sheetAsked(db, id);
  if (!asked.ok) error(404, asked.message);
  const { document, more } = asked.value;
  const made = await computePage('sheet', document, more);
  return {
    sheet: made.ok ? made.answer : null,
    problems: made.ok ? [] : made.errors.errors,
    more,
    stored: stored.value,
    craft: craft.value,
    acknowledged: getSettings(db).acknowledged
  };
};
