import { error } from '@sveltejs/kit';
import { computePage } from '$lib/server/compute/page-cache';
import { sheetAsked } from '$lib/server/sheets';
import { setupRoom } from '$lib/server/setup-room';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params }) => {
  const { db, stored, craft, settings } = setupRoom(params.id);
  const asked = sheetAsked(db, stored.id);
  if (!asked.ok) error(404, asked.message);
  const { document, more } = asked.value;
  const made = await computePage('sheet', document, more);
  return {
    sheet: made.ok ? made.answer : null,
    problems: made.ok ? [] : made.errors.errors,
    more,
    stored,
    craft,
    acknowledged: settings.acknowledged
  };
};
