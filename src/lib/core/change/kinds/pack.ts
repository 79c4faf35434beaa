import type { FromSchema } from 'json-schema-to-ts';
import type { Battery, SetupDocument } from '../../document/schema.ts';
import { batterySchema } from '../../document/schema/battery.ts';
import { shopWords } from '../../alternatives/shop-words.ts';
import { alteredTo } from '../apply-change.ts';
import { moreCells, packPower } from '../judge-claims.ts';
import { inParallel, nextCapacity, packWith, sameEnergy } from '../other-parts.ts';
import type { ChangeForm, ChangeKind } from './change-kind.ts';
import { anchorField, cellsFigure, kindField } from './fields.ts';

const schema = {
  title: 'another pack',
  type: 'object',
  required: ['kind', 'battery'],
  properties: { kind: kindField('pack'), battery: batterySchema, anchor: anchorField }
} as const;
type PackChange = FromSchema<typeof schema>;

const PLUGGED = ['', '', 'two in parallel', 'three in parallel', 'four in parallel'];
const words = (setup: SetupDocument): string => {
  const { battery: b } = setup;
  return `${shopWords('battery', setup)}${(b.parallel ?? 1) > 1 ? `, ${PLUGGED[b.parallel ?? 1] ?? `${b.parallel} in parallel`}` : ''}`;
};

/** Both packs in the words of a shop; by their names where those are the same. */
function both(before: SetupDocument, after: SetupDocument): readonly [was: string, is: string] {
  const [was, is] = [words(before), words(after)];
  return was !== is ? [was, is] : [before.battery.name ?? was, after.battery.name ?? is];
}

/** Another pack, with everything that is known of it. */
export const packKind = {
  schema,
  exchanged: ({ battery }) => ({ battery }),
  sentence: (before, { battery }, after) => {
    const [was, is] = both(before, { ...after, battery: { ...after.battery, name: battery.name } });
    return `${is} instead of ${was}`;
  },
  alter: (before, { battery }) => alteredTo(before, { ...before, battery }),
  keeps: ['battery'],
  reports: ['ways-back'],
  claims: [packPower, moreCells]
} as const satisfies ChangeKind<PackChange>;

const of = (battery: Battery): PackChange => ({ kind: 'pack', battery });

export const packForm: ChangeForm<PackChange> = {
  words: () => 'another pack',
  first: ({ battery }) => of(inParallel(battery, 2)),
  pieces: ({ battery: b }, from) => [
    { figure: cellsFigure(b.series, (series) => of(packWith(b, { series }))) },
    { words: 'cells of' },
    {
      figure: {
        id: 'change-capacity',
        label: 'capacity',
        quantity: 'capacity',
        value: b.capacityAh,
        next: nextCapacity,
        set: (capacityAh) => of(packWith(b, { capacityAh }))
      }
    },
    { words: 'at' },
    {
      figure: {
        id: 'change-c',
        label: 'C',
        quantity: 'count',
        value: b.continuousC,
        next: (v, up) => Math.max(v + (up ? 5 : -5), 1),
        set: (continuousC) => of(packWith(b, { continuousC }))
      }
    },
    { words: 'C' },
    { words: `instead of ${both(from, { ...from, battery: b })[0]}`, aside: true }
  ],
  taking: { part: 'battery', into: (_change, from) => from, take: of },
  offers: ({ battery }) => [
    { id: 'pack-parallel', words: 'two of the present in parallel', change: of(inParallel(battery, 2)) },
    ...[-1, 1, 2]
      .map((more) => battery.series + more)
      .filter((series) => series > 0)
      .map((series) => ({
        id: `pack-energy-${series}`,
        words: `${series} cells of the same energy`,
        change: of(sameEnergy(battery, series))
      }))
  ]
};
