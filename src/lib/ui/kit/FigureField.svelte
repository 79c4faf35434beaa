<script lang="ts">
  import { displayUnit, type QuantityName } from '../../core/units/quantity.ts';
  import { enterAt } from '../../core/shorthand/enter-at.ts';
  import type { Entry } from '../../core/units/read-figure.ts';
  import AskWays from './AskWays.svelte';
  import { show } from '../../core/units/show.ts';
  import { readPath, type Change } from '../../core/document/change.ts';
  import type { SetupDocument } from '../../core/document/schema.ts';
  import { sentenceAtField } from '../../core/text/field-message.ts';
  import type { Problem } from '../../core/text/issues.ts';
  import { SOURCE_WORDS, type FigureSource } from '../../core/document/sources.ts';
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
    next,
    onwhy,
    problems = [],
    source,
    within = null,
    disabled = false
  }: {
    /** Path in the document; also the test id. */
    path: string;
    /** Short name beside the figure. */
    label: string;
    quantity: QuantityName;
    /** SI value, or null when not given. */
    value: number | null | undefined;
    /** Called with the new SI value, null when the field was emptied; false where it is refused. */
    onset: (value: number | null) => void | Promise<boolean>;
    /** Called for a step up or down with what it changes in the present setup; without it a step goes by `onset`. */
    onstep?: (changes: (present: SetupDocument) => Change[] | null) => boolean;
    /** The next standard size; without one, or where it is at its end, the unit's own step. */
    next?: (present: SetupDocument, up: boolean) => Change[] | null;
    /** Called when the figure is asked why (w); none by default. */
    onwhy?: () => void;
    /** All that is wrong with the last edit; what is wrong here is told here. */
    problems?: readonly Problem[];
    /** Where the figure comes from; nothing where it is not known. */
    source?: FigureSource;
    /** The document that it belongs to, by which a slip is noticed; none by default. */
    within?: SetupDocument | null;
    /** Whether the figure is held as it is. */
    disabled?: boolean;
  } = $props();

  const unit = $derived(displayUnit(quantity, units.choice));
  const shown = $derived(value == null ? '' : plain(value / unit.inSi));
  let typed = $state<string | null>(null);
  /** What is said of the figure opens towards the middle of the board: nothing covers it there. */
  const side = $derived(path.startsWith('battery.') ? 'left-0' : 'right-0');
  /** Whether what stands there is Iskarn's estimate. */
  const estimated = $derived(source === 'estimated' && value != null && typed === null);
  /** What is asked of what was typed, until it is answered or typed anew. */
  let asked = $state.raw<Extract<Entry, { is: 'ask' }> | null>(null);
  /** A sentence that was taken back with the typing it belongs to. */
  let dismissed = $state.raw<Problem | undefined>();
  /** What is wrong with the last edit of this figure, told by the label that stands here. */
  const wrong = $derived.by(() => {
    const problem = problems.find((i) => i.path === path);
    return problem === undefined || problem === dismissed
      ? null
      : sentenceAtField({ ...problem, values: { ...problem.values, name: label } }, quantity, units.choice);
  });

  function plain(v: number): string {
    return show(v, Math.abs(v) < 1 ? 4 : 5)
      .replaceAll(' ', '')
      .replace(/(\.\d*?)0+$/, '$1')
      .replace(/\.$/, '');
  }

  /** Takes what was typed; what is refused stays typed, to be mended. */
  async function commit(): Promise<void> {
    if (typed === null) return;
    const text = typed.trim();
    if (text.replace(',', '.') === shown && source !== 'estimated') {
      typed = null;
      return;
    }
    const entry = enterAt(text, path, quantity, units.choice, within);
    if (entry.is === 'ask') {
      asked = entry;
      return;
    }
    typed = null;
    // what is no figure goes to the core too, which says so in words
    await set(
      entry.is === 'figure' ? entry.value : entry.is === 'empty' ? null : (text as unknown as number),
      text
    );
  }

  async function set(value: number | null, text: string): Promise<void> {
    asked = null;
    const taken = await onset(value);
    if (taken === false) typed ??= text;
  }

  function choose(value: number): void {
    const text = typed ?? '';
    typed = null;
    void set(value, text);
  }

  /** A value one step of the unit further. */
  const further = (from: number | null | undefined, up: boolean): number =>
    Number((((from ?? 0) / unit.inSi + (up ? unit.step : -unit.step)) * unit.inSi).toPrecision(9));

  function step(up: boolean): void {
    if (typed !== null) void commit();
    if (onstep)
      onstep(
        (present) =>
          next?.(present, up) ?? [{ path, value: further(readPath(present, path) as number | null, up) }]
      );
    else void onset(further(value, up));
  }

  function keys(event: KeyboardEvent): void {
    if (event.key === 'w' && onwhy && !event.ctrlKey && !event.metaKey) {
      event.preventDefault();
      onwhy();
    } else if (disabled) return;
    else if (event.key === 'Enter') void commit();
    else if (event.key === 'Escape') {
      typed = null;
      asked = null;
      dismissed = problems.find((i) => i.path === path);
    } else if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
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

<label class="relative flex items-baseline gap-0.5 text-xs leading-[22px]">
  <span class="text-ink-soft min-w-0 flex-1">{label}</span>
  {#if estimated}<span class="text-ink-soft" aria-hidden="true">~</span>{/if}
  <input
    class="figure border-line bg-sheet text-ink hover:border-cold focus:border-cold [field-sizing:content] max-w-[6em] min-w-[3.35em] shrink-0 rounded-[2px] border-0 border-b !px-0.5 !py-0 text-right text-sm leading-[20px] read-only:border-transparent read-only:bg-transparent focus:ring-0 {estimated
      ? 'border-dotted'
      : ''}"
    inputmode="decimal"
    autocomplete="off"
    aria-label={`${label}${unit.label ? `, ${unit.label}` : ''}`}
    data-testid={path}
    data-figure={typed === null ? 'taken' : 'typed'}
    data-source={source}
    title={source === undefined || shown === '' ? undefined : SOURCE_WORDS[source]}
    aria-invalid={wrong !== null}
    aria-describedby={wrong === null ? undefined : `wrong-${path}`}
    placeholder="?"
    readonly={disabled}
    value={typed ?? shown}
    oninput={(e) => {
      typed = e.currentTarget.value;
      asked = null;
    }}
    onblur={() => void commit()}
    onkeydown={keys}
    onwheel={wheel}
  />
  <span class="text-2xs text-ink-soft w-[1.35rem] shrink-0 whitespace-nowrap">{unit.label}</span>
  {#if asked !== null}
    <span
      class={`border-ink bg-sheet text-ink absolute top-full z-20 w-56 border-l-4 px-2 py-1 shadow ${side}`}
      ><AskWays question={asked.question} ways={asked.ways} onchoose={choose} id={`ask-${path}`} /></span
    >
  {:else if wrong !== null}
    <!-- beside the field and over what lies there: nothing moves -->
    <span
      id={`wrong-${path}`}
      role="alert"
      class={`border-ink bg-sheet text-ink absolute top-full z-20 w-52 border-l-4 px-2 py-1 text-xs leading-4 shadow ${side}`}
      data-testid={`wrong-${path}`}>{wrong}</span
    >
  {/if}
</label>
