<script lang="ts">
  import type { HTMLButtonAttributes } from 'svelte/elements';

  type Props = Omit<HTMLButtonAttributes, 'class'> & {
    /** Cold: the next act; soft: one that is seldom wanted. */
    tone?: 'plain' | 'cold' | 'soft';
    /** As what stands round it, where it is left out. */
    size?: 'xs' | 'sm' | 'base';
    strong?: boolean;
    /** Of several, the one that is chosen; nothing where it is an act. */
    pressed?: boolean;
    /** Layout only. */
    class?: string;
  };
  /** An act in a line of text, to be pressed as a link is. */
  let {
    tone = 'plain',
    size,
    strong = false,
    pressed,
    class: layout = '',
    children,
    ...rest
  }: Props = $props();

  const TONES = { plain: '', cold: 'text-cold', soft: 'text-ink-soft' };
  const SIZES = { xs: 'text-xs', sm: 'text-sm', base: 'text-base' };
  const look = $derived([
    pressed ? 'font-bold' : 'underline',
    pressed ? '' : TONES[tone],
    size && SIZES[size],
    strong && 'font-semibold',
    layout
  ]);
</script>

<button {...rest} class={look} aria-pressed={pressed}>{@render children?.()}</button>
