import type { Chart, ChartLine } from './chart.ts';
import type { StoredRun } from '../document/stored.ts';
import { displayUnit, type UnitChoice } from '../units/quantity.ts';

/** A chart's panel in the user's units. */
interface PanelView {
  unit: string;
  lines: { id: string; title: string; y: number[]; bands: [number, number][] | null }[];
  points: { x: number; y: number; title: string }[];
}

const READ: Record<string, 'batteryCurrentA' | 'thrustN' | 'watts'> = {
  batteryCurrentA: 'batteryCurrentA',
  thrustN: 'thrustN',
  electricalPowerW: 'watts'
};

/** Readings of logged runs that belong on a line of the throttle chart. */
function pointsOf(
  line: ChartLine,
  runs: readonly StoredRun[],
  scale: number,
  xScale: number
): PanelView['points'] {
  const key = READ[line.id];
  if (!key) return [];
  return runs.flatMap((run) =>
    run.readings.flatMap((r) => {
      const value =
        key === 'watts'
          ? r.batteryVoltageV == null || r.batteryCurrentA == null
            ? null
            : r.batteryVoltageV * r.batteryCurrentA
          : r[key];
      return value == null
        ? []
        : [{ x: r.throttle / xScale, y: value / scale, title: `${run.title}, ${run.heldAt.slice(0, 10)}` }];
    })
  );
}

/** The panels of a chart in the user's units, logged runs on the throttle axes. */
export function panelsOf(
  chart: Chart,
  choice: UnitChoice,
  runs: readonly StoredRun[]
): { xTitle: string; x: number[]; xScale: number; panels: PanelView[] } {
  const xUnit = displayUnit(chart.abscissa.quantity, choice);
  return {
    xTitle: `${chart.abscissa.title}${xUnit.label ? `, ${xUnit.label}` : ''}`,
    x: chart.abscissa.values.map((v) => v / xUnit.inSi),
    xScale: xUnit.inSi,
    panels: chart.panels.map((lines) => {
      const unit = displayUnit(lines[0].quantity, choice);
      return {
        unit: unit.label,
        lines: lines.map((l) => ({
          id: l.id,
          title: l.title,
          y: l.values.map((v) => v / unit.inSi),
          bands: l.bands?.map((b): [number, number] => [b[0] / unit.inSi, b[1] / unit.inSi]) ?? null
        })),
        points: chart.id === 'throttle' ? pointsOf(lines[0], runs, unit.inSi, xUnit.inSi) : []
      };
    })
  };
}
