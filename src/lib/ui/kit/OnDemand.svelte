<script lang="ts" generics="C">
  import type { Snippet } from 'svelte';

  /** What is opened now and then: fetched when it is first wanted, and kept from then on, so that it can close by itself. */
  interface Props {
    wanted: boolean;
    load: () => Promise<{ default: C }>;
    children: Snippet<[C]>;
  }
  const { wanted, load, children }: Props = $props();
  let loaded = $state.raw<{ default: C } | null>(null);
  let asked = false;
  $effect(() => {
    if (!wanted || asked) return;
    asked = true;
    load().then(
      (module) => (loaded = module),
      // a fetch that failed is tried again at the next wish
      () => (asked = false)
    );
  });
</script>

{#if loaded}{@render children(loaded.default)}{/if}
