import { version } from '$app/environment';
import { store } from '$lib/server/db/store';
import { getSettings } from '$lib/server/settings';
import { lastOpened } from '$lib/server/setups';
import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = ({ locals }) => ({
  // a page never draws what another version of the program made: asked with all else that is asked anew
  version,
  settings: getSettings(store()),
  guest: locals.guest === true,
  // whoever is not logged in is not told what is worked on here
  lastMatch: locals.guest ? null : lastOpened(store())
});
