import { error } from '@sveltejs/kit';
import { computePage } from '$lib/server/compute/page-cache';
import { store } from '$lib/server/db/store';
import { sharedSetup } from '$lib/server/shares';
import { sheetAsked } from '$lib/server/sheets';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, setHeaders }) => {
  const db = store();
  const id = sharedSetup(db, params.name);
  const asked = id === null ? null : sheetAsked(db, id);
  if (!asked?.ok) error(404, 'This link leads to no sheet, or no longer does.');
  const { document, more } = asked.value;
  // what is owned and what it cost is nobody else's business
  const made = await computePage('sheet', document, { ...more, shelf: [], currency: '' });
  if (!made.ok) error(404, 'This sheet cannot be worked out as it stands.');
  setHeaders({ 'x-robots-tag': 'noindex' });
  return { sheet: made.answer };
};
