<script lang="ts">
  import { Modal } from 'flowbite-svelte';
  import type { Snippet } from 'svelte';

  interface Props {
    title: string;
    size: 'xs' | 'sm' | 'md' | 'lg' | 'xl';
    open?: boolean;
    /** It can only be left by what stands in it. */
    permanent?: boolean;
    /** Called when it has closed and faded out. */
    onclose?: () => void;
    children: Snippet;
  }
  /**
   * A dialog over the page. It closes by itself, but opens only where its owner says so: the browser tells that a dialog has
   * opened a moment after it has, and one that was closed within that moment stays closed.
   */
  let { title, size, open = $bindable(false), permanent = false, onclose, children }: Props = $props();

  const close = (wanted: boolean): void => {
    if (!wanted) open = false;
  };
</script>

<Modal {title} {size} {permanent} {onclose} bind:open={() => open, close}>{@render children()}</Modal>
