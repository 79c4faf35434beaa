import { PART_KINDS, type PartKind } from '../registry/parts.ts';
import { PART_SCHEMAS } from '../document/part-schemas.ts';
import { validateAgainst } from '../document/validate.ts';
import { inside, issue, type Issue } from '../text/issues.ts';
import { MEASURABLE } from './measured.ts';

/** A part whose every figure was checked. */
export interface CheckedPart {
  kind: PartKind;
  name: string;
  document: Record<string, unknown>;
  measured: Record<string, number>;
  owned: boolean;
  note: string;
  price: number | null;
}

/** What a caller sends of a part. */
interface PartInput {
  kind?: unknown;
  name?: unknown;
  document?: unknown;
  measured?: unknown;
  owned?: unknown;
  note?: unknown;
  price?: unknown;
}

/** Highest price of a part. */
const MOST_PRICE = 1e7;

type Checked<T> = { ok: true; value: T } | { ok: false; errors: Issue[] };

const refused = (...errors: Issue[]): { ok: false; errors: Issue[] } => ({ ok: false, errors });

/** Checks a part by the schema of its kind, its measured figures inside the same limits. Never throws. */
export function checkPart(value: unknown): Checked<CheckedPart> {
  if (value === null || typeof value !== 'object' || Array.isArray(value))
    return refused(issue('', 'no-part', {}));
  const input = value as PartInput;
  const kind = PART_KINDS.find((k) => k === input.kind);
  if (!kind) return refused(issue('kind', 'part-kind', { value: input.kind, kinds: PART_KINDS }));
  const name = typeof input.name === 'string' ? input.name.trim() : '';
  if (name === '' || name.length > 120) return refused(issue('name', 'part-name', {}));
  const checked = validateAgainst<Record<string, unknown>>(PART_SCHEMAS[kind], input.document);
  if (!checked.ok) return refused(...inside('document', checked.errors));
  const price = input.price ?? null;
  if (price !== null && !(typeof price === 'number' && price >= 0 && price <= MOST_PRICE))
    return refused(issue('price', 'range', { name: 'price', value: price, low: 0, high: MOST_PRICE }));
  const measured = measuredOf(kind, checked.value, input.measured ?? {});
  if (!measured.ok) return measured;
  return {
    ok: true,
    value: {
      kind,
      name,
      document: checked.value,
      measured: measured.value,
      owned: input.owned === true,
      note: typeof input.note === 'string' ? input.note.slice(0, 2000) : '',
      price
    }
  };
}

/** Measured figures: only those that can be measured, inside the same limits as the label's. */
function measuredOf(
  kind: PartKind,
  label: Record<string, unknown>,
  value: unknown
): Checked<Record<string, number>> {
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    return refused(issue('measured', 'measured-shape', {}));
  const given = Object.entries(value).filter(([, v]) => v !== null);
  const known = Object.keys(MEASURABLE[kind]);
  const stranger = given.find(([field]) => !known.includes(field))?.[0].slice(0, 60);
  if (stranger !== undefined)
    return refused(issue(`measured.${stranger}`, 'not-measured', { field: stranger, fields: known }));
  const measured = Object.fromEntries(given) as Record<string, number>;
  const checked = validateAgainst<object>(PART_SCHEMAS[kind], { ...label, ...measured });
  return checked.ok ? { ok: true, value: measured } : refused(...inside('measured', checked.errors));
}
