import { checkOf, type CheckId } from '../checks/all-checks.ts';
import { runCheck } from '../checks/check.ts';
import type { Situation } from '../situation/situation.ts';
import type { Band } from '../train/bands.ts';
import type { QuantityName } from '../units/quantity.ts';
import { whyOf } from '../why/why-all.ts';
import type { Why } from '../why/why.ts';
import { ratioBands, type Joint } from './joint-bands.ts';

/** One figure before and after a change, SI, with its bands and that of the ratio. */
export interface Difference {
  readonly id: string;
  readonly title: string;
  /** What it rests on beside the prediction: a temperature that was measured; null where nothing. */
  readonly note: string | null;
  readonly unit: string;
  /** What it is shown as. */
  readonly quantity: QuantityName;
  readonly before: number | null;
  readonly after: number | null;
  /** After over before; null where either is not known, or nothing before. */
  readonly ratio: number | null;
  /** Of the figure after the change, and before it. */
  readonly band: Band | null;
  readonly beforeBand: Band | null;
  /** Of the ratio: what both have in common cancels. */
  readonly ratioBand: Band | null;
  /** Whether it is one of those that decide: told first. */
  readonly decisive: boolean;
}

interface Figure {
  readonly id: string;
  readonly title: string;
  readonly unit: string;
  readonly quantity: QuantityName;
  readonly decisive?: true;
  readonly of: (s: Situation) => number | null;
  readonly band?: (s: Situation) => Band | null;
  readonly joint?: Joint;
  /** The derivation that explains it, or the check in whose working it is told. */
  readonly why: string | { readonly check: CheckId };
  /** Whether following it takes a run or a flight: left out of the quick look. */
  readonly slow?: true;
}

const found = (id: CheckId) => (s: Situation) => {
  const check = checkOf(id);
  return check ? runCheck(check, s) : null;
};
const motorHeat = found('motor-temperature');
const escHeat = found('esc-temperature');
const packHeat = found('pack-temperature');
const banded = (band: Band | null | undefined): Band | null => band ?? null;

/** What is told of a change, in the order in which it is asked. A table of data. */
const FIGURES: readonly Figure[] = [
  {
    id: 'current',
    why: 'battery-current',
    decisive: true,
    title: 'current',
    unit: 'A',
    quantity: 'current',
    of: (s) => s.worst.batteryCurrentA,
    band: (s) => banded(s.worst.band?.batteryCurrentA),
    joint: 'batteryCurrentA'
  },
  {
    id: 'motor-current',
    why: 'motor-current',
    title: 'in one motor',
    unit: 'A',
    quantity: 'current',
    of: (s) => (s.train.count > 1 || s.train.outputLimit < 1 ? s.worst.motorCurrentA : null),
    band: (s) => banded(s.worst.band?.motorCurrentA)
  },
  {
    id: 'power',
    why: 'power',
    decisive: true,
    title: 'power',
    unit: 'W',
    quantity: 'power',
    of: (s) => s.worst.electricalPowerW,
    band: (s) => banded(s.worst.band?.electricalPowerW),
    joint: 'electricalPowerW'
  },
  {
    id: 'volts',
    why: 'battery-voltage',
    title: 'pack, loaded',
    unit: 'V',
    quantity: 'voltage',
    of: (s) => s.worst.batteryVoltageV
  },
  {
    id: 'cell-volts',
    why: 'cell-voltage',
    title: 'each cell, loaded',
    unit: 'V',
    quantity: 'voltage',
    of: (s) => s.worst.cellVoltageV
  },
  {
    id: 'rpm',
    why: 'rpm',
    decisive: true,
    title: 'rpm',
    unit: 'rpm',
    quantity: 'rpm',
    of: (s) => s.worst.rpm,
    band: (s) => banded(s.worst.band?.rpm),
    joint: 'omegaRadS'
  },
  {
    id: 'thrust',
    why: 'thrust',
    decisive: true,
    title: 'thrust',
    unit: 'N',
    quantity: 'thrust',
    of: (s) => s.worst.thrustN,
    band: (s) => banded(s.worst.band?.thrustN),
    joint: 'thrustN'
  },
  {
    id: 'pitch-speed',
    why: 'pitch-speed',
    title: 'pitch speed',
    unit: 'm/s',
    quantity: 'speed',
    of: (s) => (s.kind === 'boat' ? null : s.worst.pitchSpeedMs)
  },
  {
    id: 'motor-heat',
    why: { check: 'motor-temperature' },
    decisive: true,
    title: 'winding',
    unit: '°C',
    quantity: 'temperature',
    of: (s) => motorHeat(s)?.value ?? null,
    band: (s) => motorHeat(s)?.band ?? null,
    slow: true
  },
  {
    id: 'esc-heat',
    why: { check: 'esc-temperature' },
    title: 'ESC in use',
    unit: '°C',
    quantity: 'temperature',
    of: (s) => escHeat(s)?.value ?? null,
    slow: true
  },
  {
    id: 'pack-heat',
    why: { check: 'pack-temperature' },
    title: 'pack at the end',
    unit: '°C',
    quantity: 'temperature',
    of: (s) => packHeat(s)?.value ?? null,
    slow: true
  },
  {
    id: 'hover-power',
    why: 'hover',
    decisive: true,
    title: 'hover',
    unit: 'W',
    quantity: 'power',
    of: (s) => s.hover?.electricalPowerW ?? null
  },
  {
    id: 'hover-current',
    why: 'hover',
    title: 'hover current',
    unit: 'A',
    quantity: 'current',
    of: (s) => s.hover?.batteryCurrentA ?? null,
    band: (s) => banded(s.hover?.band?.batteryCurrentA)
  },
  {
    id: 'hover-throttle',
    why: 'hover',
    decisive: true,
    title: 'hover throttle',
    unit: '',
    quantity: 'share',
    of: (s) => s.hover?.throttle ?? null,
    band: (s) => banded(s.hover?.band?.throttle)
  },
  {
    id: 'hover-time',
    why: 'time-hover',
    decisive: true,
    title: 'hover time',
    unit: 's',
    quantity: 'minutes',
    of: (s) => s.lasting('hover')?.seconds ?? null,
    slow: true
  },
  {
    id: 'time',
    why: 'time-mixed',
    decisive: true,
    title: 'time in use',
    unit: 's',
    quantity: 'minutes',
    of: (s) => s.lasting('mixed')?.seconds ?? null,
    band: (s) => banded(s.endurance('mixed')?.band),
    slow: true
  },
  {
    id: 'top-speed',
    why: 'level',
    decisive: true,
    title: 'top speed',
    unit: 'm/s',
    quantity: 'speed',
    of: (s) => s.level?.topSpeedMs ?? s.boat?.topSpeedMs ?? null,
    band: (s) => s.level?.band?.topSpeedMs ?? s.boat?.band?.topSpeedMs ?? null,
    slow: true
  },
  {
    id: 'loaded-rpm',
    why: 'boat',
    title: 'rpm under way',
    unit: 'rpm',
    quantity: 'rpm',
    of: (s) => s.boat?.loadedRpm ?? null,
    band: (s) => banded(s.boat?.band?.loadedRpm),
    slow: true
  },
  {
    id: 'climb',
    why: 'level',
    title: 'climb',
    unit: 'm/s',
    quantity: 'speed',
    of: (s) => s.level?.climbMs ?? null,
    band: (s) => s.level?.band?.climbMs ?? null,
    slow: true
  },
  {
    id: 'mass',
    why: 'all-up',
    decisive: true,
    title: 'all-up weight',
    unit: 'kg',
    quantity: 'craftMass',
    of: (s) => s.setup.craft.massKg
  }
];

/** Below this change of a ratio a figure is called the same, share. */
export const SAME_WITHIN = 0.005;

/**
 * What differs, figure by figure, in the worst case and in use. Figures that do not apply to the craft are left out.
 * @param quick whether what takes a run or a flight to follow is left out
 */
export function differencesOf(before: Situation, after: Situation, quick = false): Difference[] {
  const joint = before.bands && after.bands ? ratioBands(before, after) : null;
  return FIGURES.filter((f) => !(quick && f.slow)).flatMap((f): Difference[] => {
    const [was, is] = [f.of(before), f.of(after)];
    if (was === null && is === null) return [];
    return [
      {
        id: f.id,
        title: f.title,
        note: null,
        unit: f.unit,
        quantity: f.quantity,
        decisive: f.decisive ?? false,
        before: was,
        after: is,
        ratio: was !== null && is !== null && was !== 0 ? is / was : null,
        band: (after.bands && f.band?.(after)) || null,
        beforeBand: (before.bands && f.band?.(before)) || null,
        ratioBand: f.joint && joint ? joint[f.joint] : null
      }
    ];
  });
}

/** How a figure of the table came about in a situation; null where nothing is told of it. */
export function whyFigureOf(s: Situation, id: string): Why | null {
  const figure = FIGURES.find((f) => f.id === id);
  if (!figure || figure.of(s) === null) return null;
  const { why } = figure;
  if (typeof why === 'string') return whyOf(s, why === 'level' && s.kind === 'boat' ? 'boat' : why);
  const result = found(why.check)(s);
  return (
    result && {
      title: result.title,
      formula: result.sentence,
      numbers: result.working,
      sources: [],
      rule: null
    }
  );
}
