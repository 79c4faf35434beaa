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

export interface ExerciseDone {
  exercise: string;
  level: number;
  right: boolean;
  tries?: number;
}

/** How often a kind of exercise was worked, and how often rightly at the first answer. */
export interface ExerciseRecord {
  readonly exercise: string;
  readonly worked: number;
  readonly right: number;
  readonly last: string | null;
}
