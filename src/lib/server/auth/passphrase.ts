import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto';
import { chmodSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { promisify } from 'node:util';

const derive = promisify<string, Buffer, number, { N: number; r: number; p: number; maxmem: number }, Buffer>(
  scrypt
);

/** Cost of the digest. OWASP Password Storage Cheat Sheet: scrypt with N = 2^17, r = 8, p = 1. */
const COST = { N: 2 ** 17, r: 8, p: 1 } as const;
const MAXMEM = 256 * 1024 * 1024;
const BYTES = 32;
/** Length of a passphrase, in characters. OWASP ASVS 4.0.3, 2.1.1 and 2.1.2. */
export const PASSPHRASE_LENGTH = { least: 12, most: 128 } as const;
const FILE = 'passphrase.json';
const FORMAT = 'iskarn.passphrase/1';

/** Long ones that everybody tries first. From memory of published lists of leaked ones. */
const COMMON = [
  'passwordpassword',
  'password1234',
  'password12345',
  'password123456',
  'passphrase12',
  'qwertyuiop12',
  'qwertyuiop123',
  'qwertyuiopasdfghjkl',
  'q1w2e3r4t5y6',
  '1q2w3e4r5t6y',
  '1qaz2wsx3edc',
  'zaq12wsxcde3',
  'letmeinletmein',
  'iloveyou1234',
  'correcthorsebatterystaple',
  'administrator',
  'changemechangeme',
  'welcome12345',
  'football1234',
  'princess1234',
  'dragondragon',
  'trustno1trustno1'
];

interface Stored {
  format: typeof FORMAT;
  N: number;
  r: number;
  p: number;
  salt: string;
  digest: string;
}

/** The same passphrase, however a keyboard composes its letters. */
const normal = (passphrase: string): string => passphrase.normalize('NFKC');

/** Share of neighbours that stand alike from which a passphrase is a row of a keyboard or of the digits. */
const ROW = 0.8;

/** Whether it is a few characters again and again, or a run of neighbours. */
function isRow(text: string): boolean {
  const steps = Array.from(
    { length: text.length - 1 },
    (_, k) => text.charCodeAt(k + 1) - text.charCodeAt(k)
  );
  const alike = (step: number): number => steps.filter((s) => s === step).length;
  return new Set(text).size <= 3 || [-1, 0, 1].some((step) => alike(step) >= ROW * steps.length);
}

/** Why a passphrase is none, in words; null where it may be taken. Any character may be in it, and none must. */
export function weakness(passphrase: string): string | null {
  const length = [...passphrase].length;
  if (length < PASSPHRASE_LENGTH.least)
    return `It has ${length} characters; take at least ${PASSPHRASE_LENGTH.least}: four words that nobody would put together do well.`;
  if (length > PASSPHRASE_LENGTH.most)
    return `It has ${length} characters; at most ${PASSPHRASE_LENGTH.most} are taken.`;
  const plain = normal(passphrase)
    .toLowerCase()
    .replaceAll(/[\s_-]/g, '');
  return COMMON.includes(plain) || isRow(plain)
    ? 'This one is among the first that are tried; take another: four words that nobody would put together do well.'
    : null;
}

/** Sets the passphrase of a data folder: what is stored is a salted digest, for its owner alone. */
export async function setPassphrase(folder: string, passphrase: string): Promise<void> {
  const why = weakness(passphrase);
  if (why !== null) throw new Error(why);
  const salt = randomBytes(16);
  const digest = await derive(normal(passphrase), salt, BYTES, { ...COST, maxmem: MAXMEM });
  const stored: Stored = {
    format: FORMAT,
    ...COST,
    salt: salt.toString('base64'),
    digest: digest.toString('base64')
  };
  const file = join(folder, FILE);
  const fresh = `${file}.${process.pid}`;
  writeFileSync(fresh, `${JSON.stringify(stored)}\n`, { mode: 0o600 });
  chmodSync(fresh, 0o600);
  renameSync(fresh, file);
}

/** Takes the passphrase away. */
export const dropPassphrase = (folder: string): void => rmSync(join(folder, FILE), { force: true });

/** When the passphrase of a folder was set, ms; null where none is. */
export function passphraseSetAt(folder: string): number | null {
  try {
    return statSync(join(folder, FILE)).mtimeMs;
  } catch {
    return null;
  }
}

/** Whether a passphrase is the one of a folder. Takes as long whatever is wrong with it. A damaged file opens to nothing. */
export async function isPassphrase(folder: string, given: string): Promise<boolean> {
  let stored: Stored;
  try {
    stored = JSON.parse(readFileSync(join(folder, FILE), 'utf8')) as Stored;
  } catch {
    return false;
  }
  if (stored.format !== FORMAT) return false;
  const { N, r, p } = stored;
  const wanted = Buffer.from(stored.digest, 'base64');
  const asked = normal(given.slice(0, 4 * PASSPHRASE_LENGTH.most));
  const digest = await derive(asked, Buffer.from(stored.salt, 'base64'), BYTES, { N, r, p, maxmem: MAXMEM });
  return wanted.length === digest.length && timingSafeEqual(wanted, digest);
}
