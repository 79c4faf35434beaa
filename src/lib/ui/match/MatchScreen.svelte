<script lang="ts">
  import { onMount } from 'svelte';
  import { Button, Input, Modal, Toast } from 'flowbite-svelte';
  import type { CheckResult, PartName, Remedy } from '../../core/checks/check.ts';
  import type { CompareRow } from '../../core/brief/compare.ts';
  import type { StoredCraft, StoredPart, StoredRun, StoredSetup } from '../../core/setup/stored.ts';
  import AppHeader from '../AppHeader.svelte';
  import ChartView from '../charts/ChartView.svelte';
  import SensitivityView from '../charts/SensitivityView.svelte';
  import { figure, figureUnit } from '../format/units.svelte.ts';
  import { call } from './api.ts';
  import BriefPanel from './BriefPanel.svelte';
  import Ledger from './Ledger.svelte';
  import type { MatchState } from './match-state.svelte.ts';
  import PartColumn from './PartColumn.svelte';
  import PowerPath from './PowerPath.svelte';
  import { craftReadings, readingsOf } from './readings.ts';
  import WhyPanel from './WhyPanel.svelte';

  interface SideSetup {
    id: number;
    name: string;
    inUse: boolean;
    pinned: boolean;
    amps: number | null;
  }

  /** The workbench: craft and setups left, power path and chart in the middle, findings right. */
  let {
    view,
    craft,
    setups,
    compared,
    parts,
    runs,
    onopen,
    onlist
  }: {
    view: MatchState;
    craft: StoredCraft;
    setups: SideSetup[];
    /** Pinned setups side by side. */
    compared: { names: string[]; rows: CompareRow[] };
    parts: StoredPart[];
    /** Logged runs of this setup. */
    runs: StoredRun[];
    /** Opens another setup. */
    onopen: (id: number) => void;
    /** Reads the list of setups again. */
    onlist: () => Promise<void>;
  } = $props();

  const COLUMNS: { part: PartName; title: string; rails: string[] }[] = [
    { part: 'battery', title: 'Pack', rails: ['pack-current', 'cell-voltage'] },
    { part: 'wiring', title: 'Wiring', rails: ['wiring-current'] },
    { part: 'esc', title: 'ESC', rails: ['esc-current', 'esc-voltage'] },
    { part: 'motor', title: 'Motor', rails: ['motor-current', 'motor-power'] },
    { part: 'propulsor', title: 'Propulsor', rails: ['pitch-speed', 'boat-slip', 'propulsor-rpm'] },
    { part: 'craft', title: 'Craft', rails: ['thrust-to-weight', 'hover-throttle', 'boat-planing', 'time'] }
  ];

  const CHARTS = [
    ['throttle', 'Throttle'],
    ['speed', 'Speed'],
    ['discharge', 'Discharge'],
    ['heat', 'Heat'],
    ['payload', 'Payload'],
    ['sensitivity', 'What matters']
  ] as const;

  let renaming = $state(false);
  let briefing = $state(false);
  let comparing = $state(false);
  let helping = $state(false);
  let asked = $state<string | null>(null);
  let newName = $state('');
  let deleted = $state<{ id: number; name: string } | null>(null);
  let said = $state('');
  /** The list's last refresh: leaving before it ends would ask for a page that is gone. */
  let listing: Promise<void> = Promise.resolve();

  const answer = $derived(view.picture.answer);
  const checks = $derived(answer.checks);
  const throttle = $derived(view.point.throttle ?? 1);
  const charge = $derived(view.point.stateOfCharge ?? 1);
  const speed = $derived(view.point.speedMs ?? 0);
  const title = $derived(
    `${throttle === 1 ? 'Full throttle' : `${figure('share', throttle)} % throttle`}, ${
      speed === 0 ? 'standing still' : `at ${figureUnit('speed', speed)}`
    }, ${charge === 1 ? 'full pack' : `${figure('share', charge)} % charge`}`
  );

  const charts = $derived(CHARTS.filter(([id]) => id !== 'payload' || craft.kind === 'multirotor'));
  const why = $derived(asked === null ? null : (view.picture.why[asked] ?? null));

  onMount(() => {
    void view.recover();
    const leave = (): void => void view.flush();
    addEventListener('pagehide', leave);
    return () => {
      removeEventListener('pagehide', leave);
      void view.flush();
    };
  });

  function apply(remedy: Remedy, check: CheckResult): void {
    void view.edit(remedy.changes, `remedy for ${check.title}`);
  }

  async function duplicate(): Promise<void> {
    await view.flush();
    const made = await call<StoredSetup>('POST', `/api/v1/setups/${view.id}/duplicate`);
    if (made.ok) onopen(made.value.id);
    else said = made.message;
  }

  async function remove(): Promise<void> {
    await view.flush();
    await listing;
    const id = view.id;
    const name = view.document.name ?? 'Setup';
    const other = setups.find((s) => s.id !== id);
    if (!other) {
      said = 'This is the craft’s only setup; make another before deleting it.';
      return;
    }
    const done = await call('DELETE', `/api/v1/setups/${id}`);
    if (!done.ok) {
      said = done.message;
      return;
    }
    sessionStorage.setItem('iskarn-deleted', JSON.stringify({ id, name }));
    onopen(other.id);
  }

  onMount(() => {
    const kept = sessionStorage.getItem('iskarn-deleted');
    if (kept) {
      deleted = JSON.parse(kept) as { id: number; name: string };
      sessionStorage.removeItem('iskarn-deleted');
    }
  });

  async function restore(): Promise<void> {
    if (!deleted) return;
    const { id } = deleted;
    deleted = null;
    const done = await call('POST', `/api/v1/setups/${id}/restore`);
    if (done.ok) onopen(id);
    else said = done.message;
  }

  async function rename(): Promise<void> {
    renaming = false;
    const name = newName.trim();
    if (name === '' || name === view.document.name) return;
    await view.edit([{ path: 'name', value: name }], `renamed to ${name}`);
    await view.flush();
    listing = onlist();
    await listing;
  }

  function keys(event: KeyboardEvent): void {
    const mod = event.ctrlKey || event.metaKey;
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
      asked = null;
      helping = false;
    } else if (event.key === '?' && !field) helping = !helping;
    else if (event.key === 'w' && !mod && !field) {
      const id = (document.activeElement as HTMLElement | null)?.dataset.why;
      if (id) asked = id;
    }
  }

  async function pin(id: number, pinned: boolean): Promise<void> {
    await call('POST', `/api/v1/setups/${id}/${pinned ? 'unpin' : 'pin'}`);
    await onlist();
  }

  async function use(): Promise<void> {
    const done = await call('POST', `/api/v1/setups/${view.id}/use`);
    said = done.ok ? '' : done.message;
    await onlist();
  }

  async function compare(): Promise<void> {
    await view.flush();
    await onlist();
    comparing = true;
  }

  function lookAt(throttle: number, charge: number, speedMs: number): void {
    void view.look({ throttle, speedMs, stateOfCharge: charge });
  }

  async function exportSetup(): Promise<void> {
    const { download } = await import('../charts/download.ts');
    download(
      `${view.document.name ?? 'setup'}.json`,
      'application/json',
      JSON.stringify(view.document, null, 2)
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
      class="border-[var(--line)] px-4 py-3 md:border-r lg:overflow-y-auto"
      aria-label="Craft and setups"
    >
      <h1 class="text-[17px] font-bold">{craft.name}</h1>
      <p class="text-[12px] leading-4 text-[var(--ink-soft)]">{craft.story}</p>
      <dl class="mt-2 text-[13px] leading-[19px]" data-testid="craft-readings">
        {#each craftReadings(answer) as r (r.id)}
          <div class="flex justify-between gap-2">
            <dt class="text-[var(--ink-soft)]">{r.title}</dt>
            <dd class="figure">
              <button data-why={r.why} data-testid={r.id} class="text-right" onclick={() => (asked = r.why)}
                >{r.text}</button
              >
            </dd>
          </div>
        {/each}
      </dl>
      <Button
        size="xs"
        color="alternative"
        class="mt-2 px-2 py-0.5"
        data-testid="brief-open"
        onclick={() => (briefing = true)}>brief</Button
      >
      <h2 class="mt-3 mb-1 text-[12px] font-semibold text-[var(--ink-soft)]">Setups</h2>
      <ul class="flex flex-col gap-1" data-testid="setups">
        {#each setups as s (s.id)}
          {@const mine = s.id === view.id}
          <li
            class={`flex items-stretch rounded-[2px] border ${mine ? 'border-[var(--ink)] bg-[var(--sheet)]' : 'border-[var(--line)] hover:border-[var(--cold)]'}`}
          >
            <a
              href={`/match/${s.id}`}
              class="min-w-0 flex-1 px-2 py-1"
              aria-current={mine ? 'true' : undefined}
            >
              <span class="block truncate text-[13px] font-semibold"
                >{mine ? (view.document.name ?? 'Setup') : s.name}</span
              >
              <span class="figure flex justify-between text-[12px] text-[var(--ink-soft)]">
                <span>{figureUnit('current', mine ? answer.points[0].batteryCurrentA : s.amps)}</span>
                {#if s.inUse}<span class="font-sans">in use</span>{/if}
              </span>
            </a>
            <button
              class="px-1.5 text-[11px] text-[var(--ink-soft)]"
              aria-pressed={s.pinned}
              title={s.pinned ? 'compared; press to take out' : 'compare this one too'}
              onclick={() => void pin(s.id, s.pinned)}
              >{s.pinned ? '▮' : '▯'}<span class="sr-only">compare {s.name}</span></button
            >
          </li>
        {/each}
      </ul>
      <div class="mt-2 flex flex-wrap gap-1">
        <Button
          size="xs"
          color="alternative"
          class="px-2 py-0.5"
          data-testid="duplicate"
          onclick={() => void duplicate()}>duplicate</Button
        >
        <Button
          size="xs"
          color="alternative"
          class="px-2 py-0.5"
          data-testid="compare"
          onclick={() => void compare()}>compare</Button
        >
        <Button size="xs" color="alternative" class="px-2 py-0.5" data-testid="use" onclick={() => void use()}
          >use this</Button
        >
        <Button
          size="xs"
          color="alternative"
          class="px-2 py-0.5"
          data-testid="rename"
          onclick={() => {
            newName = view.document.name ?? '';
            renaming = true;
          }}>rename</Button
        >
        <Button
          size="xs"
          color="alternative"
          class="px-2 py-0.5"
          data-testid="delete"
          onclick={() => void remove()}>delete</Button
        >
        <Button size="xs" color="alternative" class="px-2 py-0.5" onclick={() => void exportSetup()}
          >export</Button
        >
      </div>
      {#if answer.estimates.length > 0}
        <h2 class="mt-3 mb-1 text-[12px] font-semibold text-[var(--ink-soft)]">Estimated here</h2>
        <ul class="text-[12px] leading-4" data-testid="estimates">
          {#each answer.estimates as e (e.path)}<li title={e.working}>{e.title}</li>{/each}
        </ul>
      {/if}
    </aside>

    <div class="relative flex min-w-0 flex-col px-3 py-2 lg:min-h-0 lg:overflow-y-auto">
      <div
        class="flex flex-wrap items-center justify-between gap-x-4 px-1 pb-1 text-[12px] text-[var(--ink-soft)]"
      >
        <span data-testid="point-title">{title}</span>
        <span class="flex flex-wrap items-center gap-3">
          <label class="flex items-center gap-1"
            >throttle <input
              type="range"
              min="0.05"
              max="1"
              step="0.05"
              value={throttle}
              aria-label="throttle"
              data-testid="look-throttle"
              class="h-1 w-20 accent-[var(--cold)]"
              oninput={(e) => lookAt(Number(e.currentTarget.value), charge, speed)}
            /></label
          >
          <label class="flex items-center gap-1"
            >charge <input
              type="range"
              min="0"
              max="1"
              step="0.05"
              value={charge}
              aria-label="charge"
              class="h-1 w-16 accent-[var(--cold)]"
              oninput={(e) => lookAt(throttle, Number(e.currentTarget.value), speed)}
            /></label
          >
          <label class="flex items-center gap-1"
            >speed <input
              type="range"
              min="0"
              max="40"
              step="1"
              value={speed}
              aria-label="speed"
              data-testid="look-speed"
              class="h-1 w-16 accent-[var(--cold)]"
              oninput={(e) => lookAt(throttle, charge, Number(e.currentTarget.value))}
            /></label
          >
        </span>
      </div>
      {#if view.refused}
        <p
          class="mb-1 border-l-4 border-[var(--ink)] bg-[var(--sheet)] px-2 py-1 text-[13px]"
          role="alert"
          data-testid="refused"
        >
          {view.refused} The setup is as it was.
        </p>
      {/if}
      {#if answer.points[0].state === 'stalled'}
        <p class="mb-1 border-l-4 border-[var(--ink)] bg-[var(--sheet)] px-2 py-1 text-[13px]">
          The motor stalls: it cannot overcome its own friction here.
        </p>
      {/if}
      <div class="hidden sm:block"><PowerPath path={view.picture.path} onwhy={(id) => (asked = id)} /></div>
      <div class="mt-1 grid grid-cols-2 gap-y-3 sm:grid-cols-3 lg:grid-cols-6">
        {#each COLUMNS as c (c.part)}
          <PartColumn
            part={c.part}
            title={c.title}
            {view}
            parts={parts.filter((p) => p.kind === c.part)}
            checks={checks.filter((k) => c.rails.includes(k.id) && k.value !== null)}
            readings={readingsOf(c.part, answer)}
            onwhy={(id) => (asked = id)}
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
          <SensitivityView list={answer.sensitivity} />
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
      class="border-[var(--line)] px-4 py-3 md:col-span-2 lg:col-span-1 lg:overflow-y-auto lg:border-l"
      aria-label="Findings"
    >
      {#if why}<WhyPanel {why} onclose={() => (asked = null)} />{/if}
      <h2 class="mb-1 text-[15px] font-bold">Findings</h2>
      <Ledger {checks} onapply={apply} />
      {#each answer.notes as note (note)}<p class="mt-2 text-[12px] text-[var(--ink-soft)]">{note}</p>{/each}
      <p class="mt-3 text-[11px] leading-4 text-[var(--ink-soft)]">
        Why? Press w on a figure, or press the figure. Predictions are never permission: the makers’ limits
        and the rules of the place come first. Props off while setting up.
      </p>
    </aside>
  </main>
</div>

<BriefPanel {view} bind:open={briefing} />

<Modal title="Rename the setup" bind:open={renaming} size="xs">
  <form
    onsubmit={(e) => {
      e.preventDefault();
      void rename();
    }}
    class="flex gap-2"
  >
    <Input bind:value={newName} aria-label="Name" data-testid="new-name" maxlength={200} />
    <Button type="submit" data-testid="rename-ok">Rename</Button>
  </form>
</Modal>

<Modal title="Side by side" bind:open={comparing} size="lg" outsideclose>
  <table class="w-full text-[13px]" data-testid="comparison">
    <thead class="text-left"
      ><tr
        ><th></th>{#each compared.names as n, k (k)}<th class="py-1">{n}</th>{/each}</tr
      ></thead
    >
    <tbody>
      {#each compared.rows as r (r.title)}
        <tr class="border-t border-[var(--line)]">
          <th class="py-1 pr-3 text-left font-normal text-[var(--ink-soft)]">{r.title}</th>
          {#each r.values as v, k (k)}
            <td
              class={`${r.quantity ? 'figure' : ''} ${r.better === k ? 'font-bold underline decoration-2 underline-offset-2' : ''}`}
              >{typeof v === 'number' && r.quantity ? figureUnit(r.quantity, v) : (v ?? '–')}</td
            >
          {/each}
        </tr>
      {/each}
    </tbody>
  </table>
  <p class="mt-2 text-[12px] text-[var(--ink-soft)]">
    Underlined: the better one for this kind of craft. Pin up to four with the bar beside a setup.
  </p>
</Modal>

<Modal title="Keys" bind:open={helping} size="xs" outsideclose>
  <dl class="grid grid-cols-[9rem_1fr] gap-y-1 text-[13px]" data-testid="keys">
    <dt class="figure">↑ ↓</dt>
    <dd>next size up or down in a focused figure</dd>
    <dt class="figure">Enter, Esc</dt>
    <dd>take or drop what was typed</dd>
    <dt class="figure">w</dt>
    <dd>why: the derivation of the focused figure</dd>
    <dt class="figure">~</dt>
    <dd>the other reading of a label</dd>
    <dt class="figure">Ctrl+Z</dt>
    <dd>undo</dd>
    <dt class="figure">Ctrl+Shift+Z</dt>
    <dd>redo</dd>
    <dt class="figure">?</dt>
    <dd>this list</dd>
  </dl>
</Modal>

{#if deleted}
  <Toast class="fixed bottom-4 left-4 z-50" dismissable onclose={() => (deleted = null)}>
    {deleted.name} is deleted.
    <button
      class="ml-2 font-semibold text-[var(--cold)] underline"
      data-testid="undo-delete"
      onclick={() => void restore()}>undo</button
    >
  </Toast>
{/if}
{#if said}
  <Toast class="fixed bottom-4 left-4 z-50" dismissable onclose={() => (said = '')}>{said}</Toast>
{/if}
