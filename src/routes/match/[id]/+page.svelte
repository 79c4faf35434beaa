<script lang="ts">
  import { goto, invalidateAll } from '$app/navigation';
  import MatchScreen from '$lib/ui/match/MatchScreen.svelte';
  import { MatchState } from '$lib/ui/match/match-state.svelte';

  let { data } = $props();
  // a setup's state lives as long as it is the one on the screen: reading the lists again must not replace what is
  // being edited
  let kept: MatchState | null = null;
  /** Amps of the setups in the list, by id, as far as they are known. */
  let amps = $state.raw<ReadonlyMap<number, number | null>>(new Map());
  $effect(() => {
    if (data.amps) amps = new Map(data.amps);
    else void data.laterAmps?.then((list) => (amps = new Map(list)));
  });
  const setups = $derived(
    data.setups.map((s) => ({ ...s, amps: (data.amps ? new Map(data.amps) : amps).get(s.id) ?? null }))
  );
  const view = $derived.by(() => {
    if (kept?.id !== data.stored.id) kept = new MatchState(data.stored, data.picture, data.schools);
    return kept;
  });
</script>

<svelte:head><title>{data.craft.name} · {view.document.name ?? 'Setup'} · Iskarn</title></svelte:head>

{#key data.stored.id}
  <MatchScreen
    {view}
    stored={data.stored}
    craft={data.craft}
    {setups}
    older={data.older}
    compared={data.compared}
    parts={data.parts}
    runs={data.runs}
    onopen={(id) => void goto(`/match/${id}`, { invalidateAll: true })}
    onlist={() => invalidateAll()}
  />
{/key}
