export const sql = /* sql */ `
-- who is logged in: only a digest of what the browser holds
CREATE TABLE session (
  token_digest TEXT PRIMARY KEY,
  created_at TEXT NOT NULL,
  used_at TEXT NOT NULL,
  address TEXT NOT NULL DEFAULT '',
  browser TEXT NOT NULL DEFAULT ''
) STRICT, WITHOUT ROWID;

-- sheets that may be read by whoever has their link: only a digest of its name
CREATE TABLE share (
  id INTEGER PRIMARY KEY,
  name_digest TEXT NOT NULL UNIQUE,
  setup_id INTEGER NOT NULL REFERENCES setup (id),
  created_at TEXT NOT NULL,
  read_at TEXT
) STRICT;
CREATE INDEX share_by_setup ON share (setup_id);
`;
