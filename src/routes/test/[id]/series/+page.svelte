<script lang="ts">
  import SeriesScreen from '$lib/ui/series/SeriesScreen.svelte';

  let { data } = $props();
</script>

{#key data.stored.id}
  <SeriesScreen
    stored={data.stored}
    craft={data.craft}
    runs={data.runs}
    parts={data.parts}
    schools={data.schools}
  />
{/key}
