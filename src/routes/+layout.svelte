<script lang="ts">
  import '../app.css';
  import { ThemeProvider, type ThemeConfig } from 'flowbite-svelte';
  import { version } from '$app/environment';
  import { beforeNavigate } from '$app/navigation';
  import { page } from '$app/state';
  import { onMount, untrack } from 'svelte';
  import { serveOffline } from '$lib/ui/offline/install.svelte';
  import OfflineBar from '$lib/ui/offline/OfflineBar.svelte';
  import { outbox } from '$lib/ui/offline/outbox.svelte';
  import { followReach, reach } from '$lib/ui/offline/reach.svelte';
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
  untrack(() => (units.choice = data.settings.units));
  $effect(() => {
    units.choice = data.settings.units;
  });

  onMount(() => {
    // the page's script has taken over: from now on fields and buttons answer
    document.documentElement.dataset.alive = '';
    if (data.guest) return;
    const ends = [followReach(version), outbox.begin()];
    // what is wanted by the pond is fetched after what is wanted now
    const idle = setTimeout(() => void serveOffline(version), 1500);
    return () => {
      clearTimeout(idle);
      for (const end of ends) end();
    };
  });
  /** Whether what is to be drawn was made by another version of the program than this page is. */
  const foreign = $derived((data.version ?? version) !== version);
  const RELOADED = 'iskarn-reloaded-for';
  $effect(() => {
    if (!foreign || sessionStorage.getItem(RELOADED) === data.version) return;
    sessionStorage.setItem(RELOADED, data.version);
    location.reload();
  });
  // without a server, or with one of another version, a room is opened whole, not by its data alone
  beforeNavigate((navigation) => {
    if (
      (reach.server && reach.otherVersion === null) ||
      navigation.willUnload ||
      navigation.type === 'leave' ||
      !navigation.to
    )
      return;
    if (navigation.to.url.pathname === navigation.from?.url.pathname) return;
    navigation.cancel();
    location.assign(navigation.to.url);
  });
</script>

<ThemeProvider {theme}>
  {#if foreign}
    <main class="mx-auto max-w-xl px-4 py-16" data-testid="other-version">
      <h1 class="text-xl font-bold">Iskarn was renewed</h1>
      <p>
        The server runs another version than this page; what you did is kept.
        <a class="text-cold underline" href={page.url.pathname} data-sveltekit-reload>Load the page anew</a>.
      </p>
    </main>
  {:else}{@render children()}{/if}
  {#if !data.guest}<OfflineBar />{/if}
</ThemeProvider>
