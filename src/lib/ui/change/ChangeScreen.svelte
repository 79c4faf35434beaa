<script lang="ts">
  import { onDestroy, onMount } from 'svelte';
  import { goto } from '$app/navigation';
  import { Button } from 'flowbite-svelte';
  import { call } from '../../api/client.ts';
  import type { Measurement } from '../../core/calibration/schema.ts';
  import type { ChangePicture } from '../../core/change/change-picture.ts';
  import { changesFor } from '../../core/change/first-change.ts';
  import type { Learnt } from '../../core/change/learn-from.ts';
  import { fullVolts } from '../../core/change/rail.ts';
  import type { StoredCraft, StoredPart, StoredRun, StoredSetup } from '../../core/document/stored.ts';
  import type { SetupDocument } from '../../core/document/schema.ts';
  import { searchPartsOf } from '../../core/search/shelf-parts.ts';
  import AppHeader from '../AppHeader.svelte';
  import { bandedFigure, figure, figureUnit, unbroken } from '../format/units.svelte.ts';
  import FindingMark from '../marks/FindingMark.svelte';
  import OnDemand from '../marks/OnDemand.svelte';
  import { Overlay } from '../marks/overlay.svelte.ts';
  import UndoButtons from '../marks/UndoButtons.svelte';
  import UndoToast from '../marks/UndoToast.svelte';
  import { fieldOwnsUndo } from '../match/undo-keys.ts';
  import BalancePanel from './BalancePanel.svelte';
  import CarePanel from './CarePanel.svelte';
  import CellsMap from './CellsMap.svelte';
  import { ChangeState } from './change-state.svelte.ts';
  import ChangeSentence from './ChangeSentence.svelte';
  import ChoicesList from './ChoicesList.svelte';
  import DifferenceTable from './DifferenceTable.svelte';
  import LimitSheet from './LimitSheet.svelte';
  import MendList from './MendList.svelte';
  import RailPanel from './RailPanel.svelte';
  import ReadingPanel from './ReadingPanel.svelte';
  import RulesPanel from './RulesPanel.svelte';
  import TrapChart from './TrapChart.svelte';
  import TwoPaths from './TwoPaths.svelte';
  import WhyBoth from './WhyBoth.svelte';
  import type { Why } from '../../core/why/why.ts';

  /** Change: what one change of a real setup will do before it is bought. */
  let {
    stored,
    picture: first,
    craft,
    parts,
    runs,
    schools
  }: {
    stored: StoredSetup;
    /** The first change as the server drew it; null where it could not. */
    picture: ChangePicture | null;
    craft: StoredCraft;
    parts: StoredPart[];
    /** Logged runs of this setup. */
    runs: StoredRun[];
    schools: Record<string, string>;
  } = $props();

  // the screen is made anew for another setup
  // svelte-ignore state_referenced_locally
  const view = new ChangeState(stored.document, schools, searchPartsOf(parts), first);
  let ready = $state(false);
  onMount(() => {
    ready = true;
    void view.draw();
  });
  onDestroy(() => view.end());

  const planning = new Overlay('plan');
  const choices = $derived(changesFor(stored.document));
  const picture = $derived(view.picture);
  const problem = $derived(view.problems.map((p) => p.message).join(' '));
  const names = $derived<[string, string]>(
    view.against === 'start' || view.seen || view.now.changes.length === 1
      ? ['as it is', 'changed']
      : ['step before', 'changed']
  );
  const current = $derived(picture?.differences.find((d) => d.id === 'current') ?? null);
  /** What is written under the parts of the picture. */
  const under = $derived.by(() => {
    if (!picture) return [];
    const of = (id: string) => picture.differences.find((d) => d.id === id);
    const row = (part: string, id: string) => {
      const d = of(id);
      return !d || d.before === null || d.after === null
        ? []
        : [{ part, before: figure(d.quantity, d.before), after: figureUnit(d.quantity, d.after) }];
    };
    return [
      ...row('battery', 'volts'),
      ...row('wiring', 'current'),
      ...row('esc', 'esc-heat'),
      ...row('motor', 'motor-heat'),
      ...row('propulsor', 'thrust'),
      ...row('craft', 'mass')
    ];
  });

  let toast = $state<{ text: string; undo?: () => void; href?: string } | null>(null);
  let busy = $state(false);
  /** What the changed setup drew, once it was built. */
  let drew = $state.raw<Measurement | null>(null);
  let learnt = $state.raw<Learnt | null>(null);
  $effect(() => {
    // a reading belongs to the setup that it was read of
    void view.now.changes;
    drew = null;
    learnt = null;
  });
  async function take(reading: Measurement | null): Promise<void> {
    drew = reading;
    learnt = reading ? await view.learnBoth(reading) : null;
  }

  /** Makes the changed setup one of the craft's; its id, or null where it could not be. */
  async function keep(): Promise<number | null> {
    if (!picture) return null;
    busy = true;
    const name = `${stored.document.name ?? 'Setup'}, ${picture.trail.join(', ')}`.slice(0, 200);
    const document: SetupDocument = {
      ...picture.setup,
      ...(learnt ? { calibration: learnt.setup.calibration } : {}),
      name
    };
    const done = await call('createSetup', { body: { craftId: craft.id, document } });
    if (done.ok && drew) {
      await call('logRun', {
        id: done.value.id,
        body: {
          title: 'after the change',
          verdict: '',
          readings: [
            {
              throttle: drew.throttle ?? 1,
              speedMs: drew.speedMs ?? 0,
              batteryVoltageV: drew.batteryVoltageV ?? null,
              batteryCurrentA: drew.batteryCurrentA ?? null,
              rpm: drew.rpm ?? null,
              thrustN: drew.thrustN ?? null
            }
          ]
        }
      });
    }
    busy = false;
    if (!done.ok) {
      toast = { text: done.message };
      return null;
    }
    const { id } = done.value;
    toast = {
      text: `“${name}” is a setup of ${craft.name} now${drew ? ', with what it drew' : ''}.`,
      href: `/match/${id}`,
      undo: async () => {
        await call('deleteSetup', { id, body: {} });
        toast = null;
      }
    };
    return id;
  }
  async function keepAndFind(): Promise<void> {
    const id = await keep();
    if (id !== null) await goto(`/find/${id}`);
  }

  /** How a figure came about, before and after; null while none is asked. */
  let why = $state.raw<readonly [Why | null, Why | null] | null>(null);
  async function ask(id: string): Promise<void> {
    why = await view.why(id);
  }
  $effect(() => {
    // a derivation belongs to the change that it was asked of
    void view.now;
    why = null;
  });

  function keys(event: KeyboardEvent): void {
    const mod = event.ctrlKey || event.metaKey;
    const target = event.target as HTMLElement;
    if (event.key === 'Escape') why = null;
    else if (event.key === 'w' && !mod && target.dataset.why) void ask(target.dataset.why);
    if (!mod || !/^[zy]$/i.test(event.key) || fieldOwnsUndo(event.target as HTMLInputElement)) return;
    event.preventDefault();
    if (event.key.toLowerCase() === 'y' || event.shiftKey) view.redo();
    else view.undo();
  }
</script>

<svelte:head><title>Change · {craft.name} · Iskarn</title></svelte:head>
<svelte:window onkeydown={keys} />

<div
  class="mx-auto flex min-h-dvh max-w-[1800px] flex-col lg:h-dvh"
  data-ready={ready}
  data-settled={(view.settled && !view.advising) || problem !== ''}
>
  <AppHeader room="change" craft={{ name: craft.name, setupId: stored.id }}>
    <UndoButtons
      canUndo={view.canUndo}
      canRedo={view.canRedo}
      undoLabel={view.undoLabel}
      redoLabel={view.redoLabel}
      onundo={() => view.undo()}
      onredo={() => view.redo()}
    />
  </AppHeader>

  <main
    id="main"
    tabindex="-1"
    class="grid min-h-0 flex-1 grid-cols-1 lg:grid-cols-[220px_minmax(0,1fr)_264px]"
  >
    <aside
      class="border-line flex flex-col gap-3 max-lg:contents lg:overflow-y-auto lg:border-r lg:px-3 lg:py-3"
      aria-label="What changes"
    >
      <section aria-labelledby="what-title" class="max-lg:order-1 max-lg:px-4 max-lg:pt-3">
        <h2 id="what-title" class="mb-1 text-lg font-bold">What changes</h2>
        <ul class="flex flex-wrap gap-x-1 lg:flex-col">
          {#each choices as c (c.kind)}
            <li>
              <button
                class={`press w-full px-1.5 py-[3px] text-left text-sm ${view.change.kind === c.kind ? 'border-ink bg-sheet border font-bold' : 'hover:bg-sheet border border-transparent'}`}
                aria-pressed={view.change.kind === c.kind}
                data-testid={`kind-${c.kind}`}
                onclick={() => view.choose(c.kind)}>{c.words}</button
              >
            </li>
          {/each}
        </ul>
      </section>
      {#if picture && picture.trail.length > 0 && (view.now.changes.length > 1 || view.seen)}
        <section
          aria-labelledby="steps-title"
          class="max-lg:order-2 max-lg:px-4 max-lg:pt-2"
          data-testid="trail"
        >
          <h2 id="steps-title" class="text-lg font-bold">Steps so far</h2>
          <ol class="list-inside list-decimal text-xs leading-[18px]">
            {#each picture.trail as sentence, k (k)}
              <li>
                {unbroken(sentence)}{#if view.now.changes.length > 1 && k < view.now.changes.length}
                  <button
                    class="press text-ink-soft ml-1 underline"
                    data-testid={`drop-${k}`}
                    onclick={() => view.dropStep(k)}>take out</button
                  >{/if}
              </li>
            {/each}
          </ol>
          {#if view.now.changes.length > 1 && !view.seen}
            <p class="mt-1 flex flex-wrap gap-x-3 text-xs">
              <span class="text-ink-soft">compared with</span>
              <button
                class={`press ${view.against === 'step' ? 'font-bold' : 'underline'}`}
                aria-pressed={view.against === 'step'}
                onclick={() => view.hold('step')}>the step before</button
              >
              <button
                class={`press ${view.against === 'start' ? 'font-bold' : 'underline'}`}
                aria-pressed={view.against === 'start'}
                data-testid="against-start"
                onclick={() => view.hold('start')}>the setup as it is</button
              >
            </p>
          {/if}
        </section>
      {/if}
      {#if picture}
        <div class="flex flex-col gap-3 max-lg:order-4 max-lg:border-t max-lg:px-4 max-lg:py-3">
          <RailPanel
            list={picture.rail}
            rail={view.now.rail}
            beforeV={fullVolts(picture.before)}
            onrail={(rail, label) => view.setRail(rail, label)}
          />
          <ReadingPanel
            id="anchor"
            title="What it draws now"
            hint="The meter at full throttle, standing: everything is calibrated by it first. A temperature of before tells that of after."
            {runs}
            reading={view.now.anchor}
            learnt={view.now.learnt}
            predicted={null}
            ontake={(reading) => void view.setAnchor(reading)}
          />
        </div>
      {/if}
    </aside>

    <div class="flex min-w-0 flex-col max-lg:order-3 lg:min-h-0">
      <div class="flex min-w-0 flex-1 flex-col gap-2 px-4 py-3 lg:overflow-y-auto">
        <div>
          <ChangeSentence
            change={view.change}
            from={view.from}
            sentence={picture?.sentence ?? ''}
            {parts}
            {problem}
            onset={(change, label) => view.set(change, label)}
          />
          {#if picture}
            <p class="text-ink-soft text-sm leading-[18px]" data-testid="same">
              {[picture.same, ...picture.said].filter((text) => text !== '').join('. ')}
            </p>
          {/if}
        </div>
        {#if view.lost}
          <p class="border-ink border-l-4 pl-2 text-sm" role="alert">
            It could not be worked out: {view.lost}. Reload the page to try again.
          </p>
        {/if}
        {#if picture}
          <TwoPaths
            paths={picture.paths}
            {names}
            propulsor={picture.setup.propulsor.kind}
            quantities={under}
          />
          {#if picture.choices}
            <ChoicesList choices={picture.choices} onchoose={(c) => view.takeChoice(c)} />
          {/if}
          <div class="grid min-w-0 gap-x-5 gap-y-3 xl:grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)]">
            <div class="flex min-w-0 flex-col gap-3">
              <DifferenceTable differences={picture.differences} {names} onwhy={(id) => void ask(id)} />
              <section aria-labelledby="breaks-title" data-testid="breaks">
                <h2 id="breaks-title" class="text-lg font-bold">What breaks</h2>
                {#if picture.breaks.length === 0}
                  <p class="text-sm" role="status">Nothing is over that was not over before.</p>
                {/if}
                <ul>
                  {#each picture.breaks as r (r.id)}
                    <li
                      class="border-line grid grid-cols-[30px_minmax(0,1fr)_auto] items-center gap-x-2 border-t py-[2px] text-sm max-sm:grid-cols-[30px_minmax(0,1fr)]"
                    >
                      <FindingMark finding="over" /><b>{r.title}</b><span
                        class="figure text-2xs text-right max-sm:col-start-2 max-sm:text-left"
                        >{unbroken(r.short)}</span
                      >
                    </li>
                  {/each}
                </ul>
                {#if picture.stays.length > 0}
                  <p class="text-ink-soft mt-1 text-xs leading-4">
                    Over before already, and still: {picture.stays.map((r) => r.title).join(', ')}.
                  </p>
                {/if}
              </section>
            </div>
            <div class="flex min-w-0 flex-col gap-3">
              {#if picture.trap}<TrapChart trap={picture.trap} />{/if}
              <MendList
                {picture}
                advice={view.advice}
                advising={view.advising || !view.settled}
                seen={view.seen}
                onsee={(mend) => view.see(mend)}
                ontake={(mend) => view.take(mend)}
              />
              {#if picture.waysBack.length > 0}
                <section aria-labelledby="back-title" data-testid="ways-back">
                  <h2 id="back-title" class="text-lg font-bold">What brings the current back</h2>
                  <ul class="text-sm">
                    {#each picture.waysBack as w (w.by)}
                      <li class="border-line flex flex-wrap items-baseline gap-x-2 border-t py-[2px]">
                        <button
                          class="press text-cold underline"
                          data-testid={`back-${w.by.replaceAll(' ', '-')}`}
                          onclick={() => view.takeFigures(w.text, w.changes)}>{w.text}</button
                        >
                        <span class="text-ink-soft text-xs">{w.by}</span>
                        <span class="figure ml-auto text-xs"
                          >{figureUnit('current', w.currentA)}, {figureUnit('thrust', w.thrustN)}</span
                        >
                      </li>
                    {/each}
                  </ul>
                </section>
              {/if}
              {#if picture.profiles && picture.text}
                <LimitSheet profiles={picture.profiles} text={picture.text} />
              {/if}
              {#if picture.cellsPlace}<CellsMap place={picture.cellsPlace} />{/if}
              {#if picture.balance}
                <BalancePanel balance={picture.balance} onarm={(arms, label) => view.setArms(arms, label)} />
              {/if}
              {#if view.change.kind === 'propulsor' || picture.care.length > 0}
                <CarePanel
                  care={picture.care}
                  propulsor={picture.setup.propulsor}
                  tipGapM={picture.setup.craft.tipGapM ?? null}
                  onplace={(placement) => view.setPlacement(placement)}
                  onarm={(arms, label) => view.setArms(arms, label)}
                />
              {/if}
              <ReadingPanel
                id="drew"
                title="What it drew, once it is built"
                hint="The meter's figures of the changed setup: kept with it, and learnt from."
                reading={drew}
                {learnt}
                predicted={current && current.after !== null
                  ? { currentA: current.after, band: current.band }
                  : null}
                ontake={(reading) => void take(reading)}
              />
            </div>
          </div>
        {:else if !view.lost && !problem}
          <p class="text-ink-soft py-6 text-sm" role="status">Working it out …</p>
        {/if}
      </div>
      {#if picture}
        <div
          class="border-line bg-page sticky bottom-0 flex flex-wrap items-center gap-x-3 gap-y-1 border-t px-4 py-2"
        >
          <Button
            size="sm"
            class="py-1"
            disabled={busy || view.seen !== null}
            data-testid="keep"
            onclick={() => void keep()}>make it a setup</Button
          >
          <Button
            size="sm"
            color="alternative"
            class="py-1"
            disabled={!view.advice?.plan}
            data-testid="plan-open"
            title={view.advice && !view.advice.plan
              ? 'something is over that would break: make it safe first'
              : 'the stages of its test'}
            onclick={() => (planning.open = true)}>make a test plan</Button
          >
          {#if view.change.kind === 'engine' || view.change.kind === 'repower'}
            <button
              class="press text-sm underline"
              data-testid="keep-find"
              disabled={busy || view.seen !== null}
              onclick={() => void keepAndFind()}>keep it and look for its parts on the shelf</button
            >
          {/if}
          <details class="relative">
            <summary class="press cursor-pointer text-sm underline" data-testid="then"
              >then another change</summary
            >
            <ul class="border-ink bg-sheet absolute bottom-full left-0 z-20 mb-1 min-w-52 border py-1 shadow">
              {#each choices as c (c.kind)}
                <li>
                  <button
                    class="hover:bg-page w-full px-3 py-1 text-left text-sm"
                    data-testid={`then-${c.kind}`}
                    onclick={(e) => {
                      e.currentTarget.closest('details')?.removeAttribute('open');
                      view.then(c.kind);
                    }}>{c.words}</button
                  >
                </li>
              {/each}
            </ul>
          </details>
          <span class="text-ink-soft text-xs max-sm:hidden">
            {view.advice && !view.advice.plan
              ? 'Something would break: make it safe before it is tested.'
              : 'Nothing of the real setup is touched until it is kept.'}
          </span>
        </div>
      {/if}
    </div>

    <aside
      class="border-line px-4 py-3 max-lg:order-5 max-lg:border-t lg:overflow-y-auto lg:border-l"
      aria-label="Why"
    >
      {#if why}<WhyBoth both={why} {names} onclose={() => (why = null)} />{/if}
      {#if picture}
        <RulesPanel rules={picture.rules} claims={picture.claims} steps={picture.steps} />
        <p class="text-2xs text-ink-soft mt-3 leading-4">
          {#if current && current.after !== null}Predicted {unbroken(
              bandedFigure('current', current.after, current.band)
            )} at full throttle, standing, on a full pack.{/if} Predictions are never permission: the makers’ limits
          come first. Propellers off while anything is set.
        </p>
      {/if}
    </aside>
  </main>
</div>

<OnDemand wanted={planning.open} load={() => import('./PlanDialog.svelte')}>
  {#snippet children(PlanDialog)}
    {#if view.advice?.plan && picture}
      <PlanDialog
        plan={view.advice.plan}
        title={`Test of ${craft.name}: ${picture.trail.join(', ')}`}
        bind:open={planning.open}
      />
    {/if}
  {/snippet}
</OnDemand>
{#if busy}<span class="sr-only" role="status">making the setup …</span>{/if}
{#if toast}<UndoToast
    text={toast.text}
    id="undo-change"
    href={toast.href}
    onundo={toast.undo}
    onclose={() => (toast = null)}
  />{/if}
