/**
 * The server's program: takes its address first, then opens the data, then says where it can be reached. A port or host
 * that cannot be had is a sentence and exit code 2, and the data is not touched.
 */
import { createServer, type IncomingMessage, type RequestListener, type ServerResponse } from 'node:http';
import { createServer as createSecureServer } from 'node:https';
import { randomUUID } from 'node:crypto';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { passphraseSetAt } from '../auth/passphrase.ts';
import { allowedHosts, strangeHost, strangeOrigin } from '../auth/hosts.ts';
import { isLoopback, listenFault, NO_PASSPHRASE, portOf, tlsOf, UNENCRYPTED } from './start-faults.ts';

const LARGEST_BODY = '32M';
/** How long open requests are waited for at the end, ms. */
const PATIENCE_MS = 3000;

const say = (text: string): void => console.log(`iskarn: ${text}`);
const leave = (message: string): never => {
  console.error(`iskarn: ${message}`);
  process.exit(2);
};
const beside = (name: string): string => fileURLToPath(new URL(name, import.meta.url));

const asked = portOf(process.env.PORT);
if (!asked.ok) leave(asked.message);
const { port } = asked as { port: number };
const host = (process.env.HOST ?? '127.0.0.1').trim() || '127.0.0.1';
// what is written here is for its owner alone
process.umask(0o077);
if (!isLoopback(host) && passphraseSetAt(process.env.ISKARN_DATA ?? 'data') === null) leave(NO_PASSPHRASE);
const tls = tlsOf(process.env.ISKARN_TLS_CERT, process.env.ISKARN_TLS_KEY);
if (!tls.ok) leave(tls.message);
const secured = (tls as Extract<typeof tls, { ok: true }>).files;
const address = `${secured ? 'https' : 'http'}://${host.includes(':') ? `[${host}]` : host}:${port}`;
process.env.HOST = host;
process.env.PORT = String(port);
process.env.ORIGIN ??= address;
process.env.BODY_SIZE_LIMIT ??= LARGEST_BODY;
process.env.ISKARN_COMPUTE ??= beside('./compute.js');

const hosts = allowedHosts(process.env);
let application: RequestListener | null = null;
/** Whether the first page was asked for once; until then everyone else waits. */
let warm = false;
const TOKEN = randomUUID();
let opened: () => void = () => {};
const ready = new Promise<void>((resolve) => (opened = resolve));

/** Files of the pages go out without the application being asked: who asks, and from where, is looked at here for all. */
function serve(request: IncomingMessage, response: ServerResponse): void {
  const get = (name: string): string | null => {
    const value = request.headers[name];
    return typeof value === 'string' ? value : null;
  };
  const strange = strangeHost(get('host'), hosts) ?? strangeOrigin(request.method ?? 'GET', { get }, hosts);
  response.setHeader('x-content-type-options', 'nosniff');
  response.setHeader('cross-origin-resource-policy', 'same-origin');
  if (strange !== null) {
    response.writeHead(403, { 'content-type': 'application/json' });
    response.end(JSON.stringify({ message: strange, errors: [{ path: '', message: strange }] }));
    return;
  }
  if (application && (warm || request.headers['x-iskarn-warm'] === TOKEN)) application(request, response);
  else void ready.then(() => application?.(request, response));
}

const server = secured
  ? createSecureServer({ ...secured, minVersion: 'TLSv1.2' }, serve)
  : createServer(serve);
const keepAlive = Number(process.env.KEEP_ALIVE_TIMEOUT);
if (keepAlive > 0) server.keepAliveTimeout = 1000 * keepAlive;

server.once('error', (error: NodeJS.ErrnoException) => leave(listenFault(error, host, port)));
server.listen(port, host, () => {
  const handler = pathToFileURL(beside('./handler.js')).href;
  import(handler)
    .then(({ handler }: { handler: RequestListener }) => {
      application = handler;
      return warmed();
    })
    .then(() => {
      warm = true;
      opened();
      if (!isLoopback(host) && !secured) say(UNENCRYPTED);
      say(`open ${address}  (Ctrl+C stops it)`);
    })
    .catch((error: Error) => leave(`the built application does not start: ${error.message}.`));
});

/** Asks for the first page once, so that the first person who does finds it ready; with ISKARN_WARM=0 it begins cold. */
async function warmed(): Promise<void> {
  if (process.env.ISKARN_WARM === '0') return;
  const response = await fetch(`${address}/`, { headers: { 'x-iskarn-warm': TOKEN } }).catch(() => null);
  await response?.arrayBuffer().catch(() => null);
}

let leaving = false;
function stop(): void {
  if (leaving) return;
  leaving = true;
  // the data is closed as the process exits: its file is then whole by itself
  server.close(() => process.exit(0));
  server.closeIdleConnections();
  setTimeout(() => {
    server.closeAllConnections();
    process.exit(0);
  }, PATIENCE_MS).unref();
}
process.on('SIGINT', stop);
process.on('SIGTERM', stop);
process.on('SIGHUP', stop);
