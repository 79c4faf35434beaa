<script lang="ts">
  import { untrack } from 'svelte';
  import TextField from '../kit/TextField.svelte';
  import Alert from '../kit/Alert.svelte';
  import Choice from '../kit/Choice.svelte';
  import { type RunDetails, DAMAGES, FEELS, type Damage, type Feel } from '../../core/document/run-schema.ts';
  import { Button } from 'flowbite-svelte';
  import type { StoredRun } from '../../core/document/stored.ts';
  import { readFigure } from '../../core/units/read-figure.ts';
  import { displayUnit } from '../../core/units/quantity.ts';
  import { show } from '../../core/units/show.ts';
  import { FEEL_WORDS } from '../../core/testing/plan/log-entry.ts';
  import { units } from '../format/units.svelte.ts';
  import { DAMAGE_WORDS } from '../../core/document/run-words.ts';

  /** What is noted of a run: words, place, weather, what the flight left in the pack, what broke and what it looked like. */
  let {
    run,
    onkeep
  }: {
    run: StoredRun;
    /** Called with what was noted; true where it was kept. */
    onkeep: (edited: { title: string; verdict: string; details: RunDetails }) => Promise<boolean>;
  } = $props();

  type Field = 'title' | 'verdict' | 'notes' | 'place' | 'series' | 'brokePart' | 'brokeLook';
  type Figure = 'air' | 'pressure' | 'wind' | 'seconds' | 'rested' | 'charged';
  const d = (): RunDetails => run.details;
  const speed = $derived(displayUnit('speed', units.choice));
  const text = (value: number | null | undefined, digits = 4): string =>
    value == null ? '' : show(value, digits);
  // the form is made anew for another run
  let words = $state<Record<Field, string>>(
    untrack(() => ({
      title: run.title,
      verdict: run.verdict,
      notes: d().notes ?? '',
      place: d().place ?? '',
      series: d().series ?? '',
      brokePart: d().brokePart ?? '',
      brokeLook: d().brokeLook ?? ''
    }))
  );
  let figures = $state<Record<Figure, string>>(
    untrack(() => ({
      air: text(d().airTemperatureC),
      pressure: text(d().airPressurePa == null ? null : (d().airPressurePa as number) / 100),
      wind: text(d().windMs == null ? null : (d().windMs as number) / speed.inSi, 3),
      seconds: text(d().seconds),
      rested: text(d().restedCellV),
      charged: text(d().chargedAh)
    }))
  );
  let feel = $state<Feel | 'none'>(d().feel ?? 'none');
  let broke = $state<Damage | 'none'>((d().broke as Damage | null | undefined) ?? 'none');
  let flown = $state(d().flown ?? false);
  let problem = $state('');
  let kept = $state(false);

  /** Each with its title, and what such figures are: that decides a comma that may part thousands. */
  const FIGURES = $derived<readonly (readonly [Figure, string, readonly [number, number]])[]>([
    ['air', 'air, °C', [0, 60]],
    ['pressure', 'pressure, hPa', [300, 1100]],
    ['wind', `wind, ${speed.label}`, [0, 100]],
    ['seconds', 'length, s', [1, 36_000]],
    ['rested', 'resting V per cell', [1, 4.5]],
    ['charged', 'Ah put back', [0, 200]]
  ]);

  async function keep(): Promise<void> {
    const read = {} as Record<Figure, number | null>;
    for (const [id, title, range] of FIGURES) {
      const value = readFigure(figures[id], 'ratio', {}, range);
      if (value === undefined) {
        problem = `${title}: “${figures[id]}” is not a number.`;
        return;
      }
      read[id] = value;
    }
    problem = '';
    const said = (value: string): string | null => (value.trim() === '' ? null : value.trim());
    const done = await onkeep({
      title: words.title.trim() === '' ? run.title : words.title.trim(),
      verdict: words.verdict.trim(),
      details: {
        notes: said(words.notes),
        place: said(words.place),
        series: said(words.series),
        airTemperatureC: read.air,
        airPressurePa: read.pressure === null ? null : 100 * read.pressure,
        windMs: read.wind === null ? null : read.wind * speed.inSi,
        seconds: read.seconds,
        restedCellV: read.rested,
        chargedAh: read.charged,
        feel: feel === 'none' ? null : feel,
        flown,
        broke: broke === 'none' ? null : broke,
        brokePart: broke === 'none' ? null : said(words.brokePart),
        brokeLook: broke === 'none' ? null : said(words.brokeLook)
      }
    });
    kept = done;
    if (done) setTimeout(() => (kept = false), 3000);
  }
  const field = 'border-line bg-sheet w-full border px-1.5 py-1 text-base';
</script>

<form
  class="flex flex-col gap-2 text-xs"
  data-testid="run-notes"
  onsubmit={(e) => {
    e.preventDefault();
    void keep();
  }}
>
  <div class="grid grid-cols-2 gap-2 max-sm:grid-cols-1">
    <label
      >title<TextField
        class="w-full"
        maxlength={120}
        data-testid="note-title"
        bind:value={words.title}
      /></label
    >
    <label
      >in a sentence<TextField
        class="w-full"
        maxlength={400}
        data-testid="note-verdict"
        bind:value={words.verdict}
      /></label
    >
    <label
      >place<TextField
        class="w-full"
        maxlength={200}
        data-testid="note-place"
        bind:value={words.place}
      /></label
    >
    <label
      >series<TextField
        class="w-full"
        maxlength={80}
        data-testid="note-series"
        bind:value={words.series}
      /></label
    >
  </div>
  <div class="grid grid-cols-6 gap-2 max-sm:grid-cols-2">
    {#each FIGURES as [id, title] (id)}
      <label
        >{title}<TextField figure class="w-full" data-testid={`note-${id}`} bind:value={figures[id]} /></label
      >
    {/each}
  </div>
  <div class="flex flex-wrap items-end gap-3">
    <label
      >how warm, by hand<Choice
        size="form"
        class="w-44"
        items={[
          { value: 'none', name: 'not told' },
          ...FEELS.map((f) => ({ value: f, name: FEEL_WORDS[f] }))
        ]}
        id="note-feel"
        bind:value={feel}
      /></label
    >
    <label class="flex items-center gap-2 text-sm max-sm:min-h-11"
      ><input type="checkbox" data-testid="note-flown" bind:checked={flown} /> a flight, or on the water</label
    >
    <label
      >what broke<Choice
        size="form"
        class="w-56"
        items={[
          { value: 'none', name: 'nothing' },
          ...DAMAGES.map((b) => ({ value: b, name: DAMAGE_WORDS[b] }))
        ]}
        id="note-broke"
        bind:value={broke}
      /></label
    >
  </div>
  {#if broke !== 'none'}
    <div class="grid grid-cols-[12rem_1fr] gap-2 max-sm:grid-cols-1">
      <label
        >which part<TextField
          class="w-full"
          maxlength={120}
          data-testid="note-broke-part"
          bind:value={words.brokePart}
        /></label
      >
      <label
        >what it looked like<TextField
          class="w-full"
          maxlength={1000}
          data-testid="note-broke-look"
          bind:value={words.brokeLook}
        /></label
      >
    </div>
  {/if}
  <label
    >notes<textarea
      class={`${field} min-h-20`}
      maxlength="4000"
      rows="3"
      data-testid="note-notes"
      bind:value={words.notes}></textarea></label
  >
  <Alert says={problem} />
  <div class="flex items-center gap-3">
    <Button type="submit" size="sm" class="py-1" data-testid="note-keep">keep the notes</Button>
    <span role="status" class="text-ink-soft" data-testid="note-state">{kept ? 'kept' : ''}</span>
  </div>
</form>
