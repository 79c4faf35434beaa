<script lang="ts">
  import { displayUnit, type QuantityName } from '../../core/units/quantity.ts';
  import { show } from '../../core/units/show.ts';
  import { units } from '../format/units.svelte.ts';

  /**
   * One figure, editable in place: type and Enter, arrow keys or the wheel (while focused) step it, Escape takes the
   * typing back. Decimal point or comma.
   */
  let {
    path,
    label,
    quantity,
    value,
    onset,
    onstep,
    onwhy,
    disabled = false
  }: {
    /** Path in the document; also the test id. */
    path: string;
    /** Short name beside the figure. */
    label: string;
    quantity: QuantityName;
    /** SI value, or null when not given. */
    value: number | null | undefined;
    /** Called with the new SI value, null when the field was emptied. */
    onset: (value: number | null) => void;
    /** Called for a step up or down; returns false to fall back to the unit's own step. */
    onstep?: (up: boolean) => boolean;
    /** Called when the figure is asked why (w); none by default. */
    onwhy?: () => void;
    /** Whether the figure is held as it is. */
    disabled?: boolean;
  } = $props();

  const unit = $derived(displayUnit(quantity, units.choice));
  const shown = $derived(value == null ? '' : plain(value / unit.inSi));
  let typed = $state<string | null>(null);

  function plain(v: number): string {
    return show(v, 5)
      .replaceAll(' ', '')
      .replace(/(\.\d*?)0+$/, '$1')
      .replace(/\.$/, '');
  }

  function commit(): void {
    if (typed === null) return;
    const text = typed.trim().replace(',', '.').replaceAll(' ', '');
    typed = null;
    if (text === shown) return;
    if (text === '') return onset(null);
    const number = Number(text);
    // what is no number goes to the core too, which says so in words
    onset(
      Number.isFinite(number) ? Number((number * unit.inSi).toPrecision(9)) : (text as unknown as number)
    );
  }

  function step(up: boolean): void {
    if (typed !== null) commit();
    if (onstep?.(up)) return;
    const next = (value ?? 0) / unit.inSi + (up ? unit.step : -unit.step);
    onset(Number((next * unit.inSi).toPrecision(9)));
  }

  function keys(event: KeyboardEvent): void {
    if (event.key === 'w' && onwhy && !event.ctrlKey && !event.metaKey) {
      event.preventDefault();
      onwhy();
    } else if (disabled) return;
    else if (event.key === 'Enter') commit();
    else if (event.key === 'Escape') typed = null;
    else if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
      event.preventDefault();
      step(event.key === 'ArrowUp');
    }
  }

  function wheel(event: WheelEvent): void {
    if (disabled || document.activeElement !== event.currentTarget) return;
    event.preventDefault();
    step(event.deltaY < 0);
  }
</script>

<label class="flex items-baseline gap-0.5 text-[12px] leading-[22px]">
  <span class="min-w-0 flex-1 truncate text-[var(--ink-soft)]">{label}</span>
  <input
    class="figure w-[3.7em] shrink-0 rounded-[2px] border-0 border-b border-[var(--line)] bg-[var(--sheet)] !px-1 !py-0 text-right text-[13px] leading-[20px] text-[var(--ink)] read-only:border-transparent read-only:bg-transparent hover:border-[var(--cold)] focus:border-[var(--cold)] focus:ring-0"
    inputmode="decimal"
    autocomplete="off"
    aria-label={`${label}${unit.label ? `, ${unit.label}` : ''}`}
    data-testid={path}
    data-figure={typed === null ? 'taken' : 'typed'}
    placeholder="?"
    readonly={disabled}
    value={typed ?? shown}
    oninput={(e) => (typed = e.currentTarget.value)}
    onblur={commit}
    onkeydown={keys}
    onwheel={wheel}
  />
  <span class="w-[2.1rem] shrink-0 truncate text-[11px] text-[var(--ink-soft)]">{unit.label}</span>
</label>
