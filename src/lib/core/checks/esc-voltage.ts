import { CHEMISTRIES } from '../parts/pack/chemistry.ts';
import { show, showUnit } from '../units/show.ts';
import { cells, escForCells } from './candidates.ts';
import { check } from './check.ts';

const LIPO_FULL_V = CHEMISTRIES.lipo.fullV;

/** Full-charge voltage against what the ESC stands. */
export const escVoltage = check({
  id: 'esc-voltage',
  title: 'full-charge volts',
  part: 'esc',
  unit: 'V',
  rail: 'esc',
  wish: 'an ESC for these volts',
  candidates: (s) => [escForCells(s), cells(s, 'fewer')],
  judge: (s) => {
    const { battery, esc } = s.setup;
    const chemistry = CHEMISTRIES[battery.chemistry];
    const value = battery.series * chemistry.fullV;
    const rating = esc?.maxVoltageV ?? (esc?.maxSeries == null ? null : esc.maxSeries * LIPO_FULL_V);
    return {
      value,
      rating,
      missing: 'the ESC’s highest voltage or cell count',
      working: () =>
        `${battery.series} × ${show(chemistry.fullV)} V = ${showUnit(value, 'V')} fresh off the charger; the ESC stands ${rating === null ? '?' : showUnit(rating, 'V')}${esc?.maxVoltageV == null && esc?.maxSeries != null ? ` (${esc.maxSeries} LiPo cells × 4.20 V)` : ''}.`
    };
  }
});
