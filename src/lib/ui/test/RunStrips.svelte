<script lang="ts">
  import {
    channel,
    RIBBON_CHANNELS,
    STRIP_CHANNELS,
    type RecordedChannel,
    type RibbonChannel,
    type StripChannel
  } from '../../core/registry/channels.ts';
  import type { StoredRun } from '../../core/document/stored.ts';
  import { expectedAt, type Expected } from '../../core/testing/record/expected.ts';
  import type { Stage } from '../../core/testing/plan/stage.ts';
  import type { Sample } from '../../core/testing/record/sample.ts';
  import type { Thinned } from '../../core/testing/record/thin.ts';
  import Strip from './Strip.svelte';

  /** The strips of a run: as it goes on by its samples, or kept by its curve. */
  let {
    samples = null,
    overview = null,
    run = null,
    expected,
    stage,
    series
  }: {
    /** Samples of the run that goes on; null where a kept one is shown. */
    samples?: readonly Sample[] | null;
    /** Curve of a kept run. */
    overview?: Thinned | null;
    run?: StoredRun | null;
    expected: Expected | null;
    stage: Stage | null;
    /** Cells of the pack that was fitted. */
    series: number;
  } = $props();

  const STRIPS = STRIP_CHANNELS.map((id) => {
    const { name, quantity, digits, watched } = channel(id);
    return { id, title: name, quantity, digits, worst: watched === 'low' ? 'lowest' : 'peak' } as const;
  });
  /** A channel of the samples; volts per cell from the pack's. */
  const channelOf = (id: StripChannel): RecordedChannel => (id === 'cellVoltageV' ? 'batteryVoltageV' : id);
  const isRibbon = (id: StripChannel): id is RibbonChannel =>
    (RIBBON_CHANNELS as readonly string[]).includes(id);
  /** While a run goes on, what has a ribbon; of a kept one, what was read. */
  const wanted = $derived(
    STRIPS.filter(({ id }) => (overview ? overview.channels[channelOf(id)] !== undefined : isRibbon(id)))
  );
  const cells = $derived((id: StripChannel): number => (id === 'cellVoltageV' ? series : 1));
  const seconds = $derived(samples ? samples.map((s) => s.seconds) : (overview?.seconds ?? []));
  const throttles = $derived(overview?.channels.throttle);
  const moments = $derived(
    samples ?? seconds.map((t, k): Sample => ({ seconds: t, throttle: throttles ? throttles.high[k] : null }))
  );
  const low = (id: StripChannel): number[] =>
    samples
      ? samples.map((s) => (s[channelOf(id)] ?? NaN) / cells(id))
      : (overview?.channels[channelOf(id)]?.low ?? []).map((v) => (v ?? NaN) / cells(id));
  const high = (id: StripChannel): number[] =>
    (overview?.channels[channelOf(id)]?.high ?? []).map((v) => (v ?? NaN) / cells(id));
  const stopOf = (id: StripChannel): number | null =>
    stage?.watch.find((w) => w.quantity === id)?.stopAt ?? null;
  const worstOf = (all: readonly number[], most: 'peak' | 'lowest'): number | null => {
    const known = all.filter((v) => !Number.isNaN(v));
    return known.length === 0
      ? null
      : known.reduce((a, b) => (most === 'peak' ? Math.max(a, b) : Math.min(a, b)));
  };
  const lengthS = $derived(Math.max((stage?.seconds ?? 30) + 10, run?.details.seconds ?? 0));
  const shown = $derived(
    wanted.map((strip) => {
      const values = low(strip.id);
      const highs = samples ? values : high(strip.id);
      return {
        ...strip,
        values,
        highs,
        ribbon: moments.map((m) =>
          expected && isRibbon(strip.id) ? expectedAt(expected, strip.id, m) : null
        ),
        worstValue: worstOf(strip.worst === 'peak' ? highs : values, strip.worst)
      };
    })
  );
</script>

<div class="flex flex-col gap-2" data-testid="strips">
  {#each shown as s (s.id)}
    <Strip
      id={s.id}
      title={s.title}
      quantity={s.quantity}
      {seconds}
      values={s.values}
      highs={samples ? s.values : s.highs}
      ribbon={s.ribbon}
      {lengthS}
      stopAt={stopOf(s.id)}
      worst={s.worstValue}
      worstWord={s.worst}
      digits={s.digits ?? 3}
    />
  {/each}
  <p class="text-2xs text-ink-soft flex justify-between pl-[9.2rem] max-sm:pl-[7.3rem]">
    <span>0 s</span><span>ribbon: expected at this throttle, 10 to 90 %</span><span
      >{Math.round(lengthS)} s</span
    >
  </p>
</div>
