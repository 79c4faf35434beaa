import type { SetupDocument } from '../../core/document/schema.ts';

/** An edit that the server has not confirmed yet, as the browser keeps it. */
interface Draft {
  document: SetupDocument;
  label: string;
  /** Revision and document the edit was made from. */
  revision: number;
  base: SetupDocument;
}

/** What of a browser's storage is used. */
export type DraftStorage = Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>;

const keyOf = (id: number): string => `iskarn-draft-${id}`;
const asideOf = (id: number): string => `iskarn-damaged-draft-${id}`;

/** Keeps the newest edit in the browser until the server has it. */
export function keepDraft(storage: DraftStorage, id: number, draft: Draft): void {
  try {
    storage.setItem(keyOf(id), JSON.stringify(draft));
  } catch {
    // a full or forbidden store only loses the safety net, the server still saves
  }
}

/** Lets go of the draft: the server has it. */
export function dropDraft(storage: DraftStorage, id: number): void {
  try {
    storage.removeItem(keyOf(id));
  } catch {
    // nothing was kept then
  }
}

const isDocument = (value: unknown): value is SetupDocument =>
  value !== null &&
  typeof value === 'object' &&
  (value as { format?: unknown }).format === 'iskarn.setup/1' &&
  ['craft', 'battery', 'motor', 'propulsor'].every((part) => {
    const inner = (value as Record<string, unknown>)[part];
    return inner !== null && typeof inner === 'object';
  });

/**
 * The draft that is kept for a setup. What cannot be read is set aside under another name, not thrown away.
 * @returns null where there is none, `damaged` where there was one that cannot be read
 */
export function readDraft(storage: DraftStorage, id: number): Draft | 'damaged' | null {
  let text: string | null;
  try {
    text = storage.getItem(keyOf(id));
  } catch {
    return null;
  }
  if (text === null) return null;
  try {
    const draft = JSON.parse(text) as Partial<Draft> | null;
    if (draft !== null && isDocument(draft.document)) {
      const based = isDocument(draft.base) && Number.isInteger(draft.revision);
      return {
        document: draft.document,
        label: typeof draft.label === 'string' ? draft.label : 'edit kept in this browser',
        // a draft of an earlier version names no revision: it is never newer than what is stored
        revision: based ? (draft.revision as number) : -1,
        base: based ? (draft.base as SetupDocument) : draft.document
      };
    }
  } catch {
    // not JSON: set aside below
  }
  try {
    storage.setItem(asideOf(id), text);
  } catch {
    // no room to set it aside
  }
  dropDraft(storage, id);
  return 'damaged';
}
