<script lang="ts">
  import { scaleLinear } from 'd3-scale';
  import { area, line } from 'd3-shape';
  import type { Trap } from '../../core/change/cell-count-curve.ts';
  import { show } from '../../core/units/show.ts';
  import Plot from '../kit/Plot.svelte';
  import { crossAt, movedApart, plotBox, ticksOf } from '../kit/plot.ts';

  /** Current against cells: what people expect, the rule, and the model with its band. */
  let { trap }: { trap: Trap } = $props();

  const HEIGHT = 226;
  const MARGIN = { left: 36, right: 62, top: 20, bottom: 32 };
  let width = $state(320);
  const box = $derived(plotBox(width, HEIGHT, MARGIN));
  const first = $derived(trap.series[0]);
  const last = $derived(trap.series[trap.series.length - 1]);
  const highest = $derived(
    Math.max(
      ...trap.linearA,
      ...trap.ruleA,
      ...trap.modelA,
      ...trap.band.flatMap((b) => b ?? []),
      trap.limitedA ?? 0
    )
  );
  const lowest = $derived(
    Math.min(...trap.linearA, ...trap.ruleA, ...trap.modelA, trap.limitedA ?? Infinity)
  );
  const x = $derived(scaleLinear([first - 0.15, last + 0.15], [box.left, box.right]));
  const y = $derived(scaleLinear([0.8 * lowest, 1.04 * highest], [box.bottom, box.top]).nice(4));
  const path = (values: readonly number[]): string =>
    line<number>(
      (_, k) => x(trap.series[k]),
      (v) => y(v)
    )([...values]) ?? '';
  const shade = $derived(
    area<number>(
      (_, k) => x(trap.series[k]),
      (_, k) => y(trap.band[k]?.[0] ?? trap.modelA[k]),
      (_, k) => y(trap.band[k]?.[1] ?? trap.modelA[k])
    )([...trap.modelA]) ?? ''
  );
  const at = $derived(trap.series.indexOf(trap.wanted));
  const end = $derived(trap.wanted > trap.present ? trap.series.length - 1 : 0);
  /** Names at the lines' ends, moved apart where they would lie on each other. */
  const labels = $derived(
    movedApart([
      { id: 'rule', text: 'rule 1.6', y: y(trap.ruleA[end]) },
      { id: 'model', text: 'model', y: y(trap.modelA[end]) },
      { id: 'linear', text: 'with the volts', y: y(trap.linearA[end]) }
    ])
  );
  const summary = $derived(
    `Current against cells. ${trap.series.map((n, k) => `${n} cells: in step with the volts ${show(trap.linearA[k])} A, by the rule of 1.6 ${show(trap.ruleA[k])} A, by the model ${show(trap.modelA[k])} A`).join('; ')}.`
  );
</script>

<div class="min-w-0" data-testid="trap">
  <h2>The trap: current against cells</h2>
  <Plot
    bind:width
    {box}
    label={summary}
    xTicks={trap.series.map((n) => ({ at: x(n), text: String(n), strong: n === trap.wanted }))}
    yTicks={ticksOf(y, 4)}
    xTitle="cells"
    yTitle="A"
  >
    <path d={shade} fill="var(--cold-faint)" />
    <path d={path(trap.linearA)} fill="none" stroke="var(--ink)" stroke-dasharray="6 3" />
    <path
      d={path(trap.ruleA)}
      fill="none"
      stroke="var(--ink)"
      stroke-dasharray="1.5 2.5"
      stroke-width="1.6"
    />
    <path d={path(trap.modelA)} fill="none" stroke="var(--cold)" stroke-width="2.5" />
    {#each labels as l (l.id)}
      <text
        x={trap.wanted > trap.present ? x(trap.series[end]) + 6 : x(trap.series[0]) + 6}
        y={l.y + 4}
        class="text-2xs"
        fill={l.id === 'model' ? 'var(--cold)' : 'var(--ink)'}
        font-weight={l.id === 'model' ? 700 : 400}>{l.text}</text
      >
    {/each}
    <circle
      cx={x(trap.present)}
      cy={y(trap.modelA[trap.series.indexOf(trap.present)])}
      r="4.5"
      fill="var(--ink)"
    />
    <circle
      cx={x(trap.wanted)}
      cy={y(trap.modelA[at])}
      r="4.5"
      fill="var(--page)"
      stroke="var(--cold)"
      stroke-width="2.5"
    />
    {#if trap.limitedA !== null}
      <path d={crossAt(x(trap.wanted), y(trap.limitedA), 5)} stroke="var(--cold)" stroke-width="2.5" />
      <text
        x={x(trap.wanted) + 8}
        y={y(trap.limitedA) + 4}
        class="text-2xs"
        fill="var(--cold)"
        font-weight="700">limited</text
      >
    {/if}
  </Plot>
  <p class="text-xs leading-4">
    Here the current goes with the cells to the power {show(trap.exponent, 2)}; the rule says 1.6, a straight
    guess 1.
  </p>
</div>
