import type { FromSchema } from 'json-schema-to-ts';
import { nullable, object, text, whole, type TypeOf } from './typed-schema.ts';

/** How an exercise came out, as it is sent. */
export const exerciseDoneSchema = {
  title: 'exercise',
  type: 'object',
  required: ['exercise', 'level', 'right'],
  additionalProperties: false,
  properties: {
    exercise: {
      type: 'string',
      minLength: 1,
      maxLength: 40,
      pattern: '^[a-z-]+$',
      title: 'name of the exercise'
    },
    level: { type: 'integer', minimum: 1, maximum: 4, title: 'level' },
    right: { type: 'boolean', title: 'whether it was right' },
    /** How many answers it took. */
    tries: { type: 'integer', minimum: 1, maximum: 1000, title: 'answers that were given' }
  }
} as const;

export type ExerciseDone = FromSchema<typeof exerciseDoneSchema>;

/** How often a kind of exercise was worked, and how often rightly at the first answer. */
export const exerciseRecordSchema = object({
  exercise: text,
  worked: whole,
  right: whole,
  last: nullable(text)
});
export type ExerciseRecord = Readonly<TypeOf<typeof exerciseRecordSchema>>;
