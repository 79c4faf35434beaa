import type { PartKind } from '../registry/parts.ts';
import type { RunDetails, RunReading } from './run-schema.ts';
import type { MakersRow } from './makers-row.ts';
import type { Battery, Esc, Motor, Propulsor, ReceiverSupply, SetupDocument } from './schema.ts';

/** A craft: its name, kind and story; figures live in its setups' documents. */
export interface StoredCraft {
  id: number;
  /** Grows with every change; a write names the one it was made from. */
  revision: number;
  name: string;
  kind: 'fixed-wing' | 'multirotor' | 'boat';
  story: string;
}

/** A stored setup with its document and where it stands in its history. */
export interface StoredSetup {
  id: number;
  /** Grows with every change of the document, undo and redo too; a write names the one it was made from. */
  revision: number;
  craftId: number;
  document: SetupDocument;
  inUse: boolean;
  pinned: boolean;
  canUndo: boolean;
  canRedo: boolean;
  undoLabel: string | null;
  redoLabel: string | null;
  /** The setup that this one was changed from; null where it came of no change. */
  changedFrom: number | null;
}

/** A search of a craft that was kept: what is wanted, the yardstick, the axes. */
export interface StoredSearch {
  id: number;
  /** Grows with every change; a write names the one it was made from. */
  revision: number;
  craftId: number;
  name: string;
  document: { limits: object; yardstick: object; axes: readonly string[] };
}

/** One edit in a setup's history. */
export interface Revision {
  id: number;
  label: string;
  createdAt: string;
  current: boolean;
}

/** A part on the shelf; its document is the same object a setup holds. */
export interface StoredPart {
  id: number;
  /** Grows with every change; a write names the one it was made from. */
  revision: number;
  kind: PartKind;
  name: string;
  /** Figures of the label. */
  document: Battery | Esc | Motor | Propulsor | ReceiverSupply;
  /** What the user measured, by field; it stands in for the label's figure. */
  measured: Record<string, number>;
  owned: boolean;
  note: string;
  /** Of one, in the user's own money; null where none was given. */
  price: number | null;
  /** Kept in the record, but out of every search. */
  retired: boolean;
  /** What runs or a maker's table taught of it; null where none were fitted. */
  fitted: FittedPart | null;
  /** Of a pack: what was measured of it over its life; left out where nothing was. */
  health?: KnownPack | null;
}

/** What was measured of a pack over its life, as far as it bears on what it may be asked for. */
export interface KnownPack {
  /** Cells and capacity of the label that it was measured of. */
  readonly series: number;
  readonly labelAh: number;
  /** Newest resistance of a cell at 25 °C, and newest capacity; null where it was not read. */
  readonly cellResistanceOhm: number | null;
  readonly capacityAh: number | null;
  readonly health: { readonly wear: number; readonly credibleA: number | null; readonly says: string };
}

/** What runs taught of a part on the shelf: the fit as a whole, of which it takes its own share wherever it goes. */
export interface FittedPart {
  readonly at: string;
  /** Name of the setup whose runs they were. */
  readonly from: string;
  /** Whether it is a maker's table that taught it, not runs. */
  readonly table?: boolean;
  /** In words: its factors on the label's figures. */
  readonly says: string;
  readonly calibration: NonNullable<SetupDocument['calibration']>;
}

/** Published test rows of a motor on the shelf. */
export interface StoredMakersTable {
  id: number;
  /** Grows with every change; a write names the one it was made from. */
  revision: number;
  partId: number;
  title: string;
  rows: MakersRow[];
}

/** One logged test. */
export interface StoredRun {
  id: number;
  /** Grows with every change; a write names the one it was made from. */
  revision: number;
  setupId: number;
  heldAt: string;
  title: string;
  verdict: string;
  readings: RunReading[];
  details: RunDetails;
  state: 'live' | 'ended';
  /** Samples that are stored. */
  samples: number;
}
