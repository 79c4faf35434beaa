<script lang="ts">
  import type { HTMLInputAttributes } from 'svelte/elements';

  type Props = Omit<HTMLInputAttributes, 'class' | 'value' | 'size'> & {
    value?: string | number | null;
    element?: HTMLInputElement;
    /** A figure: in the type of figures, at the right, with the keys for one on a phone. */
    figure?: boolean;
    /** How large it is: among notes, in a line of small print, in a row, in a form. */
    size?: 'note' | 'line' | 'row' | 'form';
    /** With a line below only, where many stand together. */
    under?: boolean;
    /** Layout only. */
    class?: string;
  };
  /** What is typed in one line. */
  let {
    value = $bindable(),
    element = $bindable(),
    figure = false,
    size = 'form',
    under = false,
    class: layout = '',
    ...rest
  }: Props = $props();

  const SIZES = {
    note: 'px-0.5 py-0 text-2xs max-sm:h-8',
    line: 'px-1.5 py-0.5 text-xs',
    row: 'px-1 py-0.5 text-sm max-sm:h-10',
    form: 'px-1.5 py-1 text-base'
  };
  const look = $derived([
    'border-line bg-sheet text-ink rounded-[2px]',
    figure && 'figure text-right',
    under ? 'border-0 border-b focus:ring-0' : 'border',
    SIZES[size],
    layout
  ]);
</script>

<input
  inputmode={figure ? 'decimal' : undefined}
  autocomplete={figure ? 'off' : undefined}
  {...rest}
  class={look}
  bind:value
  bind:this={element}
/>
