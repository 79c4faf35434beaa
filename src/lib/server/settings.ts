import { settingsSchema, soundSettings, type Settings } from '../core/document/settings-schema.ts';
import { validateAgainst } from '../core/document/validate.ts';
import type { Db } from './db/open.ts';
import { transaction } from './db/transaction.ts';
import { found, invalid, type Outcome } from './outcome.ts';

const read = (db: Db, key: string): unknown => {
  const text = db.prepare('SELECT value FROM setting WHERE key = ?').pluck().get(key) as string | undefined;
  return text === undefined ? {} : JSON.parse(text);
};

/** The settings; what was never chosen is empty and takes the defaults, what is not known today is passed over. */
export const getSettings = (db: Db): Settings =>
  soundSettings(read(db, 'units'), read(db, 'schools'), read(db, 'acknowledged'), read(db, 'currency'));

/** Stores choices beside those that stand: what is not named stays as it is. */
export function putSettings(db: Db, value: unknown): Outcome<Settings> {
  const checked = validateAgainst<Partial<Settings>>(settingsSchema, value);
  if (!checked.ok) return invalid(checked.errors);
  const given = checked.value;
  return transaction(db, () => {
    const standing = getSettings(db);
    const put = db.prepare(
      'INSERT INTO setting (key, value) VALUES (?, ?) ON CONFLICT (key) DO UPDATE SET value = excluded.value'
    );
    if (given.units) put.run('units', JSON.stringify({ ...standing.units, ...given.units }));
    if (given.schools) put.run('schools', JSON.stringify({ ...standing.schools, ...given.schools }));
    if (given.acknowledged)
      put.run('acknowledged', JSON.stringify({ ...standing.acknowledged, ...given.acknowledged }));
    if (given.currency !== undefined) put.run('currency', JSON.stringify(given.currency.trim()));
    return found(getSettings(db));
  });
}
