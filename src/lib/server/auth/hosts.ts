/** Names by which this server may be asked: the loopback's, `HOST`, and those of `ISKARN_HOSTS` (comma between them). */
export function allowedHosts(env: Record<string, string | undefined>): ReadonlySet<string> {
  const more = [env.HOST, ...(env.ISKARN_HOSTS ?? '').split(',')];
  return new Set(
    ['localhost', '127.0.0.1', '[::1]', ...more]
      .map((h) => (h ?? '').trim().toLowerCase())
      .filter((h) => h !== '')
      .map((h) => (h.includes(':') && !h.startsWith('[') && h.split(':').length > 2 ? `[${h}]` : h))
  );
}

/** Name in a Host header, without its port; null where it is not a host. */
export function hostName(header: string | null | undefined): string | null {
  const m = /^(\[[0-9a-f:.]+\]|[a-z0-9._-]+)(?::\d{1,5})?$/i.exec(header ?? '');
  return m ? m[1].toLowerCase() : null;
}

/** Why a request may not be served, in words; null where it may. */
export function strangeHost(header: string | null | undefined, allowed: ReadonlySet<string>): string | null {
  const name = hostName(header);
  return name !== null && allowed.has(name)
    ? null
    : `Iskarn is not served under the name ${name === null ? 'of this request' : `“${name}”`}. Open it as http://127.0.0.1 with its port, or name the host in ISKARN_HOSTS.`;
}

const SAFE = new Set(['GET', 'HEAD', 'OPTIONS']);

/**
 * Why a write may not be done, in words; null where it may. A browser names where a request comes from: only pages of this
 * very host may write. Programs that are no browser name nothing and may.
 */
export function strangeOrigin(
  method: string,
  headers: { get: (name: string) => string | null },
  allowed: ReadonlySet<string>
): string | null {
  if (SAFE.has(method)) return null;
  const refusal =
    'Another page tried to change what is kept here; Iskarn takes changes from its own pages only.';
  const site = headers.get('sec-fetch-site');
  if (site !== null && site !== 'same-origin' && site !== 'none') return refusal;
  const origin = headers.get('origin');
  if (origin === null) return null;
  const m = /^https?:\/\/(.+)$/i.exec(origin);
  const host = headers.get('host');
  const own = m !== null && host !== null && m[1].toLowerCase() === host.toLowerCase();
  return own && allowed.has(hostName(m[1]) ?? '') ? null : refusal;
}
