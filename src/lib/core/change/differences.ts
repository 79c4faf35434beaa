import { checkOf } from '../checks/all-checks.ts';
import { runCheck } from '../checks/check.ts';
import { figureOf, type FigureName } from '../registry/figures.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import type { Band } from '../powertrain/bands.ts';
import type { QuantityName } from '../units/quantity.ts';
import { whyOf } from '../derivations/derive.ts';
import type { Derivation } from '../derivations/derivation.ts';
import { ratioBands, type JointFigure } from './joint-bands.ts';

/** One figure before and after a change, SI, with its bands and that of the ratio. */
export interface FigureChange {
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

/** A figure as it is told of a change: under which id, whether it decides, whether both ends share what it is unsure of. */
interface ChangeFigure {
  readonly id: string;
  readonly figure: FigureName;
  readonly decisive?: true;
  readonly joint?: JointFigure;
  /** Whether its own band is told. */
  readonly banded?: true;
}

/** What is told of a change, in the order in which it is asked. A table of data. */
const CHANGE_FIGURES: readonly ChangeFigure[] = [
  { id: 'current', figure: 'current', decisive: true, joint: 'batteryCurrentA', banded: true },
  { id: 'motor-current', figure: 'motorCurrent', banded: true },
  { id: 'power', figure: 'power', decisive: true, joint: 'electricalPowerW', banded: true },
  { id: 'volts', figure: 'volts' },
  { id: 'cell-volts', figure: 'cellVolts' },
  { id: 'rpm', figure: 'rpm', decisive: true, joint: 'omegaRadS', banded: true },
  { id: 'thrust', figure: 'thrust', decisive: true, joint: 'thrustN', banded: true },
  { id: 'pitch-speed', figure: 'pitchSpeed' },
  { id: 'motor-heat', figure: 'windingHeat', decisive: true, banded: true },
  { id: 'esc-heat', figure: 'escHeat' },
  { id: 'pack-heat', figure: 'packHeat' },
  { id: 'hover-power', figure: 'hoverPower', decisive: true },
  { id: 'hover-current', figure: 'hoverCurrent', banded: true },
  { id: 'hover-throttle', figure: 'hoverThrottle', decisive: true, banded: true },
  { id: 'hover-time', figure: 'timeHover', decisive: true },
  { id: 'time', figure: 'timeMixed', decisive: true, banded: true },
  { id: 'top-speed', figure: 'topSpeed', decisive: true, banded: true },
  { id: 'loaded-rpm', figure: 'loadedRpm', banded: true },
  { id: 'climb', figure: 'climb', banded: true },
  { id: 'mass', figure: 'mass', decisive: true }
];

/** Below this change of a ratio a figure is called the same, share. */
export const SAME_WITHIN = 0.005;

/**
 * What differs, figure by figure, in the worst case and in use. Figures that do not apply to the craft are left out.
 * @param quick whether what takes a run or a flight to follow is left out
 */
export function differencesOf(before: SetupAnalysis, after: SetupAnalysis, quick = false): FigureChange[] {
  const joint = before.bands && after.bands ? ratioBands(before, after) : null;
  return CHANGE_FIGURES.flatMap(({ id, figure, decisive, joint: shared, banded }): FigureChange[] => {
    const { name, unit, quantity, of, band, slow } = figureOf(figure);
    if (quick && slow) return [];
    const [was, is] = [of(before), of(after)];
    if (was === null && is === null) return [];
    const bandOf = (s: SetupAnalysis): Band | null => (banded && s.bands && band?.(s)) || null;
    return [
      {
        id,
        title: name,
        note: null,
        unit,
        quantity,
        decisive: decisive ?? false,
        before: was,
        after: is,
        ratio: was !== null && is !== null && was !== 0 ? is / was : null,
        band: bandOf(after),
        beforeBand: bandOf(before),
        ratioBand: shared && joint ? joint[shared] : null
      }
    ];
  });
}

/** How a figure of the table came about in a situation; null where nothing is told of it. */
export function whyFigureOf(s: SetupAnalysis, id: string): Derivation | null {
  const entry = CHANGE_FIGURES.find((f) => f.id === id);
  if (!entry || figureOf(entry.figure).of(s) === null) return null;
  const { why } = figureOf(entry.figure);
  if (typeof why === 'string') return whyOf(s, why === 'level' && s.kind === 'boat' ? 'boat' : why);
  const check = checkOf(why.check);
  const result = check && runCheck(check, s);
  return result
    ? { title: result.title, formula: result.sentence, numbers: result.working, sources: [], rule: null }
    : null;
}
