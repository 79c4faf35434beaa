import { figureOf, fullName, TIMES, type FigureName } from '../registry/figures.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import type { Band } from '../powertrain/bands.ts';
import { burnsBefore, burnsWords } from '../powertrain/burns-before.ts';
import { bandedUnit } from '../units/banded.ts';
import { displayUnit, type QuantityName, type UnitChoice } from '../units/quantity.ts';

/** A predicted figure on paper: SI, with its band and the quantity it is shown in. */
export interface SheetFigure {
  readonly id: string;
  readonly title: string;
  readonly quantity: QuantityName;
  readonly value: number;
  /** 10 to 90 %; null where nothing is known of how sure it is. */
  readonly band: Band | null;
  /** Why it does not come to this, in words; left out where it does. */
  readonly moot?: string;
}

/** A figure of a sheet in words, as surely as it is known. */
export function figureWords({ quantity, value, band, moot }: SheetFigure, choice: UnitChoice = {}): string {
  if (moot !== undefined) return moot;
  const { inSi, label, digits } = displayUnit(quantity, choice);
  return bandedUnit(value / inSi, band && [band[0] / inSi, band[1] / inSi], label, digits);
}

const USES = ['mixed', 'hover', 'full', 'cruise'] as const;

/** Figures on paper, in the order in which a meter and a pilot meet them. */
const PRINTED: readonly (readonly [id: string, figure: FigureName, of?: (s: SetupAnalysis) => boolean])[] = [
  ['amps', 'current'],
  ['watts', 'power'],
  ['cell-volts', 'cellVolts'],
  ['last-cell-volts', 'lastCellVolts'],
  ['motor-amps', 'motorCurrent', (s) => s.powertrain.count > 1],
  ['rpm', 'rpm'],
  ['thrust', 'thrust'],
  ['thrust-to-weight', 'thrustToWeight'],
  ['pitch-speed', 'pitchSpeed', (s) => s.kind === 'fixed-wing'],
  ['hover', 'hoverThrottle'],
  ['hover-amps', 'hoverCurrent'],
  ['stall', 'stallSpeed'],
  ['top-speed', 'topSpeed', (s) => s.boat === null],
  ['climb', 'climb'],
  ['boat-speed', 'topSpeed', (s) => s.boat !== null],
  ['boat-rpm', 'loadedRpm'],
  ...USES.map((at) => [`time-${at}`, TIMES[at], (s: SetupAnalysis) => s.endurance(at) !== null] as const),
  ['motor-case', 'motorCaseHeat']
];

/** What is predicted of a setup, in the order in which a meter and a pilot meet it. */
export const sheetFigures = (s: SetupAnalysis): SheetFigure[] =>
  PRINTED.flatMap(([id, name, of]): SheetFigure[] => {
    const figure = figureOf(name);
    const value = of && !of(s) ? null : figure.of(s);
    if (value === null || !Number.isFinite(value)) return [];
    const at = USES.find((use) => TIMES[use] === name);
    const burns = at ? burnsBefore(s.heat, at, value) : null;
    return [
      {
        id,
        title: fullName(name, s),
        quantity: figure.quantity,
        value,
        band: figure.band?.(s) ?? null,
        ...(burns === null ? {} : { moot: burnsWords(burns) })
      }
    ];
  });
