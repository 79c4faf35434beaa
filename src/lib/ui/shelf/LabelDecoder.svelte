<script lang="ts">
  import TextField from '../kit/TextField.svelte';
  import { readPlain } from '../../core/units/read-figure.ts';
  import { Input, Label } from 'flowbite-svelte';
  import { againstMeasured, decodeLabel } from '../../core/parts/motor/label-decoder.ts';
  import { show } from '../../core/units/show.ts';
  import { figureUnit } from '../format/units.svelte.ts';
  import Dialog from '../kit/Dialog.svelte';

  /** What a motor's type number, a size or a weight may mean. */
  let { onclose }: { onclose: () => void } = $props();
  let text = $state('4250');
  let open = $state(true);
  const meanings = $derived(decodeLabel(text));
  let measured = $state({ mass: '', diameter: '', length: '' });
  const MEASURES = [
    ['mass', 'weight, g'],
    ['diameter', 'can, mm'],
    ['length', 'its length, mm']
  ] as const;
  const number = (typed: string): number | null => {
    const value = readPlain(typed);
    return value === null || !(value > 0) ? null : value;
  };
  const against = $derived.by(() => {
    const grams = number(measured.mass);
    const what = {
      massKg: grams === null ? null : grams / 1000,
      canDiameterMm: number(measured.diameter),
      canLengthMm: number(measured.length)
    };
    return meanings.map((m) => againstMeasured(m, what));
  });
</script>

<Dialog title="Decode a motor’s label" bind:open size="md" {onclose}>
  <Label
    >Type number, size or weight<Input
      bind:value={text}
      data-testid="decoder-text"
      placeholder="4250, 2306, C3548, can 28x36, stator 22x12, 73 g"
    /></Label
  >
  <div class="mt-2 flex flex-wrap items-end gap-3 text-xs">
    <span class="text-ink-soft">and what you measure:</span>
    {#each MEASURES as [key, title] (key)}
      <label
        >{title}<TextField
          figure
          size="row"
          class="block w-24"
          data-testid={`decoder-${key}`}
          bind:value={measured[key]}
        /></label
      >
    {/each}
  </div>
  <div class="mt-2 grid gap-3" data-testid="meanings">
    {#each meanings as m, k (m.meaning)}
      <section class="border-line border-t pt-2 text-sm">
        <p><b>It may be {m.meaning}.</b></p>
        <p>
          About {figureUnit('mass', m.massKg, 2)}{m.massTolerance > 0
            ? ` ±${show(100 * m.massTolerance, 2)} %`
            : ''}: {m.motorClass}. Stands {show(m.continuousW, 2)} W for long, {show(m.burstW, 2)} W in bursts;
          suits crafts of {figureUnit('craftMass', m.craftKg[0], 2)} to {figureUnit(
            'craftMass',
            m.craftKg[1],
            2
          )}; is said to replace an engine of {show(m.engineCc, 2)} cm³.
        </p>
        {#each against[k].sentences as sentence (sentence)}<p
            class={against[k].fits ? 'text-ink-soft' : 'font-semibold'}
            data-testid="decoder-difference"
          >
            {sentence}
          </p>{/each}
      </section>
    {:else}
      <p class="text-ink-soft text-sm">
        Nothing read yet. Type four figures (4250), a size (28x36) or a weight (73 g).
      </p>
    {/each}
  </div>
  <p class="text-ink-soft mt-2 text-xs">
    Measured outside sizes run several millimetres off the label. Weigh the motor and measure its can; trust
    neither number alone.
  </p>
</Dialog>
