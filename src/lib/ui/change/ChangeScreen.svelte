<script lang="ts">
  import Alert from '../kit/Alert.svelte';
  import TextButton from '../kit/TextButton.svelte';
  import { onDestroy, onMount, untrack } from 'svelte';
  import { goto } from '$app/navigation';
  import { call } from '../../api/client.ts';
  import type { ChangePicture } from '../../core/change/change-picture.ts';
  import { changesFor } from '../../core/change/kinds/all-kinds.ts';
  import { fullVolts } from '../../core/change/pack-voltage-loads.ts';
  import type { StoredCraft, StoredPart, StoredRun, StoredSetup } from '../../core/document/stored.ts';
  import { searchPartsOf } from '../../core/search/shelf-parts.ts';
  import AppHeader from '../AppHeader.svelte';
  import { bandedFigure, figure, figureUnit, unbroken } from '../format/units.svelte.ts';
  import OnDemand from '../kit/OnDemand.svelte';
  import { Overlay } from '../kit/overlay.svelte.ts';
  import UndoButtons from '../kit/UndoButtons.svelte';
  import UndoToast from '../kit/UndoToast.svelte';
  import { fieldOwnsUndo } from '../editor/undo-keys.ts';
  import BalancePanel from './BalancePanel.svelte';
  import BreaksList from './BreaksList.svelte';
  import CarePanel from './CarePanel.svelte';
  import CellsMap from './CellsMap.svelte';
  import { ChangeState } from './change-state.svelte.ts';
  import ChangeSentence from './ChangeSentence.svelte';
  import ChoicesList from './ChoicesList.svelte';
  import DifferenceTable from './DifferenceTable.svelte';
  import KeepBar from './KeepBar.svelte';
  import { SavingChange } from './save-change.svelte.ts';
  import LimitSheet from './LimitSheet.svelte';
  import MendList from './MendList.svelte';
  import RailPanel from './RailPanel.svelte';
  import ReadingPanel from './ReadingPanel.svelte';
  import RulesPanel from './RulesPanel.svelte';
  import CellCountChart from './CellCountChart.svelte';
  import TwoPaths from './TwoPaths.svelte';
  import WhatChanges from './WhatChanges.svelte';
  import WhyBoth from './WhyBoth.svelte';
  import type { Derivation } from '../../core/derivations/derivation.ts';

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
  const view = untrack(() => new ChangeState(stored.document, schools, searchPartsOf(parts), first));
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
  const saving = untrack(() => new SavingChange(view, craft, stored));
  const tried = $derived(view.now.changes);
  $effect(() => {
    // a reading belongs to the setup that it was read of
    void tried;
    saving.take(null);
  });

  /** Makes the changed setup one of the craft's; its id, or null where it could not be. */
  async function keep(): Promise<number | null> {
    const { text, id } = await saving.keep();
    toast =
      id === null
        ? { text }
        : {
            text,
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

  $effect(() => {
    // why it was not kept is out of date once something is changed
    void view.now;
    if (untrack(() => toast && !toast.href)) toast = null;
  });

  /** Keeps the changed setup and hands its plan to Test. */
  async function keepAndTest(): Promise<void> {
    planning.open = false;
    const id = await keep();
    if (id !== null) await goto(`/test/${id}`);
  }

  /** How a figure came about, before and after; null while none is asked. */
  let why = $state.raw<readonly [Derivation | null, Derivation | null] | null>(null);
  let whyId = $state('');
  async function ask(id: string): Promise<void> {
    why = await view.why(id);
    whyId = id;
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
      <WhatChanges {view} {choices} />
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
          <Alert>It could not be worked out: {view.lost}. Reload the page to try again.</Alert>
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
          <div class="grid min-w-0 gap-x-5 gap-y-3 xl:grid-cols-[minmax(0,1.75fr)_minmax(0,1fr)]">
            <div class="flex min-w-0 flex-col gap-3">
              <DifferenceTable differences={picture.differences} {names} onwhy={(id) => void ask(id)} />
              <BreaksList breaks={picture.breaks} stays={picture.stays} closer={picture.closer} />
            </div>
            <div class="flex min-w-0 flex-col gap-3">
              {#if picture.trap}<CellCountChart trap={picture.trap} />{/if}
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
                  <h2 id="back-title">What brings the current back</h2>
                  <ul class="text-sm">
                    {#each picture.waysBack as w (w.by)}
                      <li class="border-line flex flex-wrap items-baseline gap-x-2 border-t py-[2px]">
                        <TextButton
                          tone="cold"
                          data-testid={`back-${w.by.replaceAll(' ', '-')}`}
                          onclick={() => view.takeFigures(w.text, w.changes)}>{w.text}</TextButton
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
              {#if 'propulsor' in view.change || picture.care.length > 0}
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
                reading={saving.drew}
                learnt={saving.learnt}
                predicted={current && current.after !== null
                  ? { currentA: current.after, band: current.band }
                  : null}
                ontake={(reading) => saving.take(reading)}
              />
            </div>
          </div>
        {:else if !view.lost && !problem}
          <p class="text-ink-soft py-6 text-sm" role="status">Working it out …</p>
        {/if}
      </div>
      {#if picture}
        <KeepBar
          {view}
          {choices}
          busy={saving.busy}
          onkeep={() => void keep()}
          onfind={() => void keepAndFind()}
          onplan={() => (planning.open = true)}
        />
      {/if}
    </div>

    <aside
      class="border-line px-4 py-3 max-lg:order-5 max-lg:border-t lg:overflow-y-auto lg:border-l"
      aria-label="Why"
    >
      {#if why}<WhyBoth
          both={why}
          {names}
          learn={`/help/${stored.id}/from/${whyId}`}
          onclose={() => (why = null)}
        />{/if}
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
        ontest={() => void keepAndTest()}
      />
    {/if}
  {/snippet}
</OnDemand>
{#if saving.busy}<span class="sr-only" role="status">making the setup …</span>{/if}
{#if toast}<UndoToast
    text={toast.text}
    id="undo-change"
    href={toast.href}
    onundo={toast.undo}
    onclose={() => (toast = null)}
  />{/if}
