<script lang="ts">
  import { scaleLinear, scaleLog } from 'd3-scale';
  import type { CellsPlace } from '../../core/change/cell-range.ts';
  import Plot from '../kit/Plot.svelte';
  import { plotBox } from '../kit/plot.ts';

  /** Cells against propeller size, where counts are at home, with this craft's place before and after. */
  let { place }: { place: CellsPlace } = $props();
  const HEIGHT = 204;
  const MARGIN = { left: 24, right: 12, top: 20, bottom: 34 };
  let width = $state(320);
  const box = $derived(plotBox(width, HEIGHT, MARGIN));
  const x = $derived(scaleLog([1.5, 30], [box.left, box.right]));
  const most = $derived(Math.max(8, place.before + 1, place.after + 1));
  const y = $derived(scaleLinear([0.5, most + 0.5], [box.bottom, box.top]));
  const INCHES = [2, 3, 5, 7, 10, 15, 20, 30];
  const evenTo = (n: number): number[] => Array.from({ length: Math.floor(n / 2) }, (_, k) => 2 * (k + 1));
  const within = (v: number): number => Math.min(Math.max(v, 1.5), 30);
</script>

<div class="min-w-0" data-testid="cells-map">
  <h2>Cells against propeller size</h2>
  <Plot
    bind:width
    {box}
    ruled={false}
    label={place.says}
    xTicks={INCHES.map((inches) => ({ at: x(inches), text: String(inches) }))}
    yTicks={evenTo(most).map((n) => ({ at: y(n), text: String(n) }))}
    xTitle="inches"
    yTitle="cells"
  >
    {#each place.fields as f (f.title)}
      {@const top = Math.min(f.series[1], most) + 0.45}
      <rect
        x={x(within(f.inches[0]))}
        y={y(top)}
        width={x(within(f.inches[1])) - x(within(f.inches[0]))}
        height={y(f.series[0] - 0.45) - y(top)}
        fill={f.atHome ? 'var(--cold-faint)' : 'none'}
        stroke="var(--line)"
        stroke-dasharray={f.atHome ? 'none' : '3 3'}
      />
      <text x={x(within(f.inches[0])) + 4} y={y(top) + 12} class="text-2xs" fill="var(--ink-soft)"
        >{f.title}</text
      >
    {/each}
    <line
      x1={x(within(place.inches))}
      x2={x(within(place.inches))}
      y1={y(place.before)}
      y2={y(place.after)}
      stroke="var(--ink)"
      stroke-width="2"
    />
    <circle cx={x(within(place.inches))} cy={y(place.before)} r="4.5" fill="var(--ink)" />
    <circle
      cx={x(within(place.inches))}
      cy={y(place.after)}
      r="4.5"
      fill="var(--page)"
      stroke="var(--cold)"
      stroke-width="2.5"
    />
  </Plot>
  <p class="text-xs leading-4">{place.says} Common practice, no source.</p>
</div>
