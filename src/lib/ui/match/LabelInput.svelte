<script lang="ts">
  import {
    missingFrom,
    parseShorthand,
    type Reading,
    type ShorthandPart
  } from '../../core/shorthand/parse.ts';
  import type { StoredPart } from '../../core/document/stored.ts';
  import { takeReading } from '../../core/shorthand/take-reading.ts';
  import type { SetupDocument } from '../../core/document/schema.ts';

  /** A label as people write it, read aloud below while typing; Enter takes it, Tab+Enter the other reading. */
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
    ontake: (reading: Reading, text: string) => void;
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
  const reading = $derived<Reading>(swapped && first.other ? first.other : first);
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

  function keys(event: KeyboardEvent): void {
    if (event.key === 'Enter' && reading.changes.length > 0) {
      event.preventDefault();
      ontake(reading, text);
      text = '';
    } else if (event.key === 'Escape') text = '';
    else if (event.key === '~' && first.other) {
      event.preventDefault();
      swapped = !swapped;
    }
  }
</script>

<div class="relative">
  <input
    class="figure mb-1 h-6 w-full rounded-[2px] border-[var(--line)] bg-transparent !px-1 !py-0 text-[12px] placeholder:text-[var(--ink-soft)] placeholder:opacity-70 disabled:opacity-40"
    placeholder={EXAMPLE[part]}
    aria-label={`${part} as its label says, for example ${EXAMPLE[part]}`}
    data-testid={`label-${part}`}
    {disabled}
    bind:value={text}
    onkeydown={keys}
  />
  {#if text.trim() !== ''}
    <div
      class="absolute top-6 left-0 z-20 w-56 border border-[var(--line)] bg-[var(--sheet)] p-2 text-[12px] leading-4 shadow"
      data-testid={`reading-${part}`}
    >
      {#if reading.read.length > 0}<p>read as <b>{reading.read.join(', ')}</b></p>{/if}
      {#if reading.notRead.length > 0}<p class="text-[var(--ink-soft)]">
          not understood: {reading.notRead.join(' ')}
        </p>{/if}
      {#if taken && !taken.whole}<p class="text-[var(--ink-soft)]">
          corrects this part; a new one needs {missing.join(', ')}
        </p>{/if}
      {#if taken && taken.estimated.length > 0}<p>will be estimated: {taken.estimated.join(', ')}</p>{/if}
      {#if taken && taken.unknown.length > 0}<p>not known: {taken.unknown.join(', ')}</p>{/if}
      {#if !taken && missing.length > 0}<p class="text-[var(--ink-soft)]">
          missing: {missing.join(', ')}
        </p>{/if}
      {#if first.other}<button class="text-[var(--cold)] underline" onclick={() => (swapped = !swapped)}
          >~ read it as {(swapped ? first : first.other).read.join(', ')}</button
        >{/if}
      {#each matches as m (m.id)}
        <button
          class="block text-left text-[var(--cold)] underline"
          onclick={() => {
            onpick(m.id);
            text = '';
          }}>from the shelf: {m.name}</button
        >
      {/each}
      {#if reading.changes.length > 0}<p class="mt-1 text-[var(--ink-soft)]">Enter takes it</p>{/if}
    </div>
  {/if}
</div>
