// What is kept, as the pages and the interface are given it: each kind from its schema.
import { PART_KINDS } from '../registry/parts.ts';
import type { RunDetails, RunReading } from './run-schema.ts';
import type { MakersRow } from './makers-row.ts';
import { CRAFT_KINDS } from './schema/craft.ts';
import type { Battery, Esc, Motor, Propulsor, ReceiverSupply, SetupDocument } from './schema.ts';
import {
  byName,
  flag,
  list,
  nullable,
  number,
  object,
  oneOf,
  standsFor,
  text,
  whole,
  type TypeOf
} from './typed-schema.ts';

/** Number of a row, and its revision: it grows with every change, undo and redo too; a write names the one it was made from. */
const kept = { id: whole, revision: whole };

/** A craft: its name, kind and story; figures live in its setups' documents. */
export const storedCraftSchema = object({
  ...kept,
  name: text,
  kind: oneOf(CRAFT_KINDS),
  story: text
});
export type StoredCraft = TypeOf<typeof storedCraftSchema>;

/** A stored setup with its document and where it stands in its history. */
export const storedSetupSchema = object({
  ...kept,
  craftId: whole,
  document: standsFor<SetupDocument>({ $ref: '#/components/schemas/Setup' }),
  inUse: flag,
  pinned: flag,
  canUndo: flag,
  canRedo: flag,
  undoLabel: nullable(text),
  redoLabel: nullable(text),
  // the setup that this one was changed from; null where it came of no change
  changedFrom: nullable(whole)
});
export type StoredSetup = TypeOf<typeof storedSetupSchema>;

/** A search of a craft that was kept: what is wanted, the yardstick, the axes. */
export const storedSearchSchema = object({
  ...kept,
  craftId: whole,
  name: text,
  document: standsFor<{ limits: object; yardstick: object; axes: readonly string[] }>({ type: 'object' })
});
export type StoredSearch = TypeOf<typeof storedSearchSchema>;

/** One edit in a setup's history. */
export interface Revision {
  id: number;
  label: string;
  createdAt: string;
  current: boolean;
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
const fittedPartSchema = object(
  {
    at: text,
    // name of the setup whose runs they were
    from: text,
    // whether it is a maker's table that taught it, not runs
    table: flag,
    // in words: its factors on the label's figures
    says: text,
    calibration: standsFor<NonNullable<SetupDocument['calibration']>>({ type: 'object' })
  },
  ['table']
);
export type FittedPart = TypeOf<typeof fittedPartSchema>;

/** A part on the shelf; its document is the same object a setup holds. */
export const storedPartSchema = object({
  ...kept,
  kind: oneOf(PART_KINDS),
  name: text,
  // figures of the label
  document: standsFor<Battery | Esc | Motor | Propulsor | ReceiverSupply>({ type: 'object' }),
  // what the user measured, by field; it stands in for the label's figure
  measured: standsFor<Record<string, number>>(byName(number)),
  owned: flag,
  note: text,
  // of one, in the user's own money; null where none was given
  price: nullable(number),
  // kept in the record, but out of every search
  retired: flag,
  // what runs or a maker's table taught of it; null where none were fitted
  fitted: nullable(fittedPartSchema)
});
export type StoredPart = TypeOf<typeof storedPartSchema> & {
  /** Of a pack, inside the program: what was measured of it over its life; left out where nothing was. */
  health?: KnownPack | null;
};

/** Published test rows of a motor on the shelf. */
export const storedMakersTableSchema = object({
  ...kept,
  partId: whole,
  title: text,
  rows: list(standsFor<MakersRow>({ type: 'object' }))
});
export type StoredMakersTable = TypeOf<typeof storedMakersTableSchema>;

/** One logged test. */
export const storedRunSchema = object({
  ...kept,
  setupId: whole,
  heldAt: text,
  title: text,
  verdict: text,
  readings: list(standsFor<RunReading>({ type: 'object' })),
  details: standsFor<RunDetails>({ type: 'object' }),
  state: oneOf(['live', 'ended']),
  // samples that are stored
  samples: whole
});
export type StoredRun = TypeOf<typeof storedRunSchema>;
