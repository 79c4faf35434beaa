import type { RequestEvent } from '@sveltejs/kit';
import { folderOf, store } from '../db/store.ts';
import { created, found, invalid, refused, type Outcome } from '../outcome.ts';
import { issue } from '../../core/text/issues.ts';
import { Attempts } from './rate-limit.ts';
import { isPassphrase, PASSPHRASE_LENGTH, passphraseSetAt } from './passphrase.ts';
import { beginSession, endAllSessions, endSession, isSession, SESSION_MS } from './sessions.ts';

/** Name of the cookie: over HTTPS browsers take the prefix for a promise that this very host set it. OWASP ASVS 4.0.3, 3.4.4. */
const cookieName = (secure: boolean): string => (secure ? '__Host-iskarn' : 'iskarn');
const isSecure = (event: RequestEvent): boolean => event.url.protocol === 'https:';

const attempts = new Attempts();
/** Digests that are worked out at once: each takes 128 MB. */
const MOST_AT_ONCE = 2;
let atOnce = 0;

/** What may be asked for without being logged in. */
const OPEN = [/^\/login$/, /^\/api\/health$/, /^\/api\/v1\/session$/, /^\/shared\/[\w-]{1,64}$/];
/** What of the data layer a page asks for beside itself. */
const pageOf = (path: string): string => path.replace(/\/__data\.json$/, '') || '/';

/** Whether a request may be answered: no passphrase is set, its path is open, or it comes with a session. */
export function mayPass(event: RequestEvent): boolean {
  const set = passphraseSetAt(folderOf());
  if (set === null || OPEN.some((way) => way.test(pageOf(event.url.pathname)))) return true;
  return isSession(store(), event.cookies.get(cookieName(isSecure(event))), set);
}

/** Whether there is anything to log in to, and whether somebody is. */
export function sessionState(event: RequestEvent): { needed: boolean; open: boolean } {
  const set = passphraseSetAt(folderOf());
  return {
    needed: set !== null,
    open: set === null || isSession(store(), event.cookies.get(cookieName(isSecure(event))), set)
  };
}

/** Begins a session for whoever knows the passphrase. */
export async function logIn(
  event: RequestEvent,
  passphrase: string
): Promise<Outcome<{ open: true } | Response>> {
  if (passphraseSetAt(folderOf()) === null)
    return refused('nothing-to-do', 'No passphrase is set here: there is nothing to log in to.');
  const address = event.getClientAddress();
  const waitS = attempts.waitS(address);
  if (waitS > 0 || atOnce >= MOST_AT_ONCE) {
    const message =
      waitS > 0
        ? `Too many wrong answers from this address; try again in ${waitS} s.`
        : 'Others are logging in just now; try again in a moment.';
    return found(
      Response.json(
        { message, errors: [{ path: '', message }] },
        { status: 429, headers: { 'retry-after': String(Math.max(waitS, 1)) } }
      )
    );
  }
  atOnce += 1;
  try {
    if (passphrase.length > 4 * PASSPHRASE_LENGTH.most || !(await isPassphrase(folderOf(), passphrase))) {
      attempts.wrong(address);
      return invalid([issue('passphrase', 'wrong-passphrase', {})]);
    }
  } finally {
    atOnce -= 1;
  }
  attempts.right(address);
  const secure = isSecure(event);
  const db = store();
  endSession(db, event.cookies.get(cookieName(secure)));
  const token = beginSession(db, address, event.request.headers.get('user-agent') ?? '');
  event.cookies.set(cookieName(secure), token, {
    path: '/',
    httpOnly: true,
    sameSite: 'strict',
    secure,
    maxAge: SESSION_MS.used / 1000
  });
  return created({ open: true });
}

/** Ends this session, or every one of every device. */
export function logOut(event: RequestEvent, everywhere: boolean): Outcome<{ ended: number }> {
  const secure = isSecure(event);
  const token = event.cookies.get(cookieName(secure));
  const db = store();
  const ended = everywhere ? endAllSessions(db) : endSession(db, token);
  event.cookies.delete(cookieName(secure), { path: '/', httpOnly: true, sameSite: 'strict', secure });
  return found({ ended });
}
