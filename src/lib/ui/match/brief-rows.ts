import type { Craft, SetupDocument } from '../../core/document/schema.ts';
import type { QuantityName } from '../../core/units/quantity.ts';

/** A figure of the brief: its path in the document, its name and how it is shown. */
interface BriefRow {
  readonly path: string;
  readonly label: string;
  readonly quantity: QuantityName;
}

const row = (path: string, label: string, quantity: QuantityName): BriefRow => ({ path, label, quantity });

const BY_KIND: Record<Craft['kind'], readonly BriefRow[]> = {
  'fixed-wing': [
    row('craft.wingAreaM2', 'wing area', 'area'),
    row('craft.wingSpanM', 'wing span', 'length'),
    row('craft.zeroLiftDragCoefficient', 'drag coefficient', 'ratio'),
    row('craft.maxLiftCoefficient', 'greatest lift coefficient', 'ratio')
  ],
  multirotor: [row('craft.dragAreaM2', 'drag area of the body', 'area')],
  boat: [
    row('craft.waterlineLengthM', 'waterline length', 'length'),
    row('craft.beamM', 'beam', 'length'),
    row('craft.deadriseDeg', 'deadrise, degrees', 'count')
  ]
};

/** Figures of the brief that a kind of craft has. */
export const briefRows = (
  kind: Craft['kind'],
  propulsor: SetupDocument['propulsor']['kind']
): readonly BriefRow[] => [
  ...BY_KIND[kind],
  row(
    'craft.largestPropM',
    `largest ${propulsor === 'propeller' ? 'propeller' : propulsor === 'ducted-fan' ? 'fan' : 'screw'} that fits`,
    propulsor === 'propeller' ? 'propLength' : 'screwLength'
  ),
  ...(kind === 'boat' ? [] : [row('craft.targetThrustToWeight', 'wanted thrust for the weight', 'ratio')]),
  row('craft.targetSeconds', 'wanted time', 'minutes'),
  row('craft.targetSpeedMs', 'wanted speed', 'speed'),
  row('craft.runSeconds', 'full throttle at a stretch', 'minutes'),
  row('craft.servos', 'number of servos', 'count'),
  row('craft.receiverCurrentA', 'servos and receiver, peak', 'current'),
  row('auxiliaryCurrentA', 'receiver and video, steady', 'current'),
  row('environment.altitudeM', 'altitude', 'length'),
  row('environment.airTemperatureC', 'air temperature', 'temperature')
];
