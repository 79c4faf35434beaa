<script lang="ts">
  import { Select } from 'flowbite-svelte';
  import { ENGINES, type Engine, type SetupChange } from '../../core/change/change-request.ts';
  import { steppedPitch } from '../../core/change/first-change.ts';
  import { rewound } from '../../core/change/kinds/motor.ts';
  import { inParallel, sameEnergy } from '../../core/change/kinds/pack.ts';
  import { nextCapacity, nextDiameter, packWith, propulsorWith } from '../../core/change/stepped.ts';
  import { otherWindings } from '../../core/catalogue/windings.ts';
  import type { Battery, Motor, Propulsor, SetupDocument } from '../../core/document/schema.ts';
  import type { StoredPart } from '../../core/document/stored.ts';
  import { asUsed } from '../../core/shelf/measured.ts';
  import { takeReading } from '../../core/shorthand/take-reading.ts';
  import type { Reading } from '../../core/shorthand/parse.ts';
  import LabelInput from '../match/LabelInput.svelte';
  import SentenceFigure from './SentenceFigure.svelte';

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

  const whole = (value: number, up: boolean): number => Math.max(Math.round(value) + (up ? 1 : -1), 1);
  const KIND = { propulsor: 'propulsor', motor: 'motor', pack: 'battery' } as const;
  const ENGINE_NAMES: Record<Engine, string> = {
    'glow-two-stroke': 'glow two-stroke',
    'glow-four-stroke': 'glow four-stroke',
    petrol: 'petrol engine'
  };
  const small = { select: '!py-0 !pl-1.5 !pr-6 h-7 text-sm max-sm:h-10' };
  const shelfKind = $derived(
    change.kind === 'propulsor' || change.kind === 'motor' || change.kind === 'pack'
      ? KIND[change.kind]
      : null
  );
  const shelf = $derived(parts.filter((p) => p.kind === shelfKind && p.owned));

  const setPropulsor = (propulsor: Propulsor, label: string): void =>
    onset({ kind: 'propulsor', propulsor }, label);
  const setPack = (battery: Battery, label: string): void => onset({ kind: 'pack', battery }, label);

  /** A label taken into the part that is exchanged. */
  function take(reading: Reading, text: string): void {
    if (change.kind === 'propulsor') {
      const taken = takeReading({ ...from, propulsor: change.propulsor }, 'propulsor', reading, text);
      onset({ kind: 'propulsor', propulsor: taken.document.propulsor }, 'label');
    } else if (change.kind === 'motor')
      onset({ kind: 'motor', motor: takeReading(from, 'motor', reading, text).document.motor }, 'label');
    else if (change.kind === 'pack')
      onset({ kind: 'pack', battery: takeReading(from, 'battery', reading, text).document.battery }, 'label');
  }
  /** A part of the shelf as it is used: what was measured of it before its label. */
  function pick(id: number): void {
    const part = parts.find((p) => p.id === id);
    if (!part) return;
    const document = { ...asUsed(part), name: part.name };
    if (change.kind === 'propulsor')
      onset({ kind: 'propulsor', propulsor: document as Propulsor }, part.name);
    else if (change.kind === 'motor') onset({ kind: 'motor', motor: document as Motor }, part.name);
    else if (change.kind === 'pack') onset({ kind: 'pack', battery: document as Battery }, part.name);
  }
</script>

{#snippet cells(value: number, take: (series: number) => void)}
  <SentenceFigure
    id="change-series"
    label="cells"
    quantity="count"
    {value}
    next={whole}
    onset={(series) => take(Math.round(series))}
  />
{/snippet}

<div
  class="flex flex-wrap items-baseline gap-x-2 gap-y-1 text-2xl leading-8 font-bold"
  data-testid="sentence"
>
  {#if change.kind === 'cells'}
    {@render cells(change.series, (series) => onset({ ...change, series: series }, 'cells'))}
    <span>cells instead of {from.battery.series}</span>
  {:else if change.kind === 'propulsor'}
    {@const p = change.propulsor}
    {@const length = p.kind === 'propeller' ? 'propLength' : 'screwLength'}
    <SentenceFigure
      id="change-diameter"
      label="diameter"
      quantity={length}
      value={p.diameterM}
      onstep={(up) => setPropulsor(nextDiameter(p, up), 'diameter')}
      onset={(diameterM) => setPropulsor(propulsorWith(p, { diameterM }), 'diameter')}
    />
    {#if p.pitchM != null}
      <span>×</span>
      <SentenceFigure
        id="change-pitch"
        label="pitch"
        quantity={length}
        value={p.pitchM}
        next={p.kind === 'propeller'
          ? (v, up) => steppedPitch({ diameterM: p.diameterM, pitchM: v }, up)
          : undefined}
        onset={(pitchM) => setPropulsor(propulsorWith(p, { pitchM }), 'pitch')}
      />
    {/if}
    <SentenceFigure
      id="change-blades"
      label="blades"
      quantity="count"
      value={p.blades ?? 2}
      next={(v, up) => Math.min(Math.max(v + (up ? 1 : -1), 2), p.kind === 'ducted-fan' ? 24 : 6)}
      onset={(blades) => setPropulsor(propulsorWith(p, { blades }), 'blades')}
    />
    <span class="text-lg font-normal">blades {sentence.replace(/^.* instead of/, 'instead of')}</span>
  {:else if change.kind === 'output-limit'}
    <SentenceFigure
      id="change-kv"
      label="wanted KV"
      quantity="kv"
      value={change.wantedKvRpmPerVolt}
      next={(v, up) => v + (up ? 50 : -50)}
      onset={(wantedKvRpmPerVolt) => onset({ ...change, wantedKvRpmPerVolt }, 'wanted KV')}
    />
    <span>of {Math.round(from.motor.kvRpmPerVolt)} KV on</span>
    {@render cells(change.series ?? from.battery.series, (series) =>
      onset({ ...change, series: series }, 'cells')
    )}
    <span>cells</span><span class="text-ink-soft text-lg font-normal">{sentence}</span>
  {:else if change.kind === 'motor'}
    <SentenceFigure
      id="change-kv"
      label="KV"
      quantity="kv"
      value={change.motor.kvRpmPerVolt}
      next={(v, up) => otherWindings(v, up ? 'higher' : 'lower')[0] ?? v}
      onset={(kv) => onset({ kind: 'motor', motor: rewound(change.motor, kv) }, 'KV')}
    />
    <span>KV</span><span class="text-lg font-normal">{sentence}</span>
  {:else if change.kind === 'pack'}
    {@const b = change.battery}
    {@render cells(b.series, (series) => setPack(packWith(b, { series: series }), 'cells'))}
    <span>cells of</span>
    <SentenceFigure
      id="change-capacity"
      label="capacity"
      quantity="capacity"
      value={b.capacityAh}
      next={nextCapacity}
      onset={(capacityAh) => setPack(packWith(b, { capacityAh }), 'capacity')}
    />
    <span>at</span>
    <SentenceFigure
      id="change-c"
      label="C"
      quantity="count"
      value={b.continuousC}
      next={(v, up) => Math.max(v + (up ? 5 : -5), 1)}
      onset={(continuousC) => setPack(packWith(b, { continuousC }), 'C')}
    />
    <span>C</span><span class="text-lg font-normal">{sentence.replace(/^.* instead of/, 'instead of')}</span>
  {:else if change.kind === 'repower'}
    <span>re-powered for</span>
    {@render cells(change.series, (series) => onset({ ...change, series: series }, 'cells'))}
    <span>cells and a motor of</span>
    <SentenceFigure
      id="change-motor-size"
      label="motor diameter"
      quantity="screwLength"
      value={(change.motorDiameterMm ?? 36) / 1000}
      next={(v, up) => v + (up ? 0.002 : -0.002)}
      onset={(m) => onset({ ...change, motorDiameterMm: Math.round(1000 * m) }, 'motor size')}
    />
  {:else if change.kind === 'engine'}
    <span>electric in place of</span>
    <SentenceFigure
      id="change-cc"
      label="displacement, cc"
      quantity="ratio"
      value={change.displacementCc}
      next={(v, up) => Number(Math.max(v + (up ? 0.5 : -0.5), 0.2).toFixed(2))}
      onset={(displacementCc) => onset({ ...change, displacementCc }, 'displacement')}
    />
    <span>cc</span>
    <Select
      aria-label="kind of engine"
      class="inline-block w-44"
      classes={small}
      items={ENGINES.map((value) => ({ value, name: ENGINE_NAMES[value] }))}
      placeholder=""
      value={change.engine ?? 'glow-two-stroke'}
      data-testid="change-engine"
      onchange={(e) =>
        onset({ ...change, engine: (e.currentTarget as HTMLSelectElement).value as Engine }, 'engine')}
    />
  {:else if change.kind === 'count'}
    <SentenceFigure
      id="change-count"
      label="motors"
      quantity="count"
      value={change.count}
      next={whole}
      onset={(count) => onset({ ...change, count: Math.round(count) }, 'motors')}
    />
    <span>{change.count === 1 ? 'motor' : 'motors'} instead of {from.count ?? 1}, half the disc each</span>
  {:else}
    <span>{sentence}</span>
  {/if}
</div>
{#if problem}
  <p class="border-ink bg-sheet border-l-4 px-2 py-1 text-sm" role="alert" data-testid="change-problem">
    {problem}
  </p>
{/if}
{#if shelfKind}
  <div class="flex flex-wrap items-center gap-x-4 gap-y-1 text-xs">
    <span class="text-ink-soft">as on its label</span>
    <div class="w-40">
      {#key change.kind}
        <LabelInput
          part={shelfKind}
          parts={parts.filter((p) => p.kind === shelfKind)}
          setup={from}
          ontake={take}
          onpick={pick}
        />
      {/key}
    </div>
    {#if shelf.length > 0}
      <label class="flex items-center gap-1"
        >from the shelf
        <Select
          class="w-52"
          classes={{ select: '!py-0 !pl-1.5 !pr-6 h-6 text-xs max-sm:h-10' }}
          items={shelf.map((p) => ({ value: p.id, name: p.name }))}
          placeholder="choose …"
          value=""
          data-testid="change-shelf"
          onchange={(e) => pick(Number((e.currentTarget as HTMLSelectElement).value))}
        /></label
      >
    {/if}
    {#if change.kind === 'pack'}
      <button
        class="press underline"
        data-testid="pack-parallel"
        onclick={() => onset({ kind: 'pack', battery: inParallel(from.battery, 2) }, 'two in parallel')}
        >two of the present in parallel</button
      >
      {#each [-1, 1, 2].filter((d) => from.battery.series + d > 0) as d (d)}
        <button
          class="press underline"
          data-testid={`pack-energy-${from.battery.series + d}`}
          onclick={() =>
            onset(
              { kind: 'pack', battery: sameEnergy(from.battery, from.battery.series + d) },
              'equal energy'
            )}>{from.battery.series + d} cells of the same energy</button
        >
      {/each}
    {/if}
  </div>
{/if}
