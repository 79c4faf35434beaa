<script lang="ts">
  import TextButton from '../kit/TextButton.svelte';
  import OnDemand from '../kit/OnDemand.svelte';
  import { download } from '../charts/download.ts';
  import { day } from '../format/dates.ts';
  import { takeUpdate, update } from './install.svelte.ts';
  import { outbox } from './outbox.svelte.ts';
  import { reach } from './reach.svelte.ts';

  /** What the user should know of the way to the server: out of reach, what waits here, what it would not have, a new version. */
  let open = $state(false);
  const waiting = $derived(outbox.items.filter((w) => w.refused === null));
  const refused = $derived(outbox.items.filter((w) => w.refused !== null));
  const renewed = $derived(update.waiting !== null || reach.otherVersion !== null);
  const shown = $derived(!reach.server || outbox.items.length > 0 || renewed);
  /** The edit of a part in which the user is asked to choose. */
  const asked = $derived(outbox.items.find((w) => w.key === outbox.asked && w.theirs));
  const counted = (n: number): string => (n === 1 ? 'one thing waits' : `${n} things wait`);
</script>

{#if shown}
  <aside
    class="border-line bg-sheet fixed right-3 bottom-3 z-20 max-w-[min(420px,calc(100vw-24px))] rounded-md border px-3 py-2 text-sm shadow print:hidden"
    aria-label="The way to the server"
    data-testid="offline-bar"
  >
    {#if !reach.server}
      <p data-testid="out-of-reach">
        <b>No server in reach.</b> What you do is kept on this device{waiting.length > 0
          ? `; ${counted(waiting.length)} to be sent`
          : ''}.
      </p>
    {:else if waiting.length > 0}
      <p>{counted(waiting.length)} to be sent.</p>
    {/if}
    {#if renewed}
      <p data-testid="new-version">
        A new version is here. <TextButton
          tone="cold"
          data-testid="take-update"
          onclick={() => takeUpdate(reach.otherVersion)}>load it</TextButton
        >
      </p>
    {/if}
    {#if outbox.items.length > 0}
      <TextButton tone="cold" aria-expanded={open} data-testid="outbox-open" onclick={() => (open = !open)}
        >{open ? 'less' : 'which'}</TextButton
      >
    {/if}
    {#if open || refused.length > 0}
      <ul class="max-h-48 overflow-auto" data-testid="outbox">
        {#each outbox.items as w (w.key)}
          <li class="border-line border-t py-1">
            {w.says}, {day(w.at)}{#if w.refused !== null}: <b>{w.refused}</b>
              <span class="flex gap-3">
                {#if w.theirs}
                  <TextButton tone="cold" data-testid="outbox-choose" onclick={() => (outbox.asked = w.key)}
                    >choose</TextButton
                  >
                {:else}
                  <TextButton tone="cold" onclick={() => void outbox.again(w.key)}>try again</TextButton>
                {/if}
                <TextButton
                  tone="cold"
                  onclick={() =>
                    download('kept-here.json', 'application/json', JSON.stringify(w.body, null, 2))}
                  >save it as a file</TextButton
                >
                <TextButton tone="cold" onclick={() => outbox.drop(w.key)}>throw it away</TextButton>
              </span>{/if}
          </li>
        {/each}
      </ul>
    {/if}
  </aside>
{/if}
<OnDemand wanted={asked !== undefined} load={() => import('./PartChoice.svelte')}>
  {#snippet children(PartChoice)}
    {#if asked}
      {#key asked.key}
        <PartChoice
          item={asked}
          onchoose={(mine) => void outbox.settle(asked.key, mine)}
          onlater={() => (outbox.asked = null)}
        />
      {/key}
    {/if}
  {/snippet}
</OnDemand>
