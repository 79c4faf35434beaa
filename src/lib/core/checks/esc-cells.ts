import { CHEMISTRIES } from '../battery/chemistry.ts';
import { show, showUnit } from '../units/show.ts';
import { judge, type Check } from './check.ts';
import { cells, escForCells, type Ladder } from './ladders.ts';
import type { Situation } from '../situation/situation.ts';

const LIPO_FULL_V = CHEMISTRIES.lipo.fullV;

/** Cells that the ESC allows, where the pack has more or fewer. */
function towardsEsc(s: Situation): Ladder {
  const { battery, esc } = s.i.setup;
  if (esc?.maxSeries != null && battery.series > esc.maxSeries)
    return cells(s, 'fewer', battery.series - esc.maxSeries);
  if (esc?.minSeries != null && battery.series < esc.minSeries)
    return cells(s, 'more', esc.minSeries - battery.series);
  return cells(s, 'fewer');
}

/** Cell count inside the ESC's limits. Other chemistries count as the LiPo cells of the same full voltage. */
export const escCells: Check = {
  id: 'esc-cells',
  ladders: (s) => [escForCells(s), towardsEsc(s)],
  run: (c) => {
    const { battery, esc } = c.i.setup;
    const lithium =
      battery.chemistry === 'lipo' || battery.chemistry === 'lihv' || battery.chemistry === 'liion';
    const cells = lithium
      ? battery.series
      : Math.ceil((battery.series * CHEMISTRIES[battery.chemistry].fullV) / LIPO_FULL_V);
    const few = esc?.minSeries != null && cells < esc.minSeries;
    const result = judge(
      {
        id: 'esc-cells',
        title: 'ESC cells',
        part: 'esc',
        unit: 'S',
        direction: few ? 'above' : 'below',
        value: cells,
        rating: few ? esc.minSeries : esc?.maxSeries,
        missing: 'how many cells the ESC allows',
        working: `${battery.series} cells${lithium ? '' : ` of ${CHEMISTRIES[battery.chemistry].name}, as much as ${cells} LiPo cells`}; the ESC allows ${esc?.minSeries ?? '?'} to ${esc?.maxSeries ?? '?'}.`
      },
      c.schools
    );
    return result;
  }
};

/** Full-charge voltage against what the ESC stands. */
export const escVoltage: Check = {
  id: 'esc-voltage',
  ladders: (s) => [escForCells(s), cells(s, 'fewer')],
  run: (c) => {
    const { battery, esc } = c.i.setup;
    const chemistry = CHEMISTRIES[battery.chemistry];
    const value = battery.series * chemistry.fullV;
    const rating = esc?.maxVoltageV ?? (esc?.maxSeries == null ? null : esc.maxSeries * LIPO_FULL_V);
    return judge(
      {
        id: 'esc-voltage',
        title: 'full-charge volts',
        part: 'esc',
        unit: 'V',
        value,
        rating,
        missing: 'the ESC’s highest voltage or cell count',
        working: `${battery.series} × ${show(chemistry.fullV)} V = ${showUnit(value, 'V')} fresh off the charger; the ESC stands ${rating === null ? '?' : showUnit(rating, 'V')}${esc?.maxVoltageV == null && esc?.maxSeries != null ? ` (${esc.maxSeries} LiPo cells × 4.20 V)` : ''}.`
      },
      c.schools
    );
  }
};
