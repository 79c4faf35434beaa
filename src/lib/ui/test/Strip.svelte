<script lang="ts">
  import { max, min } from 'd3-array';
  import { scaleLinear } from 'd3-scale';
  import { area, line } from 'd3-shape';
  import type { QuantityName } from '../../core/units/quantity.ts';
  import { figure, figureUnit } from '../format/units.svelte.ts';

  /** One figure of a run against time: large as it stands, its curve over the ribbon that is expected, and where it stops. */
  let {
    id,
    title,
    quantity,
    seconds,
    values,
    highs = values,
    ribbon,
    lengthS,
    stopAt = null,
    worst,
    worstWord,
    digits = 3
  }: {
    /** Test id. */
    id: string;
    title: string;
    quantity: QuantityName;
    /** Times of the values, s. */
    seconds: readonly number[];
    /** SI; NaN where nothing was read. */
    values: readonly number[];
    /** Greatest of each step where `values` are the least of it; the values themselves by default. */
    highs?: readonly number[];
    /** Expected band at each time; null where nothing is expected. */
    ribbon: readonly (readonly [number, number] | null)[];
    /** Length of the axis, s. */
    lengthS: number;
    stopAt?: number | null;
    /** The peak that is held. */
    worst: number | null;
    worstWord: string;
    digits?: number;
  } = $props();

  const HEIGHT = 112;
  const margin = { top: 8, right: 6, bottom: 4, left: 6 };
  let width = $state(480);
  const now = $derived(values.findLast((v) => !Number.isNaN(v)) ?? null);
  const expected = $derived(ribbon[ribbon.length - 1] ?? null);
  const x = $derived(
    scaleLinear()
      .domain([0, Math.max(lengthS, seconds[seconds.length - 1] ?? 0)])
      .range([margin.left, width - margin.right])
  );
  const known = $derived([
    ...values.filter((v) => !Number.isNaN(v)),
    ...highs.filter((v) => !Number.isNaN(v)),
    ...ribbon.flatMap((b) => b ?? []),
    ...(stopAt === null ? [] : [stopAt])
  ]);
  const y = $derived(
    scaleLinear()
      .domain([min(known) ?? 0, max(known) ?? 1])
      .nice(3)
      .range([HEIGHT - margin.bottom, margin.top])
  );
  const step = $derived(Math.max(1, Math.floor(values.length / 1200)));
  const rows = $derived(seconds.map((_, k) => k).filter((k) => k % step === 0 || k === seconds.length - 1));
  const curve = $derived(
    line<number>()
      .defined((k) => !Number.isNaN(values[k]))
      .x((k) => x(seconds[k]))
      .y((k) => y(highs === values ? values[k] : (values[k] + highs[k]) / 2))(rows)
  );
  const spread = $derived(
    highs === values
      ? null
      : area<number>()
          .defined((k) => !Number.isNaN(values[k]))
          .x((k) => x(seconds[k]))
          .y0((k) => y(values[k]))
          .y1((k) => y(highs[k]))(rows)
  );
  const shade = $derived(
    area<number>()
      .defined((k) => ribbon[k] != null)
      .x((k) => x(seconds[k]))
      .y0((k) => y((ribbon[k] as [number, number])[0]))
      .y1((k) => y((ribbon[k] as [number, number])[1]))(rows)
  );
</script>

<section
  class="grid grid-cols-[8.5rem_minmax(0,1fr)] items-start gap-x-3 max-sm:grid-cols-[6.6rem_minmax(0,1fr)]"
  data-testid={`strip-${id}`}
>
  <div class="min-w-0">
    <h3 class="text-sm font-bold">{title}</h3>
    <p
      class="figure text-[30px] leading-9 font-bold whitespace-nowrap max-sm:text-[22px]"
      data-testid={`now-${id}`}
    >
      {figure(quantity, now, digits)}
    </p>
    <p class="text-xs leading-4 text-balance">
      {#if expected}expected {figure(quantity, expected[0], digits)} to {figureUnit(
          quantity,
          expected[1],
          digits
        )}{:else}&nbsp;{/if}
    </p>
    <p class="text-ink-soft figure text-xs leading-4">{worstWord} {figureUnit(quantity, worst, digits)}</p>
  </div>
  <div class="bg-sheet border-line relative min-w-0 border" bind:clientWidth={width}>
    <svg
      {width}
      height={HEIGHT}
      class="block"
      role="img"
      aria-label={`${title}: ${figureUnit(quantity, now, digits)}${expected ? `, expected ${figure(quantity, expected[0], digits)} to ${figureUnit(quantity, expected[1], digits)}` : ''}${stopAt === null ? '' : `, stops at ${figureUnit(quantity, stopAt, digits)}`}`}
    >
      {#if shade}<path d={shade} fill="var(--cold-faint)" />{/if}
      {#if stopAt !== null}
        <line
          x1={0}
          x2={width}
          y1={y(stopAt)}
          y2={y(stopAt)}
          stroke="var(--ink)"
          stroke-width="1.5"
          stroke-dasharray="6 4"
        />
        <text
          x={width - 6}
          y={y(stopAt) < 22 ? y(stopAt) + 12 : y(stopAt) - 4}
          text-anchor="end"
          font-size="11"
          fill="var(--ink)">stop {figureUnit(quantity, stopAt, digits)}</text
        >
      {/if}
      {#if spread}<path d={spread} fill="var(--cold-soft)" opacity="0.7" />{/if}
      {#if curve}<path d={curve} fill="none" stroke="var(--cold)" stroke-width="2" />{/if}
    </svg>
  </div>
</section>
