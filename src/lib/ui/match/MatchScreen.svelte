<script lang="ts">
  import { onMount } from 'svelte';
  import { Button, Input, Modal, Toast } from 'flowbite-svelte';
  import type { CheckResult, PartName, Remedy } from '../../core/checks/check.ts';
  import type { StoredCraft } from '../../core/setup/stored.ts';
  import type { StoredPart } from '../../core/setup/stored.ts';
  import type { StoredSetup } from '../../core/setup/stored.ts';
  import ThrottleChart from '../charts/ThrottleChart.svelte';
  import { figure, figureUnit } from '../format/units.svelte.ts';
  import { call } from './api.ts';
  import Ledger from './Ledger.svelte';
  import type { MatchState } from './match-state.svelte.ts';
  import PartColumn from './PartColumn.svelte';
  import PowerPath from './PowerPath.svelte';
  import { readingsOf } from './readings.ts';

  interface SideSetup {
    id: number;
    name: string;
    inUse: boolean;
    amps: number | null;
    thrustToWeight: number | null;
  }

  /** The workbench: craft and setups left, power path and chart in the middle, findings right. */
  let {
    view,
    craft,
    crafts,
    setups,
    parts,
    onopen,
    onlist
  }: {
    view: MatchState;
    craft: StoredCraft;
    crafts: (StoredCraft & { setupId: number | null })[];
    setups: SideSetup[];
    parts: StoredPart[];
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
    { part: 'propulsor', title: 'Propulsor', rails: ['pitch-speed'] },
    { part: 'craft', title: 'Craft', rails: ['thrust-to-weight', 'time'] }
  ];

  let renaming = $state(false);
  let newName = $state('');
  let deleted = $state<{ id: number; name: string } | null>(null);
  let said = $state('');
  /** The list's last refresh: leaving before it ends would ask for a page that is gone. */
  let listing: Promise<void> = Promise.resolve();

  const answer = $derived(view.picture.answer);
  const checks = $derived(answer.checks);
  const throttle = $derived(view.point.throttle ?? 1);
  const title = $derived(
    `${throttle === 1 ? 'Full throttle' : `${figure('share', throttle)} % throttle`}, ${
      (view.point.speedMs ?? 0) === 0 ? 'standing still' : `at ${figureUnit('speed', view.point.speedMs)}`
    }, full pack`
  );

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
    }
  }
</script>

<svelte:window onkeydown={keys} />

<div class="mx-auto flex min-h-dvh max-w-[1800px] flex-col lg:h-dvh">
  <header class="flex flex-wrap items-center gap-x-6 gap-y-1 border-b border-[var(--line)] px-4 py-1.5">
    <a href="/" class="text-[19px] font-bold tracking-tight">Iskarn</a>
    <nav class="flex gap-4 text-[14px]" aria-label="Crafts">
      {#each crafts as c (c.id)}
        <a
          href={c.setupId === null ? '/' : `/match/${c.setupId}`}
          class={c.id === craft.id
            ? 'border-b-2 border-[var(--ink)] font-semibold'
            : 'text-[var(--ink-soft)] hover:text-[var(--ink)]'}
          aria-current={c.id === craft.id ? 'page' : undefined}>{c.name}</a
        >
      {/each}
    </nav>
    <div class="ml-auto flex items-center gap-3 text-[13px]">
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
    </div>
  </header>

  <main
    class="grid min-h-0 flex-1 grid-cols-1 md:grid-cols-[190px_minmax(0,1fr)] lg:grid-cols-[190px_minmax(0,1fr)_270px] lg:grid-rows-[minmax(0,1fr)]"
  >
    <aside class="border-[var(--line)] px-4 py-3 md:border-r lg:overflow-y-auto">
      <h1 class="text-[17px] font-bold">{craft.name}</h1>
      <p class="text-[12px] leading-4 text-[var(--ink-soft)]">{craft.story}</p>
      <h2 class="mt-4 mb-1 text-[12px] font-semibold text-[var(--ink-soft)]">Setups</h2>
      <ul class="flex flex-col gap-1" data-testid="setups">
        {#each setups as s (s.id)}
          {@const mine = s.id === view.id}
          <li>
            <a
              href={`/match/${s.id}`}
              class={`block rounded-[2px] border px-2 py-1 ${mine ? 'border-[var(--ink)] bg-[var(--sheet)]' : 'border-[var(--line)] hover:border-[var(--cold)]'}`}
            >
              <span class="block truncate text-[13px] font-semibold"
                >{mine ? (view.document.name ?? 'Setup') : s.name}</span
              >
              <span class="figure flex justify-between text-[12px] text-[var(--ink-soft)]">
                <span>{figureUnit('current', mine ? answer.points[0].batteryCurrentA : s.amps)}</span>
                {#if s.inUse}<span class="font-sans">in use</span>{/if}
              </span>
            </a>
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
      </div>
      {#if answer.estimates.length > 0}
        <h2 class="mt-4 mb-1 text-[12px] font-semibold text-[var(--ink-soft)]">Estimated</h2>
        <ul class="text-[12px] leading-4">
          {#each answer.estimates as e (e.path)}<li title={e.working}>{e.title}</li>{/each}
        </ul>
      {/if}
    </aside>

    <div class="relative flex min-w-0 flex-col px-3 py-2 lg:min-h-0 lg:overflow-y-auto">
      <div
        class="flex flex-wrap items-baseline justify-between gap-x-4 px-1 pb-1 text-[12px] text-[var(--ink-soft)]"
      >
        <span data-testid="point-title">{title}</span>
        <span>width is watts · the warm part leaves as heat</span>
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
      <div class="hidden sm:block"><PowerPath path={view.picture.path} /></div>
      <div class="mt-1 grid grid-cols-2 gap-y-3 sm:grid-cols-3 lg:grid-cols-6 xl:grid-cols-6">
        {#each COLUMNS as c (c.part)}
          <PartColumn
            part={c.part}
            title={c.title}
            {view}
            parts={parts.filter((p) => p.kind === c.part)}
            checks={checks.filter((k) => c.rails.includes(k.id) && k.value !== null)}
            readings={readingsOf(c.part, answer)}
          />
        {/each}
      </div>
      <div class="mt-2 border-t border-[var(--line)] pt-2">
        {#if view.picture.sweep}<ThrottleChart sweep={view.picture.sweep} {throttle} />{/if}
      </div>
    </div>

    <aside
      class="border-[var(--line)] px-4 py-3 md:col-span-2 lg:col-span-1 lg:overflow-y-auto lg:border-l"
      aria-label="Findings"
    >
      <h2 class="mb-1 text-[15px] font-bold">Findings</h2>
      <Ledger {checks} onapply={apply} />
      {#each answer.notes as note (note)}<p class="mt-2 text-[12px] text-[var(--ink-soft)]">{note}</p>{/each}
      <p class="mt-3 text-[11px] leading-4 text-[var(--ink-soft)]">
        Predictions are never permission: the makers’ limits and the rules of the place come first. Props off
        while setting up.
      </p>
    </aside>
  </main>
</div>

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
