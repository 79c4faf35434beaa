<script lang="ts">
  import ChangeScreen from '$lib/ui/change/ChangeScreen.svelte';
  import WithShelf from '$lib/ui/offline/WithShelf.svelte';

  let { data } = $props();
</script>

<WithShelf id={data.stored.id} parts={data.parts}>
  {#snippet children(parts)}
    <ChangeScreen
      stored={data.stored}
      picture={data.picture}
      craft={data.craft}
      {parts}
      runs={data.runs}
      schools={data.schools}
    />
  {/snippet}
</WithShelf>
