import type { Db } from '../db/open.ts';
import { digestOf, newSecret } from './secrets.ts';

const DAY_MS = 86_400_000;
/** How long a session lasts that is used, and one that is not. OWASP ASVS 4.0.3, 3.3.2. */
export const SESSION_MS = { used: 30 * DAY_MS, idle: 7 * DAY_MS } as const;
/** Between two notes that a session was used, ms. */
const NOTE_MS = 60_000;
/** Most sessions at once: the ones longest unused go first. */
const MOST = 100;

/** Begins a session. @returns the token that the browser keeps */
export function beginSession(db: Db, address: string, browser: string, now = new Date()): string {
  const token = newSecret();
  const at = now.toISOString();
  dropOver(db, now);
  db.prepare(
    'INSERT INTO session (token_digest, created_at, used_at, address, browser) VALUES (?, ?, ?, ?, ?)'
  ).run(digestOf(token), at, at, address.slice(0, 64), browser.slice(0, 200));
  db.prepare(
    'DELETE FROM session WHERE token_digest NOT IN (SELECT token_digest FROM session ORDER BY used_at DESC LIMIT ?)'
  ).run(MOST);
  return token;
}

function dropOver(db: Db, now: Date): void {
  db.prepare('DELETE FROM session WHERE created_at < ? OR used_at < ?').run(
    new Date(now.getTime() - SESSION_MS.used).toISOString(),
    new Date(now.getTime() - SESSION_MS.idle).toISOString()
  );
}

/**
 * Whether a token is that of a session that still lasts; notes that it was used.
 * @param since sessions from before this moment are over, ms: that of a passphrase that was set anew
 */
export function isSession(db: Db, token: string | undefined, since: number, now = new Date()): boolean {
  if (!token) return false;
  const digest = digestOf(token);
  const found = db.prepare('SELECT created_at, used_at FROM session WHERE token_digest = ?').get(digest) as
    { created_at: string; used_at: string } | undefined;
  if (!found) return false;
  const age = now.getTime() - Date.parse(found.created_at);
  const idle = now.getTime() - Date.parse(found.used_at);
  if (age > SESSION_MS.used || idle > SESSION_MS.idle || Date.parse(found.created_at) < Math.floor(since)) {
    db.prepare('DELETE FROM session WHERE token_digest = ?').run(digest);
    return false;
  }
  if (idle > NOTE_MS)
    db.prepare('UPDATE session SET used_at = ? WHERE token_digest = ?').run(now.toISOString(), digest);
  return true;
}

/** Ends one session, or all of them. @returns how many ended */
export const endSession = (db: Db, token: string | undefined): number =>
  token ? db.prepare('DELETE FROM session WHERE token_digest = ?').run(digestOf(token)).changes : 0;
/** Logs everybody out; how many were logged in. */
export const endAllSessions = (db: Db): number => db.prepare('DELETE FROM session').run().changes;
