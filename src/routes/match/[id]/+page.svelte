<script lang="ts">
  import { goto, invalidateAll } from '$app/navigation';
  import MatchScreen from '$lib/ui/match/MatchScreen.svelte';
  import { MatchState } from '$lib/ui/match/match-state.svelte';

  let { data } = $props();
  // a setup's state lives as long as it is the one on the screen: reading the lists again must not replace what is
  // being edited
  let kept: MatchState | null = null;
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
    setups={data.setups}
    compared={data.compared}
    parts={data.parts}
    runs={data.runs}
    onopen={(id) => void goto(`/match/${id}`, { invalidateAll: true })}
    onlist={() => invalidateAll()}
  />
{/key}
