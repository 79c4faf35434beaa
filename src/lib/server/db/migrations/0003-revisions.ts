export const sql = /* sql */ `
-- grows with every change of what is stored; a write names the one it was made from
ALTER TABLE craft ADD COLUMN revision INTEGER NOT NULL DEFAULT 1;
ALTER TABLE setup ADD COLUMN revision INTEGER NOT NULL DEFAULT 1;
ALTER TABLE part ADD COLUMN revision INTEGER NOT NULL DEFAULT 1;
ALTER TABLE makers_table ADD COLUMN revision INTEGER NOT NULL DEFAULT 1;
`;
