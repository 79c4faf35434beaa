<script lang="ts">
  import TestScreen from '$lib/ui/test/TestScreen.svelte';

  let { data } = $props();
</script>

{#key data.stored.id}
  <TestScreen
    stored={data.stored}
    planned={data.planned}
    before={data.before}
    craft={data.craft}
    runs={data.runs}
    rows={data.rows}
    owned={data.owned}
    schools={data.schools}
    acknowledged={data.acknowledged}
  />
{/key}
