<script lang="ts">
  import FindScreen from '$lib/ui/find/FindScreen.svelte';
  import WithShelf from '$lib/ui/offline/WithShelf.svelte';

  let { data } = $props();
</script>

<WithShelf id={data.stored.id} parts={data.parts}>
  {#snippet children(parts)}
    <FindScreen
      stored={data.stored}
      craft={data.craft}
      {parts}
      searches={data.searches}
      schools={data.schools}
      own={data.own}
    />
  {/snippet}
</WithShelf>
