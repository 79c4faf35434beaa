<script lang="ts">
  import { displayUnit, type QuantityName } from '../../core/units/quantity.ts';
  import { enterFigure, type Entry } from '../../core/units/read-figure.ts';
  import { show } from '../../core/units/show.ts';
  import { units } from '../format/units.svelte.ts';
  import AskWays from './AskWays.svelte';

  /**
   * A figure in a sentence: typed, stepped by arrow keys, the wheel (while focused) or its two buttons, or dragged sideways.
   */
  let {
    id,
    label,
    quantity,
    value,
    onset,
    next,
    onstep,
    wrong = ''
  }: {
    /** Test id. */
    id: string;
    /** What it is, for readers. */
    label: string;
    quantity: QuantityName;
    /** SI. */
    value: number | null | undefined;
    /** Called with the new SI value. */
    onset: (value: number) => void;
    /** The next value up or down, SI; the unit's own step where it is left out. */
    next?: (value: number, up: boolean) => number;
    /** Called for a step in place of `onset`, where a step is more than a figure. */
    onstep?: (up: boolean) => void;
    /** What is wrong with it; nothing by default. */
    wrong?: string;
  } = $props();

  const unit = $derived(displayUnit(quantity, units.choice));
  const plain = (v: number): string =>
    show(v, 5)
      .replaceAll(' ', '')
      .replace(/(\.\d*?)0+$/, '$1')
      .replace(/\.$/, '');
  const shown = $derived(value == null ? '' : plain(value / unit.inSi));
  let typed = $state<string | null>(null);
  /** What is asked of what was typed, or why it is no figure; it stays typed until it is answered or typed anew. */
  let unclear = $state.raw<Extract<Entry, { is: 'ask' | 'none' }> | null>(null);
  let dragged: { x: number; steps: number } | null = null;
  /** Sideways way of one step of a drag, px. */
  const PER_STEP = 14;

  function step(up: boolean): void {
    const from = value ?? 0;
    const further = Number((from + (up ? unit.step : -unit.step) * unit.inSi).toPrecision(9));
    typed = null;
    unclear = null;
    if (onstep) onstep(up);
    else onset(next ? next(from, up) : further);
  }

  function commit(): void {
    if (typed === null) return;
    const entry = enterFigure(typed, quantity, units.choice);
    if (entry.is === 'ask' || entry.is === 'none') {
      unclear = entry;
      return;
    }
    take(entry.is === 'figure' ? entry.value : null);
  }

  function take(figure: number | null): void {
    typed = null;
    unclear = null;
    if (figure !== null && figure !== value) onset(figure);
  }

  function keys(event: KeyboardEvent): void {
    if (event.key === 'Enter') commit();
    else if (event.key === 'Escape') take(null);
    else if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
      event.preventDefault();
      step(event.key === 'ArrowUp');
    }
  }
  function wheel(event: WheelEvent): void {
    if (document.activeElement !== event.currentTarget) return;
    event.preventDefault();
    step(event.deltaY < 0);
  }
  function move(event: PointerEvent): void {
    if (!dragged || event.buttons === 0) return;
    const steps = Math.trunc((event.clientX - dragged.x) / PER_STEP);
    if (steps === dragged.steps) return;
    const up = steps > dragged.steps;
    dragged = { ...dragged, steps };
    step(up);
  }
</script>

<span class="relative inline-flex items-baseline whitespace-nowrap">
  <button
    class="press text-ink-soft hover:text-cold px-1 text-base font-bold max-sm:px-2"
    aria-label={`less ${label}`}
    data-testid={`${id}-less`}
    onclick={() => step(false)}>−</button
  >
  <input
    class="figure border-cold bg-sheet text-ink [field-sizing:content] max-w-[7em] min-w-[2.2em] cursor-ew-resize touch-none rounded-[2px] border-0 border-b-2 !px-1 !py-0 text-center !text-xl leading-[26px] font-semibold focus:ring-0"
    inputmode="decimal"
    autocomplete="off"
    aria-label={`${label}${unit.label ? `, ${unit.label}` : ''}`}
    aria-invalid={wrong !== '' || unclear !== null}
    data-testid={id}
    value={typed ?? shown}
    oninput={(e) => {
      typed = e.currentTarget.value;
      unclear = null;
    }}
    onblur={commit}
    onkeydown={keys}
    onwheel={wheel}
    onpointerdown={(e) => {
      dragged = { x: e.clientX, steps: 0 };
      if (e.pointerType !== 'mouse') e.currentTarget.setPointerCapture(e.pointerId);
    }}
    onpointermove={move}
    onpointerup={() => (dragged = null)}
    onpointercancel={() => (dragged = null)}
  />{#if unit.label}<span class="text-ink-soft pl-0.5 text-sm font-normal">{unit.label}</span>{/if}
  <button
    class="press text-ink-soft hover:text-cold px-1 text-base font-bold max-sm:px-2"
    aria-label={`more ${label}`}
    data-testid={`${id}-more`}
    onclick={() => step(true)}>+</button
  >
  {#if unclear}<span
      class="border-ink bg-sheet absolute top-full left-0 z-20 w-64 border border-l-4 p-2 whitespace-normal"
    >
      {#if unclear.is === 'ask'}<AskWays
          id={`${id}-ask`}
          question={unclear.question}
          ways={unclear.ways}
          onchoose={take}
        />{:else}<span role="alert" class="block text-sm leading-5" data-testid={`${id}-ask`}
          >{unclear.sentence}</span
        >{/if}
    </span>{/if}
</span>
