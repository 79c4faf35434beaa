import type { FromSchema } from 'json-schema-to-ts';
import { flag, list, nullable, number, object, standsFor, text, whole, type TypeOf } from './typed-schema.ts';

/** Something the user wants to be reminded of: after so many uses, or so many minutes, since it was last looked at. */
export type Reminder = {
  readonly what: string;
  readonly everyUses: number | null;
  readonly everySeconds: number | null;
  /** Uses and seconds of the part when it was last looked at, and when that was. */
  readonly seenUses: number;
  readonly seenSeconds: number;
  readonly seenAt: string | null;
};

/** A part's life beside its figures: whether it is retired and why, and what it is looked at for. */
export const partLifeSchema = object({
  retired: nullable(object({ at: text, why: text })),
  reminders: list(standsFor<Reminder>({ type: 'object' }))
});
export type PartLife = TypeOf<typeof partLifeSchema>;

/** How much a part was used, by the log. */
export const partUseSchema = object({
  // runs and flights
  uses: number,
  flights: number,
  seconds: number,
  // ampere-hours taken from a pack; 0 for other parts
  ah: number,
  lastAt: nullable(text)
});
export type PartUse = Readonly<TypeOf<typeof partUseSchema>>;

/** What was found of a pack on a day. */
export const storedRecordSchema = object({
  id: whole,
  heldAt: text,
  // each cell, or one figure for all, ohm; null where it was not read
  cellOhm: nullable(list(number)),
  // of the pack when that was read, °C
  temperatureC: nullable(number),
  // whole capacity by a full charge or discharge, Ah
  capacityAh: nullable(number),
  // charged cycles that the log does not know of, in all
  cycles: nullable(number),
  swollen: flag,
  note: text
});
export type PackRecord = Readonly<TypeOf<typeof storedRecordSchema>>;

const figure = (title: string, minimum: number, maximum: number) =>
  ({ type: ['number', 'null'], minimum, maximum, title }) as const;

export const lifeSchema = {
  title: 'life',
  type: 'object',
  required: ['reminders'],
  properties: {
    revision: { type: 'integer', title: 'revision' },
    retired: {
      type: ['object', 'null'],
      title: 'retired',
      required: ['why'],
      properties: { why: { type: 'string', maxLength: 400, title: 'why' } }
    },
    reminders: {
      type: 'array',
      maxItems: 20,
      title: 'reminders',
      items: {
        title: 'reminder',
        type: 'object',
        required: ['what'],
        properties: {
          what: { type: 'string', minLength: 1, maxLength: 200, title: 'what to look at' },
          everyUses: figure('uses', 1, 10_000),
          everySeconds: figure('minutes', 60, 3_600_000),
          seenUses: { type: 'number', minimum: 0, maximum: 1e7, title: 'uses' },
          seenSeconds: { type: 'number', minimum: 0, maximum: 1e10, title: 'seconds' },
          seenAt: { type: ['string', 'null'], maxLength: 40, title: 'when it was looked at' }
        }
      }
    }
  }
} as const;

export const packRecordSchema = {
  title: 'record',
  type: 'object',
  properties: {
    heldAt: { type: ['string', 'null'], maxLength: 40, title: 'when it was' },
    cellOhm: {
      type: ['array', 'null'],
      minItems: 1,
      maxItems: 60,
      title: 'resistance of the cells',
      items: { type: 'number', exclusiveMinimum: 0, maximum: 10, title: 'resistance of a cell' }
    },
    temperatureC: figure('temperature of the pack', -30, 80),
    capacityAh: figure('capacity', 0.01, 1000),
    cycles: figure('cycles', 0, 100_000),
    swollen: { type: 'boolean', title: 'swollen' },
    note: { type: 'string', maxLength: 1000, title: 'note' }
  }
} as const;

/** What is sent of a part's life and of a pack's record. */
export type LifeEdited = FromSchema<typeof lifeSchema>;
export type PackRecorded = FromSchema<typeof packRecordSchema>;
