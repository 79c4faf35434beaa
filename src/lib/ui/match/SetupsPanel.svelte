<script lang="ts">
  import OnDemand from '../kit/OnDemand.svelte';
  import { onMount } from 'svelte';
  import { Button } from 'flowbite-svelte';
  import type { StoredCraft, StoredSetup } from '../../core/document/stored.ts';
  import { figureUnit } from '../format/units.svelte.ts';
  import { call, type Answered } from '../../api/client.ts';
  import { outbox } from '../offline/outbox.svelte.ts';
  import type { MatchState } from './match-state.svelte.ts';
  import type { SideSetup } from './side-setup.ts';

  /** The craft's setups: opened, made, copied, compared, put to use, renamed, deleted with undo, saved as a file. */
  let {
    view,
    craft,
    setups,
    older,
    onopen,
    onlist,
    oncompare
  }: {
    view: MatchState;
    craft: StoredCraft;
    setups: SideSetup[];
    /** How many newer setups are passed over to see older ones; null where there are none. */
    older: number | null;
    /** Opens another setup. */
    onopen: (id: number) => void;
    /** Reads the list of setups again. */
    onlist: () => Promise<void>;
    /** Shows the pinned setups side by side. */
    oncompare: () => void;
  } = $props();

  const DELETED = 'iskarn-deleted';
  let renaming = $state(false);
  let said = $state('');
  let deleted = $state<{ id: number; name: string } | null>(null);
  /** The list's last refresh: leaving before it ends would ask for a page that is gone. */
  let listing: Promise<void> = Promise.resolve();

  onMount(() => {
    const kept = sessionStorage.getItem(DELETED);
    if (!kept) return;
    deleted = JSON.parse(kept) as { id: number; name: string };
    sessionStorage.removeItem(DELETED);
  });

  /** Opens what was made, or says why nothing was. */
  function openMade(made: Answered<StoredSetup>): void {
    if (made.ok) onopen(made.value.id);
    else said = made.message;
  }

  /** A new setup for this craft: the fixed parts stay, the others are fitted round them. */
  async function create(): Promise<void> {
    await view.flush();
    const document = { ...(await view.fitted()), name: 'New sketch' };
    openMade(await outbox.send('createSetup', { body: { craftId: craft.id, document } }, 'The new setup'));
  }

  async function duplicate(): Promise<void> {
    await view.flush();
    openMade(await call('duplicateSetup', { id: view.id }));
  }

  async function remove(): Promise<void> {
    await view.flush();
    await listing;
    const id = view.id;
    const other = setups.find((s) => s.id !== id);
    if (!other) {
      said = 'This is the craft’s only setup; make another before deleting it.';
      return;
    }
    const done = await call('deleteSetup', { id });
    if (!done.ok) {
      said = done.message;
      return;
    }
    sessionStorage.setItem(DELETED, JSON.stringify({ id, name: view.document.name ?? 'Setup' }));
    onopen(other.id);
  }

  async function restore(): Promise<void> {
    if (!deleted) return;
    const { id } = deleted;
    deleted = null;
    const done = await call('restoreSetup', { id });
    if (done.ok) onopen(id);
    else said = done.message;
  }

  async function rename(name: string): Promise<void> {
    if (name === '' || name === view.document.name) return;
    await view.edit([{ path: 'name', value: name }], `renamed to ${name}`);
    await view.flush();
    listing = onlist();
    await listing;
  }

  async function pin(id: number, pinned: boolean): Promise<void> {
    await call(pinned ? 'unpinSetup' : 'pinSetup', { id });
    await onlist();
  }

  async function use(): Promise<void> {
    const done = await call('useSetup', { id: view.id });
    said = done.ok ? '' : done.message;
    await onlist();
  }

  async function exportSetup(): Promise<void> {
    const { download } = await import('../charts/download.ts');
    download(
      `${view.document.name ?? 'setup'}.json`,
      'application/json',
      JSON.stringify(view.document, null, 2)
    );
  }

  const ACTIONS: { id: string; title: string; hint: string; act: () => void }[] = [
    {
      id: 'new-setup',
      title: 'new',
      hint: 'another setup for this craft, fitted round the fixed parts',
      act: () => void create()
    },
    { id: 'duplicate', title: 'duplicate', hint: 'a copy with its own history', act: () => void duplicate() },
    {
      id: 'compare',
      title: 'compare',
      hint: 'the pinned setups side by side',
      act: () => void view.flush().then(oncompare)
    },
    { id: 'use', title: 'use this', hint: 'make it the craft’s setup in use', act: () => void use() },
    {
      id: 'rename',
      title: 'rename',
      hint: '',
      act: () => (renaming = true)
    },
    { id: 'delete', title: 'delete', hint: 'can be undone', act: () => void remove() },
    { id: 'export', title: 'export', hint: 'as a JSON file', act: () => void exportSetup() }
  ];
</script>

<h2 class="text-ink-soft mt-3 mb-1 text-xs font-semibold">Setups</h2>
<ul class="flex flex-col gap-1" data-testid="setups">
  {#each setups as s (s.id)}
    {@const mine = s.id === view.id}
    <li
      class={`flex items-stretch rounded-[2px] border ${mine ? 'border-ink bg-sheet' : 'border-line hover:border-cold'}`}
    >
      <a
        href={`/match/${s.id}`}
        data-sveltekit-preload-data="tap"
        class="min-w-0 flex-1 px-2 py-1"
        aria-current={mine ? 'true' : undefined}
      >
        <span class="block truncate text-sm font-semibold"
          >{mine ? (view.document.name ?? 'Setup') : s.name}</span
        >
        <span class="figure text-ink-soft flex justify-between text-xs">
          <span title="from the pack at full throttle, standing, full pack"
            >{figureUnit('current', mine ? view.picture.worstA : s.amps)}</span
          >
          {#if s.inUse}<span class="font-sans">in use</span>{/if}
        </span>
      </a>
      <button
        class="text-2xs text-ink-soft px-1.5"
        aria-pressed={s.pinned}
        title={s.pinned ? 'compared; press to take out' : 'compare this one too'}
        onclick={() => void pin(s.id, s.pinned)}
        ><span aria-hidden="true">{s.pinned ? '▮' : '▯'}</span><span class="sr-only">compare {s.name}</span
        ></button
      >
    </li>
  {/each}
</ul>
{#if older !== null}<a class="text-xs underline" href={`?older=${older}`} data-testid="older-setups"
    >older ones</a
  >{/if}
<div class="mt-2 flex flex-wrap gap-1">
  {#each ACTIONS as a (a.id)}
    <Button
      size="xs"
      color="alternative"
      class="px-2 py-0.5"
      title={a.hint}
      data-testid={a.id}
      onclick={a.act}>{a.title}</Button
    >
  {/each}
</div>

<OnDemand wanted={renaming} load={() => import('./RenameDialog.svelte')}>
  {#snippet children(RenameDialog)}
    <RenameDialog
      name={view.document.name ?? ''}
      onrename={(name) => void rename(name)}
      bind:open={renaming}
    />
  {/snippet}
</OnDemand>

{#if deleted || said}
  {#await import('../kit/UndoToast.svelte') then { default: UndoToast }}
    {#if deleted}<UndoToast
        text={`${deleted.name} is deleted.`}
        id="undo-delete"
        onundo={() => void restore()}
        onclose={() => (deleted = null)}
      />{/if}
    {#if said}<UndoToast text={said} onclose={() => (said = '')} />{/if}
  {/await}
{/if}
