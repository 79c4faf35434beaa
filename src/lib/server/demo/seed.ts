import { createCraft } from '../crafts.ts';
import { transaction, type Db } from '../db/open.ts';
import type { PartKind } from '../../core/setup/stored.ts';
import { createPart } from '../parts.ts';
import { createRun } from '../runs.ts';
import { createSetup } from '../setups.ts';
import { DEMO_CRAFTS, setupDocument } from './crafts.ts';
import { createMakersTable } from '../makers-tables.ts';
import { ESCS, MAKERS_TABLES, MEASURED, MOTORS, PACKS, PROPULSORS, RECEIVER_SUPPLIES } from './parts.ts';

/** Fills an empty database with the demo club; a database that holds anything is left alone. Throws on bad demo data. */
export function seedDemo(db: Db): void {
  const any = db.prepare('SELECT (SELECT count(*) FROM craft) + (SELECT count(*) FROM part) AS n').get() as {
    n: number;
  };
  if (any.n > 0) return;
  transaction(db, () => {
    const shelves: [PartKind, { name: string; document: object; owned: boolean; note?: string }[]][] = [
      ['motor', MOTORS],
      ['propulsor', PROPULSORS],
      ['esc', ESCS],
      ['battery', PACKS],
      ['receiver-supply', RECEIVER_SUPPLIES]
    ];
    for (const [kind, parts] of shelves) {
      for (const part of parts) {
        const made = createPart(db, { kind, measured: MEASURED[part.name], ...part });
        if (!made.ok) throw new Error(`demo part ${part.name}: ${JSON.stringify(made)}`);
        for (const table of MAKERS_TABLES)
          if (table.motor === part.name) {
            const kept = createMakersTable(db, made.value.id, { title: table.title, rows: table.rows });
            if (!kept.ok) throw new Error(`demo table of ${part.name}: ${JSON.stringify(kept)}`);
          }
      }
    }
    for (const demo of DEMO_CRAFTS) {
      const craft = createCraft(db, demo);
      for (const spec of demo.setups) {
        const made = createSetup(db, craft.id, setupDocument(demo, spec), 'demo');
        if (!made.ok) throw new Error(`demo setup ${spec.name}: ${JSON.stringify(made)}`);
        for (const run of demo.runs ?? [])
          if (run.setup === spec.name) createRun(db, { ...run, setupId: made.value.id });
      }
    }
  });
}
