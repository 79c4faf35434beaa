import type { PartKind } from '../../core/registry/parts.ts';
import { createCraft } from '../crafts.ts';
import type { Db } from '../db/open.ts';
import { transaction } from '../db/transaction.ts';
import { found, type Outcome } from '../outcome.ts';
import { createRecord } from '../part-life.ts';
import { createPart } from '../parts.ts';
import { createRun } from '../runs/runs.ts';
import { createSetup } from '../setups.ts';
import { DEMO_CRAFTS, setupDocument } from './crafts.ts';
import { calibrationOfTable } from '../../core/calibration/fit-makers-table.ts';
import { createMakersTable, giveTaught, taughtFrom } from '../makers-tables.ts';
import {
  ESCS,
  MAKERS_TABLES,
  MEASURED,
  MOTORS,
  PACK_RECORDS,
  PACKS,
  PROPULSORS,
  RECEIVER_SUPPLIES
} from './parts.ts';

/** The value of a demo entry; bad demo data is a defect of the program. */
function sound<T>(outcome: Outcome<T>, what: string): T {
  if (outcome.ok) return outcome.value;
  throw new Error(`demo ${what}: ${JSON.stringify(outcome)}`);
}

/** When the demo's tables were read. */
const TAUGHT_AT = '2026-03-01T10:00:00.000Z';

/** Fills an empty database with the demo club; a database that holds anything is left alone. Throws on bad demo data. */
export function seedDemo(db: Db): void {
  transaction(db, () => {
    // inside the transaction: two servers may begin on one folder
    const any = db
      .prepare('SELECT (SELECT count(*) FROM craft) + (SELECT count(*) FROM part)')
      .pluck()
      .get() as number;
    if (any > 0) return found(null);
    const shelves: [PartKind, { name: string; document: object; owned: boolean; note?: string }[]][] = [
      ['motor', MOTORS],
      ['propulsor', PROPULSORS],
      ['esc', ESCS],
      ['battery', PACKS],
      ['receiver-supply', RECEIVER_SUPPLIES]
    ];
    for (const [kind, parts] of shelves) {
      for (const part of parts) {
        const made = sound(
          createPart(db, { kind, measured: MEASURED[part.name], ...part }),
          `part ${part.name}`
        );
        for (const r of PACK_RECORDS)
          if (r.pack === part.name)
            sound(
              createRecord(
                db,
                made.id,
                {
                  heldAt: r.heldAt,
                  cellOhm: r.milliohms.map((v) => v / 1000),
                  temperatureC: r.temperatureC,
                  cycles: r.cycles,
                  note: r.note
                },
                r.heldAt
              ),
              `record of ${part.name}`
            );
        for (const table of MAKERS_TABLES)
          if (table.motor === part.name)
            sound(
              createMakersTable(db, made.id, { title: table.title, rows: table.rows }),
              `table of ${part.name}`
            );
        const taught = kind === 'motor' ? taughtFrom(db, made.id) : null;
        if (taught && taught.rows.length > 0)
          giveTaught(
            db,
            made.id,
            taught.title,
            calibrationOfTable(taught.motor, taught.rows, taught.family),
            TAUGHT_AT
          );
      }
    }
    for (const demo of DEMO_CRAFTS) {
      const craft = sound(createCraft(db, demo), `craft ${demo.name}`);
      for (const spec of demo.setups) {
        const made = sound(
          createSetup(db, craft.id, setupDocument(demo, spec), 'demo'),
          `setup ${spec.name}`
        );
        for (const run of demo.runs ?? [])
          if (run.setup === spec.name) createRun(db, { ...run, setupId: made.id });
      }
    }
    return found(null);
  });
}
