<script lang="ts">
  import ChangeScreen from '$lib/ui/change/ChangeScreen.svelte';

  let { data } = $props();
</script>

{#key data.stored.id}
  <ChangeScreen
    stored={data.stored}
    picture={data.picture}
    craft={data.craft}
    parts={data.parts}
    runs={data.runs}
    schools={data.schools}
  />
{/key}
