import type { ClientInit } from '@sveltejs/kit';

/** Longest wait for a first frame, ms: a page in the background has none. */
const LONGEST_MS = 300;

/** The page is painted as the server made it before its script takes over. */
export const init: ClientInit = () =>
  new Promise<void>((resolve) => {
    requestAnimationFrame(() => setTimeout(resolve));
    setTimeout(resolve, LONGEST_MS);
  });
