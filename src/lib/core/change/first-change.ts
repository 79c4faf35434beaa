import { PROPELLER_SIZES } from '../catalogue/propeller-sizes.ts';
import { nextPropeller, inchesM } from '../catalogue/steps.ts';
import { otherWindings } from '../catalogue/windings.ts';
import type { Propulsor, SetupDocument } from '../document/schema.ts';
import { INCH_M } from '../units/convert.ts';
import type { ChangeKindName, SetupChange } from './change-request.ts';
import { rewound } from './kinds/motor.ts';
import { inParallel } from './kinds/pack.ts';
import { diameterOfMm } from '../parts/motor/boat-size.ts';

/** A kind of change as it is chosen: by its words. */
export interface ChangeChoice {
  readonly kind: Exclude<ChangeKindName, 'figures'>;
  readonly words: string;
}

/** The changes that suit a craft, in the order in which people think of them. */
export function changesFor({ craft, propulsor, count = 1 }: SetupDocument): ChangeChoice[] {
  const word =
    propulsor.kind === 'propeller' ? 'propeller' : propulsor.kind === 'ducted-fan' ? 'fan' : 'screw';
  return [
    { kind: 'cells', words: 'more or fewer cells' },
    { kind: 'propulsor', words: `another ${word}` },
    ...(craft.kind === 'multirotor'
      ? ([{ kind: 'output-limit', words: 'lower KV in software' }] as const)
      : []),
    { kind: 'motor', words: 'another motor or KV' },
    { kind: 'pack', words: 'another pack' },
    ...(craft.kind === 'boat' ? ([{ kind: 'repower', words: 're-power the boat' }] as const) : []),
    ...(craft.kind === 'fixed-wing' ? ([{ kind: 'engine', words: 'from glow or petrol' }] as const) : []),
    ...(craft.kind === 'multirotor'
      ? []
      : ([{ kind: 'count', words: count > 1 ? 'a single from a twin' : 'a twin from a single' }] as const))
  ];
}

/** Mass of an aeroplane that a cubic centimetre of glow engine usually flies, kg. Common practice, from memory. */
const KG_PER_CC = 0.37;

/** The next propulsor up: as propellers are sold; a tenth more diameter of a screw or fan. */
function nextUp(p: Propulsor): Propulsor {
  const { name: _name, coefficients: _measured, ...same } = p;
  if (same.kind === 'propeller') {
    const size = nextPropeller(same, true);
    return { ...same, ...(size ?? {}) };
  }
  const by = 1.1;
  return {
    ...same,
    diameterM: Number((same.diameterM * by).toFixed(3)),
    ...(same.pitchM == null ? {} : { pitchM: Number((same.pitchM * by).toFixed(4)) })
  } as Propulsor;
}

/** What a change of a kind begins with: the nearest sensible one, to be stepped from there. */
export function firstChange(kind: ChangeChoice['kind'], setup: SetupDocument): SetupChange {
  const { battery, motor, propulsor, craft, count = 1 } = setup;
  switch (kind) {
    case 'cells':
      return { kind, series: Math.min(battery.series + 1, 60) };
    case 'propulsor':
      return { kind, propulsor: nextUp(propulsor) };
    case 'output-limit': {
      // the usual wish: two more cells that turn no faster
      const series = battery.series + 2;
      return {
        kind,
        series,
        wantedKvRpmPerVolt: Math.ceil((motor.kvRpmPerVolt * battery.series) / series)
      };
    }
    case 'motor': {
      const [, kv] = otherWindings(motor.kvRpmPerVolt, 'lower');
      return { kind, motor: rewound(motor, kv ?? motor.kvRpmPerVolt) };
    }
    case 'pack':
      return { kind, battery: inParallel(battery, 2) };
    case 'repower': {
      const diameterMm = motor.massKg == null ? 36 : diameterOfMm(motor.massKg);
      return { kind, series: battery.series + 2, motorDiameterMm: Math.round(diameterMm) };
    }
    case 'engine':
      return {
        kind,
        displacementCc: Number(Math.max(craft.massKg * (1 / KG_PER_CC), 0.8).toPrecision(2)),
        engine: 'glow-two-stroke'
      };
    case 'count':
      return { kind, count: count > 1 ? 1 : 2 };
  }
}

/** The next propeller as they are sold, of a diameter step or of another pitch with the same diameter. */
export function steppedPitch(p: { diameterM: number; pitchM: number }, up: boolean): number {
  const inches = p.diameterM / INCH_M;
  const pitches = PROPELLER_SIZES.filter(([d]) => Math.abs(d - inches) < 0.06).map(([, q]) => inchesM(q));
  const beyond = pitches.filter((q) => (up ? q > p.pitchM * 1.001 : q < p.pitchM * 0.999));
  if (beyond.length === 0) return Math.max(p.pitchM + (up ? 0.5 : -0.5) * INCH_M, 0.5 * INCH_M);
  return up ? Math.min(...beyond) : Math.max(...beyond);
}
