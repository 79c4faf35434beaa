import { store } from '$lib/server/db/store';
import { listMakersTables } from '$lib/server/makers-tables';
import { listParts } from '$lib/server/parts';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = () => ({
  parts: listParts(store()),
  tables: listMakersTables(store())
});
