<script lang="ts">
  import KeepingScreen from '$lib/ui/keeping/KeepingScreen.svelte';

  let { data } = $props();
</script>

<KeepingScreen kept={data.kept} trash={data.trash} craft={data.lastMatch} />
