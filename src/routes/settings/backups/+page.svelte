<script lang="ts">
  import BackupsScreen from '$lib/ui/backups/BackupsScreen.svelte';

  let { data } = $props();
</script>

<BackupsScreen kept={data.kept} trash={data.trash} craft={data.lastMatch} />
