<script lang="ts">
  import type { ComponentProps, Snippet } from 'svelte';
  import Axes from './Axes.svelte';

  interface Props extends ComponentProps<typeof Axes> {
    /** Width of the drawing, px: as wide as its place. */
    width: number;
    /** What it shows, in words. */
    label: string;
    id?: string;
    children: Snippet;
  }
  /** A drawing on two axes, as wide as its place. */
  let { width = $bindable(), label, id, children, ...axes }: Props = $props();
</script>

<div class="min-w-0" bind:clientWidth={width} data-testid={id}>
  <svg {width} height={axes.box.height} role="img" aria-label={label} class="block overflow-visible">
    <Axes {...axes} />
    {@render children()}
  </svg>
</div>
