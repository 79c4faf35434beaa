<script lang="ts">
  import TextField from '../kit/TextField.svelte';
  import Alert from '../kit/Alert.svelte';
  import OutlineButton from '../kit/OutlineButton.svelte';
  import TextButton from '../kit/TextButton.svelte';
  import Choice from '../kit/Choice.svelte';
  import { onMount, untrack } from 'svelte';
  import type { StoredCraft, StoredRun } from '../../core/document/stored.ts';
  import { shopWords } from '../../core/alternatives/shop-words.ts';
  import { showMinutes } from '../../core/units/show.ts';
  import AppHeader from '../AppHeader.svelte';
  import { day } from '../format/dates.ts';
  import { figureUnit } from '../format/units.svelte.ts';
  import UndoToast from '../kit/UndoToast.svelte';
  import ComparePanel from '../test/ComparePanel.svelte';
  import RunStrips from '../test/RunStrips.svelte';
  import { DAMAGE_WORDS, SOURCE_WORDS } from '../../core/document/run-words.ts';
  import { highestAmps } from '../../core/testing/record/run-readings.ts';
  import { LogState } from './log-state.svelte.ts';
  import RunNotes from './RunNotes.svelte';

  /** The log of a craft: every run of every setup, what was read, noted and broke. */
  let {
    craft,
    setupId,
    setups,
    runs,
    total
  }: {
    craft: StoredCraft;
    /** The setup from whose test the log was opened. */
    setupId: number;
    setups: readonly { id: number; name: string }[];
    /** The newest runs. */
    runs: StoredRun[];
    total: number;
  } = $props();

  // the screen is made anew for another craft
  const view = untrack(() => new LogState(craft.id, runs, total));
  let ready = $state(false);
  let of = $state('all');
  let words = $state('');
  let toast = $state<{ text: string; undo?: () => void } | null>(null);
  onMount(() => {
    ready = true;
  });

  const nameOf = (id: number): string => setups.find((s) => s.id === id)?.name ?? 'a setup that was deleted';
  const found = $derived(
    view.runs.filter((run) => {
      if (of !== 'all' && run.setupId !== Number(of)) return false;
      const asked = words.trim().toLowerCase();
      const d = run.details;
      return (
        asked === '' ||
        [
          run.title,
          run.verdict,
          d.notes,
          d.place,
          d.series,
          d.brokePart,
          d.brokeLook,
          nameOf(run.setupId)
        ].some((t) => t?.toLowerCase().includes(asked))
      );
    })
  );
  async function take(run: StoredRun): Promise<void> {
    if (!(await view.mark(run.id, true))) return;
    toast = {
      text: `“${run.title}” is out of the log.`,
      undo: async () => {
        toast = null;
        await view.mark(run.id, false);
      }
    };
  }
</script>

<svelte:head><title>Log · {craft.name} · Iskarn</title></svelte:head>

<div class="mx-auto flex min-h-dvh max-w-[1800px] flex-col lg:h-dvh" data-ready={ready}>
  <AppHeader room="test" craft={{ name: craft.name, setupId }} />
  <main id="main" tabindex="-1" class="grid min-h-0 flex-1 grid-cols-1 lg:grid-cols-[440px_minmax(0,1fr)]">
    <aside
      class="border-line flex min-w-0 flex-col gap-2 px-4 py-3 max-lg:border-b lg:overflow-y-auto lg:border-r"
      aria-label="Runs"
    >
      <div class="flex flex-wrap items-baseline gap-x-4">
        <h1 class="text-xl font-bold">Log of {craft.name}</h1>
        <a
          class="press text-cold ml-auto inline-flex items-center text-sm underline"
          href={`/test/${setupId}`}>back to the plan</a
        >
      </div>
      <div class="flex flex-wrap items-center gap-2 text-xs">
        <Choice
          size="form"
          class="w-44"
          items={[
            { value: 'all', name: 'all setups' },
            ...setups.map((s) => ({ value: String(s.id), name: s.name }))
          ]}
          label="setup"
          id="log-setup"
          bind:value={of}
        />
        <TextField
          class="min-w-0 flex-1"
          type="search"
          placeholder="words, place, what broke"
          aria-label="look for words"
          data-testid="log-words"
          bind:value={words}
        />
      </div>
      <Alert says={view.problem} id="problem" />
      {#if view.runs.length === 0}
        <p class="text-ink-soft text-sm">
          Nothing is logged yet. A run of the first stage of the plan, typed, read from a meter or on the
          simulated stand, is the first entry.
        </p>
      {/if}
      <ul class="text-sm" data-testid="log-list">
        {#each found as run (run.id)}
          <li class="border-line flex items-baseline gap-2 border-t py-1">
            <button
              class={`press min-w-0 flex-1 text-left leading-4 ${view.looked?.run.id === run.id ? 'font-bold' : ''}`}
              data-testid={`run-${run.id}`}
              onclick={() => void view.look(run.id)}
              >{run.title}{#if run.details.broke}<span class="pl-2 text-xs font-semibold"
                  >{DAMAGE_WORDS[run.details.broke as keyof typeof DAMAGE_WORDS]}</span
                >{/if}
              <span class="text-ink-soft block text-xs font-normal"
                >{day(run.heldAt)}, {nameOf(run.setupId)}, {SOURCE_WORDS[
                  run.details.source ?? 'typed'
                ]}{run.verdict ? `: ${run.verdict}` : ''}</span
              ></button
            >
            <span class="figure text-right text-xs"
              >{figureUnit('current', highestAmps(run))}{#if run.details.seconds}<span
                  class="text-ink-soft block">{showMinutes(run.details.seconds)}</span
                >{/if}</span
            >
          </li>
        {/each}
      </ul>
      {#if view.runs.length < view.total}
        <OutlineButton disabled={view.busy} data-testid="log-more" onclick={() => void view.more()}
          >{view.busy ? 'fetching …' : `older runs: ${view.total - view.runs.length} more`}</OutlineButton
        >
      {/if}
      <p class="mt-auto flex flex-wrap gap-x-4 pt-2 text-xs">
        <a
          class="press inline-flex items-center underline"
          href={`/api/v1/crafts/${craft.id}/log/readings.csv`}
          download
          data-testid="log-csv">readings as CSV</a
        >
        <a
          class="press inline-flex items-center underline"
          href={`/api/v1/crafts/${craft.id}/log/zip`}
          download
          data-testid="log-zip">everything, as a data package</a
        >
      </p>
    </aside>
    <div class="flex min-w-0 flex-col gap-3 px-4 py-3 lg:overflow-y-auto">
      {#if view.looked}
        {@const { run, document, overview, comparison } = view.looked}
        <div class="flex flex-wrap items-baseline gap-x-4 gap-y-1">
          <h2 class="text-xl font-bold" data-testid="looked-title">{run.title}</h2>
          <span class="text-ink-soft text-sm"
            >{day(run.heldAt)}; {shopWords('motor', document)}, {shopWords('propulsor', document)}, {shopWords(
              'battery',
              document
            )}</span
          >
          <span class="ml-auto flex gap-4 text-xs">
            {#if run.samples > 0}<a
                class="press inline-flex items-center underline"
                href={`/api/v1/runs/${run.id}/samples`}
                download>{run.samples.toLocaleString('en').replaceAll(',', '\u2009')} samples as CSV</a
              >{/if}
            <TextButton
              aria-label={`take ${run.title} out of the log`}
              data-testid="log-take"
              onclick={() => void take(run)}>take out</TextButton
            >
          </span>
        </div>
        {#if overview && overview.seconds.length > 0}
          <RunStrips {overview} {run} expected={null} stage={null} series={document.battery.series} />
        {/if}
        {#if comparison && comparison.moments.length > 0}<ComparePanel {comparison} />{/if}
        {#key `${run.id} ${run.revision}`}
          <RunNotes {run} onkeep={(edited) => view.note(edited)} />
        {/key}
      {:else if view.runs.length > 0}
        <p class="text-ink-soft text-sm">
          Choose a run: its curve, what was predicted beside what was read, and what was noted of it.
        </p>
      {/if}
    </div>
  </main>
</div>
{#if toast}<UndoToast
    text={toast.text}
    id="undo-log"
    onundo={toast.undo}
    onclose={() => (toast = null)}
  />{/if}
