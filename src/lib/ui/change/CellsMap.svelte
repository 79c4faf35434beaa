<script lang="ts">
  import { scaleLinear, scaleLog } from 'd3-scale';
  import type { CellsPlace } from '../../core/change/cells-place.ts';

  /** Cells against propeller size, where counts are at home, with this craft's place before and after. */
  let { place }: { place: CellsPlace } = $props();
  const HEIGHT = 190;
  const MARGIN = { left: 24, right: 12, top: 8, bottom: 36 };
  let width = $state(320);
  const x = $derived(scaleLog([1.5, 30], [MARGIN.left, width - MARGIN.right]));
  const most = $derived(Math.max(8, place.before + 1, place.after + 1));
  const y = $derived(scaleLinear([0.5, most + 0.5], [HEIGHT - MARGIN.bottom, MARGIN.top]));
  const within = (v: number): number => Math.min(Math.max(v, 1.5), 30);
</script>

<div class="min-w-0" bind:clientWidth={width} data-testid="cells-map">
  <h2>Cells against propeller size</h2>
  <svg {width} height={HEIGHT} role="img" aria-label={place.says} class="block overflow-visible">
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
    {#each [2, 3, 5, 7, 10, 15, 20, 30] as inches (inches)}
      <text x={x(inches)} y={HEIGHT - 20} text-anchor="middle" class="figure text-2xs" fill="var(--ink-soft)"
        >{inches}</text
      >
    {/each}
    {#each Array.from({ length: Math.floor(most / 2) }, (_, k) => 2 * (k + 1)) as n (n)}
      <text x={MARGIN.left - 6} y={y(n) + 4} text-anchor="end" class="figure text-2xs" fill="var(--ink-soft)"
        >{n}</text
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
    <text
      x={width - MARGIN.right}
      y={MARGIN.top + 4}
      text-anchor="end"
      class="text-2xs"
      fill="var(--ink-soft)">inches; up: cells</text
    >
  </svg>
  <p class="text-xs leading-4">{place.says} Common practice, no source.</p>
</div>
