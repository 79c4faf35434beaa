export const sql = /* sql */ `
-- what a setup was changed from, where it came of a change: its test begins there
ALTER TABLE setup ADD COLUMN changed_from_id INTEGER REFERENCES setup (id);

-- a run keeps the revision of its setup that it was made with, what was noted of it, and how it ended
ALTER TABLE run ADD COLUMN revision INTEGER NOT NULL DEFAULT 1;
ALTER TABLE run ADD COLUMN setup_revision_id INTEGER REFERENCES setup_revision (id);
ALTER TABLE run ADD COLUMN state TEXT NOT NULL DEFAULT 'ended' CHECK (state IN ('live', 'ended'));
ALTER TABLE run ADD COLUMN details TEXT NOT NULL DEFAULT '{}' CHECK (json_valid(details));
CREATE INDEX run_by_setup ON run (setup_id, held_at) WHERE deleted_at IS NULL;

-- samples in blocks as they arrived, column by column; never resampled
CREATE TABLE run_block (
  run_id INTEGER NOT NULL REFERENCES run (id),
  seq INTEGER NOT NULL,
  count INTEGER NOT NULL CHECK (count > 0),
  block BLOB NOT NULL,
  PRIMARY KEY (run_id, seq)
) STRICT, WITHOUT ROWID;

-- a run for the screen: least and greatest of each channel in equal steps of time
CREATE TABLE run_overview (
  run_id INTEGER PRIMARY KEY REFERENCES run (id),
  document TEXT NOT NULL CHECK (json_valid(document))
) STRICT;
`;
