import type { FactorName } from '../core/model/tolerance.ts';
import { FITTED_FACTORS } from '../core/model/tolerance.ts';
import { interpretSetup } from '../core/model/interpret.ts';
import type { SetupDocument } from '../core/document/schema.ts';
import type { FittedPart, PartKind } from '../core/document/stored.ts';
import { FACTOR_TITLES } from '../core/train/sensitivity.ts';
import { show } from '../core/units/show.ts';
import type { Db } from './db/open.ts';
import { transaction } from './db/transaction.ts';
import { found, refused, type Outcome } from './outcome.ts';
import { getPart, listParts } from './parts.ts';
import type { StoredPart } from '../core/document/stored.ts';
import { getSetup } from './setups.ts';

/** Factors of a fit that belong to each kind of part. */
const OF: Readonly<Partial<Record<PartKind, readonly FactorName[]>>> = {
  motor: ['kv', 'motorResistance', 'noLoadCurrent'],
  battery: ['batteryResistance'],
  propulsor: ['thrust', 'power']
};

/** What a fit says of one part, in words; empty where it tells nothing of it. */
function saysOf(kind: PartKind, document: SetupDocument): string {
  const { applied } = interpretSetup(document);
  return FITTED_FACTORS.filter((name) => OF[kind]?.includes(name) && applied?.told.has(name))
    .map((name) => `${FACTOR_TITLES[name]} ${show(applied?.factors[name] ?? 1)} times the label’s`)
    .join(', ');
}

/** Gives what was fitted to a setup to its parts on the shelf, by their names: it comes along wherever they go. */
export function fitParts(db: Db, setupId: number, now: string): Outcome<{ fitted: string[] }> {
  return transaction(db, () => {
    const setup = getSetup(db, setupId);
    if (!setup.ok) return setup;
    const { document } = setup.value;
    const joint = document.calibration?.joint;
    if (!joint) return refused('nothing-to-do', 'Nothing was fitted to this setup yet.');
    const named: readonly (readonly [PartKind, { name?: string } | undefined, SetupDocument])[] = [
      ['motor', joint.motor as { name?: string }, { ...document, motor: joint.motor } as SetupDocument],
      ...joint.batteries.map(
        (b) => ['battery', b as { name?: string }, { ...document, battery: b } as SetupDocument] as const
      ),
      ...joint.propulsors.map(
        (p) => ['propulsor', p as { name?: string }, { ...document, propulsor: p } as SetupDocument] as const
      )
    ];
    const put = db.prepare('UPDATE part SET fitted = ?, revision = revision + 1 WHERE id = ?');
    const fitted = listParts(db).flatMap((part) => {
      const own = named.find(([kind, p]) => kind === part.kind && p?.name === part.name);
      const says = own && saysOf(part.kind, own[2]);
      if (!says) return [];
      const value: FittedPart = {
        at: now,
        from: document.name ?? 'a setup',
        says,
        calibration: { factors: {}, relativeSd: {}, joint } as FittedPart['calibration']
      };
      put.run(JSON.stringify(value), part.id);
      return [part.name];
    });
    return found({ fitted });
  });
}

/** Takes away what was fitted to a part of the shelf. Setups keep what they have. */
export function forgetFitted(db: Db, id: number): Outcome<StoredPart> {
  return transaction(db, () => {
    const part = getPart(db, id);
    if (!part.ok) return part;
    db.prepare('UPDATE part SET fitted = NULL, revision = revision + 1 WHERE id = ?').run(id);
    return getPart(db, id);
  });
}
