<script lang="ts">
  import OnDemand from '../marks/OnDemand.svelte';
  import { onMount } from 'svelte';
  import { Button } from 'flowbite-svelte';
  import type { CheckResult, PartName, Remedy } from '../../core/checks/finding.ts';
  import type { Comparison } from '../../core/compare/compare.ts';
  import type { StoredCraft, StoredPart, StoredRun, StoredSetup } from '../../core/document/stored.ts';
  import AppHeader from '../AppHeader.svelte';
  import { call } from '../../api/client.ts';
  import { fieldOwnsUndo } from './undo-keys.ts';
  import ChartView from '../charts/ChartView.svelte';
  import SensitivityView from '../charts/SensitivityView.svelte';
  import Ledger from './Ledger.svelte';
  import type { MatchState } from './match-state.svelte.ts';
  import PartColumn from './PartColumn.svelte';
  import PointBar from './PointBar.svelte';
  import PowerPath from './PowerPath.svelte';
  import { craftReadings, readingsOf } from './readings.ts';
  import SetupsPanel from './SetupsPanel.svelte';
  import type { SideSetup } from './side-setup.ts';
  import WhyPanel from './WhyPanel.svelte';

  /** The workbench: craft and setups left, power path and chart in the middle, findings right. */
  let {
    view,
    stored,
    craft,
    setups,
    older,
    compared,
    parts,
    runs,
    onopen,
    onlist
  }: {
    view: MatchState;
    /** The setup as the server has it. */
    stored: StoredSetup;
    craft: StoredCraft;
    setups: SideSetup[];
    /** How many newer setups are passed over to see older ones; null where there are none. */
    older: number | null;
    /** Pinned setups side by side. */
    compared: Comparison & { ids: number[]; names: string[] };
    parts: StoredPart[];
    /** Logged runs of this setup. */
    runs: StoredRun[];
    /** Opens another setup. */
    onopen: (id: number) => void;
    /** Reads the list of setups again. */
    onlist: () => Promise<void>;
  } = $props();

  const COLUMNS: { part: PartName; title: string }[] = [
    { part: 'battery', title: 'Pack' },
    { part: 'wiring', title: 'Wiring' },
    { part: 'esc', title: 'ESC' },
    { part: 'motor', title: 'Motor' },
    { part: 'propulsor', title: 'Propulsor' },
    { part: 'craft', title: 'Craft' }
  ];

  const CHARTS = [
    ['throttle', 'Throttle'],
    ['speed', 'Speed'],
    ['discharge', 'Discharge'],
    ['heat', 'Heat'],
    ['payload', 'Payload'],
    ['sensitivity', 'What matters']
  ] as const;

  let briefing = $state(false);
  let comparing = $state(false);
  let helping = $state(false);
  let opened = $state<string | null>(null);

  const answer = $derived(view.picture.answer);
  const checks = $derived(answer.checks);
  const throttle = $derived(view.point.throttle ?? 1);
  const charts = $derived(CHARTS.filter(([id]) => id !== 'payload' || craft.kind === 'multirotor'));
  const ask = (id: string | null): void => void view.ask(id);

  onMount(() => {
    void view.warm();
    void view.recover(stored);
    // opening is said on purpose: reading a page, ahead of a click too, writes nothing
    void call('openSetup', { id: view.id });
    const leave = (): void => void view.flush();
    addEventListener('pagehide', leave);
    return () => {
      removeEventListener('pagehide', leave);
      void view.flush();
    };
  });

  $effect(() => {
    void view.offer(stored);
  });

  function apply(remedy: Remedy, check: CheckResult): void {
    void view.edit(remedy.changes, `remedy for ${check.title}`);
  }

  function keys(event: KeyboardEvent): void {
    const mod = event.ctrlKey || event.metaKey;
    if (mod && /^[zy]$/i.test(event.key) && fieldOwnsUndo(event.target as HTMLInputElement)) return;
    if (mod && event.key.toLowerCase() === 'z') {
      event.preventDefault();
      void (event.shiftKey ? view.redo() : view.undo());
    } else if (mod && event.key.toLowerCase() === 'y') {
      event.preventDefault();
      void view.redo();
      return;
    }
    const field = (event.target as HTMLElement).matches('input, select, textarea');
    if (event.key === 'Escape') {
      ask(null);
      helping = false;
    } else if (event.key === '?' && !field) helping = !helping;
    else if (event.key === 'w' && !mod && !field) {
      const { why: id, rail } = (document.activeElement as HTMLElement | null)?.dataset ?? {};
      if (id) ask(id);
      else if (rail) showFinding(rail);
    }
  }

  async function compare(): Promise<void> {
    await onlist();
    comparing = true;
  }

  /** Opens a check's working in the ledger and brings it into view. */
  function showFinding(id: string): void {
    ask(null);
    opened = id;
    queueMicrotask(() =>
      document.querySelector(`[data-testid="finding-${id}"]`)?.scrollIntoView({ block: 'nearest' })
    );
  }
</script>

<svelte:window onkeydown={keys} />

<div class="mx-auto flex min-h-dvh max-w-[1800px] flex-col lg:h-dvh">
  <AppHeader room="match" matchId={view.id}>
    <span data-testid="save-state" role="status" title={view.saveProblem}
      >{view.saved}{view.saveProblem ? `: ${view.saveProblem}` : ''}</span
    >
    <Button
      size="xs"
      color="alternative"
      class="py-0.5"
      disabled={!view.canUndo && view.saved === 'saved'}
      data-testid="undo"
      title={view.undoLabel ? `undo: ${view.undoLabel} (Ctrl+Z)` : 'nothing to undo'}
      onclick={() => void view.undo()}>undo</Button
    >
    <Button
      size="xs"
      color="alternative"
      class="py-0.5"
      disabled={!view.canRedo}
      data-testid="redo"
      title={view.redoLabel ? `redo: ${view.redoLabel} (Ctrl+Shift+Z)` : 'nothing to redo'}
      onclick={() => void view.redo()}>redo</Button
    >
    <button class="px-1 font-bold" aria-label="Keys" data-testid="help" onclick={() => (helping = !helping)}
      >?</button
    >
  </AppHeader>

  <main
    class="grid min-h-0 flex-1 grid-cols-1 md:grid-cols-[190px_minmax(0,1fr)] lg:grid-cols-[190px_minmax(0,1fr)_270px] lg:grid-rows-[minmax(0,1fr)]"
  >
    <aside
      class="border-[var(--line)] px-4 py-3 md:border-r lg:overflow-y-auto lg:[contain:strict]"
      aria-label="Craft and setups"
    >
      <h1 class="text-[17px] font-bold">{craft.name}</h1>
      <p class="text-[12px] leading-4 text-[var(--ink-soft)]">{craft.story}</p>
      <dl class="mt-2 text-[13px] leading-[19px]" data-testid="craft-readings">
        {#each craftReadings(answer, view.picture.document.craft.massKg) as r (r.id)}
          <div class="flex justify-between gap-2">
            <dt class="text-[var(--ink-soft)]">{r.title}</dt>
            <dd class="figure">
              <button data-why={r.why} data-testid={r.id} class="text-right" onclick={() => ask(r.why)}
                >{r.text}</button
              >
            </dd>
          </div>
        {/each}
      </dl>
      <div class="mt-2 flex flex-wrap gap-1">
        <Button
          size="xs"
          color="alternative"
          class="px-2 py-0.5"
          data-testid="brief-open"
          onclick={() => (briefing = true)}>brief</Button
        >
        <Button
          size="xs"
          color="alternative"
          class="px-2 py-0.5"
          data-testid="fit-free"
          title="chooses every part that is not fixed, for what the brief wants"
          onclick={() => void view.fitFree()}>fit what is free</Button
        >
      </div>
      <SetupsPanel {view} {craft} {setups} {older} {onopen} {onlist} oncompare={() => void compare()} />
      {#if answer.estimates.length > 0}
        <h2 class="mt-3 mb-1 text-[12px] font-semibold text-[var(--ink-soft)]">Estimated here</h2>
        <ul class="text-[12px] leading-4" data-testid="estimates">
          {#each answer.estimates as e (e.path)}<li title={e.working}>{e.title}</li>{/each}
        </ul>
      {/if}
    </aside>

    <div class="relative flex min-w-0 flex-col px-3 py-2 lg:min-h-0 lg:overflow-y-auto lg:[contain:strict]">
      <PointBar {view} />
      {#if view.refused}
        <p
          class="mb-1 border-l-4 border-[var(--ink)] bg-[var(--sheet)] px-2 py-1 text-[13px]"
          role="alert"
          data-testid="refused"
        >
          {view.refused} The setup is as it was.
        </p>
      {/if}
      {#if view.said}
        <p
          class="mb-1 flex justify-between gap-3 border-l-4 border-[var(--cold)] bg-[var(--sheet)] px-2 py-1 text-[13px]"
          role="status"
          data-testid="said"
        >
          <span>{view.said}</span>
          <button class="text-[12px] underline" onclick={() => (view.said = '')}>close</button>
        </p>
      {/if}
      {#if answer.points[0].state === 'stalled'}
        <p class="mb-1 border-l-4 border-[var(--ink)] bg-[var(--sheet)] px-2 py-1 text-[13px]">
          The motor stalls: it cannot overcome its own friction here.
        </p>
      {/if}
      <div class="hidden sm:block"><PowerPath path={view.picture.path} onwhy={ask} /></div>
      <div class="mt-1 grid grid-cols-2 gap-y-3 sm:grid-cols-3 lg:grid-cols-6">
        {#each COLUMNS as c (c.part)}
          <PartColumn
            part={c.part}
            title={c.title}
            {view}
            parts={parts.filter((p) => p.kind === c.part)}
            checks={checks.filter((k) => k.rail === c.part && k.value !== null)}
            readings={readingsOf(c.part, answer)}
            onwhy={ask}
            onfinding={showFinding}
          />
        {/each}
      </div>
      <div class="mt-2 border-t border-[var(--line)] pt-1">
        <div class="mb-1 flex flex-wrap gap-x-4 text-[13px]" role="tablist" aria-label="Charts">
          {#each charts as [id, name] (id)}
            <button
              role="tab"
              aria-selected={view.chartId === id}
              data-testid={`tab-${id}`}
              class={view.chartId === id
                ? 'font-semibold underline decoration-2 underline-offset-4'
                : 'text-[var(--ink-soft)] hover:text-[var(--ink)]'}
              onclick={() => void view.show(id)}>{name}</button
            >
          {/each}
        </div>
        {#if view.chartId === 'sensitivity'}
          <SensitivityView list={answer.sensitivity} onwhy={ask} />
        {:else if view.picture.chart}
          <ChartView chart={view.picture.chart} {throttle} {runs} />
        {:else}
          <p class="py-6 text-[13px] text-[var(--ink-soft)]">
            {view.chartId === 'heat'
              ? 'Give the motor’s mass or its power rating: without one there is nothing to heat.'
              : 'Nothing to draw for this craft.'}
          </p>
        {/if}
      </div>
    </div>

    <aside
      class="border-[var(--line)] px-4 py-3 md:col-span-2 lg:col-span-1 lg:overflow-y-auto lg:border-l lg:[contain:strict]"
      aria-label="Findings"
    >
      {#if view.why}<WhyPanel why={view.why} onclose={() => ask(null)} />{/if}
      <h2 class="mb-1 text-[15px] font-bold">Findings</h2>
      <Ledger {checks} settled={view.settled} onapply={apply} bind:open={opened} />
      {#each answer.notes as note (note)}<p class="mt-2 text-[12px] text-[var(--ink-soft)]">{note}</p>{/each}
      <p class="mt-3 text-[11px] leading-4 text-[var(--ink-soft)]">
        Why? Press w on a figure, or press the figure. Predictions are never permission: the makers’ limits
        and the rules of the place come first. Props off while setting up.
      </p>
    </aside>
  </main>
</div>

<!-- what is opened now and then is fetched when it is: the page starts without it -->
<OnDemand wanted={briefing} load={() => import('./BriefPanel.svelte')}>
  {#snippet children(BriefPanel)}
    <BriefPanel {view} supplies={parts.filter((p) => p.kind === 'receiver-supply')} bind:open={briefing} />
  {/snippet}
</OnDemand>
<OnDemand wanted={comparing} load={() => import('./SideBySide.svelte')}>
  {#snippet children(SideBySide)}
    <SideBySide ids={compared.ids} names={compared.names} comparison={compared} bind:open={comparing} />
  {/snippet}
</OnDemand>
<OnDemand wanted={helping} load={() => import('./KeysHelp.svelte')}>
  {#snippet children(KeysHelp)}
    <KeysHelp bind:open={helping} />
  {/snippet}
</OnDemand>
{#if view.conflict}
  {@const conflict = view.conflict}
  {#await import('./ConflictDialog.svelte') then { default: ConflictDialog }}
    <ConflictDialog {conflict} onchoose={(mine) => view.resolve(mine)} />
  {/await}
{/if}
