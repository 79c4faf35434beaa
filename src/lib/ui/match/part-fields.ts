import { ESC_SIZES_A } from '../../core/checks/schools.ts';
import { PROPELLER_SIZES } from '../../core/checks/propeller-sizes.ts';
import type { PartName } from '../../core/checks/finding.ts';
import type { Change } from '../../core/setup/change.ts';
import type { SetupDocument } from '../../core/setup/schema.ts';
import { INCH_M } from '../../core/units/convert.ts';
import type { QuantityName } from '../../core/units/quantity.ts';

/** A figure that can be edited in place under its part. */
export interface PartField {
  readonly path: string;
  readonly label: string;
  readonly quantity: QuantityName;
  /** What an arrow key does instead of adding the unit's step: the next standard size. */
  readonly next?: (document: SetupDocument, up: boolean, shelf: ShelfSizes) => Change[] | null;
}

/** Sizes on the shelf that arrow keys step through. */
export interface ShelfSizes {
  readonly kv: readonly number[];
}

const nextIn = (list: readonly number[], value: number, up: boolean): number | null => {
  const sorted = [...list].sort((a, b) => a - b);
  return (
    (up ? sorted.find((v) => v > value * 1.0001) : sorted.reverse().find((v) => v < value * 0.9999)) ?? null
  );
};

const scalar =
  (
    path: string,
    read: (d: SetupDocument) => number | null | undefined,
    sizes: (shelf: ShelfSizes) => readonly number[]
  ) =>
  (d: SetupDocument, up: boolean, shelf: ShelfSizes): Change[] | null => {
    const value = nextIn(sizes(shelf), read(d) ?? 0, up);
    return value === null ? null : [{ path, value }];
  };

/** The next propeller commonly sold, by diameter and nearest in pitch to diameter. */
function nextPropeller(d: SetupDocument, up: boolean): Change[] | null {
  const p = d.propulsor;
  if (p.kind !== 'propeller') return null;
  const ratio = p.pitchM / p.diameterM;
  const inches = p.diameterM / INCH_M;
  const diameter = nextIn(
    PROPELLER_SIZES.map(([size]) => size),
    inches,
    up
  );
  if (diameter === null) return null;
  const [, pitch] = PROPELLER_SIZES.filter(([size]) => size === diameter).reduce((a, b) =>
    Math.abs(a[1] / diameter - ratio) <= Math.abs(b[1] / diameter - ratio) ? a : b
  );
  const rounded = (inch: number): number => Number((inch * INCH_M).toPrecision(6));
  return [
    { path: 'propulsor.diameterM', value: rounded(diameter) },
    { path: 'propulsor.pitchM', value: rounded(pitch) }
  ];
}

const field = (path: string, label: string, quantity: QuantityName, next?: PartField['next']): PartField => ({
  path,
  label,
  quantity,
  next
});

/** The decisive figures under each part, for a setup's kind of propulsor. */
export function fieldsOf(part: PartName, document: SetupDocument): PartField[] {
  const { propulsor } = document;
  switch (part) {
    case 'battery':
      return [
        field('battery.series', 'cells', 'count'),
        field('battery.capacityAh', 'size', 'capacity'),
        field('battery.continuousC', 'C', 'count'),
        field('battery.cellResistanceOhm', 'a cell', 'milliohm')
      ];
    case 'wiring':
      return document.wiring?.gaugeAwg != null && document.wiring.resistanceOhm == null
        ? [field('wiring.gaugeAwg', 'gauge', 'count'), field('wiring.leadLengthM', 'run', 'length')]
        : [field('wiring.resistanceOhm', 'leads', 'milliohm')];
    case 'esc':
      return [
        field(
          'esc.continuousA',
          'rating',
          'current',
          scalar(
            'esc.continuousA',
            (d) => d.esc?.continuousA,
            () => ESC_SIZES_A
          )
        ),
        field('esc.maxSeries', 'max S', 'count'),
        field('count', 'count', 'count')
      ];
    case 'motor':
      return [
        field(
          'motor.kvRpmPerVolt',
          'KV',
          'kv',
          scalar(
            'motor.kvRpmPerVolt',
            (d) => d.motor.kvRpmPerVolt,
            (s) => s.kv
          )
        ),
        field('motor.resistanceOhm', 'wind.', 'milliohm'),
        field('motor.noLoadCurrentA', 'idle', 'current'),
        field('gearRatio', 'gear', 'ratio')
      ];
    case 'propulsor': {
      const length: QuantityName = propulsor.kind === 'propeller' ? 'propLength' : 'screwLength';
      const fields = [
        field(
          'propulsor.diameterM',
          'dia.',
          length,
          propulsor.kind === 'propeller' ? nextPropeller : undefined
        )
      ];
      if (propulsor.kind !== 'ducted-fan') fields.push(field('propulsor.pitchM', 'pitch', length));
      fields.push(field('propulsor.blades', 'blades', 'count'));
      if (propulsor.kind === 'surface-drive') fields.push(field('propulsor.immersion', 'immersed', 'share'));
      if (propulsor.kind === 'submerged-screw')
        fields.push(field('propulsor.expandedAreaRatio', 'blade area', 'ratio'));
      return fields;
    }
    case 'craft':
      return [field('craft.massKg', 'all-up', 'craftMass')];
  }
}
