import { PART_SCHEMAS } from '../document/part-schemas.ts';
import { PART_KINDS, type PartKind } from '../document/stored.ts';
import { validateAgainst, type Issue } from '../document/validate.ts';
import { MEASURABLE } from './measured.ts';

/** A part whose every figure was checked. */
export interface CheckedPart {
  kind: PartKind;
  name: string;
  document: Record<string, unknown>;
  measured: Record<string, number>;
  owned: boolean;
  note: string;
}

/** What a caller sends of a part. */
export interface PartInput {
  kind?: unknown;
  name?: unknown;
  document?: unknown;
  measured?: unknown;
  owned?: unknown;
  note?: unknown;
}

type Checked<T> = { ok: true; value: T } | { ok: false; errors: Issue[] };

const refused = (path: string, message: string): { ok: false; errors: Issue[] } => ({
  ok: false,
  errors: [{ path, message }]
});

const under = (prefix: string, errors: Issue[]): { ok: false; errors: Issue[] } => ({
  ok: false,
  errors: errors.map((e) => ({ ...e, path: e.path === '' ? prefix : `${prefix}.${e.path}` }))
});

/** Checks a part by the schema of its kind, its measured figures inside the same limits. Never throws. */
export function checkPart(value: unknown): Checked<CheckedPart> {
  if (value === null || typeof value !== 'object' || Array.isArray(value))
    return refused(
      '',
      'this is no part: a part is an object with its kind, its name and its document in it.'
    );
  const input = value as PartInput;
  const kind = PART_KINDS.find((k) => k === input.kind);
  if (!kind)
    return refused(
      'kind',
      `kind is ${JSON.stringify(input.kind)?.slice(0, 60) ?? 'missing'}; it should be one of ${PART_KINDS.join(', ')}.`
    );
  const name = typeof input.name === 'string' ? input.name.trim() : '';
  if (name === '' || name.length > 120)
    return refused('name', 'a part needs a name of at most 120 characters.');
  const checked = validateAgainst<Record<string, unknown>>(PART_SCHEMAS[kind], input.document);
  if (!checked.ok) return under('document', checked.errors);
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
      note: typeof input.note === 'string' ? input.note.slice(0, 2000) : ''
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
    return refused('measured', 'measured should be an object of figures by field.');
  const given = Object.entries(value).filter(([, v]) => v !== null);
  const known = Object.keys(MEASURABLE[kind]);
  const stranger = given.find(([field]) => !known.includes(field));
  if (stranger)
    return refused(
      `measured.${stranger[0].slice(0, 60)}`,
      `"${stranger[0].slice(0, 60)}" is not measured for this kind of part; ${known.join(', ')} are.`
    );
  const measured = Object.fromEntries(given) as Record<string, number>;
  const checked = validateAgainst<object>(PART_SCHEMAS[kind], { ...label, ...measured });
  return checked.ok ? { ok: true, value: measured } : under('measured', checked.errors);
}
