import { redirect } from '@sveltejs/kit';
import { store } from '$lib/server/db/store';
import { listSetups } from '$lib/server/setups';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = () => {
  const first = listSetups(store())[0];
  if (first) redirect(307, `/match/${first.id}`);
  return {};
};
