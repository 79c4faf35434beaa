import type { ChangeKindName, SetupChange } from '../../src/lib/core/change/kinds/all-kinds.ts';
import { inParallel, rewound, sameEnergy } from '../../src/lib/core/change/other-parts.ts';
import type { Propulsor, SetupDocument } from '../../src/lib/core/document/schema.ts';

const digits = (value: number): number => Number(value.toPrecision(3));

/** A change of a kind as people make it, for a setup; null where the kind does not suit the craft. */
export function randomChange(
  kind: ChangeKindName,
  setup: SetupDocument,
  random: () => number
): SetupChange | null {
  const by = (...factors: number[]): number => factors[Math.floor(random() * factors.length)];
  const { battery, motor, propulsor: p, craft } = setup;
  const series = Math.min(Math.max(battery.series + by(-1, 1, 1, 2, 2, 3), 1), 14);
  switch (kind) {
    case 'cells':
      return { kind, series };
    case 'propulsor': {
      const { coefficients: _measured, name: _name, ...same } = p;
      const size = by(0.8, 0.9, 1.1, 1.2, 1.3);
      return {
        kind,
        propulsor: {
          ...same,
          diameterM: digits(p.diameterM * size),
          ...(p.pitchM == null ? {} : { pitchM: digits(p.pitchM * by(0.8, 1, 1.2)) }),
          ...(p.kind === 'propeller' ? { blades: by(2, 2, 3) } : {})
        } as Propulsor
      };
    }
    case 'output-limit':
      return {
        kind,
        series,
        wantedKvRpmPerVolt: Math.floor(motor.kvRpmPerVolt * by(0.5, 0.6, 0.7, 0.85))
      };
    case 'motor':
      return {
        kind,
        motor: rewound(motor, digits(Math.max(motor.kvRpmPerVolt * by(0.6, 0.8, 1.2, 1.5), 5)))
      };
    case 'pack':
      return {
        kind,
        battery: random() < 0.5 ? inParallel(battery, 2) : sameEnergy(battery, series)
      };
    case 'repower':
      return craft.kind === 'boat' ? { kind, series, motorDiameterMm: by(28, 36, 42, 56) } : null;
    case 'engine':
      return craft.kind === 'fixed-wing' ? { kind, displacementCc: by(2.5, 4, 7.5, 15, 26) } : null;
    case 'count':
      return craft.kind === 'multirotor' ? null : { kind, count: by(1, 2) };
  }
}
