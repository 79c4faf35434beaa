<script lang="ts">
  import { invalidateAll } from '$app/navigation';
  import { Button } from 'flowbite-svelte';
  import AppHeader from '$lib/ui/AppHeader.svelte';
  import FindingMark from '$lib/ui/marks/FindingMark.svelte';
  import { figure, figureUnit } from '$lib/ui/format/units.svelte';
  import ImportCraft from '$lib/ui/hangar/ImportCraft.svelte';
  import NewCraft from '$lib/ui/hangar/NewCraft.svelte';
  import UndoToast from '$lib/ui/marks/UndoToast.svelte';
  import { call } from '$lib/ui/match/api';

  let { data } = $props();
  let making = $state(false);
  let deleted = $state<{ id: number; name: string } | null>(null);
  let said = $state('');
  let importing = $state(false);

  async function remove(id: number, name: string): Promise<void> {
    const done = await call('DELETE', `/api/v1/crafts/${id}`);
    if (!done.ok) said = done.message;
    else deleted = { id, name };
    await invalidateAll();
  }

  async function restore(): Promise<void> {
    if (deleted) await call('POST', `/api/v1/crafts/${deleted.id}`);
    deleted = null;
    await invalidateAll();
  }
</script>

<svelte:head><title>Hangar · Iskarn</title></svelte:head>
<AppHeader room="hangar" matchId={data.lastMatch}>
  <Button
    size="xs"
    color="alternative"
    class="py-0.5"
    data-testid="import-craft"
    onclick={() => (importing = true)}>import</Button
  >
  <Button size="xs" class="py-0.5" data-testid="new-craft" onclick={() => (making = true)}>new craft</Button>
</AppHeader>

<main class="mx-auto max-w-[1180px] px-4 py-4">
  <h1 class="text-[20px] font-bold">Hangar</h1>
  {#if data.crafts.length === 0}
    <p class="mt-4 max-w-xl">
      No craft yet. Press <b>new craft</b> and give what you know: what it is for, what it weighs, and the largest
      propeller that fits. Everything else is estimated, marked as such, and yours to correct.
    </p>
  {:else}
    <ul class="mt-2 grid grid-cols-1 border-t border-[var(--line)] lg:grid-cols-2 lg:gap-x-8">
      {#each data.crafts as c (c.id)}
        <li class="relative border-b border-[var(--line)] py-2.5" data-testid={`craft-${c.name}`}>
          <a
            href={c.setupId === null ? '/' : `/match/${c.setupId}`}
            class="block pr-16 hover:[&_h2]:underline"
          >
            <h2 class="text-[16px] font-bold">
              {c.name}
              <span class="text-[12px] font-normal text-[var(--ink-soft)]"
                >{c.kind}, {figureUnit('craftMass', c.massKg)} · {c.setupName}{c.setups > 1
                  ? `, ${c.setups - 1} more`
                  : ''}</span
              >
            </h2>
            {#if c.story}<p class="text-[12px] leading-4 text-[var(--ink-soft)]">{c.story}</p>{/if}
            {#if c.glance}
              <p class="mt-1 flex flex-wrap items-center gap-x-4 text-[13px]">
                <span
                  >{c.glance.yardstick.title}
                  <b class="figure">{figureUnit(c.glance.yardstick.quantity, c.glance.yardstick.value, 2)}</b
                  ></span
                >
                <span
                  ><b class="figure">{figureUnit('minutes', c.glance.seconds, 2)}</b> {c.glance.doing}</span
                >
                <span class="figure">{figure('current', c.glance.amps, 2)} A</span>
              </p>
              <p class="mt-0.5 flex items-center gap-2 text-[13px]">
                <FindingMark finding={c.glance.finding} />
                {c.glance.waiting}
              </p>
            {/if}
            <p class="text-[12px] text-[var(--ink-soft)]">
              {c.lastRun
                ? `last run ${c.lastRun.heldAt.slice(0, 10)}: ${c.lastRun.title}${c.lastRun.verdict ? `, ${c.lastRun.verdict}` : ''}`
                : 'no run logged'}
            </p>
          </a>
          <span class="absolute top-2.5 right-0 flex flex-col items-end text-[12px] text-[var(--ink-soft)]">
            <a class="underline" href={`/api/v1/crafts/${c.id}`} download={`${c.name}.json`}>export</a>
            <button
              class="underline"
              aria-label={`delete ${c.name}`}
              onclick={() => void remove(c.id, c.name)}>delete</button
            >
          </span>
        </li>
      {/each}
    </ul>
  {/if}
</main>

<NewCraft bind:open={making} />
{#if importing}<ImportCraft onclose={() => (importing = false)} ondone={() => invalidateAll()} />{/if}
{#if deleted}<UndoToast
    text={`${deleted.name} is deleted.`}
    id="undo-delete-craft"
    onundo={() => void restore()}
    onclose={() => (deleted = null)}
  />{/if}
{#if said}<UndoToast text={said} onclose={() => (said = '')} />{/if}
