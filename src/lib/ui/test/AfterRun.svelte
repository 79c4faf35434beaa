<script lang="ts">
  import type { StoredRun } from '../../core/document/stored.ts';
  import { FEELS, type Feel } from '../../core/document/run-schema.ts';
  import { FEEL_WORDS } from '../../core/testing/plan/log-entry.ts';
  import { WATCH_WORDS, watchValue } from '../../core/testing/plan/plan-text.ts';
  import type { Stage, Watched } from '../../core/testing/plan/stage.ts';
  import { units } from '../format/units.svelte.ts';

  /** What follows a run: how it ended, how warm everything is by hand, and for a flight what it left in the pack. */
  let {
    run,
    stage,
    school,
    onfeel,
    onleft
  }: {
    run: StoredRun;
    stage: Stage | null;
    /** By what practitioners judge warmth, in words. */
    school: string;
    onfeel: (feel: Feel) => void;
    /** Called with what a flight left: seconds and resting volts per cell, or ampere-hours put back. */
    onleft: (left: { seconds: number | null; restedCellV: number | null; chargedAh: number | null }) => void;
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
    const q = end.quantity as Watched;
    return `It stopped by itself: ${WATCH_WORDS[q].title} ${watchValue(q, end.value as number, units.choice)}, limit ${watchValue(q, end.limit as number, units.choice)}.`;
  });
  let seconds = $state('');
  let rested = $state('');
  let charged = $state('');
  const read = (text: string): number | null => {
    const value = Number(text.trim().replace(',', '.'));
    return text.trim() === '' || !Number.isFinite(value) ? null : value;
  };
</script>

<section class="border-line border-b pb-3" aria-labelledby="then-title" data-testid="after-run">
  {#if ended}<p class="text-sm font-semibold" role="status" data-testid="ended">{ended}</p>{/if}
  <h2 id="then-title" class="text-lg font-bold">Then</h2>
  {#if stage?.kind === 'time'}
    <div class="flex flex-wrap items-end gap-3 text-sm">
      {#each [['seconds', 'seconds in the air or on the water'], ['rested', 'resting volts per cell'], ['charged', 'or Ah put back']] as const as [id, title] (id)}
        <label class="flex flex-col text-xs"
          >{title}
          <input
            class="figure border-line bg-sheet w-28 border px-1.5 py-1 text-base"
            inputmode="decimal"
            data-testid={`left-${id}`}
            value={id === 'seconds' ? seconds : id === 'rested' ? rested : charged}
            oninput={(e) => {
              if (id === 'seconds') seconds = e.currentTarget.value;
              else if (id === 'rested') rested = e.currentTarget.value;
              else charged = e.currentTarget.value;
            }}
          /></label
        >
      {/each}
      <button
        class="press border-ink border px-3 py-1 font-semibold"
        data-testid="left-note"
        onclick={() =>
          onleft({ seconds: read(seconds), restedCellV: read(rested), chargedAh: read(charged) })}
        >note it</button
      >
    </div>
  {/if}
  <p class="text-sm">
    Pull the pack and hold a hand on motor front and back, ESC, both sets of wires, pack, by “{school}”:
  </p>
  <div class="mt-1 flex flex-wrap gap-2" role="group" aria-label="How warm it is">
    {#each FEELS.toReversed() as feel (feel)}
      <button
        class={`press border px-3 py-1.5 text-base ${run.details.feel === feel ? 'border-ink bg-ink text-page font-semibold' : 'border-line bg-sheet'}`}
        aria-pressed={run.details.feel === feel}
        data-testid={`feel-${feel}`}
        onclick={() => onfeel(feel)}>{FEEL_WORDS[feel]}</button
      >
    {/each}
  </div>
</section>
