<script lang="ts">
  import type { Snippet } from 'svelte';

  /** Something that is wrong or not possible, said where it is; nothing while there is nothing to say. */
  let {
    says = '',
    id,
    small = false,
    raised = false,
    class: layout = '',
    children
  }: {
    says?: string;
    /** Test id. */
    id?: string;
    small?: boolean;
    /** On a sheet of its own, where it lies over something. */
    raised?: boolean;
    /** Layout only. */
    class?: string;
    /** What is said, where it is more than a sentence. */
    children?: Snippet;
  } = $props();
</script>

{#if says || children}
  <p
    class={[
      'border-ink border-l-4',
      raised ? 'bg-sheet px-2 py-1' : 'pl-2',
      small ? 'text-xs' : 'text-sm',
      layout
    ]}
    role="alert"
    data-testid={id}
  >
    {says}{@render children?.()}
  </p>
{/if}
