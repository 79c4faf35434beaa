import { PART_KINDS, type PartKind } from '../registry/parts.ts';

/** A format that a shelf is kept in outside Iskarn. */
interface ShelfFormat {
  /** What it is called where it is chosen. */
  readonly title: string;
  /** As a sentence names it. */
  readonly words: string;
  readonly extension: string;
  readonly mime: string;
  /** Whether a file holds one kind of parts, and is named after it. */
  readonly ofOneKind: boolean;
}

/** Every format, the whole ones first. What reads and writes them: `SHELF_READERS`, `SHELF_WRITERS`. */
export const SHELF_FORMATS = {
  json: {
    title: 'JSON',
    words: 'a shelf saved as JSON',
    extension: 'json',
    mime: 'application/json',
    ofOneKind: false
  },
  zip: {
    title: 'data package',
    words: 'a data package (zip)',
    extension: 'zip',
    mime: 'application/zip',
    ofOneKind: false
  },
  csv: {
    title: 'CSV',
    words: 'a CSV file named after its kind',
    extension: 'csv',
    mime: 'text/csv',
    ofOneKind: true
  }
} as const satisfies Readonly<Record<string, ShelfFormat>>;
export type ShelfFormatId = keyof typeof SHELF_FORMATS;

/** Formats in their order. */
export const shelfFormatIds = Object.keys(SHELF_FORMATS) as readonly ShelfFormatId[];

/** A file that a shelf is sent as: the whole in a format, or one kind of parts. */
export interface ShelfFile {
  /** As the address names it: `json`, `motor.csv`. */
  readonly id: string;
  readonly format: ShelfFormatId;
  /** The kind of parts that it holds; null for all. */
  readonly kind: PartKind | null;
}

/** Every file that a shelf can be sent as. */
export const SHELF_FILES: readonly ShelfFile[] = shelfFormatIds.flatMap((format): ShelfFile[] =>
  SHELF_FORMATS[format].ofOneKind
    ? PART_KINDS.map((kind) => ({ id: `${kind}.${SHELF_FORMATS[format].extension}`, format, kind }))
    : [{ id: format, format, kind: null }]
);

/** The format of a file by its name; CSV where the name says nothing else. */
export const formatOfName = (name: string): ShelfFormatId =>
  shelfFormatIds.find((id) => name.toLowerCase().endsWith(`.${SHELF_FORMATS[id].extension}`)) ?? 'csv';
