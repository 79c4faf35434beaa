<script lang="ts">
  import TextButton from '../kit/TextButton.svelte';
  import { SOURCE_WORDS } from '../../core/document/run-words.ts';
  import { highestAmps } from '../../core/testing/record/run-readings.ts';
  import { AIM } from '../../core/testing/quality.ts';
  import { partWord } from '../../core/document/part-words.ts';
  import { showRound } from '../../core/units/show.ts';
  import { day } from '../format/dates.ts';
  import { figureUnit } from '../format/units.svelte.ts';
  import type { StoredRun } from '../../core/document/stored.ts';
  import type { TestState } from './test-state.svelte.ts';

  /** Runs of this setup, newest first: looked at, picked to learn from, taken out. */
  let { view, ondelete }: { view: TestState; ondelete: (run: StoredRun) => void } = $props();
</script>

<section aria-labelledby="log-title" data-testid="log">
  <div class="flex items-baseline gap-4">
    <h2 id="log-title">Log</h2>
    <a
      class="press text-cold inline-flex items-center text-sm underline"
      href={`/test/${view.stored.id}/series`}
      data-testid="to-series">a series of {partWord('propulsor', view.stored.document.propulsor.kind)}s</a
    >
    <a
      class="press text-cold inline-flex items-center text-sm underline"
      href={`/test/${view.stored.id}/log`}
      data-testid="to-log">the whole log</a
    >
  </div>
  {#if view.runs.length === 0}
    <p class="text-ink-soft text-xs">
      Nothing is logged yet. A run of the first stage, typed or on the simulated stand, is the first entry.
    </p>
  {/if}
  {#if view.quality && view.quality.of > 0}
    <p class="text-xs" data-testid="quality">
      {view.quality.inside} of {view.quality.of} readings lay inside their band; {showRound(100 * AIM)} in a hundred
      are meant to.
    </p>
  {/if}
  <ul class="text-sm">
    {#each view.runs as run (run.id)}
      <li class="border-line flex items-baseline gap-2 border-t py-1">
        <label class="inline-flex items-center max-sm:min-h-11 max-sm:min-w-8"
          ><span class="sr-only">learn from {run.title}</span>
          <input
            type="checkbox"
            class="translate-y-[2px] max-sm:translate-y-0"
            disabled={run.readings.length === 0}
            checked={view.picked.includes(run.id)}
            onchange={(e) => view.pick(run.id, e.currentTarget.checked)}
          /></label
        >
        <button
          class={`press min-w-0 flex-1 text-left leading-4 ${view.looked?.run.id === run.id ? 'font-bold' : ''}`}
          data-testid={`run-${run.id}`}
          onclick={() => void view.look(run.id)}
        >
          {run.title}
          <span class="text-ink-soft block text-xs font-normal"
            >{day(run.heldAt)}, {SOURCE_WORDS[run.details.source ?? 'typed']}{run.verdict
              ? `: ${run.verdict}`
              : ''}</span
          >
        </button>
        <span class="figure text-xs">{figureUnit('current', highestAmps(run))}</span>
        <TextButton
          tone="soft"
          size="xs"
          aria-label={`take ${run.title} out of the log`}
          onclick={() => ondelete(run)}>take out</TextButton
        >
      </li>
    {/each}
  </ul>
</section>
