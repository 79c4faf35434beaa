<script lang="ts">
  import { scaleLinear } from 'd3-scale';
  import { area, line } from 'd3-shape';
  import type { Trap } from '../../core/change/trap.ts';
  import { show } from '../../core/units/show.ts';

  /** Current against cells: what people expect, the rule, and the model with its band. */
  let { trap }: { trap: Trap } = $props();

  const HEIGHT = 208;
  const MARGIN = { left: 36, right: 62, top: 10, bottom: 24 };
  let width = $state(320);
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
  const x = $derived(scaleLinear([first - 0.15, last + 0.15], [MARGIN.left, width - MARGIN.right]));
  const y = $derived(
    scaleLinear([0.8 * lowest, 1.04 * highest], [HEIGHT - MARGIN.bottom, MARGIN.top]).nice(4)
  );
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
  const labels = $derived.by(() => {
    const list = [
      { id: 'rule', text: 'rule 1.6', y: y(trap.ruleA[end]) },
      { id: 'model', text: 'model', y: y(trap.modelA[end]) },
      { id: 'linear', text: 'with the volts', y: y(trap.linearA[end]) }
    ].sort((a, b) => a.y - b.y);
    for (let k = 1; k < list.length; k++) list[k].y = Math.max(list[k].y, list[k - 1].y + 13);
    return list;
  });
  const summary = $derived(
    `Current against cells. ${trap.series.map((n, k) => `${n} cells: in step with the volts ${show(trap.linearA[k])} A, by the rule of 1.6 ${show(trap.ruleA[k])} A, by the model ${show(trap.modelA[k])} A`).join('; ')}.`
  );
</script>

<div class="min-w-0" bind:clientWidth={width} data-testid="trap">
  <h2>The trap: current against cells</h2>
  <svg {width} height={HEIGHT} role="img" aria-label={summary} class="block overflow-visible">
    {#each y.ticks(4) as tick (tick)}
      <line x1={MARGIN.left} x2={width - MARGIN.right} y1={y(tick)} y2={y(tick)} stroke="var(--line)" />
      <text
        x={MARGIN.left - 5}
        y={y(tick) + 4}
        text-anchor="end"
        class="figure text-2xs"
        fill="var(--ink-soft)">{tick}</text
      >
    {/each}
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
      <path
        d={`M${x(trap.wanted) - 5} ${y(trap.limitedA)}h10M${x(trap.wanted)} ${y(trap.limitedA) - 5}v10`}
        stroke="var(--cold)"
        stroke-width="2.5"
      />
      <text
        x={x(trap.wanted) + 8}
        y={y(trap.limitedA) + 4}
        class="text-2xs"
        fill="var(--cold)"
        font-weight="700">limited</text
      >
    {/if}
    {#each trap.series as n (n)}
      <text
        x={x(n)}
        y={HEIGHT - 6}
        text-anchor="middle"
        class="figure text-xs"
        font-weight={n === trap.wanted ? 700 : 400}
        fill="var(--ink-soft)">{n}</text
      >
    {/each}
    <text x={width} y={HEIGHT - 6} text-anchor="end" class="text-2xs" fill="var(--ink-soft)"
      >cells; up: A</text
    >
  </svg>
  <p class="text-xs leading-4">
    Here the current goes with the cells to the power {show(trap.exponent, 2)}; the rule says 1.6, a straight
    guess 1.
  </p>
</div>
