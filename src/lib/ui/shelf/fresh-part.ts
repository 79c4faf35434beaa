import type { PartKind } from '../../core/registry/parts.ts';
import type { StoredPart } from '../../core/document/stored.ts';

/** A new part of each kind: what it is, and no figure that nobody gave. */
const FRESH: Record<PartKind, Record<string, unknown>> = {
  motor: {},
  propulsor: { kind: 'propeller' },
  esc: {},
  battery: { chemistry: 'lipo' },
  'receiver-supply': { kind: 'switching' }
};

/** A part that is not stored yet. */
export const freshPart = (
  kind: PartKind,
  given: Partial<Pick<StoredPart, 'name' | 'note' | 'document' | 'measured'>> = {}
): StoredPart => ({
  id: 0,
  revision: 0,
  kind,
  name: '',
  document: structuredClone(FRESH[kind]) as StoredPart['document'],
  measured: {},
  owned: true,
  price: null,
  note: '',
  retired: false,
  fitted: null,
  ...given
});

/** Value of a field of a part. */
export const fieldOf = (part: StoredPart, field: string): unknown =>
  (part.document as Record<string, unknown>)[field];
