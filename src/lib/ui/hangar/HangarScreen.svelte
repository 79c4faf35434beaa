<script lang="ts">
  import TextButton from '../kit/TextButton.svelte';
  import OnDemand from '../kit/OnDemand.svelte';
  import { invalidateAll } from '$app/navigation';
  import { Button } from 'flowbite-svelte';
  import AppHeader from '../AppHeader.svelte';
  import FindingMark from '../kit/FindingMark.svelte';
  import { day } from '../format/dates.ts';
  import { figure, figureUnit } from '../format/units.svelte.ts';
  import { Overlay } from '../kit/overlay.svelte.ts';
  import { CRAFT_WORDS } from '../../core/document/part-words.ts';
  import UndoToast from '../kit/UndoToast.svelte';
  import { call } from '../../api/client.ts';
  import type { Glance } from '../../core/compare/glance.ts';
  import type { StoredCraft } from '../../core/document/stored.ts';

  interface Listed extends Pick<StoredCraft, 'id' | 'name' | 'kind' | 'story'> {
    setupId: number | null;
    setupName: string | null;
    massKg: number | null;
    /** How many setups it has. */
    setups: number;
    lastRun: { heldAt: string; title: string; verdict: string | null } | null;
  }
  interface Props {
    crafts: readonly Listed[];
    /** How many there are, how many are shown at a time, and how many are passed over. */
    total: number;
    shown: number;
    from: number;
    /** What each craft shows at a glance, null for one without a setup; null while it is worked out. */
    glances: readonly (Glance | null)[] | null;
    /** The same, where it follows the page. */
    laterGlances: Promise<readonly (Glance | null)[]> | null;
    lastMatch: { name: string; setupId: number } | null;
  }
  /** Every craft at a glance: what it is judged by, how long it lasts, what waits. */
  const { crafts, total, shown, from, glances: atOnce, laterGlances, lastMatch }: Props = $props();
  const making = new Overlay('new-craft');
  let deleted = $state<{ id: number; name: string } | null>(null);
  let said = $state('');
  const importing = new Overlay('import-craft');
  /** What each craft shows at a glance, as far as it is worked out; the rest follows the page. */
  let later = $state.raw<readonly (Glance | null)[] | null>(null);
  $effect(() => {
    void laterGlances?.then((list) => (later = list));
  });
  const glances = $derived(atOnce ?? (laterGlances ? later : null));

  async function remove(id: number, name: string): Promise<void> {
    const done = await call('deleteCraft', { id });
    if (!done.ok) said = done.message;
    else deleted = { id, name };
    await invalidateAll();
  }

  async function restore(): Promise<void> {
    if (deleted) await call('restoreCraft', { id: deleted.id });
    deleted = null;
    await invalidateAll();
  }
</script>

<svelte:head><title>Hangar · Iskarn</title></svelte:head>
<AppHeader room="hangar" craft={lastMatch}>
  <Button
    size="xs"
    color="alternative"
    class="py-0.5"
    data-testid="import-craft"
    onclick={() => (importing.open = true)}>import</Button
  >
  <Button size="xs" class="py-0.5" data-testid="new-craft" onclick={() => (making.open = true)}
    >new craft</Button
  >
</AppHeader>

<main id="main" tabindex="-1" class="mx-auto max-w-[1180px] px-4 py-4">
  <h1>Hangar</h1>
  {#if crafts.length === 0}
    <p class="mt-4 max-w-xl">
      No craft yet. Press <b>new craft</b> and give what you know: what it is for, what it weighs, and the largest
      propeller that fits. Everything else is estimated, marked as such, and yours to correct.
    </p>
  {:else}
    <ul class="border-line mt-2 grid grid-cols-1 border-t lg:grid-cols-2 lg:gap-x-8">
      {#each crafts as c, at (c.id)}
        {@const glance = glances?.[at]}
        <li class="border-line relative border-b py-2.5" data-testid={`craft-${c.name}`}>
          <a
            href={c.setupId === null ? '/' : `/match/${c.setupId}`}
            class="block pr-16 hover:[&_h2]:underline"
          >
            <h2>
              {c.name}
              <span class="text-ink-soft text-xs font-normal"
                >{CRAFT_WORDS[c.kind]}, {figureUnit('craftMass', c.massKg)} · {c.setupName}{c.setups > 1
                  ? `, ${c.setups - 1} more`
                  : ''}</span
              >
            </h2>
            {#if c.story}<p class="text-ink-soft text-xs leading-4">{c.story}</p>{/if}
            {#if glance}
              <p class="mt-1 flex flex-wrap items-center gap-x-4 text-sm">
                <span
                  >{glance.yardstick.title}
                  <b class="figure">{figureUnit(glance.yardstick.quantity, glance.yardstick.value, 2)}</b
                  ></span
                >
                <span><b class="figure">{figureUnit('minutes', glance.seconds, 2)}</b> {glance.doing}</span>
                <span class="figure">{figure('current', glance.amps, 2)} A</span>
              </p>
              <p class="mt-0.5 flex items-center gap-2 text-sm">
                <FindingMark finding={glance.finding} />
                {glance.waiting}
              </p>
            {/if}
            {#if !glances}<p class="text-ink-soft mt-1 text-sm">being worked out</p>{/if}
            <p class="text-ink-soft text-xs">
              {c.lastRun
                ? `last run ${day(c.lastRun.heldAt)}: ${c.lastRun.title}${c.lastRun.verdict ? `, ${c.lastRun.verdict}` : ''}`
                : 'no run logged'}
            </p>
          </a>
          <span class="text-ink-soft absolute top-2.5 right-0 flex flex-col items-end text-xs">
            <a
              class="press inline-flex items-center underline"
              href={`/api/v1/crafts/${c.id}`}
              download={`${c.name}.json`}>export</a
            >
            <TextButton aria-label={`delete ${c.name}`} onclick={() => void remove(c.id, c.name)}
              >delete</TextButton
            >
          </span>
        </li>
      {/each}
    </ul>
    {#if total > shown}<p class="mt-2 flex gap-4 text-sm" data-testid="more-crafts">
        <span>{from + 1} to {from + crafts.length} of {total} crafts</span>
        {#if from > 0}<a class="underline" href={`/?from=${Math.max(from - shown, 0)}`}>the ones before</a
          >{/if}
        {#if from + shown < total}<a class="underline" href={`/?from=${from + shown}`}>the next ones</a>{/if}
      </p>{/if}
  {/if}
</main>

<!-- what is opened now and then is fetched when it is -->
<OnDemand wanted={making.open} load={() => import('./NewCraft.svelte')}>
  {#snippet children(NewCraft)}
    <NewCraft bind:open={making.open} />
  {/snippet}
</OnDemand>
{#if importing.open}
  {#await import('./ImportCraft.svelte') then { default: ImportCraft }}
    <ImportCraft onclose={() => (importing.open = false)} ondone={() => invalidateAll()} />
  {/await}
{/if}
{#if deleted}<UndoToast
    text={`${deleted.name} is deleted.`}
    id="undo-delete-craft"
    onundo={() => void restore()}
    onclose={() => (deleted = null)}
  />{/if}
{#if said}<UndoToast text={said} onclose={() => (said = '')} />{/if}
