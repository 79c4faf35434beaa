import type { MakersRow } from './makers-row.ts';
import type { Battery, Esc, Motor, Propulsor, ReceiverSupply, SetupDocument } from './schema.ts';

/** Kinds of parts on the shelf. */
export const PART_KINDS = ['battery', 'esc', 'motor', 'propulsor', 'receiver-supply'] as const;
export type PartKind = (typeof PART_KINDS)[number];

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

/** One reading of a run: what the meter showed at a moment. SI; null where it was not read. */
export interface RunReading {
  throttle: number;
  speedMs: number;
  batteryVoltageV: number | null;
  batteryCurrentA: number | null;
  rpm: number | null;
  thrustN: number | null;
}

/** One logged test. */
export interface StoredRun {
  id: number;
  setupId: number;
  heldAt: string;
  title: string;
  verdict: string;
  readings: RunReading[];
}
