import { namesHaving, type Having } from './having.ts';

/** A part of a setup, or of the shelf. */
export interface Part {
  /** In a sentence: "pack". A propulsor is called by its kind where that is known. */
  readonly word: string;
  /** It lies on the power path or is the craft itself: Match has a column for it. */
  readonly column?: true;
  /** A user may hold it as it is. */
  readonly held?: true;
  /** It is put together from the shelf, and carries a name. */
  readonly drive?: true;
  /** It has a mass and a place in the craft. */
  readonly placed?: true;
  /** Where the shelf keeps it: its kind there, the heading of its list, and how a label of it is written. */
  readonly shelf?: { readonly kind: string; readonly heading: string; readonly example: string };
}

/** Every part, in the order in which power flows. */
export const PART_TABLE = {
  battery: {
    word: 'pack',
    column: true,
    held: true,
    drive: true,
    placed: true,
    shelf: { kind: 'battery', heading: 'Packs', example: '4S 2200 30C 240g' }
  },
  wiring: { word: 'wiring', column: true, held: true },
  esc: {
    word: 'ESC',
    column: true,
    held: true,
    drive: true,
    placed: true,
    shelf: { kind: 'esc', heading: 'ESCs', example: '60A 2-6S 5V/3A' }
  },
  motor: {
    word: 'motor',
    column: true,
    held: true,
    drive: true,
    placed: true,
    shelf: { kind: 'motor', heading: 'Motors', example: '2812 900KV 106g' }
  },
  propulsor: {
    word: 'propulsor',
    column: true,
    held: true,
    drive: true,
    placed: true,
    shelf: { kind: 'propulsor', heading: 'Propulsors', example: '11x5.5, or 42 mm x1.4 2-blade' }
  },
  craft: { word: 'craft', column: true },
  receiverSupply: {
    word: 'receiver supply',
    placed: true,
    shelf: { kind: 'receiver-supply', heading: 'Receiver supplies', example: '5V/3A switching 6-26V in' }
  }
} as const satisfies Record<string, Part>;

type With<K extends keyof Part> = Having<typeof PART_TABLE, K>;

const having = <K extends keyof Part>(property: K): readonly With<K>[] => namesHaving(PART_TABLE, property);

/** Parts that Match has a column for. */
export type PartName = With<'column'>;
export const COLUMN_PARTS = having('column');
/** Parts of the powertrain that a user may hold as they are. */
export type FixablePart = With<'held'>;
export const FIXABLE_PARTS = having('held');
/** Parts that a drive is put together from, each with a name of its own. */
export type DrivePart = With<'drive'>;
export const DRIVE_PARTS = having('drive');
/** Whether a name is that of a part of the drive: pack, ESC, motor, propulsor. */
export const isDrivePart = (part: string): part is DrivePart =>
  (DRIVE_PARTS as readonly string[]).includes(part);
/** Parts that have a mass and a place in the craft. */
export type PlacedPart = With<'placed'>;
export const PLACED_PARTS = having('placed');

/** Kinds of parts on the shelf. */
export type PartKind = (typeof PART_TABLE)[With<'shelf'>]['shelf']['kind'];
export const PART_KINDS: readonly PartKind[] = having('shelf').map((n) => PART_TABLE[n].shelf.kind);
/** The part of a setup that a kind of the shelf becomes. */
const partOfKind = (kind: PartKind): With<'shelf'> =>
  having('shelf').find((n) => PART_TABLE[n].shelf.kind === kind) as With<'shelf'>;
/** What the shelf says of a kind. */
export const shelfOf = (kind: PartKind): NonNullable<Part['shelf']> => PART_TABLE[partOfKind(kind)].shelf;
