import type { call } from '../../api/client.ts';
import type { Chart } from '../../core/charts/chart.ts';
import type { Remedy } from '../../core/checks/finding.ts';
import type { SetupDocument } from '../../core/document/schema.ts';
import type { Depth, MatchLook, MatchResult } from '../../core/match/match-picture.ts';
import type { Fittings, ShelfPart } from '../../core/alternatives/fittings.ts';
import type { Derivation } from '../../core/derivations/derivation.ts';
import type { DraftStorage } from './draft.ts';

/** `quick` answers edits at once; `thorough` works out bands, charts and what puts right, so that an edit never waits behind them. */
export type Pace = 'quick' | 'thorough';

/** What the editor needs of the world: the core in its workers, the server, the browser's storage and clock. */
export interface Ports {
  picture(
    pace: Pace,
    document: SetupDocument,
    look: MatchLook,
    depth: Depth,
    chart?: Chart['id']
  ): Promise<MatchResult>;
  why(document: SetupDocument, look: MatchLook, id: string): Promise<Derivation | null>;
  /** What puts one check right. */
  remedies(document: SetupDocument, look: MatchLook, id: string): Promise<Remedy[]>;
  /** The free parts fitted round the fixed ones. */
  fitted(document: SetupDocument, schools: MatchLook['schools']): Promise<SetupDocument>;
  /** The best ways to fit the free parts; null where the document is not sound. */
  fittings(document: SetupDocument, look: MatchLook, shelf: readonly ShelfPart[]): Promise<Fittings | null>;
  call: typeof call;
  storage: DraftStorage;
  /** Does something later; the answer calls it off. */
  later(ms: number, act: () => void): () => void;
}
