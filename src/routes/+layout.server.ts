import { store } from '$lib/server/db/store';
import { getSettings } from '$lib/server/settings';
import { lastOpened } from '$lib/server/setups';
import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = () => ({
  settings: getSettings(store()),
  lastMatch: lastOpened(store())
});
