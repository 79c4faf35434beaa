import { fasterBySize } from '../parts/motor/boat-size.ts';
import { chosenSchool } from '../document/schools.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { show } from '../units/show.ts';
import { cells, type Ladder, otherKv } from './candidates.ts';
import { check } from './check.ts';

/** Rpm window and the volts per cell at which it is counted, by school. Common practice, no source. */
const RPM_WINDOWS = {
  'loaded-25-30': { rpm: [25000, 30000], cellV: 4.0 },
  'unloaded-22-33': { rpm: [22000, 33000], cellV: 3.7 }
} as const;

/** An rpm window and the volts per cell at which it is counted. */
interface RpmWindow {
  readonly rpm: readonly [number, number];
  readonly cellV: number;
}

/** Windows are told in steps of so many rpm. */
const WINDOW_STEP = 500;

/** The window of a school for a motor of a mass: the upper end is higher for those smaller than the school is for. */
function windowFor(id: string, massKg: number | null | undefined): RpmWindow {
  const { rpm, cellV } = RPM_WINDOWS[id as keyof typeof RPM_WINDOWS];
  const faster = Math.round((rpm[1] * fasterBySize(massKg)) / WINDOW_STEP) * WINDOW_STEP;
  return { rpm: [rpm[0], faster], cellV };
}

/** The window of the chosen school. @param massKg mass of the motor; null where it is not known */
export const rpmWindowOf = (
  schools: Record<string, string> | undefined,
  massKg: number | null | undefined
): RpmWindow => windowFor(chosenSchool('boat-rpm', schools).id, massKg);

/** The windows of all schools for a motor of a mass. */
export const rpmWindowsFor = (massKg: number | null | undefined): RpmWindow[] =>
  Object.keys(RPM_WINDOWS).map((id) => windowFor(id, massKg));

/** Volts per cell that a school of `rpm-volts` counts with; null for the solved rpm. */
const RPM_VOLTS: Readonly<Record<string, number | null>> = {
  loaded: null,
  '4.0': 4.0,
  '3.7': 3.7,
  '4.2': 4.2
};

/** Rpm as a window counts it: at the window's own volts, or at those of the school that the user chose for it. */
function countedRpm(s: SetupAnalysis, windowV: number): { rpm: number; solved: boolean; words: string } {
  const { battery, motor } = s.setup;
  const gear = s.powertrain.gearRatio;
  const chosen = s.schools?.['rpm-volts'];
  const cellV = chosen !== undefined && Object.hasOwn(RPM_VOLTS, chosen) ? RPM_VOLTS[chosen] : windowV;
  if (cellV === null && s.boat)
    return {
      rpm: s.boat.loadedRpm,
      solved: true,
      words: `Solved under way: ${show(s.boat.loadedRpm)} rpm`
    };
  const volts = cellV ?? windowV;
  const rpm = (motor.kvRpmPerVolt * battery.series * volts) / gear;
  return {
    rpm,
    solved: false,
    words: `${show(motor.kvRpmPerVolt)} KV × ${battery.series} cells × ${volts.toFixed(1)} V${gear === 1 ? '' : ` / ${show(gear)}`} = ${show(rpm)} rpm`
  };
}

/** Cells or a KV that bring the rpm into the window. */
function towardsWindow(s: SetupAnalysis): Ladder[] {
  const { rpm: window, cellV } = rpmWindowOf(s.schools, s.setup.motor.massKg);
  return countedRpm(s, cellV).rpm < window[0]
    ? [cells(s, 'more', 6), otherKv(s, 'higher')]
    : [cells(s, 'fewer', 6), otherKv(s, 'lower')];
}

/** Share by which the rpm may lie outside its window before it is over, not tight. Common practice, no source. */
const BELOW = 0.85;
const ABOVE = 1.1;

/** Rpm window of a surface drive, KV × cells × volts: too slow is weak, too fast burns. */
export const boatRpm = check({
  id: 'boat-rpm',
  title: 'rpm window',
  part: 'motor',
  unit: 'rpm',
  wish: 'an rpm inside its window',
  slow: true,
  gives: ['room'],
  candidates: towardsWindow,
  judge: (s) => {
    if (s.setup.propulsor.kind !== 'surface-drive') return null;
    const { rpm: window, cellV } = rpmWindowOf(s.schools, s.setup.motor.massKg);
    const { rpm: value, solved, words } = countedRpm(s, cellV);
    const slow = value < window[0];
    const loaded = s.boat?.loadedRpm;
    const rating = slow ? BELOW * window[0] : ABOVE * window[1];
    return {
      direction: slow ? 'above' : 'below',
      value,
      rating,
      window: `wanted ${show(window[0])} to ${show(window[1])}, over ${slow ? 'below' : 'above'} ${show(rating)}`,
      margin: 'boat-rpm',
      // another school counts at other volts: its window in this one's rpm
      limitOf: (id) => {
        const other = windowFor(id, s.setup.motor.massKg);
        return (other.rpm[slow ? 0 : 1] * cellV) / other.cellV;
      },
      working: () =>
        `${words}; window ${show(window[0])} to ${show(window[1])}${loaded === undefined || solved ? '' : `. Solved under way: ${show(loaded)} rpm`}.`
    };
  }
});
