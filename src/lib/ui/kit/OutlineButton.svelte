<script lang="ts">
  import type { HTMLButtonAttributes } from 'svelte/elements';

  type Props = Omit<HTMLButtonAttributes, 'class'> & {
    size?: 'xs' | 'sm' | 'base' | 'huge';
    /** Filled: the act that is meant. */
    filled?: boolean;
    /** Of several, whether it is chosen; nothing where it is an act. */
    pressed?: boolean;
    /** Struck through: it is left out. */
    struck?: boolean;
    /** In the colour of the next act. */
    cold?: boolean;
    strong?: boolean;
    /** Layout only. */
    class?: string;
  };
  /** A small act in a frame, where several stand side by side; huge: for a thumb beside a running motor. */
  let {
    size = 'sm',
    filled = false,
    pressed,
    struck = false,
    cold = false,
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
  const dark = $derived(filled || pressed === true);
  const look = $derived([
    'border',
    dark ? 'border-ink bg-ink text-page' : cold ? 'border-cold text-cold bg-sheet' : 'border-line bg-sheet',
    (strong || dark) && 'font-semibold',
    struck && 'text-ink-soft line-through',
    SIZES[size],
    layout
  ]);
</script>

<button {...rest} class={look} aria-pressed={pressed ?? rest['aria-pressed']}>{@render children?.()}</button>
