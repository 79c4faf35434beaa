import { MARGINS } from './schools.ts';
import { QUANTITIES, type UnitChoice } from '../units/quantity.ts';

/** What the user chose once for all crafts. */
export interface Settings {
  units: UnitChoice;
  schools: Record<string, string>;
  /** Cautions that were read, by id: folded from then on, never gone. */
  acknowledged: Record<string, boolean>;
  /** What stands behind a price: a sign or a short word; empty for none. */
  currency: string;
}

const choices = (of: Record<string, readonly string[]>, title: (name: string) => string) => ({
  type: 'object',
  additionalProperties: false,
  properties: Object.fromEntries(
    Object.entries(of).map(([name, values]) => [name, { enum: [...values], title: title(name) }])
  )
});

const UNITS = Object.fromEntries(
  Object.entries(QUANTITIES).map(([quantity, units]) => [quantity, Object.keys(units)])
);
const SCHOOLS = Object.fromEntries(
  Object.entries(MARGINS).map(([margin, { schools }]) => [margin, schools.map((s) => s.id)])
);

/** More names of cautions than there will ever be. */
const MOST_CAUTIONS = 200;
/** Letters of a currency. */
const MOST_CURRENCY = 6;

/** Schema of the settings: every unit and every school by name, nothing else. */
export const settingsSchema = {
  title: 'settings',
  type: 'object',
  additionalProperties: false,
  properties: {
    units: choices(UNITS, (name) => `unit of ${name}`),
    schools: choices(SCHOOLS, (name) => `school of ${name}`),
    acknowledged: {
      type: 'object',
      title: 'cautions that were read',
      maxProperties: MOST_CAUTIONS,
      propertyNames: { maxLength: 40 },
      additionalProperties: { type: 'boolean', title: 'whether a caution was read' }
    },
    currency: { type: 'string', maxLength: MOST_CURRENCY, title: 'currency of prices' }
  }
};

/** The pairs of a stored choice that are known today; whatever else a file holds is passed over. */
function known(value: unknown, of: Record<string, readonly string[]>): Record<string, string> {
  if (value === null || typeof value !== 'object') return {};
  return Object.fromEntries(
    Object.entries(value).filter(
      (pair): pair is [string, string] =>
        Object.hasOwn(of, pair[0]) && of[pair[0]].includes(pair[1] as string)
    )
  );
}

/** Settings as they may be used, whatever was stored. */
export const soundSettings = (
  units: unknown,
  schools: unknown,
  acknowledged: unknown = {},
  currency: unknown = ''
): Settings => ({
  currency: typeof currency === 'string' ? currency.trim().slice(0, MOST_CURRENCY) : '',
  units: known(units, UNITS) as UnitChoice,
  schools: known(schools, SCHOOLS),
  acknowledged: Object.fromEntries(
    Object.entries(acknowledged !== null && typeof acknowledged === 'object' ? acknowledged : {})
      .filter((pair): pair is [string, boolean] => pair[1] === true)
      .slice(0, MOST_CAUTIONS)
  )
});
