<script lang="ts">
  import TextField from '../kit/TextField.svelte';
  import Alert from '../kit/Alert.svelte';
  import OutlineButton from '../kit/OutlineButton.svelte';
  import TextButton from '../kit/TextButton.svelte';
  import Choice from '../kit/Choice.svelte';
  import { onDestroy, onMount, untrack } from 'svelte';
  import { goto } from '$app/navigation';
  import { Table, TableBody, TableBodyCell, TableBodyRow, TableHeadCell } from 'flowbite-svelte';
  import { call } from '../../api/client.ts';
  import { outbox } from '../offline/outbox.svelte.ts';
  import { axesOf, axisWords } from '../../core/search/axis-words.ts';
  import { COLUMNS, type FoundColumn } from '../../core/yardstick/objectives.ts';
  import { scoreOf } from '../../core/yardstick/worth.ts';
  import type { NearMiss } from '../../core/search/nearest.ts';
  import { changed } from '../../core/search/nearest.ts';
  import type { Opening } from '../../core/search/purchase-options.ts';
  import type { SavedSearchDocument } from '../../core/search/saved-search.ts';
  import { searchPartsOf, withOwnParts } from '../../core/search/shelf-parts.ts';
  import type { CandidateDetail } from '../../core/search/candidate-detail.ts';
  import { partWord } from '../../core/document/part-words.ts';
  import { retiredIn } from '../../core/model/known.ts';
  import { takenFrom } from '../../core/search/candidate.ts';
  import type { SetupDocument } from '../../core/document/schema.ts';
  import type { StoredCraft, StoredPart, StoredSearch, StoredSetup } from '../../core/document/stored.ts';
  import { askWorker } from '../../workers/client.ts';
  import AppHeader from '../AppHeader.svelte';
  import { figureUnit, units } from '../format/units.svelte.ts';
  import { download } from '../charts/download.ts';
  import UndoToast from '../kit/UndoToast.svelte';
  import FailsFirst from './FailsFirst.svelte';
  import Field from './Field.svelte';
  import { FindState } from './find-state.svelte.ts';
  import JudgedBy from './JudgedBy.svelte';
  import OthersFly from './OthersFly.svelte';
  import RankedList from './RankedList.svelte';
  import WantedPanel from './WantedPanel.svelte';

  /** Find: from a brief to every workable combination of the shelf. */
  let {
    stored,
    craft,
    parts,
    searches,
    schools,
    own
  }: {
    stored: StoredSetup;
    craft: StoredCraft;
    parts: StoredPart[];
    searches: StoredSearch[];
    schools: Record<string, string>;
    /** The user's own craft of this kind, by the setups they are used with. */
    own: { name: string; massKg: number; motorKg: number | null }[];
  } = $props();

  // the screen is made anew for another setup
  const view = untrack(
    () =>
      new FindState(stored.id, stored.document, withOwnParts(searchPartsOf(parts), stored.document), schools)
  );
  let ready = $state(false);
  onMount(() => {
    ready = true;
    view.start();
  });
  onDestroy(() => view.cancel());

  const kind = $derived(view.brief.craft);
  const choices = $derived(axesOf(kind).map((axis) => ({ value: axis, name: axisWords(axis, kind).title })));
  const wanted = $derived(
    view.axes.map((axis) =>
      axis === 'time'
        ? (view.limits.leastSeconds ?? null)
        : axis === 'thrustToWeight'
          ? (view.limits.leastThrustToWeight ?? null)
          : axis === 'topSpeed'
            ? (view.limits.leastSpeedMs ?? null)
            : axis === 'current'
              ? (view.limits.maxCurrentA ?? null)
              : axis === 'hoverThrottle'
                ? (view.limits.maxHoverThrottle ?? 0.6)
                : null
    ) as [number | null, number | null]
  );
  const chosenPlace = $derived(view.chosen === null ? -1 : view.placeOf(view.chosen));

  // the chosen one is worked out with its bands in the page's own worker
  let told = $state.raw<CandidateDetail | null>(null);
  let asked = 0;
  $effect(() => {
    const { chosen } = view;
    told = null;
    const turn = ++asked;
    if (chosen === null) return;
    const document = view.documentOf(chosen);
    void askWorker('thorough', (w) => w.tellCandidate(document, schools)).then(
      (answer) => {
        if (turn === asked) told = answer;
      },
      () => {}
    );
  });

  let toast = $state<{ text: string; undo?: () => void } | null>(null);
  let busy = $state(false);
  /** Setups already made of a combination: none is made twice. */
  const made: Record<string, number | undefined> = {};

  async function keep(document: SetupDocument): Promise<number | null> {
    const key = JSON.stringify(document);
    const before = made[key];
    if (before !== undefined) return before;
    busy = true;
    const done = await outbox.send(
      'createSetup',
      { body: { craftId: craft.id, document } },
      `The setup “${document.name ?? 'found'}”`
    );
    busy = false;
    if (!done.ok) {
      toast = { text: done.message };
      return null;
    }
    made[key] = done.value.id;
    return done.value.id;
  }
  async function open(document: SetupDocument): Promise<void> {
    const id = await keep(document);
    if (id !== null) await goto(`/match/${id}`);
  }
  async function keepAs(combination: number, pin: boolean): Promise<void> {
    const document = view.documentOf(combination);
    const id = await keep(document);
    if (id === null) return;
    if (pin) await call('pinSetup', { id, body: {} });
    toast = {
      text: `${document.name} is a setup of ${craft.name} now${pin ? ', pinned beside the others' : ''}.`,
      undo: async () => {
        await call('deleteSetup', { id, body: {} });
        made[JSON.stringify(document)] = undefined;
        toast = null;
      }
    };
  }
  const openNear = (miss: NearMiss): Promise<void> => {
    return open(takenFrom(changed(miss.setup, miss.changes), view.airframe));
  };
  function holdNew(o: Opening): void {
    view.wish({
      fixed: { ...view.limits.fixed, [o.part]: { name: o.text.slice(0, 120), ...o.document } }
    });
  }

  // kept searches
  let kept = $state.raw(untrack(() => searches));
  let searchName = $state('');
  let searchProblem = $state('');
  async function saveSearch(): Promise<void> {
    const name = searchName.trim();
    if (name === '') {
      searchProblem = 'Give the search a name.';
      return;
    }
    const same = kept.find((s) => s.name === name);
    const document = view.saved as StoredSearch['document'];
    const body = { name, document: document as SavedSearchDocument };
    const done = same
      ? await call('editSearch', { id: same.id, body: { ...body, revision: same.revision } })
      : await call('createSearch', { id: craft.id, body });
    searchProblem = done.ok ? '' : done.message;
    if (!done.ok) return;
    kept = same ? kept.map((s) => (s.id === same.id ? done.value : s)) : [...kept, done.value];
    searchName = '';
    toast = { text: `“${name}” is kept with ${craft.name}.` };
  }
  async function dropSearch(search: StoredSearch): Promise<void> {
    const done = await call('deleteSearch', { id: search.id, body: {} });
    if (!done.ok) {
      searchProblem = done.message;
      return;
    }
    kept = kept.filter((s) => s.id !== search.id);
    toast = {
      text: `“${search.name}” is deleted.`,
      undo: async () => {
        const back = await call('restoreSearch', { id: search.id });
        if (back.ok) kept = [...kept, { ...search, revision: back.value.revision }];
        toast = null;
      }
    };
  }

  const lines = () =>
    view.found.ranked(view.measure).map((place) => ({
      setup: view.documentOf(view.found.combination(place)),
      score: scoreOf((axis) => view.found.value(place, axis), view.measure),
      value: (column: FoundColumn) => view.found.value(place, column)
    }));
  async function saveCsv(): Promise<void> {
    const { listCsv } = await import('../../core/search/list-file.ts');
    download(`${craft.name}-find.csv`, 'text/csv', listCsv(lines(), kind, units.choice));
  }
  function saveJson(): void {
    const list = lines().map(({ setup, score, value }) => ({
      setup,
      score,
      objectives: Object.fromEntries(COLUMNS.map((axis) => [axis, value(axis)]))
    }));
    download(
      `${craft.name}-find.json`,
      'application/json',
      JSON.stringify({ search: view.saved, ranked: list }, null, 1)
    );
  }

  const grouped = (n: number): string => String(n).replace(/\B(?=(\d{3})+(?!\d))/g, '\u202f');
  const empty = $derived(view.space !== null && view.space.size === 0);
  const missing = $derived(
    view.space === null
      ? []
      : [
          ...(view.space.motors.length === 0 ? ['motor'] : []),
          ...(view.space.propulsors.length === 0 ? ['propeller, fan or screw'] : []),
          ...(view.space.batteries.length === 0 ? ['pack'] : []),
          ...(view.space.escs.length === 0 ? ['ESC'] : [])
        ]
  );
  const comparedAxes = $derived(axesOf(kind));
</script>

<svelte:head><title>Find · {craft.name} · Iskarn</title></svelte:head>
<div
  class="flex min-h-screen flex-col lg:h-screen"
  data-ready={ready}
  data-searching={view.running || view.pending || view.space === null}
>
  <AppHeader room="find" craft={{ name: craft.name, setupId: stored.id }}>
    <span class="text-xs" role="status" data-testid="search-progress">
      {#if view.progress}
        <span class="figure font-semibold">{grouped(view.space?.size ?? 0)}</span> combinations,
        <span class="figure font-semibold">{grouped(view.progress.workable)}</span> workable,
        <span class="figure">{view.seconds.toFixed(1)} s</span>
        {#if view.running}{view.progress.phase === 'sieving'
            ? `· sieved ${Math.round((100 * view.progress.examined) / Math.max(view.progress.size, 1))} %`
            : view.progress.phase === 'ordering'
              ? '· putting the most promising first'
              : view.progress.phase === 'judging'
                ? `· judged ${grouped(view.progress.judged)} of ${grouped(view.progress.passed)}`
                : `· settling what fails, ${Math.round((100 * view.progress.settled) / Math.max(view.progress.size, 1))} %`}{/if}
      {/if}
    </span>
    {#if view.running}<OutlineButton
        size="xs"
        strong
        data-testid="cancel-search"
        onclick={() => view.cancel()}>stop</OutlineButton
      >{:else}<OutlineButton size="xs" data-testid="search-again" onclick={() => view.start()}
        >search again</OutlineButton
      >{/if}
  </AppHeader>

  <main
    id="main"
    tabindex="-1"
    class="grid min-h-0 flex-1 grid-cols-1 sm:grid-cols-[13.5rem_minmax(0,1fr)] lg:grid-cols-[13.5rem_minmax(0,1fr)_25rem]"
  >
    <h1 class="sr-only">Find for {craft.name}</h1>
    <div class="border-line flex flex-col gap-3 overflow-y-auto px-4 py-3 sm:border-r sm:max-lg:row-span-3">
      <WantedPanel {view} />
      <JudgedBy {view} />
      <section aria-labelledby="kept-title" data-testid="kept-searches">
        <h2 id="kept-title" class="mb-0.5">Kept searches</h2>
        {#each kept as search (search.id)}
          <div class="flex items-center gap-2 text-xs">
            <TextButton
              class="min-w-0 flex-1 truncate text-left"
              data-testid={`take-up-${search.id}`}
              onclick={() => view.takeUp(search.document as SavedSearchDocument)}>{search.name}</TextButton
            >
            <button
              class="press text-ink-soft"
              aria-label={`delete ${search.name}`}
              data-testid={`drop-${search.id}`}
              onclick={() => void dropSearch(search)}>delete</button
            >
          </div>
        {/each}
        <div class="mt-1 flex gap-1">
          <TextField
            size="line"
            class="min-w-0 flex-1"
            bind:value={searchName}
            placeholder="name"
            aria-label="name of this search"
            data-testid="search-name"
            onkeydown={(e) => e.key === 'Enter' && void saveSearch()}
          />
          <OutlineButton size="xs" data-testid="save-search" onclick={() => void saveSearch()}
            >keep</OutlineButton
          >
        </div>
        <Alert says={searchProblem} small class="mt-1" />
      </section>
    </div>

    <!-- beside each other on a wide screen; else the list comes before what fails -->
    <div class="min-w-0 max-lg:contents lg:flex lg:flex-col lg:overflow-y-auto">
      <div class="flex min-h-[26rem] min-w-0 flex-1 flex-col gap-2 px-4 pt-3 pb-2 max-lg:order-1">
        <div class="flex flex-wrap items-center gap-x-2 gap-y-1 text-xs">
          <span class="text-ink-soft">up</span>
          <Choice
            size="line"
            class="w-44"
            label="upward axis"
            id="axis-y"
            items={choices}
            value={view.axes[1]}
            onchoose={(v) => {
              view.frame = null;
              view.axes = [view.axes[0], v];
            }}
          />
          <span class="text-ink-soft">across</span>
          <Choice
            size="line"
            class="w-44"
            label="axis across"
            id="axis-x"
            items={choices}
            value={view.axes[0]}
            onchoose={(v) => {
              view.frame = null;
              view.axes = [v, view.axes[1]];
            }}
          />
          <span class="text-ink-soft ml-auto"
            >{view.frontier.length > 0 ? 'line: beaten by none on both · ' : ''}draw a frame to filter, press
            a point to look at it</span
          >
        </div>
        {#each retiredIn(view.setup) as r (r.part)}
          <p class="border-ink mb-1 border-l-4 pl-2 text-sm" role="status" data-testid="retired">
            The {partWord(r.part, view.setup.propulsor.kind)} “{r.name}” is retired on your shelf{r.why
              ? `: ${r.why}`
              : ''}. It is left out of the search.
          </p>
        {/each}
        <Alert says={view.problem} />
        {#if empty}
          <p class="border-ink max-w-prose border-l-4 pl-2 text-sm" data-testid="nothing-to-search">
            There is nothing to put together: what is chosen leaves out every {missing.join(' and every ')}.
            {view.limits.ownedOnly ? 'Look at the whole shelf, or put' : 'Put'}
            one {missing.join(' and one ')} on the <a class="underline" href="/shelf">shelf</a>{view.limits
              .series
              ? ', or allow other cell counts'
              : ''}.
          </p>
        {:else if view.count === 0 && view.progress?.phase === 'done'}
          <p class="border-ink max-w-prose border-l-4 pl-2 text-sm" data-testid="nothing-fits">
            Nothing on the shelf meets all of this. What each breaks first, the nearest misses and what would
            let something through stand below.
          </p>
        {/if}
        <div class="min-h-[300px] flex-1">
          <Field
            found={view.found}
            version={view.version}
            craft={kind}
            axes={view.axes}
            frontier={view.frontier}
            {wanted}
            frame={view.frame}
            chosen={chosenPlace}
            bands={told?.bands ?? {}}
            misses={(view.advice?.nearest ?? []).map((m) => ({
              title: `${m.setup.name}: ${m.relaxation}`,
              value: (axis) => m.gives[axis]
            }))}
            onframe={(frame) => (view.frame = frame)}
            onchoose={(place) => (view.chosen = view.found.combination(place))}
          />
        </div>
        {#if view.compared.length > 0}
          <section aria-labelledby="compared-title" class="overflow-x-auto" data-testid="compared">
            <h2 id="compared-title">Beside each other</h2>
            <Table class="w-full text-xs">
              <thead class="text-left"
                ><TableBodyRow
                  ><TableHeadCell></TableHeadCell>{#each view.compared as c (c)}<TableHeadCell
                      class="px-2 py-1 align-bottom"
                      >{view.documentOf(c).name}<TextButton
                        tone="soft"
                        size="xs"
                        class="block font-normal"
                        onclick={() => view.compare(c)}>take out</TextButton
                      ></TableHeadCell
                    >{/each}</TableBodyRow
                ></thead
              >
              <TableBody>
                {#each comparedAxes as axis (axis)}
                  {@const w = axisWords(axis, kind)}
                  <TableBodyRow class="border-line border-t"
                    ><TableHeadCell class="text-ink-soft py-0.5 pr-3 text-left font-normal"
                      >{w.title}</TableHeadCell
                    >{#each view.compared as c (c)}<TableBodyCell class="figure px-2"
                        >{figureUnit(w.quantity, view.found.value(view.placeOf(c), axis))}</TableBodyCell
                      >{/each}</TableBodyRow
                  >
                {/each}
              </TableBody>
            </Table>
          </section>
        {/if}
      </div>
      <div class="flex min-w-0 flex-col gap-2 px-4 pb-3 max-lg:order-3">
        <FailsFirst {view} onwith={holdNew} onnear={(miss) => void openNear(miss)} />
        <OthersFly craft={kind} {own} />
      </div>
    </div>

    <div class="border-line min-w-0 px-3 py-3 max-lg:order-2 max-lg:border-y lg:overflow-y-auto lg:border-l">
      <RankedList
        {view}
        {told}
        onopen={(c) => void open(view.documentOf(c))}
        onkeep={(c, pin) => void keepAs(c, pin)}
      />
      {#if view.count > 0}
        <p class="text-ink-soft mt-2 flex gap-3 text-xs">
          the whole list as <TextButton data-testid="list-csv" onclick={() => void saveCsv()}>CSV</TextButton>
          <TextButton data-testid="list-json" onclick={saveJson}>JSON</TextButton>
        </p>
      {/if}
      <p class="text-2xs text-ink-soft mt-2 leading-[14px]">
        Predictions with wide bands, never permission: test a chosen one props off, restrained and in steps
        before it is trusted, and keep to the makers’ limits.
      </p>
    </div>
  </main>
</div>
{#if busy}<span class="sr-only" role="status">making the setup …</span>{/if}
{#if toast}<UndoToast
    text={toast.text}
    id="undo-find"
    onundo={toast.undo}
    onclose={() => (toast = null)}
  />{/if}
