<script lang="ts">
  import '../app.css';
  import { units } from '$lib/ui/format/units.svelte';

  let { children, data } = $props();
  // before the first child draws, on the server too
  // svelte-ignore state_referenced_locally
  units.choice = data.settings.units;
  $effect(() => {
    units.choice = data.settings.units;
  });
</script>

{@render children()}
