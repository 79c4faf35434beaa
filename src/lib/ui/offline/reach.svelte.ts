import { call, onAnswer } from '../../api/client.ts';

/** Whether the server answered when it was last asked, and which version it runs where that is another than this page. */
export const reach = $state<{ server: boolean; otherVersion: string | null }>({
  server: true,
  otherVersion: null
});

/**
 * Follows what becomes of every call, and of every part of the program that is fetched when it is wanted.
 * @param version of the program that this page is @returns ends it
 */
export function followReach(version: string): () => void {
  const end = onAnswer((heard) => {
    reach.server = heard.reached;
    if (heard.version !== null) reach.otherVersion = heard.version === version ? null : heard.version;
  });
  // a part that is not there: no server in reach, or one that has another version's
  const ask = (): void => void call('health');
  addEventListener('vite:preloadError', ask);
  return () => {
    end();
    removeEventListener('vite:preloadError', ask);
  };
}
