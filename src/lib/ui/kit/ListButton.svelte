<script lang="ts">
  import type { HTMLButtonAttributes } from 'svelte/elements';

  /** One of a list, as wide as the list; the one that is chosen stands in a frame. */
  let {
    pressed,
    children,
    ...rest
  }: Omit<HTMLButtonAttributes, 'class'> & {
    /** Of several, whether it is chosen; nothing where it is an act. */
    pressed?: boolean;
  } = $props();
</script>

<button
  {...rest}
  class={[
    'hover:bg-sheet w-full border px-1.5 py-[3px] text-left text-sm',
    pressed ? 'border-ink bg-sheet font-bold' : 'border-transparent'
  ]}
  aria-pressed={pressed}>{@render children?.()}</button
>
