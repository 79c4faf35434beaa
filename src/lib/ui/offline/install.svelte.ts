import { call } from '../../api/client.ts';
import { ROOMS, roomsOf } from '../rooms.ts';
import type { ToWorker } from './offline-page.ts';

/** Crafts whose pages are fetched beforehand at most. */
const MOST_CRAFTS = 12;
const AHEAD = 'iskarn-fetched-ahead';
const WANTED = 'iskarn-wanted-version';
/** How long the page rests before anything is fetched beforehand, ms. */
const REST_MS = 4000;

/** Whether another version of the program waits to take over. */
export const update = $state<{ waiting: ServiceWorker | null }>({ waiting: null });

const tell = (worker: ServiceWorker, message: ToWorker): void => worker.postMessage(message);

/** Pages that are wanted where no server is in reach: the crafts' rooms, by the setup in use, and the user's own. */
async function pagesAhead(): Promise<string[]> {
  const setups = await call('listSetups');
  if (!setups.ok) return [];
  const inUse = setups.value.filter((s) => s.inUse).slice(-MOST_CRAFTS);
  const pages = (ofCraft: boolean, id: number): string[] =>
    roomsOf(ofCraft).flatMap((name) => (ROOMS[name].ahead ? [ROOMS[name].page(id)] : []));
  return [...pages(false, 0), ...inUse.flatMap((s) => pages(true, s.id))];
}

/** Once a version: fetches the pages that are wanted by the pond. */
async function fetchAhead(registration: ServiceWorkerRegistration, version: string): Promise<void> {
  const worker = registration.active;
  if (!worker || localStorage.getItem(AHEAD) === version) return;
  const paths = await pagesAhead();
  if (paths.length === 0) return;
  tell(worker, { kind: 'fetch-ahead', paths });
  localStorage.setItem(AHEAD, version);
}

/**
 * Has the pages served where no server is in reach, from the next time on. Does nothing where a browser cannot.
 * @param version of the program: pages are fetched beforehand once for each
 */
export async function serveOffline(version: string): Promise<void> {
  if (!('serviceWorker' in navigator)) return;
  try {
    const registration = await navigator.serviceWorker.register('/service-worker.js');
    const waits = (worker: ServiceWorker): void => {
      if (!navigator.serviceWorker.controller) return;
      // it was asked for before it was here, and the page was loaded anew since
      if (localStorage.getItem(WANTED) === version) tell(worker, { kind: 'take-over' });
      else update.waiting = worker;
    };
    const watch = (worker: ServiceWorker | null): void => {
      worker?.addEventListener('statechange', () => {
        if (worker.state === 'installed') waits(worker);
      });
    };
    if (registration.waiting) waits(registration.waiting);
    registration.addEventListener('updatefound', () => watch(registration.installing));
    await navigator.serviceWorker.ready;
    setTimeout(() => void fetchAhead(registration, version), REST_MS);
  } catch {
    // forbidden, private window, or not over a secure connection: Iskarn works with the server alone
  }
}

/**
 * Lets the version that waits take over; the page is loaded anew with it, so that old and new never mix. Where only the server has
 * it so far, its worker takes over when it is here.
 * @param version that the server runs
 */
export function takeUpdate(version: string | null): void {
  if (!update.waiting) {
    if (version !== null) localStorage.setItem(WANTED, version);
    location.reload();
    return;
  }
  navigator.serviceWorker.addEventListener('controllerchange', () => location.reload(), { once: true });
  tell(update.waiting, { kind: 'take-over' });
}

/** Forgets every page that is kept on this device: whoever logs out leaves nothing to be read. */
export function forgetPages(): void {
  localStorage.removeItem(AHEAD);
  const worker = 'serviceWorker' in navigator ? navigator.serviceWorker.controller : null;
  if (worker) tell(worker, { kind: 'forget' });
}
