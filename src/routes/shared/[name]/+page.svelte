<script lang="ts">
  import Paper from '$lib/ui/sheet/Paper.svelte';

  let { data } = $props();
</script>

<svelte:head>
  <title>{data.sheet.craft.name}: {data.sheet.setup} · Iskarn</title>
  <meta name="robots" content="noindex" />
</svelte:head>
<main id="main" class="mx-auto max-w-[860px] px-3 py-3 print:p-0" data-testid="shared-sheet">
  <Paper sheet={data.sheet} address="" />
</main>
