<script lang="ts">
  import HelpScreen from '$lib/ui/help/HelpScreen.svelte';

  let { data } = $props();
</script>

{#key `${data.stored.id} ${data.topic}`}
  <HelpScreen
    stored={data.stored}
    craft={data.craft}
    topic={data.topic}
    first={data.view}
    schools={data.schools}
    records={data.records}
  />
{/key}
