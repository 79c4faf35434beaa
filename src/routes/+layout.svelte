<script lang="ts">
  import '../app.css';
  import { ThemeProvider, type ThemeConfig } from 'flowbite-svelte';
  import { units } from '$lib/ui/format/units.svelte';

  /** The interface library's parts in Iskarn's own dress, where they have none by the tokens alone. */
  const theme: ThemeConfig = {
    table: { table: 'text-ink dark:text-ink' },
    tableHead:
      'border-b border-ink bg-transparent text-sm text-ink normal-case dark:bg-transparent dark:text-ink',
    tableHeadCell: 'p-0 font-semibold',
    tableBodyRow: 'border-line bg-transparent dark:border-line dark:bg-transparent',
    tableBodyCell: 'p-0 font-normal whitespace-normal text-ink dark:text-ink'
  };

  let { children, data } = $props();
  // before the first child draws, on the server too
  // svelte-ignore state_referenced_locally
  units.choice = data.settings.units;
  $effect(() => {
    units.choice = data.settings.units;
  });
</script>

<ThemeProvider {theme}>{@render children()}</ThemeProvider>
