<script lang="ts">
  import ShelfScreen from '$lib/ui/shelf/ShelfScreen.svelte';

  let { data } = $props();
</script>

<ShelfScreen parts={data.parts} tables={data.tables} due={data.due} lastMatch={data.lastMatch} />
