import type { ClientInit, HandleClientError } from '@sveltejs/kit';
import { isNoAnswer, NO_ANSWER } from '$lib/ui/no-answer';

/** Longest wait for a first frame, ms: a page in the background has none. */
const LONGEST_MS = 300;

/** The page is painted as the server made it before its script takes over. */
export const init: ClientInit = () =>
  new Promise<void>((resolve) => {
    requestAnimationFrame(() => setTimeout(resolve));
    setTimeout(resolve, LONGEST_MS);
  });

/** A room that cannot be fetched is told from one that is broken. */
export const handleError: HandleClientError = ({ error, event, message }) => {
  const unreached = isNoAnswer(error);
  // the room may be kept on this device: it is asked for as a whole page
  if (unreached && event.url.pathname !== location.pathname && navigator.serviceWorker?.controller)
    location.assign(event.url);
  return { message: unreached ? NO_ANSWER : message };
};
