import type { Handle, HandleServerError, ServerInit } from '@sveltejs/kit';
import { building, version } from '$app/environment';
import { VERSION_HEADER } from '$lib/api/paths';
import { keepBackups } from '$lib/server/backup/keep-backups';
import { warmPool } from '$lib/server/compute/pool';
import { endAbandoned } from '$lib/server/runs/samples';
import { closeStore, dataFault, folderOf, store } from '$lib/server/db/store';
import { DataFault } from '$lib/server/db/data-fault';
import { mayPass } from '$lib/server/auth/access';
import { passphraseSetAt } from '$lib/server/auth/passphrase';
import { faultPage } from '$lib/server/auth/fault-page';
import { secure } from '$lib/server/auth/headers';
import { allowedHosts, strangeHost, strangeOrigin } from '$lib/server/auth/hosts';
import { afterPaint } from '$lib/server/after-paint';
import { emptyTrash } from '$lib/server/trash';
import { sentence } from '$lib/server/http';

const DAY_MS = 86_400_000;

/** The database opens when the server starts, not at the first request: what is wrong with it is said at once. */
export const init: ServerInit = () => {
  if (building) return;
  if (!dataFault()) {
    endAbandoned(store());
    emptyTrash(store());
  }
  keepBackups();
  // a server that runs for months lets go what lay in the trash for its time, too
  setInterval(() => {
    if (!dataFault()) emptyTrash(store());
  }, DAY_MS).unref();
  // the first who asks does not wait for a cold start of the computing threads
  void warmPool();
  process.once('exit', closeStore);
};

/** Styles and the letters of nearly every page are wanted for the first paint, scripts and rare letters after it. */
const preload = ({ type, path }: { type: 'font' | 'css' | 'js' | 'asset'; path: string }): boolean =>
  type === 'css' || (type === 'font' && !path.includes('-latin-ext-'));

const isApi = (path: string): boolean => path.startsWith('/api/');

const HIDDEN_FAULT = 'Iskarn cannot use its data just now; its console says why.';

/** Where somebody is sent who is not logged in: a page to the door, and back to itself from there. */
function notLoggedIn(url: URL): Response {
  if (isApi(url.pathname))
    return sentence(
      'You are not logged in, or no longer; open /login in another window and go on here.',
      401
    );
  const to =
    url.pathname === '/' ? '' : `?to=${encodeURIComponent(url.pathname.replace(/\/__data\.json$/, ''))}`;
  return new Response(null, { status: 303, headers: { location: `/login${to}` } });
}

export const handle: Handle = async ({ event, resolve }) => {
  const { request, url } = event;
  const hosts = allowedHosts(process.env);
  const strange =
    strangeHost(request.headers.get('host'), hosts) ?? strangeOrigin(request.method, request.headers, hosts);
  if (strange !== null) return secure(sentence(strange, 403));
  if (url.pathname !== '/api/health') {
    const fault = dataFault();
    if (fault) {
      // where not everybody may know what lies where, the console alone says it
      const said = passphraseSetAt(folderOf()) === null ? fault.message : HIDDEN_FAULT;
      return secure(isApi(url.pathname) ? sentence(said, 503) : faultPage(said));
    }
    if (!mayPass(event)) return secure(notLoggedIn(url));
  }
  event.locals.guest = url.pathname === '/login' || url.pathname.startsWith('/shared/');
  const response = secure(
    await resolve(event, { preload, transformPageChunk: ({ html }) => afterPaint(html) })
  );
  // the worker that serves pages where no server is in reach keeps what its own version made, nothing else
  response.headers.set(VERSION_HEADER, version);
  return response;
};

/** What a page says when something beneath it failed: words where there are any, never a stack. */
export const handleError: HandleServerError = ({ error, status, message }) => {
  if (error instanceof DataFault) return { message: error.message };
  if (status >= 500) console.error('iskarn:', error);
  return { message: status === 404 ? 'There is no such page.' : message };
};
