<script lang="ts">
  import TextField from '../kit/TextField.svelte';
  import Alert from '../kit/Alert.svelte';
  import TextButton from '../kit/TextButton.svelte';
  import { Button } from 'flowbite-svelte';
  import { onMount } from 'svelte';
  import { call } from '../../api/client.ts';
  import type { Share } from '../../api/schemas/setups.ts';
  import { day } from '../format/dates.ts';

  /** Links by which this one sheet may be read, and nothing else: made, told once, taken away. */
  let { setupId }: { setupId: number } = $props();
  let shares = $state.raw<readonly Share[]>([]);
  let fresh = $state('');
  let problem = $state('');

  async function load(): Promise<void> {
    const read = await call('listShares', { id: setupId });
    if (read.ok) shares = read.value;
    else problem = read.message;
  }
  onMount(load);
  async function make(): Promise<void> {
    problem = '';
    const made = await call('createShare', { id: setupId });
    if (!made.ok) return void (problem = made.message);
    fresh = location.origin + made.value.path;
    await load();
  }
  async function drop(id: number): Promise<void> {
    const done = await call('dropShare', { id });
    if (!done.ok) problem = done.message;
    else fresh = '';
    await load();
  }
</script>

<section class="flex flex-col gap-2" aria-labelledby="share-title" data-testid="share-panel">
  <h2 id="share-title">Links to this sheet</h2>
  <p class="text-xs leading-4">
    Whoever has a link reads this sheet as it stands, with the setup in its code; not the shelf, prices, other
    crafts or the log, and nobody changes anything by it. It works as long as Iskarn can be reached under its
    address.
  </p>
  <div><Button size="xs" data-testid="make-share" onclick={() => void make()}>make a link</Button></div>
  <Alert says={problem} />
  {#if fresh}
    <label class="flex flex-col gap-1 text-sm"
      >Copy it now: it is not shown again.
      <TextField
        size="line"
        class="w-full"
        readonly
        value={fresh}
        data-testid="fresh-share"
        onfocus={(e) => e.currentTarget.select()}
      />
    </label>
  {/if}
  <ul data-testid="shares">
    {#each shares as s (s.id)}
      <li class="border-line flex items-baseline gap-2 border-b py-1 text-sm">
        <span class="flex-1"
          >made {day(s.createdAt)}, {s.readAt === null ? 'not read yet' : `last read ${day(s.readAt)}`}</span
        >
        <TextButton tone="cold" data-testid={`drop-share-${s.id}`} onclick={() => void drop(s.id)}
          >take it away</TextButton
        >
      </li>
    {/each}
  </ul>
</section>
