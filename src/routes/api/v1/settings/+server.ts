import { store } from '$lib/server/db/store';
import { bodyOf, endpoint } from '$lib/server/http';
import { found } from '$lib/server/outcome';
import { getSettings, putSettings } from '$lib/server/settings';

export const GET = endpoint(() => found(getSettings(store())));

export const PUT = endpoint(async ({ request }) => {
  const sent = await bodyOf(request);
  return sent.ok ? putSettings(store(), sent.value) : sent;
});
