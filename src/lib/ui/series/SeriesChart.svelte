<script lang="ts">
  import { max } from 'd3-array';
  import { scaleLinear } from 'd3-scale';
  import { line } from 'd3-shape';
  import type { Series, SeriesPoint } from '../../core/testing/series/series.ts';
  import { displayUnit, type QuantityName } from '../../core/units/quantity.ts';
  import { figure, units } from '../format/units.svelte.ts';
  import Plot from '../kit/Plot.svelte';
  import { movedApart, plotBox, ticksOf } from '../kit/plot.ts';

  /** A series drawn: a line a propulsor over watts, its name at its end, the best one drawn strongest. */
  let { series, of }: { series: Series; of: 'thrustN' | 'perWatt' | 'amps' | 'rpm' } = $props();

  const HEIGHT = 272;
  const margin = { top: 24, right: 92, bottom: 34, left: 52 };
  let width = $state(640);
  const box = $derived(plotBox(width, HEIGHT, margin));
  const OF: Record<typeof of, { quantity: QuantityName; title: string }> = {
    thrustN: { quantity: 'thrust', title: 'thrust' },
    perWatt: { quantity: 'thrust', title: 'thrust per watt' },
    amps: { quantity: 'current', title: 'amps' },
    rpm: { quantity: 'rpm', title: 'rpm' }
  };
  const how = $derived(OF[of]);
  const unit = $derived(displayUnit(how.quantity, units.choice));
  const lines = $derived(
    series.rows.map((row) => ({
      row,
      points: row.points.filter(
        (p): p is SeriesPoint & { watts: number } => p.watts !== null && p[of] !== null
      )
    }))
  );
  const all = $derived(lines.flatMap((l) => l.points));
  const x = $derived(
    scaleLinear()
      .domain([0, max(all, (p) => p.watts) ?? 1])
      .nice(5)
      .range([box.left, box.right])
  );
  /** Of what is drawn in the user's unit: so do the lines across stand at round figures. */
  const shown = $derived((p: SeriesPoint): number => (p[of] as number) / unit.inSi);
  const y = $derived(
    scaleLinear()
      .domain([0, max(all, shown) ?? 1])
      .nice(4)
      .range([box.bottom, box.top])
  );
  const curve = $derived(
    line<SeriesPoint & { watts: number }>()
      .x((p) => x(p.watts))
      .y((p) => y(shown(p)))
  );
  /** Names at the lines' ends, moved apart where they would meet. */
  const labels = $derived(
    movedApart(
      lines.flatMap(({ row, points }) => {
        const end = points[points.length - 1];
        return end ? [{ row, x: x(end.watts) + 6, y: y(shown(end)) + 4 }] : [];
      })
    )
  );
  const summary = $derived(
    `${how.title} over watts: ${lines
      .flatMap(({ row, points }) => {
        const end = points[points.length - 1];
        return end
          ? [
              `${row.words} ${figure(how.quantity, end[of] as number)} ${unit.label} at ${Math.round(end.watts)} W`
            ]
          : [];
      })
      .join('; ')}`
  );
</script>

<Plot
  bind:width
  {box}
  label={summary}
  id="series-chart"
  xTicks={ticksOf(x, 6)}
  yTicks={ticksOf(y, 4)}
  xTitle="watts, W"
  yTitle={`${how.title}, ${unit.label}${of === 'perWatt' ? '/W' : ''}`}
>
  {#each lines as { row, points } (row.runId)}
    {@const best = row.runId === series.best?.runId}
    <path
      d={curve(points) ?? ''}
      fill="none"
      stroke={best ? 'var(--cold)' : 'var(--cold-soft)'}
      stroke-width={best ? 3 : 1.5}
      stroke-dasharray={row.over ? '4 4' : undefined}
    />
    {#each points as p, k (k)}
      <circle
        cx={x(p.watts)}
        cy={y(shown(p))}
        r={best ? 4 : 3}
        fill={best ? 'var(--cold)' : 'var(--cold-soft)'}
      />
    {/each}
  {/each}
  {#each labels as l (l.row.runId)}
    <text
      x={l.x}
      y={l.y}
      font-size="12"
      font-weight={l.row.runId === series.best?.runId ? 700 : 400}
      fill="var(--ink)">{l.row.words}</text
    >
  {/each}
</Plot>
