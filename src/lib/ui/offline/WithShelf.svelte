<script lang="ts">
  import { onMount, type Snippet } from 'svelte';
  import type { StoredPart } from '../../core/document/stored.ts';
  import { outbox } from './outbox.svelte.ts';
  import { shelfHere, type Waiting } from './waiting.ts';

  /** A screen that is made once for a setup and a shelf: made anew where parts wait on this device that the shelf does not have yet. */
  interface Props {
    id: number;
    parts: StoredPart[];
    children: Snippet<[StoredPart[]]>;
  }
  const { id, parts, children }: Props = $props();
  let waiting = $state.raw<readonly Waiting[]>([]);
  const shelf = $derived(waiting.length === 0 ? parts : shelfHere(parts, waiting));
  onMount(() => {
    waiting = outbox.read().filter((w) => w.route.endsWith('Part'));
  });
</script>

{#key `${id} ${waiting.length}`}{@render children(shelf)}{/key}
