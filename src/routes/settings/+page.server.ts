import { sessionState } from '$lib/server/guard/gate';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = (event) => ({ session: sessionState(event) });
