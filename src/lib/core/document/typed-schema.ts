// JSON Schemas built together with the types they stand for: what is written down once as a schema is a type as well.

declare const type: unique symbol;

/** A JSON Schema that knows its type; the type lives at compile time only. */
export type Schema<T> = Readonly<Record<string, unknown>> & { readonly [type]?: T };

/** The type that a schema stands for. */
export type TypeOf<S> = S extends { readonly [type]?: infer T } ? T : never;

/** A schema that was built by these functions, of any type. */
type Any = Schema<unknown>;
type Flat<T> = { [K in keyof T]: T[K] };
type Properties = Readonly<Record<string, Any>>;

export const number: Schema<number> = { type: 'number' };
export const whole: Schema<number> = { type: 'integer' };
export const text: Schema<string> = { type: 'string' };
export const flag: Schema<boolean> = { type: 'boolean' };
/** Any object: what stands in it is described elsewhere, or differs from case to case. */
export const anyObject: Schema<object> = { type: 'object' };
/** Low and high end. */
export const pair: Schema<[number, number]> = {
  type: 'array',
  items: number,
  minItems: 2,
  maxItems: 2
};

/** One of these values. */
export const oneOf = <const V extends string | null>(values: readonly V[]): Schema<V> => ({
  enum: [...values]
});

/** This value and no other. */
export const exactly = <const V extends string>(value: V): Schema<V> => ({ const: value });

/** As many of these as there are. */
export const list = <T>(items: Schema<T>): Schema<T[]> => ({ type: 'array', items });

/** Values of one kind by names that are not known beforehand. */
export const byName = <T>(values: Schema<T>): Schema<Partial<Record<string, T>>> => ({
  type: 'object',
  additionalProperties: values
});

/** This, or null where there is nothing. */
export const nullable = <T>(schema: Schema<T>): Schema<T | null> => ({ anyOf: [schema, { type: 'null' }] });

/** An object with all of these properties but the optional ones, and perhaps more. */
export function object<const P extends Properties, const O extends keyof P & string = never>(
  properties: P,
  optional: readonly O[] = []
): Schema<Flat<{ [K in Exclude<keyof P, O>]: TypeOf<P[K]> } & { [K in O]?: TypeOf<P[K]> }>> {
  const required = Object.keys(properties).filter((name) => !(optional as readonly string[]).includes(name));
  return { type: 'object', ...(required.length > 0 ? { required } : {}), properties };
}

/** Properties of one schema by these names, to be spread into an object's. */
export const each = <const N extends string, T>(
  names: readonly N[],
  schema: Schema<T>
): { [K in N]: Schema<T> } =>
  Object.fromEntries(names.map((name) => [name, schema])) as { [K in N]: Schema<T> };

/** Properties that are numbers, to be spread into an object's. */
export const numbers = <const N extends string>(names: readonly N[]): { [K in N]: Schema<number> } =>
  each(names, number);

/** The same schema with a title, or limits of what it takes. */
export const having = <T>(schema: Schema<T>, more: Readonly<Record<string, unknown>>): Schema<T> => ({
  ...schema,
  ...more
});

/** What is sent with a request: an object with a title, as refusals name it. */
export const request = <T>(body: Schema<T>): Schema<T> => having(body, { title: 'request' });

type DeepReadonly<T> = T extends object ? { readonly [K in keyof T]: DeepReadonly<T[K]> } : T;

/** Names of properties of T, at any depth, that S does not describe. */
type Undescribed<T, S> = T extends readonly (infer TI)[]
  ? S extends readonly (infer SI)[]
    ? Undescribed<TI, SI>
    : never
  : T extends object
    ? object extends S
      ? never
      : {
            [K in keyof T as string extends K ? never : K]-?: K extends keyof S
              ? Undescribed<NonNullable<T[K]>, NonNullable<S[K]>>
              : K & string;
          } extends infer Found
        ? Found[keyof Found]
        : never
    : never;

type Mismatch<T, S> = [Undescribed<T, S>] extends [never]
  ? [T] extends [DeepReadonly<S>]
    ? never
    : 'a property is described otherwise than it is'
  : Undescribed<T, S>;

/**
 * The schema of a type that the core makes and documents itself: does not compile where a property of the type, at any depth, is
 * missing in the schema or described as something else.
 */
export const describes =
  <T>() =>
  <S>(
    schema: Schema<S> & ([Mismatch<T, S>] extends [never] ? unknown : { mismatch: Mismatch<T, S> })
  ): Schema<T> =>
    schema as Readonly<Record<string, unknown>>;

/** A schema that is checked further in, or made at run time from lists, with the type of what passes it. */
export const standsFor = <T>(schema: object): Schema<T> => schema as Readonly<Record<string, unknown>>;
