import type { HandleClientError } from '@sveltejs/kit';
import { isNoAnswer, NO_ANSWER } from '$lib/ui/no-answer';

/** A room that cannot be fetched is told from one that is broken. */
export const handleError: HandleClientError = ({ error, event, message }) => {
  const unreached = isNoAnswer(error);
  // the room may be kept on this device: it is asked for as a whole page
  if (unreached && event.url.pathname !== location.pathname && navigator.serviceWorker?.controller)
    location.assign(event.url);
  return { message: unreached ? NO_ANSWER : message };
};
