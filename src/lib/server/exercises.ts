import {
  exerciseDoneSchema,
  type ExerciseDone,
  type ExerciseRecord
} from '../core/document/exercise-schema.ts';
import { validateAgainst } from '../core/document/validate.ts';
import type { Db } from './db/open.ts';
import { transaction } from './db/transaction.ts';
import { created, invalid, type Outcome } from './outcome.ts';

/** Most results that are kept of one kind: the oldest go first. */
const MOST = 500;

const SUMS = `SELECT exercise, COUNT(*) AS worked,
  SUM(json_extract(document, '$.right') AND COALESCE(json_extract(document, '$.tries'), 1) = 1) AS right,
  MAX(held_at) AS last FROM exercise_result`;

/** What was worked, by kind. */
export const listExercises = (db: Db): ExerciseRecord[] =>
  db.prepare(`${SUMS} GROUP BY exercise ORDER BY exercise`).all() as ExerciseRecord[];

/** Notes a result. */
export function recordExercise(db: Db, value: unknown): Outcome<ExerciseRecord> {
  const checked = validateAgainst<ExerciseDone>(exerciseDoneSchema, value);
  if (!checked.ok) return invalid(checked.errors);
  const { exercise, level, ...document } = checked.value;
  return transaction(db, () => {
    db.prepare('INSERT INTO exercise_result (exercise, level, document) VALUES (?, ?, ?)').run(
      exercise,
      level,
      JSON.stringify(document)
    );
    db.prepare(
      `DELETE FROM exercise_result WHERE exercise = ? AND id NOT IN
        (SELECT id FROM exercise_result WHERE exercise = ? ORDER BY id DESC LIMIT ${MOST})`
    ).run(exercise, exercise);
    return created(db.prepare(`${SUMS} WHERE exercise = ?`).get(exercise) as ExerciseRecord);
  });
}
