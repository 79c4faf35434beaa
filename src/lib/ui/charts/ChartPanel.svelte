<script lang="ts">
  import { show } from '../../core/units/show.ts';
  import { extent, max, min } from 'd3-array';
  import { scaleLinear } from 'd3-scale';
  import { area, line } from 'd3-shape';

  import Plot from '../kit/Plot.svelte';
  import { crossAt, plotBox, ticksOf } from '../kit/plot.ts';
  import { labelPlace, markSide } from './label-place.ts';

  interface Line {
    id: string;
    title: string;
    y: number[];
    bands: [number, number][] | null;
  }

  /** One axis with one or more lines and their bands; values already in the units shown. */
  let {
    lines,
    unit,
    x,
    xTitle,
    marks = [],
    points = [],
    marker,
    height = 178
  }: {
    lines: Line[];
    unit: string;
    x: number[];
    /** Abscissa's name and unit. */
    xTitle: string;
    /** Named places on the abscissa. */
    marks?: { title: string; at: number }[];
    /** Logged readings on these axes. */
    points?: { x: number; y: number; title: string }[];
    /** Abscissa of the point being looked at. */
    marker?: number;
    /** Height in pixels. */
    height?: number;
  } = $props();

  let width = $state(300);
  const margin = { top: 20, right: 14, bottom: 32, left: 42 };
  const box = $derived(plotBox(width, height, margin));
  const finite = (v: number): boolean => Number.isFinite(v);
  const known = $derived(lines.flatMap((l) => l.y.filter(finite)));
  const domainX = $derived(extent(x) as [number, number]);
  const scaleX = $derived(
    scaleLinear()
      .domain([Math.min(0, domainX[0] ?? 0), domainX[1] ?? 1])
      .range([box.left, box.right])
  );
  // a band may reach beyond the lines, but not flatten them
  const top = $derived(
    Math.max(
      max(known) ?? 1,
      Math.min(
        max(lines.flatMap((l) => (l.bands ?? []).map((b) => b[1]).filter(finite))) ?? 0,
        1.6 * (max(known) ?? 1)
      ),
      max(points, (p) => p.y) ?? 0
    )
  );
  // volts and temperatures are read by their change, not from zero
  const fromZero = $derived(unit !== 'V' && unit !== '°C');
  const bottom = $derived(
    fromZero ? Math.min(0, Math.max(min(known) ?? 0, -0.25 * top)) : (min(known) ?? 0) * 0.98
  );
  const scaleY = $derived(
    scaleLinear()
      .domain([bottom, top === bottom ? bottom + 1 : top])
      .nice(4)
      .range([box.bottom, box.top])
  );
  const inside = (v: number): boolean => finite(v) && v >= bottom - 0.3 * (top - bottom);
  const pathOf = (l: Line): string | null =>
    line<number>()
      .defined((v) => inside(v))
      .x((_, k) => scaleX(x[k]))
      .y((v) => scaleY(v))(l.y);
  const shadeOf = (l: Line): string | null =>
    l.bands === null
      ? null
      : area<[number, number]>()
          .defined((b, k) => inside(b[0]) && inside(l.y[k]))
          .x((_, k) => scaleX(x[k]))
          .y0((b) => scaleY(b[0]))
          .y1((b) => scaleY(Math.min(b[1], scaleY.domain()[1])))(l.bands);
  const drawn = (l: Line): number[] => l.y.map((v) => (inside(v) ? scaleY(v) : NaN));
  const labelAt = (l: Line): { x: number; y: number } =>
    labelPlace(
      l.title,
      x.map((v) => scaleX(v)),
      drawn(l),
      lines.filter((other) => other !== l).map(drawn),
      box
    );
  const summary = $derived(
    lines
      .map((l) => {
        const last = l.y.filter(finite).at(-1);
        return `${l.title}, ${unit}: up to ${show(max(l.y.filter(finite)) ?? 0)}, at the end ${last === undefined ? 'nothing' : show(last)}`;
      })
      .join('; ') + `; over ${xTitle}`
  );
  const INKS = ['var(--cold)', 'var(--ink)'];
</script>

<Plot
  bind:width
  {box}
  label={summary}
  xTicks={ticksOf(scaleX, width > 400 ? 8 : 5)}
  yTicks={ticksOf(scaleY, 4)}
  {xTitle}
  yTitle={lines.length === 1 ? `${lines[0].title}, ${unit}` : unit}
>
  {#each lines as l, k (l.id)}
    {@const shade = shadeOf(l)}
    {#if shade}<path
        d={shade}
        fill={INKS[k % 2]}
        opacity={k % 2 === 0 ? 0.22 : 0.14}
        data-testid="band"
      />{/if}
  {/each}
  {#each marks as m, k (m.title)}
    <line
      x1={scaleX(m.at)}
      x2={scaleX(m.at)}
      y1={box.top}
      y2={box.bottom}
      stroke="var(--ink-soft)"
      stroke-dasharray="1 4"
    />
    {@const side = markSide(m.title, scaleX(m.at), box)}
    <text
      x={side.x}
      y={box.top + 8 + 12 * (k % 4)}
      text-anchor={side.anchor}
      class="text-2xs"
      fill="var(--ink-soft)"
      stroke="var(--page)"
      stroke-width="3"
      paint-order="stroke">{m.title}</text
    >
  {/each}
  {#each lines as l, k (l.id)}
    {@const d = pathOf(l)}
    {#if d}<path {d} fill="none" stroke={INKS[k % 2]} stroke-width="2" />{/if}
    {#if lines.length > 1}
      {@const at = labelAt(l)}
      <text
        x={at.x}
        y={at.y}
        text-anchor="middle"
        class="text-xs font-semibold"
        fill={INKS[k % 2]}
        stroke="var(--page)"
        stroke-width="3"
        paint-order="stroke">{l.title}</text
      >
    {/if}
  {/each}
  {#if marker !== undefined}
    <line
      x1={scaleX(marker)}
      x2={scaleX(marker)}
      y1={box.top}
      y2={box.bottom}
      stroke="var(--ink)"
      stroke-dasharray="2 3"
    />
  {/if}
  {#each points as p, k (k)}
    <path
      d={crossAt(scaleX(p.x), scaleY(p.y))}
      stroke="var(--ink)"
      stroke-width="1.6"
      data-testid="logged-point"><title>{p.title}</title></path
    >
  {/each}
</Plot>
