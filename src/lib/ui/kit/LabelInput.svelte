<script lang="ts">
  import { on } from 'svelte/events';
  import TextButton from './TextButton.svelte';
  import {
    missingFrom,
    parseShorthand,
    type LabelReading,
    type ShorthandPart
  } from '../../core/shorthand/parse.ts';
  import type { StoredPart } from '../../core/document/stored.ts';
  import { partWord } from '../../core/document/part-words.ts';
  import { takeReading } from '../../core/shorthand/take-reading.ts';
  import type { SetupDocument } from '../../core/document/schema.ts';

  /** A label as people write it, read aloud below while typing; Enter or Tab takes it, the arrow goes to other readings. */
  let {
    part,
    parts,
    ontake,
    onpick,
    setup,
    disabled = false
  }: {
    part: Exclude<ShorthandPart, 'receiver-supply'>;
    /** Shelf parts offered while typing. */
    parts: StoredPart[];
    /** The setup the label goes into. */
    setup: SetupDocument;
    /** Called with what a label was read as. */
    ontake: (reading: LabelReading, text: string) => void;
    /** Called with a shelf part's id. */
    onpick: (id: number) => void;
    /** Whether the part is held as it is. */
    disabled?: boolean;
  } = $props();

  const PROPULSOR_EXAMPLE = {
    propeller: '11x5.5',
    'ducted-fan': '64 mm fan',
    'submerged-screw': '50x50 3-blade',
    'surface-drive': '42 mm x1.4'
  };
  const EXAMPLE = $derived({
    battery: '4S 2200 30C',
    esc: '60A 2-6S',
    motor: '900KV 106g',
    propulsor: PROPULSOR_EXAMPLE[setup.propulsor.kind]
  });
  let text = $state('');
  let swapped = $state(false);
  const first = $derived(parseShorthand(part, text, setup.propulsor.kind !== 'propeller'));
  const reading = $derived<LabelReading>(swapped && first.other ? first.other : first);
  const missing = $derived(missingFrom(part, reading));
  const taken = $derived(
    reading.changes.length === 0
      ? null
      : takeReading($state.snapshot(setup) as SetupDocument, part, reading, text)
  );
  const matches = $derived(
    text.trim().length < 2
      ? []
      : parts
          .filter((p) =>
            p.name.toLowerCase().replaceAll(' ', '').includes(text.toLowerCase().replaceAll(' ', ''))
          )
          .slice(0, 3)
  );

  function take(): void {
    if (reading.changes.length === 0) return;
    ontake(reading, text);
    text = '';
  }

  /** What can be pressed in what is read below the field. */
  const within = (field: EventTarget | null): HTMLElement[] => [
    ...((field as HTMLElement | null)?.parentElement?.querySelectorAll<HTMLElement>('button') ?? [])
  ];

  /** The arrows go through what offers itself, and back to the field. */
  function among(event: KeyboardEvent): void {
    const at = event.target as HTMLElement;
    if (at.tagName !== 'BUTTON' || (event.key !== 'ArrowDown' && event.key !== 'ArrowUp')) return;
    event.preventDefault();
    const box = at.closest('[data-label]');
    const all = [...(box?.querySelectorAll<HTMLElement>('input, button') ?? [])];
    all[
      Math.max(0, Math.min(all.length - 1, all.indexOf(at) + (event.key === 'ArrowDown' ? 1 : -1)))
    ]?.focus();
  }

  function keys(event: KeyboardEvent): void {
    if (event.key === 'Enter' && reading.changes.length > 0) {
      event.preventDefault();
      take();
    } else if (event.key === 'Tab' && reading.notRead.length === 0) {
      // the focus goes on to the next field: what offers itself below is reached by the arrow
      take();
    } else if (event.key === 'ArrowDown') {
      event.preventDefault();
      within(event.currentTarget)[0]?.focus();
    } else if (event.key === 'Escape') text = '';
    else if (event.key === '~' && first.other) {
      event.preventDefault();
      swapped = !swapped;
    }
  }
</script>

<div class="relative" data-label {@attach (box) => on(box, 'keydown', among)}>
  <input
    class="figure border-line placeholder:text-ink-soft mb-1 h-6 w-full rounded-[2px] bg-transparent !px-1 !py-0 text-xs placeholder:opacity-70 disabled:opacity-40"
    placeholder={EXAMPLE[part]}
    aria-label={`${partWord(part, setup.propulsor.kind)} as its label says, for example ${EXAMPLE[part]}`}
    data-testid={`label-${part}`}
    {disabled}
    bind:value={text}
    onkeydown={keys}
    onblur={(e) => {
      // a label is taken on leaving the field, as a figure is, where all of it is understood
      const within = e.currentTarget.parentElement?.contains(e.relatedTarget as Node | null) ?? false;
      if (!within && reading.notRead.length === 0) take();
    }}
  />
  {#if text.trim() !== ''}
    <div
      class="border-line bg-sheet absolute top-6 left-0 z-20 w-56 border p-2 text-xs leading-4 shadow"
      data-testid={`reading-${part}`}
      role="status"
    >
      {#if reading.read.length > 0}<p>read as <b>{reading.read.join(', ')}</b></p>{/if}
      {#if reading.notRead.length > 0}<p class="text-ink-soft">
          not understood: {reading.notRead.join(' ')}
        </p>{/if}
      {#if taken && !taken.whole}<p class="text-ink-soft">
          corrects this part; a new one needs {missing.join(', ')}
        </p>{/if}
      {#if taken && taken.estimated.length > 0}<p>will be estimated: {taken.estimated.join(', ')}</p>{/if}
      {#if taken && taken.unknown.length > 0}<p>not known: {taken.unknown.join(', ')}</p>{/if}
      {#if !taken && missing.length > 0}<p class="text-ink-soft">
          missing: {missing.join(', ')}
        </p>{/if}
      {#if first.other}<TextButton tone="cold" tabindex={-1} onclick={() => (swapped = !swapped)}
          >~ read it as {(swapped ? first : first.other).read.join(', ')}</TextButton
        >{/if}
      {#each matches as m (m.id)}
        <TextButton
          tone="cold"
          class="block text-left"
          tabindex={-1}
          onclick={() => {
            onpick(m.id);
            text = '';
          }}>from the shelf: {m.name}</TextButton
        >
      {/each}
      {#if reading.changes.length > 0}<p class="text-ink-soft mt-1">
          Enter, Tab or leaving the field takes it{first.other || matches.length > 0
            ? '; ↓ for what else it may be'
            : ''}
        </p>{/if}
    </div>
  {/if}
</div>
