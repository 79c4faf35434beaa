import type { PartKind, StoredPart } from '../../core/document/stored.ts';
import type { QuantityName } from '../../core/units/quantity.ts';

/** A column of the shelf's table: a field of the document and how it is shown. */
export interface ShelfColumn {
  readonly field: string;
  readonly title: string;
  readonly quantity: QuantityName | null;
}

const column = (field: string, title: string, quantity: QuantityName | null): ShelfColumn => ({
  field,
  title,
  quantity
});

/** What the table shows of each kind. */
export const COLUMNS: Record<PartKind, readonly ShelfColumn[]> = {
  motor: [
    column('kvRpmPerVolt', 'KV', 'kv'),
    column('resistanceOhm', 'winding', 'milliohm'),
    column('noLoadCurrentA', 'no-load', 'current'),
    column('noLoadVoltageV', 'at', 'voltage'),
    column('maxCurrentA', 'rating', 'current'),
    column('maxPowerW', 'power', 'power'),
    column('massKg', 'mass', 'mass'),
    column('poles', 'poles', 'count')
  ],
  propulsor: [
    column('kind', 'kind', null),
    column('diameterM', 'diameter', 'propLength'),
    column('pitchM', 'pitch', 'propLength'),
    column('blades', 'blades', 'count'),
    column('family', 'family', null),
    column('massKg', 'mass', 'mass')
  ],
  esc: [
    column('continuousA', 'rating', 'current'),
    column('burstA', 'burst', 'current'),
    column('minSeries', 'fewest S', 'count'),
    column('maxSeries', 'most S', 'count'),
    column('resistanceOhm', 'resistance', 'milliohm'),
    column('becV', 'supply', 'voltage'),
    column('becA', 'supply', 'current'),
    column('massKg', 'mass', 'mass')
  ],
  battery: [
    column('chemistry', 'chemistry', null),
    column('series', 'S', 'count'),
    column('parallel', 'P', 'count'),
    column('capacityAh', 'capacity', 'capacity'),
    column('continuousC', 'C', 'count'),
    column('cellResistanceOhm', 'per cell', 'milliohm'),
    column('massKg', 'mass', 'mass')
  ],
  'receiver-supply': [
    column('kind', 'kind', null),
    column('outputV', 'out', 'voltage'),
    column('continuousA', 'rating', 'current'),
    column('minVoltageV', 'least in', 'voltage'),
    column('maxVoltageV', 'most in', 'voltage'),
    column('massKg', 'mass', 'mass')
  ]
};

/** Names of the kinds. */
export const KIND_TITLES: Record<PartKind, string> = {
  motor: 'Motors',
  propulsor: 'Propulsors',
  esc: 'ESCs',
  battery: 'Packs',
  'receiver-supply': 'Receiver supplies'
};

/** A new part of each kind: what it is, and no figure that nobody gave. */
const FRESH: Record<PartKind, Record<string, unknown>> = {
  motor: {},
  propulsor: { kind: 'propeller' },
  esc: {},
  battery: { chemistry: 'lipo' },
  'receiver-supply': { kind: 'switching' }
};

/** A part that is not stored yet. */
export const freshPart = (
  kind: PartKind,
  given: Partial<Pick<StoredPart, 'name' | 'note' | 'document' | 'measured'>> = {}
): StoredPart => ({
  id: 0,
  revision: 0,
  kind,
  name: '',
  document: structuredClone(FRESH[kind]) as unknown as StoredPart['document'],
  measured: {},
  owned: true,
  price: null,
  note: '',
  retired: false,
  fitted: null,
  ...given
});

/** Value of a field of a part. */
export const fieldOf = (part: StoredPart, field: string): unknown =>
  (part.document as Record<string, unknown>)[field];
