<script lang="ts">
  import TextField from '../kit/TextField.svelte';
  import Alert from '../kit/Alert.svelte';
  import TextButton from '../kit/TextButton.svelte';
  import Choice from '../kit/Choice.svelte';
  import type { Measurement } from '../../core/calibration/schema.ts';
  import { channel } from '../../core/registry/channels.ts';
  import { PLAUSIBLE } from '../../core/units/plausible.ts';
  import { displayUnit } from '../../core/units/quantity.ts';
  import { readPlain } from '../../core/units/read-figure.ts';
  import type { Learnt } from '../../core/change/learn-from.ts';
  import type { StoredRun } from '../../core/document/stored.ts';
  import { Button } from 'flowbite-svelte';
  import { bandedFigure, figureUnit } from '../format/units.svelte.ts';

  /** What the meter showed at full throttle, standing: of the present setup to begin from, or of the changed one. */
  let {
    id,
    title,
    hint,
    runs = [],
    reading,
    learnt = null,
    predicted,
    ontake
  }: {
    /** Test id. */
    id: string;
    title: string;
    /** What is done with it, in a sentence. */
    hint: string;
    /** Logged runs to take it from; none by default. */
    runs?: readonly StoredRun[];
    /** The reading that was taken; null where there is none. */
    reading: Measurement | null;
    /** What was learnt from it; null by default. */
    learnt?: Learnt | null;
    /** What is predicted of the same setup: amps with their band. */
    predicted: { currentA: number; band: readonly [number, number] | null } | null;
    /** Called with the reading, or null when it is taken back. */
    ontake: (reading: Measurement | null) => void;
  } = $props();

  const FIELDS = (['batteryCurrentA', 'batteryVoltageV', 'rpm', 'escC', 'motorC'] as const).map((field) => {
    const { head, name, quantity, bounds } = channel(field);
    return [field, head ?? name, displayUnit(quantity).label, PLAUSIBLE[quantity] ?? bounds] as const;
  });
  let typed = $state<Record<string, string>>({});
  let problem = $state('');
  function take(): void {
    const values = FIELDS.map(([field, , , range]) => [field, readPlain(typed[field] ?? '', range)] as const);
    const wrong = values.find(([, v]) => v !== null && !Number.isFinite(v));
    if (wrong) {
      problem = `“${typed[wrong[0]]}” is not a number.`;
      return;
    }
    if (values.slice(0, 3).every(([, v]) => v === null)) {
      problem = 'Give amps, volts or rpm as the meter showed them.';
      return;
    }
    problem = '';
    ontake({ throttle: 1, speedMs: 0, ...Object.fromEntries(values) } as Measurement);
  }
  function fromRun(key: string): void {
    const [run, at] = key.split(':').map(Number);
    const found = runs.find((r) => r.id === run)?.readings[at];
    if (!found) return;
    typed = Object.fromEntries(
      Object.entries(found).flatMap(([name, value]) => (value === null ? [] : [[name, String(value)]]))
    );
    take();
  }
  const full = $derived(
    runs.flatMap((run) =>
      run.readings.flatMap((r, at) =>
        r.throttle === 1 && r.speedMs === 0
          ? [
              {
                value: `${run.id}:${at}`,
                name: `${run.title}, ${run.heldAt.slice(0, 10)}: ${r.batteryCurrentA ?? '?'} A at ${r.batteryVoltageV ?? '?'} V`
              }
            ]
          : []
      )
    )
  );
  const residual = $derived(learnt?.residuals.find((r) => r.reading === 'batteryCurrentA') ?? null);
  const isInside = $derived(
    reading?.batteryCurrentA != null &&
      predicted?.band != null &&
      reading.batteryCurrentA >= predicted.band[0] &&
      reading.batteryCurrentA <= predicted.band[1]
  );
</script>

<section aria-labelledby={`${id}-title`} data-testid={id}>
  <h2 id={`${id}-title`}>{title}</h2>
  {#if reading}
    <p class="text-xs leading-4" data-testid={`${id}-taken`}>
      {figureUnit('current', reading.batteryCurrentA)}{reading.batteryVoltageV == null
        ? ''
        : ` at ${figureUnit('voltage', reading.batteryVoltageV)}`}{reading.rpm == null
        ? ''
        : `, ${figureUnit('rpm', reading.rpm)}`}.
      {#if residual}The label’s figures said {figureUnit('current', residual.before)}; everything below goes
        by the reading.{:else if predicted && reading.batteryCurrentA != null}Predicted
        {bandedFigure('current', predicted.currentA, predicted.band)}: {isInside
          ? 'inside the band'
          : 'outside the band; read it again, or keep it and learn from it'}.{/if}
      <TextButton onclick={() => ontake(null)}>take it back</TextButton>
    </p>
  {:else}
    <p class="text-ink-soft text-xs leading-4">{hint}</p>
    <div class="mt-0.5 flex flex-wrap items-center gap-x-2 gap-y-1 text-xs">
      {#each FIELDS as [field, name, unit] (field)}
        <label class="flex items-baseline gap-1"
          >{name}
          <TextField
            figure
            size="row"
            under
            class="w-[3.6em]"
            data-testid={`${id}-${field}`}
            value={typed[field] ?? ''}
            oninput={(e) => (typed[field] = e.currentTarget.value)}
            onkeydown={(e) => e.key === 'Enter' && take()}
          />{unit}</label
        >
      {/each}
      <Button size="xs" color="alternative" class="py-0.5" data-testid={`${id}-take`} onclick={take}
        >take it</Button
      >
    </div>
    {#if full.length > 0}
      <label class="mt-1 flex items-center gap-1 text-xs"
        >or from the log
        <Choice
          size="line"
          class="min-w-0 flex-1"
          items={full}
          placeholder="choose …"
          value=""
          forgets
          id={`${id}-log`}
          onchoose={fromRun}
        /></label
      >
    {/if}
    <Alert says={problem} small class="mt-1" />
  {/if}
</section>
