<script lang="ts">
  import HangarScreen from '$lib/ui/hangar/HangarScreen.svelte';

  let { data } = $props();
</script>

<HangarScreen
  crafts={data.crafts}
  total={data.total}
  shown={data.shown}
  from={data.from}
  glances={data.glances}
  laterGlances={data.laterGlances}
  lastMatch={data.lastMatch}
/>
