import { seededRandom } from '../../src/lib/core/numeric/random.ts';
import type { SearchShelf } from '../../src/lib/core/search/search-request.ts';

/** How far a label may say something else, share either way, and how many of the parts are left. */
const APART = 0.08;
const LEFT = 0.8;

/** A shelf whose motors, packs and ESCs say something else within a twelfth, a fifth of all its parts gone; the same for one seed. */
export function otherLabels(shelf: SearchShelf, seed: number): SearchShelf {
  const random = seededRandom(seed);
  const other = <T extends number | null | undefined>(value: T, digits = 3): T =>
    (value == null ? value : Number((value * (1 + APART * (2 * random() - 1))).toPrecision(digits))) as T;
  const left = <T>(parts: readonly T[] | undefined): T[] => (parts ?? []).filter(() => random() < LEFT);
  return {
    motor: left(shelf.motor).map((m) => ({
      ...m,
      massKg: other(m.massKg),
      kvRpmPerVolt: other(m.kvRpmPerVolt),
      resistanceOhm: other(m.resistanceOhm),
      maxCurrentA: other(m.maxCurrentA),
      maxPowerW: other(m.maxPowerW)
    })),
    // sizes are standard; a small shelf of screws and fans stays whole
    propulsor: (shelf.propulsor ?? []).filter((p) => p.kind !== 'propeller' || random() < LEFT),
    battery: left(shelf.battery).map((b) => ({
      ...b,
      massKg: other(b.massKg),
      continuousC: other(b.continuousC, 2)
    })),
    esc: left(shelf.esc).map((e) => ({ ...e, massKg: other(e.massKg) }))
  };
}
