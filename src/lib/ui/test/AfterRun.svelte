<script lang="ts">
  import { channel, type WatchedChannel } from '../../core/registry/channels.ts';
  import type { Caution } from '../../core/cautions/cautions.ts';
  import type { StoredRun } from '../../core/document/stored.ts';
  import type { Feel } from '../../core/document/run-schema.ts';
  import { watchValue } from '../../core/testing/plan/plan-text.ts';
  import type { Stage } from '../../core/testing/plan/stage.ts';
  import { units } from '../format/units.svelte.ts';
  import CautionList from '../sheet/CautionList.svelte';
  import FeelButtons from './FeelButtons.svelte';
  import FlightForm from './FlightForm.svelte';

  /** What follows a run: how it ended, how warm everything is by hand, and for a flight what it left in the pack. */
  let {
    run,
    stage,
    school,
    charge,
    acknowledged,
    onread,
    onfeel,
    onleft
  }: {
    run: StoredRun;
    stage: Stage | null;
    /** By what practitioners judge warmth, in words. */
    school: string;
    /** Cautions of charging, which comes next. */
    charge: readonly Caution[];
    /** Those that were read. */
    acknowledged: Readonly<Record<string, boolean>>;
    onread: (id: string, read: boolean) => void;
    onfeel: (feel: Feel) => void;
    /** Called with what a flight left: seconds and resting volts per cell, or ampere-hours put back. */
    onleft: (left: { seconds: number; restedCellV: number | null; chargedAh: number | null }) => void;
  } = $props();

  const ENDS = {
    time: 'It ended after its time.',
    stopped: 'It was stopped by hand.',
    left: 'It stopped by itself because nobody looked at it any more.',
    'broken-off': 'It was broken off; what was read until then is kept.'
  } as const;
  const ended = $derived.by(() => {
    const { end } = run.details;
    if (!end) return '';
    if (end.rule !== 'limit') return ENDS[end.rule];
    const q = end.quantity as WatchedChannel;
    return `It stopped by itself: ${channel(q).name} ${watchValue(q, end.value as number, units.choice)}, limit ${watchValue(q, end.limit as number, units.choice)}.`;
  });
</script>

<section class="border-line border-b pb-3" aria-labelledby="then-title" data-testid="after-run">
  {#if run.details.source === 'serial' && run.details.end?.rule === 'limit'}<p
      class="bg-ink text-page px-3 py-2 text-2xl font-bold"
      role="alert"
      data-testid="close-throttle"
    >
      Close the throttle.
    </p>{/if}
  {#if ended}<p class="text-sm font-semibold" role="status" data-testid="ended">{ended}</p>{/if}
  <h2 id="then-title">Then</h2>
  {#if stage?.kind === 'time'}<FlightForm {onleft} />{/if}
  <p class="text-sm">
    Pull the pack and hold a hand on motor front and back, ESC, both sets of wires, pack, by “{school}”:
  </p>
  <FeelButtons feel={run.details.feel ?? null} {onfeel} />
  {#if charge.length > 0}
    <h3 class="mt-2 text-sm font-semibold">Before it is charged</h3>
    <div class="max-w-[80ch] text-xs" data-testid="cautions-of-charging">
      <CautionList cautions={charge} {acknowledged} {onread} />
    </div>
  {/if}
</section>
