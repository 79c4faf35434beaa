<script lang="ts">
  import SheetScreen from '$lib/ui/sheet/SheetScreen.svelte';

  let { data } = $props();
</script>

{#key data.stored.id}
  <SheetScreen
    stored={data.stored}
    sheet={data.sheet}
    problems={data.problems}
    more={data.more}
    craft={data.craft}
    acknowledged={data.acknowledged}
  />
{/key}
