<script lang="ts">
  import { isDrivePart, type PartName } from '../../core/registry/parts.ts';
  import { Select } from 'flowbite-svelte';
  import type { CheckResult } from '../../core/checks/finding.ts';
  import type { Propulsor, SetupDocument } from '../../core/document/schema.ts';
  import { isOffered, suitsCraft } from '../../core/alternatives/first-propulsor.ts';
  import type { StoredPart } from '../../core/document/stored.ts';
  import type { LabelReading } from '../../core/shorthand/parse.ts';
  import { labelEdit, shelfEdit } from '../../core/match/edits.ts';
  import ChevronDown from '../kit/ChevronDown.svelte';
  import { labelFigure, unbroken } from '../format/units.svelte.ts';
  import CraftWeight from './CraftWeight.svelte';
  import KindSelect from './KindSelect.svelte';
  import FigureField from '../kit/FigureField.svelte';
  import HeadroomRail from './HeadroomRail.svelte';
  import LabelInput from '../kit/LabelInput.svelte';
  import { READING_NAMES } from './readings.ts';
  import { choiceFields, firstFields, moreFields, type PathField } from '../../core/registry/fields.ts';
  import { STEPS, type ShelfSizes } from './steps.ts';
  import { markOf } from '../../core/document/sources.ts';
  import { calledOf } from '../../core/shorthand/part-name.ts';
  import { readPath } from '../../core/document/change.ts';
  import type { MatchState } from './match-state.svelte.ts';

  /** One part of the power path: what it is, its decisive figures, its headroom. */
  let {
    part,
    title,
    view,
    parts,
    checks,
    readings,
    onwhy,
    onfinding
  }: {
    part: PartName;
    title: string;
    view: MatchState;
    /** Parts of this kind on the shelf. */
    parts: StoredPart[];
    /** Checks whose rails stand here. */
    checks: CheckResult[];
    /** Predicted figures of this part, already formatted. */
    readings: { id: string; text: string }[];
    /** Called with the id of a figure that is asked why. */
    onwhy: (id: string) => void;
    /** Called with the id of a check whose working is asked for. */
    onfinding: (id: string) => void;
  } = $props();

  const document = $derived(view.document);
  const fields = $derived(firstFields(part, document));
  const extra = $derived(moreFields(part, document));
  const wordsIn = (f: PathField, value: number): string => {
    const shown = labelFigure(f.quantity ?? 'ratio', value);
    return f.line ? f.line(shown) : shown;
  };
  const stepOf = ({ steps, quantity }: PathField) =>
    steps && (steps !== 'propellers' || quantity === 'propLength')
      ? (present: SetupDocument, up: boolean) => STEPS[steps](present, up, shelf)
      : undefined;
  let unfolded = $state(false);
  /** What else is known of the part, in one line: "106 g, to 38 A, 560 W". */
  const summary = $derived(
    extra
      .flatMap((f) => {
        const value = readPath(document, f.path) as number | null | undefined;
        return value == null ? [] : [wordsIn(f, value)];
      })
      .filter((words) => words !== '')
      .join(', ') || 'weight and ratings'
  );
  const held = $derived(view.isFixed(part));
  const shelf = $derived<ShelfSizes>({
    kv: part === 'motor' ? parts.map((p) => (p.document as { kvRpmPerVolt: number }).kvRpmPerVolt) : []
  });
  const current = $derived((readPath(document, part) as { name?: string } | undefined)?.name ?? '');
  /** What it is called: its name, or its size where it has none of its own. */
  const called = $derived.by(() => {
    if (!isDrivePart(part)) return current;
    const { name, size } = calledOf(part, document);
    return name || size;
  });
  /** What stands in the picker's place where the shelf holds nothing of this kind. */
  const nameless = $derived(part === 'wiring' || part === 'craft' ? '' : called);
  const onShelf = $derived(parts.some((p) => p.name === current));
  /** The parts that may be picked; propulsors that drive such craft, those of a size that fits first. */
  const suited = $derived(
    part === 'propulsor'
      ? parts
          .filter((p) => isOffered(p.document as Propulsor, document) || p.name === current)
          .sort((a, b) => Number(otherShape(a)) - Number(otherShape(b)))
      : parts
  );
  const otherShape = (p: StoredPart): boolean => !suitsCraft(p.document as Propulsor, document);
  const items = $derived([
    ...(onShelf ? [] : [{ value: '', name: called }]),
    ...suited.map((p) => ({ value: String(p.id), name: p.owned ? p.name : `${p.name} (to buy)` }))
  ]);
  const selected = $derived(String(parts.find((p) => p.name === current)?.id ?? ''));

  function pick(id: string): void {
    const chosen = parts.find((p) => String(p.id) === id);
    if (!chosen) return;
    const plain = $state.snapshot(chosen) as StoredPart;
    void view.exchange((present) => shelfEdit(present, plain), `${title.toLowerCase()}: ${chosen.name}`);
  }

  const set = (path: string, label: string, value: number | null): Promise<boolean> =>
    view.edit([{ path, value }], `${title.toLowerCase()} ${label}`);

  /** A label was read: a whole part replaces this one, less corrects it. */
  function take(reading: LabelReading, text: string): void {
    void view.exchange(
      (present) => labelEdit(present, part as 'motor', reading, text),
      `${title.toLowerCase()}: ${text}`
    );
  }
</script>

{#snippet fieldOf(f: PathField)}
  <FigureField
    path={f.path}
    label={f.short}
    quantity={f.quantity ?? 'ratio'}
    value={readPath(document, f.path) as number | null | undefined}
    disabled={(held && f.path !== 'count') ||
      (f.path === 'craft.massKg' && document.craft.airframeMassKg != null)}
    source={markOf(document, f.path)}
    within={document}
    onwhy={() => onwhy(f.path)}
    problems={view.refused}
    onset={(v) => set(f.path, f.short, v)}
    onstep={(next) => view.step(next, `${title.toLowerCase()} ${f.short}`)}
    next={stepOf(f)}
  />
{/snippet}

<section class="min-w-0 px-1.5" aria-label={title}>
  <!-- what is predicted stands on the joint of the path, above the part that makes it so -->
  <ul class="border-line mb-1 border-b pb-1 text-sm leading-[18px] tabular-nums sm:min-h-[62px]">
    {#each readings as r (r.id)}
      <li>
        <button
          class="text-left hover:underline"
          data-testid={r.id}
          data-why={r.id}
          title="why? (w)"
          aria-label={`${READING_NAMES[r.id]} ${r.text}`}
          onclick={() => onwhy(r.id)}>{unbroken(r.text)}</button
        >
      </li>
    {/each}
  </ul>
  <div class="flex items-baseline justify-between">
    <h3 class="text-sm font-semibold">{title}</h3>
    {#if part !== 'craft'}
      <button
        class={`press text-2xs ${held ? 'font-semibold' : 'text-ink-soft'}`}
        aria-pressed={held}
        aria-label={`${title} ${held ? 'is kept as it is' : 'is free'}`}
        data-testid={`fix-${part}`}
        title={held
          ? 'kept as it is; press to let it vary'
          : 'press to keep it as it is: nothing will change it'}
        onclick={() => void view.fix(part, !held)}>{held ? 'fixed' : 'free'}</button
      >
    {/if}
  </div>
  {#if parts.length > 0}
    <!-- the whole name is read, whatever its length; the list behind it is the browser's own -->
    <div
      class="border-line focus-within:outline-cold relative mt-0.5 mb-1 flex min-h-6 items-center justify-between gap-1 rounded-[2px] border px-1 py-0.5 text-xs leading-4 focus-within:outline-2"
    >
      <span class={`min-w-0 break-words ${held ? 'text-ink-soft' : ''}`} aria-hidden="true">{called}</span>
      <ChevronDown />
      <Select
        classes={{ select: 'absolute inset-0 h-full w-full cursor-pointer opacity-0' }}
        class="absolute inset-0 h-full w-full cursor-pointer p-0 opacity-0"
        size="sm"
        {items}
        disabled={held}
        value={selected}
        placeholder=""
        aria-label={`${title} from the shelf: ${called}`}
        data-testid={`pick-${part}`}
        onchange={(e) => pick((e.currentTarget as HTMLSelectElement).value)}
      />
    </div>
  {:else if nameless !== ''}
    <div class="text-ink-soft mt-0.5 mb-1 min-h-6 text-xs leading-6">{nameless}</div>
  {/if}
  {#if part === 'battery' || part === 'esc' || part === 'motor' || part === 'propulsor'}
    <LabelInput
      {part}
      parts={suited}
      disabled={held}
      setup={document}
      onpick={(id) => pick(String(id))}
      ontake={take}
    />
  {/if}
  {#each fields as f (f.path)}{@render fieldOf(f)}{/each}
  {#if part === 'craft'}<CraftWeight {view} />{/if}
  {#if extra.length > 0}
    <details class="text-2xs leading-4" bind:open={unfolded} data-testid={`more-${part}`}>
      <summary class="press text-ink-soft cursor-pointer py-0.5 max-sm:py-3">{summary}</summary>
      {#if unfolded}{#each extra as f (f.path)}{@render fieldOf(
            f
          )}{/each}{#each choiceFields(part, document) as field (field.path)}<KindSelect
            {view}
            {field}
            disabled={held}
          />{/each}{/if}
    </details>
  {/if}
  <div class="mt-1 flex flex-col gap-0.5">
    {#each checks as check (check.id)}
      <HeadroomRail {check} onopen={() => onfinding(check.id)} />
    {/each}
  </div>
</section>
