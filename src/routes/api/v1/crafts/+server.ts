import { compute } from '$lib/server/compute/pool';
import { createSketched, listCrafts } from '$lib/server/crafts';
import { store } from '$lib/server/db/store';
import { bodyOf, endpoint } from '$lib/server/http';
import { found, invalid } from '$lib/server/outcome';

export const GET = endpoint(() => found(listCrafts(store())));

export const POST = endpoint(async ({ request }) => {
  const sent = await bodyOf(request);
  if (!sent.ok) return sent;
  const sketched = await compute('sketch', sent.value);
  return sketched.ok ? createSketched(store(), sketched.value) : invalid(sketched.errors);
}, 201);
