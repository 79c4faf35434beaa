<script lang="ts">
  import { max } from 'd3-array';
  import { scaleLinear, scaleUtc } from 'd3-scale';
  import { line } from 'd3-shape';
  import type { CellPoint, PackHealth } from '../../core/shelf/pack-health.ts';
  import { show } from '../../core/units/show.ts';
  import { day } from '../format/dates.ts';
  import Plot from '../kit/Plot.svelte';
  import { plotBox, ticksOf } from '../kit/plot.ts';

  /** Resistance of a pack's cells in the course of time, at 25 °C: by the charger, and by the load steps of its runs. */
  let { health }: { health: PackHealth } = $props();

  const HEIGHT = 150;
  const margin = { top: 20, right: 12, bottom: 22, left: 34 };
  let width = $state(420);
  const box = $derived(plotBox(width, HEIGHT, margin));
  const SOURCES = [
    ['charger', 'by the charger'],
    ['run', 'by its runs']
  ] as const;
  const at = (p: CellPoint): Date => new Date(p.heldAt);
  const x = $derived(
    scaleUtc()
      .domain([at(health.points[0]), at(health.points[health.points.length - 1])])
      .range([box.left, box.right])
  );
  const y = $derived(
    scaleLinear()
      .domain([0, max(health.points, (p) => 1000 * (p.worstOhm ?? p.cellOhm)) ?? 1])
      .nice(3)
      .range([box.bottom, box.top])
  );
  const curve = $derived(
    line<CellPoint>()
      .x((p) => x(at(p)))
      .y((p) => y(1000 * p.cellOhm))
  );
  const of = $derived((source: CellPoint['source']) => health.points.filter((p) => p.source === source));
  const summary = $derived(
    `resistance of a cell at 25 °C: ${health.points.map((p) => `${day(p.heldAt)} ${show(1000 * p.cellOhm)} mΩ`).join('; ')}`
  );
</script>

<Plot
  bind:width
  {box}
  label={summary}
  id="health-chart"
  yTicks={ticksOf(y, 3)}
  xTitle={day(health.points[health.points.length - 1].heldAt)}
  yTitle="mΩ of a cell at 25 °C"
>
  <text x={box.left} y={HEIGHT - 4} class="text-2xs" fill="var(--ink-soft)"
    >{day(health.points[0].heldAt)}</text
  >
  {#each SOURCES as [source] (source)}
    <path
      d={curve(of(source)) ?? ''}
      fill="none"
      stroke={source === 'charger' ? 'var(--cold)' : 'var(--cold-soft)'}
      stroke-width="1.5"
      stroke-dasharray={source === 'charger' ? undefined : '3 3'}
    />
    {#each of(source) as p, k (k)}
      <circle
        cx={x(at(p))}
        cy={y(1000 * p.cellOhm)}
        r="3.5"
        fill={source === 'charger' ? 'var(--cold)' : 'var(--page)'}
        stroke="var(--cold)"
      />
      {#if p.worstOhm !== null}<line
          x1={x(at(p))}
          x2={x(at(p))}
          y1={y(1000 * p.cellOhm)}
          y2={y(1000 * p.worstOhm)}
          stroke="var(--cold)"
        />{/if}
    {/each}
  {/each}
</Plot>
<p class="text-ink-soft text-2xs">
  Filled: by the charger, a stroke up to its worst cell. Open: by the load steps of its runs.
</p>
