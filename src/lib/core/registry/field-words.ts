import type { QuantityName } from '../units/quantity.ts';

/** What the rooms say and show of a field, beside the title, bounds and choices that its schema has. */
export interface FieldWords {
  /** Label beside its figure, or head of its column. */
  readonly short: string;
  /** Head of its column on the shelf, where the label says too little there. */
  readonly heading?: string;
  /** How its figure is shown; a text or a choice has none. */
  readonly quantity?: QuantityName;
  /** Choices in words, where a value is not its own word. */
  readonly choices?: Readonly<Record<string, string>>;
  /** Its derivation: heading, and what the sums use it for. */
  readonly why?: readonly [title: string, used: string];
  /** The unknown behind it, where it has a tolerance of its own. */
  readonly unknown?:
    'kv' | 'motorResistance' | 'noLoadCurrent' | 'batteryResistance' | 'wiringResistance' | 'escResistance';
  /** Place among the decisive figures under its part in Match. */
  readonly first?: number;
  /** Place among the figures behind those, and how each reads in one line; nothing where it is only set there. */
  readonly more?: number;
  readonly line?: (shown: string) => string;
  /** Place among the choices that are asked for behind the figures. */
  readonly choice?: number;
  /** Place among the columns of the shelf's table. */
  readonly column?: number;
  /** What an arrow key steps through, where it is not the unit's step. */
  readonly steps?: 'esc-sizes' | 'shelf-kv' | 'propellers';
}

/** Where a schema keeps the words of its field: no key that is written or validated. */
const WORDS: unique symbol = Symbol('words of a field');

/** A field's schema with its words; the schema's type stays what it is. */
export const told = <const S extends object>(schema: S, words: FieldWords): S => ({
  ...schema,
  [WORDS]: words
});

/** The words of a field's schema; null where it has none. */
export const wordsOf = (schema: object): FieldWords | null =>
  (schema as { [WORDS]?: FieldWords })[WORDS] ?? null;
