import { profilesOf } from '../change/profiles.ts';
import { CHEMISTRIES } from '../parts/pack/chemistry.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { firstFlightS } from '../testing/plan/time-ladder.ts';
import { show, showMinutes, showUnit } from '../units/show.ts';

/** Something that is set before the craft moves, with a box to tick. */
export interface SheetSetting {
  readonly id: string;
  readonly title: string;
  readonly text: string;
}

/** Loaded volts per cell at which an ESC should cut: above the floor by so much, as it reads late. Common practice, no source. */
const ABOVE_FLOOR_V = 0.1;
/** Timing that most motors of a kind run on, by magnet poles: many slots and poles want more. Common practice, no source. */
const timingWords = (poles: number | null | undefined): string =>
  poles == null
    ? 'medium, or what the motor’s maker says'
    : poles <= 4
      ? 'low (0 to 10°): few poles'
      : poles <= 10
        ? 'medium (10 to 15°)'
        : 'medium to high (15 to 22°): many poles; too much heats motor and ESC';

/** The settings of ESC, transmitter and timer that belong to a setup. */
export function sheetSettings(s: SetupAnalysis): SheetSetting[] {
  const { battery: b, esc, motor, propulsor: p, outputLimit } = s.setup;
  const chemistry = CHEMISTRIES[b.chemistry];
  const cut = b.cutoffCellV ?? chemistry.loadedMarginV;
  const folds = p.kind === 'propeller' && p.family === 'folding';
  const list: SheetSetting[] = [];
  const add = (id: string, title: string, text: string): void => void list.push({ id, title, text });
  add(
    'chemistry',
    'cells in the ESC',
    `${chemistry.name}, ${b.series} cells, counted by hand where the ESC allows it`
  );
  add(
    'cut-off',
    'cut-off',
    s.kind === 'multirotor'
      ? `off or as low as it goes: an ESC that cuts drops the craft. Warn at ${showUnit(cut + ABOVE_FLOOR_V, 'V')} a cell under load instead`
      : `${showUnit(cut, 'V')} a cell, ${showUnit(cut * b.series, 'V')} in all, by reducing power and not by stopping`
  );
  add(
    'timing',
    'timing',
    motor.timingDeg != null ? `${show(motor.timingDeg, 2)}°, as the motor is given` : timingWords(motor.poles)
  );
  add(
    'brake',
    'brake',
    folds
      ? 'on: it folds the blades'
      : s.kind === 'fixed-wing' && p.kind === 'propeller'
        ? 'off, unless the propeller folds or touches the ground'
        : s.kind !== 'multirotor'
          ? 'off'
          : 'as the flight controller’s maker says'
  );
  if (esc?.brake != null) add('brake-now', 'brake as the setup says', esc.brake);
  if (outputLimit != null && outputLimit < 1)
    add(
      'output-limit',
      'output limit',
      `${profilesOf(s.setup, { kind: 'output-limit', limit: outputLimit })
        .map((p) => `${p.limitPercent} % on ${p.series} cells`)
        .join(
          ', '
        )}; in the flight controller, one profile for each pack: a limit in the transmitter is not the same`
    );
  add(
    'failsafe',
    'failsafe',
    'throttle closed, tried by switching the transmitter off with the propulsor off'
  );
  if ((s.lasting('mixed')?.seconds ?? 0) > 0)
    add(
      'timer',
      'timer',
      `${showMinutes(firstFlightS(s))} for the first time; then longer by what is put back`
    );
  return list;
}
