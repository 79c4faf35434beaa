<script lang="ts">
  import SettingsScreen from '$lib/ui/settings/SettingsScreen.svelte';

  let { data } = $props();
</script>

<SettingsScreen settings={data.settings} lastMatch={data.lastMatch} />
