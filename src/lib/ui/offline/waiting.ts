import type { StoredPart } from '../../core/document/stored.ts';
import { chosenPart, mergePart, type PartEdited } from '../../core/shelf/merge-part.ts';

/** What may wait on this device until the server is in reach: what adds, and what is merged by figure or lies in the trash. */
const OUTGOING = ['logRun', 'createSetup', 'createPart', 'editPart', 'deletePart'] as const;
export type Outgoing = (typeof OUTGOING)[number];

/** Something that was made here and is not on the server yet. */
export interface Waiting {
  /** By which the server knows it again, should it be sent twice. */
  readonly key: string;
  readonly route: Outgoing;
  /** The setup that a run belongs to, the part that is changed. */
  readonly of: number | null;
  readonly body: unknown;
  /** What it is, in words. */
  readonly says: string;
  readonly at: string;
  /** Why the server will not have it; null while it may yet. */
  readonly refused: string | null;
  /** The part that an edit was made from. */
  readonly base?: StoredPart;
  /** The part as it was changed elsewhere meanwhile, where both changed one figure: the user has to choose. */
  readonly theirs?: StoredPart;
}

const isObject = (value: unknown): value is Record<string, unknown> =>
  value !== null && typeof value === 'object' && !Array.isArray(value);
const isPart = (value: unknown): boolean =>
  isObject(value) &&
  typeof value.name === 'string' &&
  typeof value.kind === 'string' &&
  isObject(value.document) &&
  isObject(value.measured);

/** Whether something that was kept by this browser can be sent. */
export const isWaiting = (w: unknown): w is Waiting =>
  isObject(w) &&
  typeof w.key === 'string' &&
  typeof w.says === 'string' &&
  OUTGOING.includes(w.route as Outgoing) &&
  (w.route !== 'createPart' || isPart(w.body)) &&
  (w.route !== 'editPart' || (Number.isInteger(w.of) && isPart(w.body) && isPart(w.base)));

/** A part whose edit waits, merged with what another edit left of it; what both changed as this one has it. */
function editedPart(part: StoredPart, w: Pick<Waiting, 'base' | 'body'>): StoredPart {
  const mine = w.body as PartEdited;
  const merge = mergePart(w.base ?? part, mine, part);
  return {
    ...part,
    ...chosenPart(
      merge,
      mine,
      merge.disputed.map((d) => d.path)
    )
  };
}

/** The number in a list that a part has until the server gives it one: below zero. */
export const waitingId = (at: number): number => -1 - at;

/**
 * The shelf as it will be once what waits here is sent: edits made, new parts in it (with a number below zero), deleted ones gone.
 * What the server refused is not counted.
 */
export function shelfHere(parts: readonly StoredPart[], items: readonly Waiting[]): StoredPart[] {
  let shelf = [...parts];
  items.forEach((w, at) => {
    if (w.refused !== null) return;
    if (w.route === 'editPart') shelf = shelf.map((p) => (p.id === w.of ? editedPart(p, w) : p));
    else if (w.route === 'deletePart') shelf = shelf.filter((p) => p.id !== w.of);
    else if (w.route === 'createPart')
      shelf.push({
        price: null,
        note: '',
        owned: false,
        ...(w.body as Pick<PartEdited, 'kind' | 'name' | 'document' | 'measured'> & Partial<PartEdited>),
        id: waitingId(at),
        revision: 0,
        retired: false,
        fitted: null
      });
  });
  return shelf;
}
