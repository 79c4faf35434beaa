<script lang="ts">
  import TextField from '../kit/TextField.svelte';
  import Alert from '../kit/Alert.svelte';
  import OutlineButton from '../kit/OutlineButton.svelte';
  import TextButton from '../kit/TextButton.svelte';
  import Choice from '../kit/Choice.svelte';
  import { Button } from 'flowbite-svelte';
  import { onDestroy, onMount, untrack } from 'svelte';
  import { withChanges } from '../../core/document/change.ts';
  import type { Propulsor, SetupDocument } from '../../core/document/schema.ts';
  import type { StoredCraft, StoredPart, StoredRun, StoredSetup } from '../../core/document/stored.ts';
  import { partWord } from '../../core/document/part-words.ts';
  import { shopWords } from '../../core/alternatives/shop-words.ts';
  import { takeReading } from '../../core/shorthand/take-reading.ts';
  import { CAUTIONS } from '../../core/cautions/at-test.ts';
  import { watchWords } from '../../core/testing/plan/plan-text.ts';
  import { seriesCsv } from '../../core/testing/series/series-csv.ts';
  import { show } from '../../core/units/show.ts';
  import type { SeriesRow } from '../../core/testing/series/series.ts';
  import AppHeader from '../AppHeader.svelte';
  import { download } from '../charts/download.ts';
  import { figure, figureUnit, units } from '../format/units.svelte.ts';
  import { displayUnit } from '../../core/units/quantity.ts';
  import TabRow from '../kit/TabRow.svelte';
  import UndoToast from '../kit/UndoToast.svelte';
  import LabelInput from '../kit/LabelInput.svelte';
  import RunStrips from '../test/RunStrips.svelte';
  import TypedRun from '../test/TypedRun.svelte';
  import SeriesChart from './SeriesChart.svelte';
  import { SeriesState } from './series-state.svelte.ts';

  /** A series: several propulsors on one motor, run one after the other, side by side in one table and one chart. */
  let {
    stored,
    craft,
    runs,
    parts,
    schools
  }: {
    stored: StoredSetup;
    craft: StoredCraft;
    /** Logged runs of this setup. */
    runs: StoredRun[];
    /** Propulsors of the shelf. */
    parts: StoredPart[];
    schools: Record<string, string>;
  } = $props();

  // the screen is made anew for another setup
  const view = untrack(() => new SeriesState(stored, runs, schools));
  let ready = $state(false);
  let from = $state('stand');
  let of = $state<'thrustN' | 'perWatt' | 'amps' | 'rpm'>('thrustN');
  let toast = $state<{ text: string; undo?: () => void } | null>(null);
  onMount(() => {
    ready = true;
    view.recall();
    const seed = new URLSearchParams(location.search).get('seed');
    view.seed = seed !== null && /^\d{1,9}$/.test(seed) ? Number(seed) : null;
    void view.compare();
  });
  onDestroy(() => view.end());

  const kind = $derived(view.stored.document.propulsor.kind);
  const word = $derived(partWord('propulsor', kind));
  const wordsOf = (propulsor: Propulsor): string =>
    shopWords('propulsor', { ...view.stored.document, propulsor });
  const { series } = $derived(view);
  const best = $derived(series.rows.find((r) => r.runId === series.best?.runId) ?? null);
  const made = $derived(
    view.at?.stage
      ? withChanges($state.snapshot(view.stored.document) as SetupDocument, view.at.stage.changes)
      : null
  );
  const marksOf = (row: SeriesRow): string[] => [
    ...(row.runId === series.best?.runId ? ['best'] : []),
    ...(row.over ? [`over ${figureUnit('current', row.mostA)}`] : []),
    ...(row.enough === false ? ['too little thrust'] : [])
  ];
  const perWatt = $derived(displayUnit('thrust', units.choice));

  function keys(event: KeyboardEvent): void {
    if (event.key !== ' ' || !view.going) return;
    event.preventDefault();
    event.stopPropagation();
    void view.live?.stop();
  }
  function take(runId: number, words: string): void {
    void view.mark(runId, true);
    toast = {
      text: `The run with ${words} is out of the log.`,
      undo: () => {
        toast = null;
        void view.mark(runId, false);
      }
    };
  }
</script>

<svelte:head><title>Series · {craft.name} · Iskarn</title></svelte:head>
<svelte:window onkeydowncapture={keys} />

<div class="mx-auto flex min-h-dvh max-w-[1800px] flex-col" data-ready={ready}>
  <div class="print:hidden"><AppHeader room="test" craft={{ name: craft.name, setupId: stored.id }} /></div>
  <main id="main" tabindex="-1" class="flex min-w-0 flex-1 flex-col gap-3 px-4 py-3">
    <div class="flex flex-wrap items-baseline gap-x-4 gap-y-1">
      <h1 class="text-xl font-bold">Series: {view.name}</h1>
      <span class="text-ink-soft text-sm"
        >{stored.document.name}, {shopWords('motor', stored.document)}, {shopWords(
          'battery',
          stored.document
        )}</span
      >
      <a
        class="press text-cold ml-auto inline-flex items-center text-sm underline print:hidden"
        href={`/test/${stored.id}`}>back to the plan</a
      >
    </div>
    <Alert says={view.problem} id="problem" />

    {#if series.rows.length > 0}
      {#if best && series.best}
        <p class="text-base" data-testid="series-best">
          <b>{best.words}</b>
          {series.best.why}{series.wantedN === null || best.full.thrustN === null
            ? ''
            : `: ${figureUnit('thrust', best.full.thrustN)} at ${figureUnit('current', best.full.amps)}`}.
        </p>
      {/if}
      <div class="overflow-x-auto">
        <table class="figure w-full text-right text-sm" data-testid="series-table">
          <thead class="text-ink-soft text-xs">
            <tr>
              <th class="py-1 pr-3 text-left font-normal">{word}</th>
              <th class="pr-3 font-normal">throttle, %</th>
              <th class="pr-3 font-normal">volts, V</th>
              <th class="pr-3 font-normal">amps, A</th>
              <th class="pr-3 font-normal">watts, W</th>
              <th class="pr-3 font-normal">thrust, {perWatt.label}</th>
              <th class="pr-3 font-normal">{perWatt.label}/W</th>
              <th class="pr-3 font-normal">rpm</th>
              <th class="pr-3 font-normal">pitch speed, {displayUnit('speed', units.choice).label}</th>
              <th class="pr-3 font-normal">motor, °C</th>
              <th class="print:hidden"></th>
            </tr>
          </thead>
          <tbody>
            {#each series.rows as row (row.runId)}
              {#each row.points.toReversed() as p, k (k)}
                <tr
                  class={k === 0 ? 'border-line border-t' : 'text-ink-soft text-xs'}
                  data-run={k === 0 ? row.runId : undefined}
                >
                  <th
                    class="py-1 pr-3 text-left {row.runId === series.best?.runId
                      ? 'font-bold'
                      : 'font-normal'}"
                    scope="row"
                    >{#if k === 0}{row.words}{#each marksOf(row) as mark (mark)}<span
                          class="pl-2 font-sans text-xs">{mark}</span
                        >{/each}{/if}</th
                  >
                  <td class="pr-3">{show(100 * p.throttle, 2)}</td>
                  <td class="pr-3">{figure('voltage', p.volts)}</td>
                  <td class="pr-3">{figure('current', p.amps)}</td>
                  <td class="pr-3">{figure('power', p.watts)}</td>
                  <td class="pr-3">{figure('thrust', p.thrustN)}</td>
                  <td class="pr-3">{figure('thrust', p.perWatt)}</td>
                  <td class="pr-3">{figure('rpm', p.rpm)}</td>
                  <td class="pr-3">{figure('speed', p.pitchSpeedMs)}</td>
                  <td class="pr-3">{figure('temperature', p.motorC, 2)}</td>
                  <td class="print:hidden"
                    >{#if k === 0}<TextButton
                        tone="soft"
                        size="xs"
                        aria-label={`take the run with ${row.words} out of the log`}
                        onclick={() => take(row.runId, row.words)}>take out</TextButton
                      >{/if}</td
                  >
                </tr>
              {/each}
            {/each}
          </tbody>
        </table>
      </div>
      <TabRow
        tabs={[
          ['thrustN', 'thrust'],
          ['perWatt', 'thrust per watt'],
          ['amps', 'amps'],
          ['rpm', 'rpm']
        ]}
        selected={of}
        label="What is drawn over watts"
        prefix="of"
        onselect={(id) => (of = id as typeof of)}
      >
        <SeriesChart {series} {of} />
      </TabRow>
      <div class="flex gap-3 text-sm print:hidden">
        <TextButton
          data-testid="series-csv"
          onclick={() =>
            download(`series-${view.name.replaceAll(/\W+/g, '-')}.csv`, 'text/csv', seriesCsv(series))}
          >save as CSV</TextButton
        >
        <TextButton onclick={() => print()}>print</TextButton>
      </div>
    {:else}
      <p class="max-w-[68ch] text-base">
        List the {word}s below, run one after the other on the same motor and the same charged pack, and see
        them side by side: thrust, amps, watts, thrust per watt, and which is the best for the brief.
      </p>
    {/if}

    <section class="border-line border-t pt-2 print:hidden" aria-labelledby="next-title">
      <div class="flex flex-wrap items-end gap-x-4 gap-y-2">
        <h2 id="next-title">To be run</h2>
        <label class="flex items-center gap-2 text-xs"
          >in the series
          <TextField
            class="w-44"
            maxlength={80}
            list="series-names"
            data-testid="series-name"
            value={view.name}
            onchange={(e) => {
              view.name = e.currentTarget.value.trim() || 'first series';
              void view.compare();
            }}
          /><datalist id="series-names"
            >{#each view.names as n (n)}<option value={n}></option>{/each}</datalist
          ></label
        >
        <div class="w-56">
          <LabelInput
            part="propulsor"
            {parts}
            setup={view.stored.document}
            ontake={(reading, text) => {
              const taken = takeReading(
                $state.snapshot(view.stored.document) as SetupDocument,
                'propulsor',
                reading,
                text
              );
              view.add(taken.document.propulsor);
            }}
            onpick={(id) => {
              const part = parts.find((p) => p.id === id);
              if (part) view.add({ ...(part.document as Propulsor), name: part.name });
            }}
          />
        </div>
        {#if parts.length > 0}
          <label class="flex items-center gap-2 text-xs"
            >or from the shelf
            <Choice
              size="form"
              class="w-52"
              placeholder="choose"
              items={parts.map((p) => ({ value: p.id, name: p.name }))}
              id="series-shelf"
              value=""
              forgets
              onchoose={(id) => {
                const part = parts.find((p) => p.id === id);
                if (part) view.add({ ...(part.document as Propulsor), name: part.name });
              }}
            /></label
          >
        {/if}
      </div>
      <ul class="mt-2 flex flex-wrap gap-2" data-testid="series-pending">
        {#each view.pending as p, k (k)}
          <li class="border-line flex border">
            <OutlineButton
              pressed={view.chosen === p}
              data-testid={`pending-${k}`}
              disabled={view.going}
              onclick={() => void view.choose(p)}>{wordsOf(p)}</OutlineButton
            >
            <button
              class="press text-ink-soft px-2"
              aria-label={`leave ${wordsOf(p)} out`}
              disabled={view.going}
              onclick={() => view.remove(p)}>×</button
            >
          </li>
        {/each}
      </ul>
      {#if view.at && view.at.over.length > 0}
        <div class="border-ink mt-2 border-l-4 pl-2 text-sm" role="alert" data-testid="series-over">
          {#each view.at.over as text (text)}<p>{text}</p>{/each}
        </div>
      {/if}
      {#if view.at?.stage && made}
        {@const stage = view.at.stage}
        {#if view.going && view.live}
          <div class="mt-2">
            <RunStrips samples={view.live.samples} expected={null} {stage} series={made.battery.series} />
          </div>
        {:else}
          <h3 class="mt-2">{stage.title}</h3>
          <p class="max-w-[68ch] text-sm">{stage.do}</p>
          <p class="figure flex flex-wrap gap-x-4 text-xs">
            {#each stage.watch as w (w.quantity)}<span>{watchWords(w, units.choice)}</span>{/each}
          </p>
          <ul class="border-ink mt-1 border-l-4 pl-2 text-xs leading-4">
            {#each stage.cautions as id (id)}<li>{CAUTIONS[id]}</li>{/each}
          </ul>
          <div class="mt-2">
            <TabRow
              tabs={[
                ['stand', 'simulated stand'],
                ['typed', 'typed readings']
              ]}
              selected={from}
              label="Where readings come from"
              prefix="from"
              onselect={(id) => (from = id)}
            >
              {#if from === 'typed'}<TypedRun
                  throttle={1}
                  document={made}
                  onlog={(readings) => view.type(readings)}
                />{/if}
            </TabRow>
          </div>
        {/if}
        {#if from === 'stand' || view.going}
          <div
            class={`bg-page mt-2 flex flex-wrap items-center gap-3 py-2 ${view.going ? 'border-line sticky bottom-0 z-10 border-t' : ''}`}
          >
            {#if view.going}
              {#each [0, 0.5, 1] as t (t)}
                <OutlineButton
                  size="base"
                  class="figure"
                  data-testid={`throttle-${100 * t}`}
                  onclick={() => view.live?.setThrottle(t)}>{100 * t} %</OutlineButton
                >
              {/each}
              <OutlineButton size="huge" filled data-testid="stop" onclick={() => void view.live?.stop()}
                >Stop</OutlineButton
              >
            {:else}
              <Button class="min-h-11" data-testid="start" onclick={() => void view.start()}
                >run it on the simulated stand</Button
              >
              <span class="text-ink-soft text-xs">A stand that ships with Iskarn, not your motor.</span>
            {/if}
          </div>
        {/if}
      {/if}
    </section>
  </main>
</div>
{#if toast}<UndoToast
    text={toast.text}
    id="undo-series"
    onundo={toast.undo}
    onclose={() => (toast = null)}
  />{/if}
