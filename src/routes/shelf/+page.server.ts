import { store } from '$lib/server/db/store';
import { listMakersTables } from '$lib/server/makers-tables';
import { partsDue } from '$lib/server/part-life';
import { listParts } from '$lib/server/parts';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = () => {
  const db = store();
  const parts = listParts(db);
  return { parts, tables: listMakersTables(db), due: partsDue(db, parts) };
};
