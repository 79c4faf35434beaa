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

-- what was made of a request that may be sent twice: the second time it is answered with the same
CREATE TABLE sent (
  key TEXT PRIMARY KEY,
  kind TEXT NOT NULL CHECK (kind IN ('run', 'setup', 'part')),
  row_id INTEGER NOT NULL,
  at TEXT NOT NULL DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ', 'now'))
) STRICT, WITHOUT ROWID;
`;
