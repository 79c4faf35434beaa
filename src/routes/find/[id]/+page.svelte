<script lang="ts">
  import FindScreen from '$lib/ui/find/FindScreen.svelte';

  let { data } = $props();
</script>

{#key data.stored.id}
  <FindScreen
    stored={data.stored}
    craft={data.craft}
    parts={data.parts}
    searches={data.searches}
    schools={data.schools}
    own={data.own}
  />
{/key}
