export const sql = /* sql */ `
-- what the user measured of a part, by field; the label's own figures stay in the document
ALTER TABLE part ADD COLUMN measured TEXT NOT NULL DEFAULT '{}' CHECK (json_valid(measured));

-- published test rows of a motor
CREATE TABLE makers_table (
  id INTEGER PRIMARY KEY,
  part_id INTEGER NOT NULL REFERENCES part (id),
  title TEXT NOT NULL,
  rows TEXT NOT NULL CHECK (json_valid(rows)),
  created_at TEXT NOT NULL DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ', 'now')),
  deleted_at TEXT
) STRICT;
CREATE INDEX makers_table_part ON makers_table (part_id);
`;
