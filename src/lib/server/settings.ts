import { MARGINS } from '../core/checks/schools.ts';
import { QUANTITIES, type UnitChoice } from '../core/units/quantity.ts';
import { transaction, type Db } from './db/open.ts';
import { found, invalid, type Outcome } from './outcome.ts';

/** What the user chose once for all crafts. */
export interface Settings {
  units: UnitChoice;
  schools: Record<string, string>;
}

const read = (db: Db, key: string): unknown => {
  const row = db.prepare('SELECT value FROM setting WHERE key = ?').get(key) as { value: string } | undefined;
  return row ? JSON.parse(row.value) : {};
};

/** The settings; what was never chosen is empty and takes the defaults. */
export const getSettings = (db: Db): Settings => ({
  units: read(db, 'units') as UnitChoice,
  schools: read(db, 'schools') as Record<string, string>
});

/** Stores settings after checking every name against what exists. */
export function putSettings(db: Db, value: unknown): Outcome<Settings> {
  const input = (value ?? {}) as { units?: Record<string, unknown>; schools?: Record<string, unknown> };
  const errors: { path: string; message: string }[] = [];
  for (const [quantity, unit] of Object.entries(input.units ?? {})) {
    const units = (QUANTITIES as Record<string, object>)[quantity];
    if (!units || !(String(unit) in units))
      errors.push({ path: `units.${quantity}`, message: `"${String(unit)}" is no unit of ${quantity}.` });
  }
  for (const [margin, school] of Object.entries(input.schools ?? {})) {
    const known = (MARGINS as Record<string, { schools: readonly { id: string }[] }>)[margin];
    if (!known?.schools.some((s) => s.id === school))
      errors.push({ path: `schools.${margin}`, message: `"${String(school)}" is no school of ${margin}.` });
  }
  if (errors.length > 0) return invalid(errors);
  return transaction(db, () => {
    const put = db.prepare(
      'INSERT INTO setting (key, value) VALUES (?, ?) ON CONFLICT (key) DO UPDATE SET value = excluded.value'
    );
    if (input.units) put.run('units', JSON.stringify(input.units));
    if (input.schools) put.run('schools', JSON.stringify(input.schools));
    return found(getSettings(db));
  });
}
