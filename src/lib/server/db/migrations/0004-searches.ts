export const sql = /* sql */ `
-- a search of a craft that is kept: what is wanted, the yardstick and the axes, as the page has them
CREATE TABLE search (
  id INTEGER PRIMARY KEY,
  craft_id INTEGER NOT NULL REFERENCES craft (id),
  name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 120),
  document TEXT NOT NULL CHECK (json_valid(document)),
  revision INTEGER NOT NULL DEFAULT 1,
  deleted_at TEXT
) STRICT;
CREATE INDEX search_by_craft ON search (craft_id) WHERE deleted_at IS NULL;
`;
