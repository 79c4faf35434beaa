import type { Battery, Motor, Propulsor, SetupDocument } from '../../document/schema.ts';
import type { Issue } from '../../text/issues.ts';
import type { QuantityName } from '../../units/quantity.ts';
import type { Altered, ChosenBy } from '../apply-change.ts';
import type { ClaimTest } from '../judge-claims.ts';
import type { Profile } from '../profiles.ts';
import type { Rule } from '../rules/rule.ts';

/** Reports that some kinds of change ask for beside what is told of every change. */
export type Report = 'cell-curve' | 'ways-back' | 'choices' | 'care' | 'cells-place';

/** One kind of change: what a request of it holds, what it does to a document, and what is told of it. */
export interface ChangeKind<C> {
  /** What a request of this kind holds. */
  readonly schema: {
    readonly title: string;
    readonly type: 'object';
    readonly required: readonly string[];
    readonly properties: Readonly<Record<string, unknown>>;
  };
  /** What no schema can say of it, with paths from the change on; nothing where that is all. */
  readonly faults?: (setup: SetupDocument, change: C) => Issue[];
  /** The part that it exchanges whole: contradictions of the part are told at its place. */
  readonly exchanged?: (change: C) => Partial<SetupDocument>;
  /** "6 cells instead of 4": the change in a sentence. */
  readonly sentence: (before: SetupDocument, change: C, after: SetupDocument) => string;
  /** The changed document; nothing of the given one is touched. */
  readonly alter: (before: SetupDocument, change: C, by: ChosenBy) => Altered;
  /** Paths, or names of parts, that the change was made for: they may not be taken back to make it safe. */
  readonly keeps: readonly string[];
  readonly reports?: readonly Report[];
  /** Rules of thumb for this kind alone. */
  readonly rules?: readonly Rule[];
  /** What is often said of such a change, to be tried on the setup. */
  readonly claims?: readonly ClaimTest[];
  /** Limits by count of cells, and how they are set, where the change limits the output. */
  readonly limits?: (before: SetupDocument, change: C) => { profiles: Profile[]; text: string };
}

/** A figure in the sentence of a change. */
export interface SentenceFigure<C> {
  readonly id: string;
  /** What it is, for readers and for undo. */
  readonly label: string;
  readonly quantity: QuantityName;
  /** SI; nothing where it is not known yet. */
  readonly value: number | null | undefined;
  readonly set: (value: number) => C;
  /** The next value up or down, SI; the unit's own step where it is left out. */
  readonly next?: (value: number, up: boolean) => number;
  /** The next change up or down, where a step is more than one figure. */
  readonly step?: (up: boolean) => C;
}

/** A choice of words in the sentence of a change. */
interface SentenceChoice<C> {
  readonly id: string;
  readonly label: string;
  readonly options: readonly (readonly [value: string, name: string])[];
  readonly chosen: string;
  readonly choose: (value: string) => C;
}

/** What the sentence of a change is made of; an aside is set smaller. */
export type SentencePiece<C> =
  | { readonly words: string; readonly aside?: boolean }
  | { readonly figure: SentenceFigure<C> }
  | { readonly choice: SentenceChoice<C> };

/** The parts that a change can exchange whole, by a label or off the shelf. */
export interface TakenParts {
  readonly propulsor: Propulsor;
  readonly motor: Motor;
  readonly battery: Battery;
}

/** How a part is taken into a change. */
type Taking<C> = {
  [P in keyof TakenParts]: {
    readonly part: P;
    /** The setup that a label is read into. */
    readonly into: (change: C, from: SetupDocument) => SetupDocument;
    readonly take: (part: TakenParts[P]) => C;
  };
}[keyof TakenParts];

/** How a kind of change is offered, begun and set on the screen. Nothing here predicts. */
export interface ChangeForm<C> {
  /** The words by which it is chosen; null where it does not suit the craft. */
  readonly words: (setup: SetupDocument) => string | null;
  /** What it begins with: the nearest sensible one, to be stepped from there. */
  readonly first: (setup: SetupDocument) => C;
  /** The sentence that shows and sets it. @param sentence the whole of it in words, as the answer has it */
  readonly pieces: (change: C, from: SetupDocument, sentence: string) => readonly SentencePiece<C>[];
  readonly taking?: Taking<C>;
  /** Other changes of the kind that are a press away. */
  readonly offers?: (from: SetupDocument) => readonly {
    readonly id: string;
    readonly words: string;
    readonly change: C;
  }[];
  /** Whether it chooses parts that are then looked for on the shelf. */
  readonly looksForParts?: boolean;
}
