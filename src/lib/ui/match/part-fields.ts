import { ESC_SIZES_A } from '../../core/catalogue/esc-sizes.ts';
import { nextPropeller, nextSize } from '../../core/catalogue/steps.ts';
import type { PartName } from '../../core/checks/finding.ts';
import type { Change } from '../../core/document/change.ts';
import type { SetupDocument } from '../../core/document/schema.ts';
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

const scalar =
  (
    path: string,
    read: (d: SetupDocument) => number | null | undefined,
    sizes: (shelf: ShelfSizes) => readonly number[]
  ) =>
  (d: SetupDocument, up: boolean, shelf: ShelfSizes): Change[] | null => {
    const value = nextSize(sizes(shelf), read(d) ?? 0, up);
    return value === null ? null : [{ path, value }];
  };

/** The next propeller commonly sold. */
function steppedPropeller(d: SetupDocument, up: boolean): Change[] | null {
  const p = d.propulsor;
  const next = p.kind === 'propeller' ? nextPropeller(p, up) : null;
  return (
    next && [
      { path: 'propulsor.diameterM', value: next.diameterM },
      { path: 'propulsor.pitchM', value: next.pitchM }
    ]
  );
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
        field('battery.capacityAh', 'capacity', 'capacity'),
        field('battery.continuousC', 'C', 'count'),
        field('battery.cellResistanceOhm', 'per cell', 'milliohm')
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
        field('esc.maxSeries', 'cells to', 'count'),
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
        field('motor.resistanceOhm', 'winding', 'milliohm'),
        field('motor.noLoadCurrentA', 'no-load', 'current'),
        field('gearRatio', 'gear', 'ratio')
      ];
    case 'propulsor': {
      const length: QuantityName = propulsor.kind === 'propeller' ? 'propLength' : 'screwLength';
      const fields = [
        field(
          'propulsor.diameterM',
          'diameter',
          length,
          propulsor.kind === 'propeller' ? steppedPropeller : undefined
        )
      ];
      if (propulsor.kind !== 'ducted-fan') fields.push(field('propulsor.pitchM', 'pitch', length));
      fields.push(field('propulsor.blades', 'blades', 'count'));
      if (propulsor.kind === 'surface-drive') fields.push(field('propulsor.immersion', 'immersed', 'share'));
      if (propulsor.kind === 'submerged-screw')
        fields.push(field('propulsor.expandedAreaRatio', 'area', 'ratio'));
      return fields;
    }
    case 'craft':
      return [field('craft.massKg', 'all-up', 'craftMass')];
  }
}

/** A figure that is seen in one line and set on demand: its words in the line, by its value as it is shown. */
export interface MoreField extends PartField {
  readonly words: (shown: string) => string;
}

const more = (
  path: string,
  label: string,
  quantity: QuantityName,
  words: (shown: string) => string = (shown) => shown
): MoreField => ({ ...field(path, label, quantity), words });

/** What else matters of each part: weights, ratings, and what a label may say beside. */
const MORE: Readonly<Record<PartName, readonly MoreField[]>> = {
  battery: [
    more('battery.massKg', 'weight', 'mass'),
    more('battery.burstC', 'burst C', 'count', (v) => `burst ${v}C`),
    more('battery.parallel', 'parallel', 'count', (v) => (v === '1' ? '' : `${v}P`)),
    more('battery.cutoffCellV', 'cut-off', 'voltage', () => '')
  ],
  wiring: [
    more('wiring.connectorA', 'connector', 'current', (v) => `connector ${v}`),
    more('auxiliaryCurrentA', 'on board', 'current', (v) => `${v} on board`)
  ],
  esc: [
    more('esc.massKg', 'weight', 'mass'),
    more('esc.burstA', 'burst', 'current', (v) => `burst ${v}`),
    more('esc.minSeries', 'cells from', 'count', () => ''),
    more('esc.resistanceOhm', 'own loss', 'milliohm', () => ''),
    more('esc.becV', 'BEC', 'voltage', (v) => `BEC ${v}`),
    more('esc.becA', 'BEC', 'current'),
    more('outputLimit', 'limit', 'share', (v) => `limited to ${v}`)
  ],
  motor: [
    more('motor.massKg', 'weight', 'mass'),
    more('motor.maxCurrentA', 'rating', 'current', (v) => `to ${v}`),
    more('motor.maxPowerW', 'power', 'power'),
    more('motor.poles', 'poles', 'count', () => ''),
    more('motor.noLoadVoltageV', 'tested at', 'voltage', () => '')
  ],
  propulsor: [
    more('propulsor.massKg', 'weight', 'mass'),
    more('propulsor.maxRpm', 'highest', 'rpm', (v) => `to ${v}`)
  ],
  craft: [
    more('craft.wingAreaM2', 'wing', 'area', (v) => `wing ${v}`),
    more('craft.largestPropM', 'room', 'propLength', () => '')
  ]
};

/** Figures of a part that stand behind the decisive ones; those that the craft or part has a use for. */
export const moreFieldsOf = (part: PartName, { craft, propulsor }: SetupDocument): readonly MoreField[] =>
  MORE[part].filter(
    ({ path }) =>
      (path !== 'craft.wingAreaM2' || craft.kind === 'fixed-wing') &&
      (path !== 'craft.largestPropM' || propulsor.kind === 'propeller')
  );

/** Every figure of a part that can be set under it. */
export const allFieldsOf = (part: PartName, document: SetupDocument): readonly PartField[] => [
  ...fieldsOf(part, document),
  ...moreFieldsOf(part, document)
];
