import { createSecureContext } from 'node:tls';
import { readFileSync } from 'node:fs';

/** Port named in the environment, or a sentence. */
export function portOf(
  text: string | undefined
): { ok: true; port: number } | { ok: false; message: string } {
  const said = (text ?? '5190').trim();
  const port = Number(said);
  return /^\d{1,5}$/.test(said) && port >= 1 && port <= 65535
    ? { ok: true, port }
    : { ok: false, message: `PORT is “${said}”; it should be a whole number from 1 to 65535, such as 5190.` };
}

/** Why the server could not listen, in words. */
export function listenFault(error: NodeJS.ErrnoException, host: string, port: number): string {
  switch (error.code) {
    case 'EADDRINUSE':
      return `port ${port} on ${host} is in use, perhaps by another Iskarn. Stop that one, or choose another: PORT=${port === 65535 ? port - 1 : port + 1}.`;
    case 'EACCES':
    case 'EPERM':
      return `port ${port} on ${host} may not be used by this user; take one above 1023, such as PORT=5190.`;
    case 'EADDRNOTAVAIL':
    case 'ENOTFOUND':
    case 'EAI_AGAIN':
    case 'EAI_NONAME':
    case 'EINVAL':
      return `HOST is “${host}”, which is no address of this machine; 127.0.0.1 is the usual one.`;
    default:
      return `cannot listen on ${host}, port ${port}: ${error.code ?? error.message}.`;
  }
}

/** Whether an address is this machine's own, which nobody else can reach. */
export const isLoopback = (host: string): boolean =>
  /^(localhost|127(\.\d{1,3}){3}|::1|\[::1\])$/i.test(host.trim());

/** Why nothing is served beyond this machine yet. */
export const NO_PASSPHRASE =
  'HOST reaches beyond this machine, and no passphrase is set: everybody on the network could read and change your data. Set one first with npm run data -- passphrase, or leave HOST at 127.0.0.1.';
/** What is said where others could listen. */
export const UNENCRYPTED =
  'served beyond this machine without HTTPS: whoever is on the same network can read along, the passphrase too. Give ISKARN_TLS_CERT and ISKARN_TLS_KEY, or put a proxy with HTTPS before it.';

/** Certificate and key by the files that are named; none where none is named, a sentence where they are of no use. */
export function tlsOf(
  cert: string | undefined,
  key: string | undefined
): { ok: true; files: { cert: Buffer; key: Buffer } | null } | { ok: false; message: string } {
  if (!cert && !key) return { ok: true, files: null };
  if (!cert || !key)
    return { ok: false, message: 'ISKARN_TLS_CERT and ISKARN_TLS_KEY belong together; only one is given.' };
  try {
    const files = { cert: readFileSync(cert), key: readFileSync(key) };
    createSecureContext(files);
    return { ok: true, files };
  } catch (error) {
    return {
      ok: false,
      message: `the certificate ${cert} and the key ${key} cannot be used: ${(error as Error).message}.`
    };
  }
}
