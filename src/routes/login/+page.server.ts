import { redirect } from '@sveltejs/kit';
import { sessionState } from '$lib/server/auth/access';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = (event) => {
  if (sessionState(event).open) redirect(303, '/');
  const to = event.url.searchParams.get('to') ?? '/';
  return {
    // only ever to a page of this very host
    to: /^\/(?![/\\])[\w/[\]-]*$/.test(to) ? to : '/',
    plain: event.url.protocol === 'http:' && !['localhost', '127.0.0.1', '[::1]'].includes(event.url.hostname)
  };
};
