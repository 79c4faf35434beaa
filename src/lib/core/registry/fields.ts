import type { Propulsor, SetupDocument } from '../document/schema.ts';
import { batterySchema } from '../document/schema/battery.ts';
import { craftSchema } from '../document/schema/craft.ts';
import { driveProperties } from '../document/schema/drive.ts';
import { escSchema } from '../document/schema/esc.ts';
import { motorSchema } from '../document/schema/motor.ts';
import { propulsorSchema } from '../document/schema/propulsor.ts';
import { wiringSchema } from '../document/schema/wiring.ts';
import { PART_SCHEMAS } from '../document/part-schemas.ts';
import type { QuantityName } from '../units/quantity.ts';
import { wordsOf, type FieldWords } from './field-words.ts';
import { COLUMN_PARTS, type PartKind, type PartName } from './parts.ts';

/** A field of a document: what its schema says of it, and what the rooms do. */
export interface Field extends FieldWords {
  /** Its name within its part: `kvRpmPerVolt`. */
  readonly name: string;
  /** What it is in a sentence: "winding resistance". */
  readonly title: string;
  /** Values it may have, where it is a choice. */
  readonly options: readonly string[] | null;
  /** Whether it is a list of figures. */
  readonly isList: boolean;
  /** Whether it is a figure or a list of them. */
  readonly isFigure: boolean;
  /** Kinds of propulsor that have it; null of other parts. */
  readonly kinds: readonly Propulsor['kind'][] | null;
}

interface Node {
  readonly title?: string;
  readonly type?: string | readonly string[];
  readonly enum?: readonly unknown[];
  readonly const?: unknown;
  readonly properties?: Readonly<Record<string, Node>>;
  readonly oneOf?: readonly Node[];
  readonly anyOf?: readonly unknown[];
}

const typesOf = ({ type }: Node): readonly string[] => (typeof type === 'string' ? [type] : (type ?? []));

function fieldOf(name: string, schema: Node, kinds: Field['kinds'], options: Field['options']): Field {
  const types = typesOf(schema);
  const isList = types.includes('array');
  return {
    ...(wordsOf(schema) ?? { short: schema.title ?? name }),
    name,
    title: schema.title ?? name,
    options,
    isList,
    isFigure: isList || types.includes('number') || types.includes('integer'),
    kinds
  };
}

const isText = (value: unknown): value is string => typeof value === 'string';
const optionsOf = (schema: Node): string[] | null =>
  schema.enum?.filter(isText) ?? (isText(schema.const) ? [schema.const] : null);

/** Fields of a schema in its order: of a choice of schemas every one's, each with the kinds that have it. */
function fieldsIn(schema: Node): Field[] {
  if (!schema.oneOf)
    return Object.entries(schema.properties ?? {}).map(([name, of]) =>
      fieldOf(name, of, null, optionsOf(of))
    );
  const found = new Map<string, { schema: Node; kinds: Propulsor['kind'][]; options: string[] }>();
  for (const { properties = {} } of schema.oneOf) {
    const kind = properties.kind.const as Propulsor['kind'];
    for (const [name, of] of Object.entries(properties)) {
      const known = found.get(name) ?? { schema: of, kinds: [], options: [] };
      known.kinds.push(kind);
      known.options.push(...(optionsOf(of) ?? []).filter((o) => !known.options.includes(o)));
      found.set(name, known);
    }
  }
  return [...found].map(([name, { schema: of, kinds, options }]) =>
    fieldOf(name, of, kinds, options.length > 0 ? options : null)
  );
}

/** Fields that a part of the shelf is described by: its figures, lists and choices, without its name. */
export const shelfFields = (kind: PartKind): Field[] =>
  fieldsIn(PART_SCHEMAS[kind] as Node).filter((f) => f.name !== 'name' && (f.isFigure || f.options !== null));

/** Columns of the shelf's table of a kind. */
export const shelfColumns = (kind: PartKind): Field[] => ranked(shelfFields(kind), 'column');

/** Fields that have a place, in its order. */
const ranked = <F extends Field>(fields: readonly F[], place: 'first' | 'more' | 'choice' | 'column'): F[] =>
  fields.filter((f) => f[place] !== undefined).sort((a, b) => (a[place] ?? 0) - (b[place] ?? 0));

/** A field with its path in a setup. */
export interface PathField extends Field {
  readonly path: string;
}

/** Fields of the setup itself that stand under a part: behind its decisive figures, or behind the others. */
const UNDER: Readonly<Partial<Record<PartName, { first?: string[]; more?: string[] }>>> = {
  wiring: { more: ['auxiliaryCurrentA'] },
  esc: { first: ['count'], more: ['outputLimit'] },
  motor: { first: ['gearRatio'] }
};
/** Schema of every part that Match has a column for. */
const COLUMN_SCHEMAS: Readonly<Record<PartName, Node>> = {
  battery: batterySchema,
  wiring: wiringSchema,
  esc: escSchema,
  motor: motorSchema,
  propulsor: propulsorSchema,
  craft: craftSchema
};
const DRIVE: Readonly<Record<string, Node>> = driveProperties;
const ownFields = (names: readonly string[] = []): PathField[] =>
  names.map((name) => ({ ...fieldOf(name, DRIVE[name], null, null), path: name }));

/** How a field's figure is shown for a kind of propulsor: screws and fans are sized in millimetres where propellers are in inches. */
export const shownAs = ({ quantity }: Pick<Field, 'quantity'>, kind: unknown): QuantityName | undefined =>
  quantity === 'propLength' && kind !== undefined && kind !== 'propeller' ? 'screwLength' : quantity;

/** Fields of a part of a setup: of a propulsor those of its kind, in the unit that its kind is sized in. */
function partFields(part: PartName, { propulsor }: SetupDocument): PathField[] {
  const schema = COLUMN_SCHEMAS[part];
  const own = schema.oneOf?.find((s) => s.properties?.kind.const === propulsor.kind) ?? schema;
  return fieldsIn(own).map((f) => ({
    ...f,
    quantity: shownAs(f, propulsor.kind),
    path: `${part}.${f.name}`
  }));
}

/** Whether a craft or its leads have a use for a field: a wing of an aeroplane, leads by their gauge or by their resistance. */
function hasUse({ path }: PathField, { craft, propulsor, wiring }: SetupDocument): boolean {
  const byGauge = wiring?.gaugeAwg != null && wiring.resistanceOhm == null;
  switch (path) {
    case 'wiring.resistanceOhm':
      return !byGauge;
    case 'wiring.gaugeAwg':
    case 'wiring.leadLengthM':
      return byGauge;
    case 'craft.wingAreaM2':
      return craft.kind === 'fixed-wing';
    case 'craft.largestPropM':
      return propulsor.kind === 'propeller';
    default:
      return true;
  }
}

const under = (part: PartName, place: 'first' | 'more', document: SetupDocument): PathField[] => [
  ...ranked(partFields(part, document), place).filter((f) => hasUse(f, document)),
  ...ownFields(UNDER[part]?.[place])
];

/** The decisive figures under a part in Match, with their paths in the document, in the order in which they are shown. */
export const firstFields = (part: PartName, document: SetupDocument): PathField[] =>
  under(part, 'first', document);
/** Those that stand behind them. */
export const moreFields = (part: PartName, document: SetupDocument): PathField[] =>
  under(part, 'more', document);

/** Choices of a part that are asked for behind its figures. */
export const choiceFields = (part: PartName, document: SetupDocument): PathField[] =>
  ranked(partFields(part, document), 'choice');

/** A value of a choice in words. */
export const choiceWord = ({ choices }: Pick<Field, 'choices'>, value: string): string =>
  choices?.[value] ?? value;

/** Fields of a setup that can be asked why, with their paths, in the order in which power flows. */
export const explainedFields = (): (PathField & { why: NonNullable<FieldWords['why']> })[] =>
  COLUMN_PARTS.flatMap((part) => [
    ...fieldsIn(COLUMN_SCHEMAS[part])
      .sort((a, b) => (a.first ?? Infinity) - (b.first ?? Infinity) || 0)
      .map((f) => ({ ...f, path: `${part}.${f.name}` })),
    ...ownFields(UNDER[part]?.first)
  ]).filter((f): f is PathField & { why: NonNullable<FieldWords['why']> } => f.why !== undefined);
