export const sql = /* sql */ `
CREATE TABLE craft (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL,
  kind TEXT NOT NULL CHECK (kind IN ('fixed-wing', 'multirotor', 'boat')),
  story TEXT NOT NULL DEFAULT '',
  brief TEXT NOT NULL DEFAULT '{}' CHECK (json_valid(brief)),
  position INTEGER NOT NULL DEFAULT 0,
  created_at TEXT NOT NULL DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ', 'now')),
  deleted_at TEXT
) STRICT;

CREATE TABLE setup (
  id INTEGER PRIMARY KEY,
  craft_id INTEGER NOT NULL REFERENCES craft (id),
  current_revision_id INTEGER,
  in_use INTEGER NOT NULL DEFAULT 0 CHECK (in_use IN (0, 1)),
  pinned INTEGER NOT NULL DEFAULT 1 CHECK (pinned IN (0, 1)),
  created_at TEXT NOT NULL DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ', 'now')),
  opened_at TEXT,
  deleted_at TEXT
) STRICT;
CREATE INDEX setup_craft ON setup (craft_id);

-- every edit, with the one it was made from: undo goes to the parent, redo to the newest child, nothing is lost
CREATE TABLE setup_revision (
  id INTEGER PRIMARY KEY,
  setup_id INTEGER NOT NULL REFERENCES setup (id),
  parent_id INTEGER REFERENCES setup_revision (id),
  label TEXT NOT NULL,
  document TEXT NOT NULL CHECK (json_valid(document)),
  created_at TEXT NOT NULL DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ', 'now'))
) STRICT;
CREATE INDEX setup_revision_parent ON setup_revision (parent_id);
CREATE INDEX setup_revision_setup ON setup_revision (setup_id);

CREATE TABLE part (
  id INTEGER PRIMARY KEY,
  kind TEXT NOT NULL CHECK (kind IN ('battery', 'esc', 'motor', 'propulsor', 'receiver-supply')),
  name TEXT NOT NULL,
  document TEXT NOT NULL CHECK (json_valid(document)),
  owned INTEGER NOT NULL DEFAULT 0 CHECK (owned IN (0, 1)),
  note TEXT NOT NULL DEFAULT '',
  created_at TEXT NOT NULL DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ', 'now')),
  deleted_at TEXT
) STRICT;
CREATE INDEX part_kind ON part (kind);

CREATE TABLE run (
  id INTEGER PRIMARY KEY,
  setup_id INTEGER NOT NULL REFERENCES setup (id),
  held_at TEXT NOT NULL,
  title TEXT NOT NULL,
  verdict TEXT NOT NULL DEFAULT '',
  readings TEXT NOT NULL CHECK (json_valid(readings)),
  deleted_at TEXT
) STRICT;

CREATE TABLE setting (
  key TEXT PRIMARY KEY,
  value TEXT NOT NULL CHECK (json_valid(value))
) STRICT;
`;
