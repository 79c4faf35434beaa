<script lang="ts">
  import { goto, invalidateAll } from '$app/navigation';
  import MatchScreen from '$lib/ui/match/MatchScreen.svelte';
  import { MatchState } from '$lib/ui/match/match-state.svelte';

  let { data } = $props();
  // a setup's state lives as long as it is the one on the screen
  let view = $derived.by(() => new MatchState(data.stored, data.picture, {}));
</script>

<svelte:head><title>{data.craft.name} · {view.document.name ?? 'Setup'} · Iskarn</title></svelte:head>

{#key data.stored.id}
  <MatchScreen
    {view}
    craft={data.craft}
    crafts={data.crafts}
    setups={data.setups}
    parts={data.parts}
    onopen={(id) => void goto(`/match/${id}`)}
    onlist={() => invalidateAll()}
  />
{/key}
