export const sql = /* sql */ `
-- what one of a part costs, in the user's own money
ALTER TABLE part ADD COLUMN price REAL CHECK (price IS NULL OR price >= 0);

-- exercises that were worked, and how they came out
CREATE TABLE exercise_result (
  id INTEGER PRIMARY KEY,
  exercise TEXT NOT NULL,
  level INTEGER NOT NULL,
  held_at TEXT NOT NULL DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ', 'now')),
  document TEXT NOT NULL CHECK (json_valid(document))
) STRICT;
CREATE INDEX exercise_result_by_exercise ON exercise_result (exercise, held_at);
`;
