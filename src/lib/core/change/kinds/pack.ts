import type { Battery, SetupDocument } from '../../document/schema.ts';
import { capacitySold } from '../../catalogue/packs.ts';
import { estimatePackMassKg } from '../../parts/pack/estimate-mass.ts';
import { shopWords } from '../../mend/shop-words.ts';
import { alteredTo } from '../altered.ts';
import type { PackChange } from '../change-request.ts';
import type { ChangeKind } from './change-kind.ts';

const PLUGGED = ['', '', 'two in parallel', 'three in parallel', 'four in parallel'];
const words = (setup: SetupDocument): string => {
  const { battery: b } = setup;
  return `${shopWords('battery', setup)}${(b.parallel ?? 1) > 1 ? `, ${PLUGGED[b.parallel ?? 1] ?? `${b.parallel} in parallel`}` : ''}`;
};

/** Several of a pack plugged side by side: capacity, current and mass add, each cell's own resistance stays. */
export function inParallel(battery: Battery, packs: number): Battery {
  const parallel = battery.parallel ?? 1;
  const { name: _name, ...same } = battery;
  return {
    ...same,
    parallel: parallel * packs,
    capacityAh: Number((battery.capacityAh * packs).toPrecision(6)),
    ...(battery.massKg == null ? {} : { massKg: battery.massKg * packs })
  };
}

/** Another cell count of the same energy, of capacities on sale; resistance × capacity is a property of the make. */
export function sameEnergy(battery: Battery, series: number): Battery {
  const { name: _name, massKg, cellResistanceOhm, ...same } = battery;
  const capacityAh = capacitySold((battery.capacityAh * battery.series) / series - 0.02);
  const by = capacityAh / battery.capacityAh;
  const massBy =
    estimatePackMassKg(battery.chemistry, series, capacityAh) /
    estimatePackMassKg(battery.chemistry, battery.series, battery.capacityAh);
  return {
    ...same,
    series,
    capacityAh,
    ...(massKg == null ? {} : { massKg: Number((massKg * massBy).toPrecision(3)) }),
    ...(cellResistanceOhm == null
      ? {}
      : { cellResistanceOhm: Number((cellResistanceOhm / by).toPrecision(3)) })
  };
}

/** Another pack, with everything that is known of it. */
export const packKind: ChangeKind<PackChange> = {
  sentence: (before, { battery }, after) => {
    const [was, is] = [words(before), words(after)];
    if (was !== is) return `${is} instead of ${was}`;
    return `${battery.name ?? is} instead of ${before.battery.name ?? was}`;
  },
  alter: (before, { battery }) => alteredTo(before, { ...before, battery }),
  keeps: ['battery']
};
