<script lang="ts" generics="T extends string | number">
  import { Select } from 'flowbite-svelte';

  /** One of a few words to choose from, as they stand in `items`. */
  let {
    items,
    value = $bindable(),
    id,
    label,
    size = 'row',
    placeholder = '',
    disabled = false,
    onchoose,
    forgets = false,
    class: layout = ''
  }: {
    items: readonly { readonly value: T; readonly name: string }[];
    value?: T | '';
    /** Test id. */
    id?: string;
    /** What it is, for readers; left out where a label stands round it. */
    label?: string;
    /** How tall it is: among the figures of a part, among notes, in a line of small print, in a row, in a form. */
    size?: 'cell' | 'note' | 'line' | 'row' | 'form';
    /** What stands there while nothing is chosen; nothing by default. */
    placeholder?: string;
    disabled?: boolean;
    /** Called with what was chosen; `bind:value` does without. */
    onchoose?: (value: T) => void;
    /** Whether it goes back to its placeholder once something was chosen: each choice is an act of its own. */
    forgets?: boolean;
    /** Layout only. */
    class?: string;
  } = $props();

  const SIZES = {
    cell: '!border-line !bg-transparent !py-0 !pr-6 !pl-1 h-5 text-xs leading-4 hover:!border-cold',
    note: '!py-0 !pl-1 !pr-5 h-6 text-2xs max-sm:h-10',
    line: '!py-0 !pl-1.5 !pr-6 h-6 text-xs max-sm:h-10',
    row: '!py-0 !pl-1.5 !pr-6 h-7 text-xs max-sm:h-10',
    form: '!py-0 !pl-1.5 !pr-6 h-8 text-sm max-sm:h-11'
  };

  function choose(event: Event): void {
    const select = event.currentTarget as HTMLSelectElement;
    const chosen = items.find((item) => String(item.value) === select.value);
    if (chosen) onchoose?.(chosen.value);
    if (forgets) value = '';
  }
</script>

<Select
  aria-label={label}
  data-testid={id}
  {disabled}
  class={layout}
  classes={{ select: SIZES[size] }}
  items={[...items]}
  {placeholder}
  bind:value
  onchange={choose}
/>
