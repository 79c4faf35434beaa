import { CHEMISTRIES } from '../parts/pack/chemistry.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { cells, escForCells, type Ladder } from './candidates.ts';
import { check } from './check.ts';

const LIPO_FULL_V = CHEMISTRIES.lipo.fullV;

/** Cells that the ESC allows, where the pack has more or fewer. */
function towardsEsc(s: SetupAnalysis): Ladder {
  const { battery, esc } = s.setup;
  if (esc?.maxSeries != null && battery.series > esc.maxSeries)
    return cells(s, 'fewer', battery.series - esc.maxSeries);
  if (esc?.minSeries != null && battery.series < esc.minSeries)
    return cells(s, 'more', esc.minSeries - battery.series);
  return cells(s, 'fewer');
}

/** Cell count inside the ESC's limits. Other chemistries count as the LiPo cells of the same full voltage. */
export const escCells = check({
  id: 'esc-cells',
  title: 'ESC cells',
  part: 'esc',
  unit: 'cells',
  wish: 'an ESC for these cells',
  candidates: (s) => [escForCells(s), towardsEsc(s)],
  judge: (s) => {
    const { battery, esc } = s.setup;
    const lithium =
      battery.chemistry === 'lipo' || battery.chemistry === 'lihv' || battery.chemistry === 'liion';
    const cells = lithium
      ? battery.series
      : Math.ceil((battery.series * CHEMISTRIES[battery.chemistry].fullV) / LIPO_FULL_V);
    const few = esc?.minSeries != null && cells < esc.minSeries;
    return {
      direction: few ? 'above' : 'below',
      value: cells,
      digits: 1,
      rating: few ? esc.minSeries : esc?.maxSeries,
      missing: 'how many cells the ESC allows',
      working: () =>
        `${battery.series} cells${lithium ? '' : ` of ${CHEMISTRIES[battery.chemistry].name}, as much as ${cells} LiPo cells`}; the ESC allows ${esc?.minSeries ?? '?'} to ${esc?.maxSeries ?? '?'}.`
    };
  }
});
