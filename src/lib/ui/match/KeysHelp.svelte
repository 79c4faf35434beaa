<script lang="ts">
  import Dialog from '../kit/Dialog.svelte';

  /** The keys of the Match screen. */
  let { open = $bindable(false) }: { open?: boolean } = $props();

  const KEYS = [
    ['↑ ↓', 'next size up or down in a focused figure'],
    ['Enter, Esc', 'take or drop what was typed'],
    ['w', 'why: the derivation of the focused figure'],
    ['~', 'the other reading of a label'],
    ['Ctrl+Z', 'undo'],
    ['Ctrl+Shift+Z', 'redo'],
    ['?', 'this list']
  ] as const;
</script>

<Dialog title="Keys" bind:open size="xs">
  <dl class="grid grid-cols-[9rem_1fr] gap-y-1 text-sm" data-testid="keys">
    {#each KEYS as [key, does] (key)}
      <dt class="figure">{key}</dt>
      <dd>{does}</dd>
    {/each}
  </dl>
</Dialog>
