import { cells } from './candidates.ts';
import { check } from './check.ts';

/** Cells that the motor's maker allows. */
export const motorCells = check({
  id: 'motor-cells',
  title: 'motor cells',
  part: 'motor',
  unit: 'cells',
  wish: 'a motor for these cells',
  candidates: (s) => [cells(s, 'fewer', 3)],
  judge: (s) => {
    const { battery, motor } = s.setup;
    if (motor.maxSeries == null) return null;
    return {
      value: battery.series,
      digits: 1,
      rating: motor.maxSeries,
      working: () =>
        `${battery.series} cells; the motor’s maker allows ${motor.maxSeries}: bearings and magnets stand so much rpm and no more.`
    };
  }
});
