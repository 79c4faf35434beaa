<script lang="ts">
  import type { PlotBox, Tick } from './plot.ts';

  interface Props {
    box: PlotBox;
    xTicks?: readonly Tick[];
    yTicks?: readonly Tick[];
    /** Below the plot, at its right end. */
    xTitle?: string;
    /** Above the plot, at its left end. */
    yTitle?: string;
    /** Whether lines run across at the upright axis' figures. */
    ruled?: boolean;
  }
  /** The two axes of a plot: figures along them, fine lines across, what they are. */
  const { box, xTicks = [], yTicks = [], xTitle = '', yTitle = '', ruled = true }: Props = $props();
  const weight = (tick: Tick): number | undefined => (tick.strong ? 700 : undefined);
</script>

{#if yTitle}<text x="2" y="12" class="text-xs font-semibold" fill="var(--ink)">{yTitle}</text>{/if}
{#each yTicks as tick, k (k)}
  {#if ruled}<line
      x1={box.left}
      x2={box.right}
      y1={tick.at}
      y2={tick.at}
      stroke="var(--line)"
      stroke-width="0.7"
    />{/if}
  <text
    x={box.left - 5}
    y={tick.at + 4}
    text-anchor="end"
    class="figure text-2xs"
    font-weight={weight(tick)}
    fill="var(--ink-soft)">{tick.text}</text
  >
{/each}
{#each xTicks as tick, k (k)}
  <text
    x={tick.at}
    y={box.bottom + 14}
    text-anchor="middle"
    class="figure text-2xs"
    font-weight={weight(tick)}
    fill="var(--ink-soft)">{tick.text}</text
  >
{/each}
{#if xTitle}<text x={box.right} y={box.height - 4} text-anchor="end" class="text-2xs" fill="var(--ink-soft)"
    >{xTitle}</text
  >{/if}
