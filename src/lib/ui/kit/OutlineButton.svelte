<script lang="ts">
  import type { HTMLButtonAttributes } from 'svelte/elements';

  type Props = Omit<HTMLButtonAttributes, 'class'> & {
    size?: 'xs' | 'sm' | 'base' | 'huge';
    /** Filled: the one of several that is chosen, or the act that is meant. */
    filled?: boolean;
    strong?: boolean;
    /** Layout only. */
    class?: string;
  };
  /** A small act in a frame, where several stand side by side; huge: for a thumb beside a running motor. */
  let {
    size = 'sm',
    filled = false,
    strong = false,
    class: layout = '',
    children,
    ...rest
  }: Props = $props();

  const SIZES = {
    xs: 'px-2 py-0.5 text-xs',
    sm: 'px-2 py-0.5 text-sm',
    base: 'px-3 py-1.5 text-base',
    huge: 'min-h-14 min-w-[14rem] flex-1 px-6 text-2xl font-bold disabled:opacity-50'
  };
  const look = $derived([
    'border',
    filled ? 'border-ink bg-ink text-page' : 'border-line bg-sheet',
    (strong || filled) && 'font-semibold',
    SIZES[size],
    layout
  ]);
</script>

<button {...rest} class={look}>{@render children?.()}</button>
