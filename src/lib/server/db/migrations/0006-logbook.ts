export const sql = /* sql */ `
-- how many samples a run has stands with it: a list of thousands of runs counts nothing
ALTER TABLE run ADD COLUMN samples INTEGER NOT NULL DEFAULT 0;
UPDATE run SET samples = (SELECT COALESCE(SUM(b.count), 0) FROM run_block b WHERE b.run_id = run.id);

-- the last moment of a block, so that time never goes back and a run's length is known without reading it
ALTER TABLE run_block ADD COLUMN last_s REAL NOT NULL DEFAULT 0;

-- how the columns of a meter or a file were read, by what they are called
CREATE TABLE column_mapping (
  signature TEXT PRIMARY KEY,
  document TEXT NOT NULL CHECK (json_valid(document)),
  used_at TEXT NOT NULL DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ', 'now'))
) STRICT;

-- a part's life: what the user wants to be reminded of, when it was looked at, and when it was retired
ALTER TABLE part ADD COLUMN life TEXT NOT NULL DEFAULT '{}' CHECK (json_valid(life));

-- what runs taught of a part: it comes along wherever the part goes
ALTER TABLE part ADD COLUMN fitted TEXT CHECK (fitted IS NULL OR json_valid(fitted));

-- what was found of a pack on a day: resistance per cell, capacity, swelling
CREATE TABLE pack_record (
  id INTEGER PRIMARY KEY,
  part_id INTEGER NOT NULL REFERENCES part (id),
  held_at TEXT NOT NULL,
  document TEXT NOT NULL CHECK (json_valid(document)),
  deleted_at TEXT
) STRICT;
CREATE INDEX pack_record_by_part ON pack_record (part_id, held_at) WHERE deleted_at IS NULL;
`;
