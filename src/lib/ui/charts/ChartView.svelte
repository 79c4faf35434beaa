<script lang="ts">
  import TextButton from '../kit/TextButton.svelte';
  import { show } from '../../core/units/show.ts';
  import type { Chart } from '../../core/charts/chart.ts';
  import type { StoredRun } from '../../core/document/stored.ts';
  import { units } from '../format/units.svelte.ts';
  import { panelsOf } from '../../core/charts/chart-view.ts';
  import ChartPanel from './ChartPanel.svelte';
  import { download, svgToPng } from './download.ts';

  /** A chart of the core with its panels side by side, its table for readers, and its exports. */
  let { chart, throttle, runs }: { chart: Chart; throttle: number; runs: StoredRun[] } = $props();

  let box = $state<HTMLElement>();
  const view = $derived(panelsOf(chart, units.choice, runs));
  const rows = $derived(
    view.x.map((x, k) => ({ x, k })).filter(({ k }) => k % Math.max(1, Math.floor(view.x.length / 6)) === 0)
  );

  function svgText(): string {
    const svgs = [...(box?.querySelectorAll('svg') ?? [])];
    const style = getComputedStyle(document.documentElement);
    let x = 0;
    const parts = svgs.map((svg) => {
      const w = svg.clientWidth;
      const text = `<g transform="translate(${x} 0)">${svg.innerHTML}</g>`;
      x += w + 10;
      return text;
    });
    const inner = parts
      .join('')
      .replace(/var\((--[\w-]+)\)/g, (_, name: string) => style.getPropertyValue(name));
    const h = svgs[0]?.clientHeight ?? 200;
    return `<svg xmlns="http://www.w3.org/2000/svg" width="${x}" height="${h}" font-family="sans-serif" font-size="11"><rect width="100%" height="100%" fill="${style.getPropertyValue('--page')}"/>${inner}</svg>`;
  }
  const banded = $derived(chart.panels.some((panel) => panel.some((line) => line.bands !== null)));
  const caption = $derived(
    [
      chart.title,
      ...(banded ? ['shaded: 10th to 90th percentile'] : []),
      ...(runs.length > 0 && chart.id === 'throttle' ? ['crosses: logged runs'] : [])
    ].join('; ')
  );

  /** The CSV writer is fetched when it is asked for: the page starts without it. */
  async function saveCsv(): Promise<void> {
    const { chartCsv } = await import('../../core/charts/chart-csv.ts');
    download(`${chart.id}.csv`, 'text/csv', chartCsv(chart, units.choice));
  }
</script>

<div
  class={`grid grid-cols-1 gap-2 ${view.panels.length === 3 ? 'sm:grid-cols-3' : 'sm:grid-cols-[1.6fr_1fr]'}`}
  data-testid={`${chart.id}-chart`}
  bind:this={box}
>
  {#each view.panels as p, k (k)}
    <ChartPanel
      lines={p.lines}
      unit={p.unit}
      x={view.x}
      xTitle={view.xTitle}
      marks={k === 0 ? chart.marks.map((m) => ({ title: m.title, at: m.at / view.xScale })) : []}
      points={p.points}
      marker={chart.id === 'throttle' ? throttle / view.xScale : undefined}
    />
  {/each}
</div>
<div class="text-2xs text-ink-soft flex gap-3">
  <span>{caption}</span>
  <span class="ml-auto flex gap-2">
    <TextButton onclick={() => download(`${chart.id}.svg`, 'image/svg+xml', svgText())}>SVG</TextButton>
    <TextButton onclick={() => void svgToPng(svgText(), `${chart.id}.png`)}>PNG</TextButton>
    <TextButton data-testid="chart-csv" onclick={() => void saveCsv()}>CSV</TextButton>
  </span>
</div>
<table class="sr-only">
  <caption>{chart.title}</caption>
  <thead>
    <tr
      ><th>{view.xTitle}</th>{#each view.panels as p, k (k)}{#each p.lines as l (l.id)}<th
            >{l.title}, {p.unit}</th
          >{/each}{/each}</tr
    >
  </thead>
  <tbody>
    {#each rows as { x, k } (k)}
      <tr
        ><td>{show(x)}</td>{#each view.panels as p, at (at)}{#each p.lines as l (l.id)}<td
              >{Number.isFinite(l.y[k]) ? show(l.y[k]) : ''}</td
            >{/each}{/each}</tr
      >
    {/each}
  </tbody>
</table>
