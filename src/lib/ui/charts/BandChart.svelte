<script lang="ts">
  import { extent, max } from 'd3-array';
  import { scaleLinear } from 'd3-scale';
  import { area, line } from 'd3-shape';

  /** A line with its band over an abscissa. Values are already in the units shown. */
  let {
    title,
    unit,
    x,
    xTitle,
    y,
    bands,
    marker,
    height = 190
  }: {
    title: string;
    unit: string;
    x: number[];
    /** Abscissa's name and unit. */
    xTitle: string;
    y: number[];
    bands: [number, number][];
    /** Abscissa of the point being looked at. */
    marker?: number;
    /** Height in pixels. */
    height?: number;
  } = $props();

  let width = $state(300);
  const margin = { top: 18, right: 14, bottom: 32, left: 40 };
  const scaleX = $derived(
    scaleLinear()
      .domain([0, extent(x)[1] ?? 1])
      .range([margin.left, width - margin.right])
  );
  const scaleY = $derived(
    scaleLinear()
      .domain([0, max(bands, (b) => b[1]) ?? max(y) ?? 1])
      .nice(4)
      .range([height - margin.bottom, margin.top])
  );
  const path = $derived(
    line<number>()
      .x((_, k) => scaleX(x[k]))
      .y((v) => scaleY(v))(y)
  );
  const shade = $derived(
    area<[number, number]>()
      .x((_, k) => scaleX(x[k]))
      .y0((b) => scaleY(b[0]))
      .y1((b) => scaleY(b[1]))(bands)
  );
  const last = $derived(y.length - 1);
  const summary = $derived(
    y.length === 0
      ? title
      : `${title} over ${xTitle}: at the end ${y[last].toPrecision(3)} ${unit}, between ${bands[last]?.[0].toPrecision(3)} and ${bands[last]?.[1].toPrecision(3)}`
  );
</script>

<div class="min-w-0" bind:clientWidth={width}>
  <svg {width} {height} role="img" aria-label={summary} class="block">
    <text x={margin.left} y="12" class="text-[12px] font-semibold" fill="var(--ink)">{title}, {unit}</text>
    {#each scaleY.ticks(4) as tick (tick)}
      <line
        x1={margin.left}
        x2={width - margin.right}
        y1={scaleY(tick)}
        y2={scaleY(tick)}
        stroke="var(--line)"
        stroke-width="0.7"
      />
      <text
        x={margin.left - 5}
        y={scaleY(tick) + 4}
        text-anchor="end"
        class="figure text-[11px]"
        fill="var(--ink-soft)">{tick}</text
      >
    {/each}
    {#each scaleX.ticks(5) as tick (tick)}
      <text
        x={scaleX(tick)}
        y={height - 18}
        text-anchor="middle"
        class="figure text-[11px]"
        fill="var(--ink-soft)">{tick}</text
      >
    {/each}
    <text x={width - margin.right} y={height - 4} text-anchor="end" class="text-[11px]" fill="var(--ink-soft)"
      >{xTitle}</text
    >
    {#if shade}<path d={shade} fill="var(--cold-soft)" opacity="0.55" data-testid="band" />{/if}
    {#if path}<path d={path} fill="none" stroke="var(--cold)" stroke-width="2" />{/if}
    {#if marker !== undefined}
      <line
        x1={scaleX(marker)}
        x2={scaleX(marker)}
        y1={margin.top}
        y2={height - margin.bottom}
        stroke="var(--ink)"
        stroke-dasharray="2 3"
      />
    {/if}
  </svg>
</div>
