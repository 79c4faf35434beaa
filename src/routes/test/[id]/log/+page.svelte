<script lang="ts">
  import LogScreen from '$lib/ui/logbook/LogScreen.svelte';

  let { data } = $props();
</script>

{#key data.craft.id}
  <LogScreen
    craft={data.craft}
    setupId={data.setupId}
    setups={data.setups}
    runs={data.runs}
    total={data.total}
  />
{/key}
