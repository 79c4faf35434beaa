<script lang="ts">
  import { historyAtRest } from '$lib/ui/kit/overlay.svelte.ts';
  import { goto, invalidateAll } from '$app/navigation';
  import { outbox } from '$lib/ui/offline/outbox.svelte';
  import { shelfHere } from '$lib/ui/offline/waiting';
  import MatchScreen from '$lib/ui/match/MatchScreen.svelte';

  let { data } = $props();
  /** Amps of the setups in the list, by id, as far as they are known. */
  let amps = $state.raw<ReadonlyMap<number, number | null>>(new Map());
  $effect(() => {
    if (data.amps) amps = new Map(data.amps);
    else void data.laterAmps?.then((list) => (amps = new Map(list)));
  });
  const setups = $derived(
    data.setups.map((s) => ({ ...s, amps: (data.amps ? new Map(data.amps) : amps).get(s.id) ?? null }))
  );
</script>

<!-- a setup's state lives as long as it is the one on the screen: reading the lists again does not replace it -->
{#key data.stored.id}
  <MatchScreen
    stored={data.stored}
    picture={data.picture}
    mends={data.laterMends}
    schools={data.schools}
    craft={data.craft}
    {setups}
    older={data.older}
    compared={data.compared}
    parts={shelfHere(data.parts, outbox.items)}
    runs={data.runs}
    onopen={async (id) => {
      await historyAtRest();
      await goto(`/match/${id}`, { invalidateAll: true });
    }}
    onlist={() => invalidateAll()}
  />
{/key}
