<script lang="ts">
  import Alert from '../kit/Alert.svelte';
  import TextButton from '../kit/TextButton.svelte';
  import Choice from '../kit/Choice.svelte';
  import { formOf, type AskedChange, type SetupChange } from '../../core/change/kinds/all-kinds.ts';
  import type { TakenParts } from '../../core/change/kinds/change-kind.ts';
  import type { SetupDocument } from '../../core/document/schema.ts';
  import type { StoredPart } from '../../core/document/stored.ts';
  import { asUsed } from '../../core/shelf/measured.ts';
  import { takeReading } from '../../core/shorthand/take-reading.ts';
  import type { LabelReading } from '../../core/shorthand/parse.ts';
  import LabelInput from '../kit/LabelInput.svelte';
  import SentenceFigure from '../kit/SentenceFigure.svelte';

  /** The change as a sentence whose figures are stepped, typed or dragged; parts also by label or from the shelf. */
  let {
    change,
    from,
    sentence,
    parts,
    problem,
    onset
  }: {
    change: SetupChange;
    /** The setup that the change is made of. */
    from: SetupDocument;
    /** The whole of it in words, from the core. */
    sentence: string;
    /** Parts of the shelf. */
    parts: StoredPart[];
    /** What is wrong with it; nothing by default. */
    problem: string;
    /** Called with the change as it is now, and which figure was set. */
    onset: (change: SetupChange, label: string) => void;
  } = $props();

  const form = $derived(formOf(change));
  /** What the form sets: figures that were taken as a step have none. */
  const asked = $derived(change as AskedChange);
  const taking = $derived(form?.taking);
  const kindred = $derived(parts.filter((p) => p.kind === taking?.part));
  const shelf = $derived(kindred.filter((p) => p.owned));

  /** Takes a whole part into the change. @param part of the kind that the change takes */
  function take(part: unknown, label: string): void {
    if (!taking) return;
    const taken = taking.take as (part: TakenParts[keyof TakenParts]) => AskedChange;
    onset(taken(part as TakenParts[keyof TakenParts]), label);
  }
  const takeLabel = (reading: LabelReading, text: string): void => {
    if (!taking) return;
    const { document } = takeReading(taking.into(asked, from), taking.part, reading, text);
    take(document[taking.part], 'label');
  };
  /** A part of the shelf as it is used: what was measured of it before its label. */
  function pick(id: number): void {
    const part = parts.find((p) => p.id === id);
    if (part) take({ ...asUsed(part), name: part.name }, part.name);
  }
</script>

<div
  class="flex flex-wrap items-baseline gap-x-2 gap-y-1 text-2xl leading-8 font-bold"
  data-testid="sentence"
>
  {#each form?.pieces(asked, from, sentence) ?? [{ words: sentence }] as piece, at (`${change.kind} ${'figure' in piece ? piece.figure.id : at}`)}
    {#if 'words' in piece}
      <span class={piece.aside ? 'text-lg font-normal' : ''}>{piece.words}</span>
    {:else if 'figure' in piece}
      {@const { id, label, quantity, value, next, step, set } = piece.figure}
      <SentenceFigure
        {id}
        {label}
        {quantity}
        {value}
        {next}
        onstep={step && ((up) => onset(step(up), label))}
        onset={(figure) => onset(set(figure), label)}
      />
    {:else}
      {@const { id, label, options, chosen, choose } = piece.choice}
      <Choice
        {label}
        class="inline-block w-44"
        items={options.map(([value, name]) => ({ value, name }))}
        value={chosen}
        {id}
        onchoose={(v) => onset(choose(v), label)}
      />
    {/if}
  {/each}
</div>
<Alert says={problem} raised id="change-problem" />
{#if taking}
  <div class="flex flex-wrap items-center gap-x-4 gap-y-1 text-xs">
    <span class="text-ink-soft">as on its label</span>
    <div class="w-40">
      {#key change.kind}
        <LabelInput part={taking.part} parts={kindred} setup={from} ontake={takeLabel} onpick={pick} />
      {/key}
    </div>
    {#if shelf.length > 0}
      <label class="flex items-center gap-1"
        >from the shelf
        <Choice
          size="line"
          class="w-52"
          items={shelf.map((p) => ({ value: p.id, name: p.name }))}
          placeholder="choose …"
          value=""
          forgets
          id="change-shelf"
          onchoose={pick}
        /></label
      >
    {/if}
    {#each form?.offers?.(from) ?? [] as offer (offer.id)}
      <TextButton data-testid={offer.id} onclick={() => onset(offer.change, offer.words)}
        >{offer.words}</TextButton
      >
    {/each}
  </div>
{/if}
