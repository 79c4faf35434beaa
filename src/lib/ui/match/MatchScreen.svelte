<script lang="ts">
  import Alert from '../kit/Alert.svelte';
  import TextButton from '../kit/TextButton.svelte';
  import { COLUMN_PARTS } from '../../core/registry/parts.ts';
  import OnDemand from '../kit/OnDemand.svelte';
  import { Overlay } from '../kit/overlay.svelte.ts';
  import TabRow from '../kit/TabRow.svelte';
  import UndoButtons from '../kit/UndoButtons.svelte';
  import { onMount, tick, untrack } from 'svelte';
  import { Button } from 'flowbite-svelte';
  import type { CheckResult, Remedy } from '../../core/checks/finding.ts';
  import type { Comparison } from '../../core/compare/compare.ts';
  import type { StoredCraft, StoredPart, StoredRun, StoredSetup } from '../../core/document/stored.ts';
  import AppHeader from '../AppHeader.svelte';
  import { call } from '../../api/client.ts';
  import { fieldOwnsUndo } from '../editor/undo-keys.ts';
  import ChartView from '../charts/ChartView.svelte';
  import SensitivityView from '../charts/SensitivityView.svelte';
  import KnownNotes from './KnownNotes.svelte';
  import FindingsList from './FindingsList.svelte';
  import type { MatchPicture } from '../../core/match/match-picture.ts';
  import type { MatchMends } from '../../core/match/mends.ts';
  import { MatchState } from './match-state.svelte.ts';
  import PartColumn from './PartColumn.svelte';
  import { firstFields, moreFields } from '../../core/registry/fields.ts';
  import { partTitle } from './part-titles.ts';
  import PointBar from './PointBar.svelte';
  import type { PutRight } from '../../core/alternatives/put-right.ts';
  import PowerPath from './PowerPath.svelte';
  import PutRightPanel from './PutRightPanel.svelte';
  import { craftReadings, readingsOf, resultWords } from './readings.ts';
  import SetupsPanel from './SetupsPanel.svelte';
  import type { SideSetup } from './side-setup.ts';
  import WhyPanel from './WhyPanel.svelte';

  /** The workbench: craft and setups left, power path and chart in the middle, findings right. */
  let {
    stored,
    picture,
    mends,
    schools,
    craft,
    setups,
    older,
    compared,
    parts,
    runs,
    onopen,
    onlist
  }: {
    /** The setup as the server has it. */
    stored: StoredSetup;
    /** Its picture as the server drew it, and the schools of the settings. */
    picture: MatchPicture;
    schools: Record<string, string>;
    craft: StoredCraft;
    setups: SideSetup[];
    /** How many newer setups are passed over to see older ones; null where there are none. */
    older: number | null;
    /** Pinned setups side by side. */
    compared: Comparison & { ids: number[]; names: string[] };
    parts: StoredPart[];
    /** What puts the setup right, where the server sends it after the page; null where the picture has it. */
    mends: Promise<MatchMends | null> | null;
    /** Logged runs of this setup. */
    runs: StoredRun[];
    /** Opens another setup. */
    onopen: (id: number) => void;
    /** Reads the list of setups again. */
    onlist: () => Promise<void>;
  } = $props();

  /** What is being edited; it begins with what the server sent and is its own from then on. */
  const view = untrack(() => new MatchState(stored, picture, schools));

  const CHARTS = [
    ['throttle', 'Throttle'],
    ['speed', 'Speed'],
    ['discharge', 'Discharge'],
    ['heat', 'Heat'],
    ['payload', 'Payload'],
    ['sensitivity', 'What matters']
  ] as const;

  const briefing = new Overlay('brief');
  const comparing = new Overlay('compare');
  const helping = new Overlay('keys');
  const buying = new Overlay('shopping');
  const fitting = new Overlay('fit');

  const answer = $derived(view.picture.answer);
  const ofCraft = $derived(craftReadings(answer, view.picture.document.craft.massKg));
  /** How long it lasts, as the first of its uses has it. */
  const lasts = $derived(ofCraft.find((r) => r.id.startsWith('time-')));
  /** What is wrong with the last edit, where it stands at no field of the screen. */
  const refused = $derived(
    view.refused.filter(
      (i) =>
        !COLUMN_PARTS.some((part) =>
          [...firstFields(part, view.document), ...moreFields(part, view.document)].some(
            (f) => f.path === i.path
          )
        )
    )
  );
  const checks = $derived(answer.checks);
  const kind = $derived(view.document.propulsor.kind);
  const throttle = $derived(view.point.throttle ?? 1);
  const charts = $derived(CHARTS.filter(([id]) => id !== 'payload' || craft.kind === 'multirotor'));
  const asking = new Overlay('why');

  /** Opens the derivation of a figure, or closes it. */
  function ask(id: string | null): void {
    if (id === null && !asking.open) return;
    asking.open = id !== null;
    void view.ask(id);
  }
  $effect(() => {
    // closed by the browser's back
    if (!asking.open && view.why !== null) void view.ask(null);
  });

  onMount(() => {
    void view.warm(mends);
    void view.recover(stored);
    // opening is said on purpose: reading a page, ahead of a click too, writes nothing
    void call('openSetup', { id: view.id });
    const leave = (): void => void view.flush();
    addEventListener('pagehide', leave);
    return () => {
      removeEventListener('pagehide', leave);
      void view.flush();
    };
  });

  $effect(() => {
    void view.offer(stored);
  });

  function apply(remedy: Remedy, check: CheckResult): void {
    void view.propose(remedy.changes, `remedy for ${check.title}`);
  }

  function putRight(offer: PutRight): void {
    void view.propose(offer.changes, `put right: ${offer.steps.join(', ')}`);
  }

  function keys(event: KeyboardEvent): void {
    const mod = event.ctrlKey || event.metaKey;
    if (mod && /^[zy]$/i.test(event.key) && fieldOwnsUndo(event.target as HTMLInputElement)) return;
    if (mod && event.key.toLowerCase() === 'z') {
      event.preventDefault();
      void (event.shiftKey ? view.redo() : view.undo());
    } else if (mod && event.key.toLowerCase() === 'y') {
      event.preventDefault();
      void view.redo();
      return;
    }
    const field = (event.target as HTMLElement).matches('input, select, textarea');
    if (event.key === 'Escape') {
      ask(null);
    } else if (event.key === '?' && !field) helping.open = !helping.open;
    else if (event.key === 'w' && !mod && !field) {
      // a figure that is drawn anew loses its focus: the one looked at last is meant
      const at = document.activeElement as HTMLElement | null;
      const { why: id, rail } = at && at !== document.body ? at.dataset : lastFigure;
      if (id) ask(id);
      else if (rail) showFinding(rail);
    }
  }

  /** The figure or rail that had the focus last. */
  let lastFigure: DOMStringMap = {};
  const remember = (event: FocusEvent): void => {
    lastFigure = { ...(event.target as HTMLElement).dataset };
  };

  async function compare(): Promise<void> {
    await onlist();
    comparing.open = true;
  }

  /** Opens a check's working in the ledger and brings it into view. */
  function showFinding(id: string): void {
    ask(null);
    void view.open(id);
    // once it is drawn: a folded group unfolds for it
    void tick().then(() => {
      const finding = document.querySelector(`[data-testid="finding-${id}"]`);
      finding?.querySelector('button')?.focus({ preventScroll: true });
      finding?.scrollIntoView({ block: 'nearest' });
    });
  }
</script>

<svelte:head><title>{craft.name} · {view.document.name ?? 'Setup'} · Iskarn</title></svelte:head>

<svelte:window onkeydown={keys} onfocusin={remember} />

<div class="mx-auto flex min-h-dvh max-w-[1800px] flex-col lg:h-dvh">
  <AppHeader room="match" craft={{ name: craft.name, setupId: view.id }}>
    <span data-testid="save-state" role="status" title={view.saveProblem}
      >{view.saved}{view.saveProblem ? `: ${view.saveProblem}` : ''}</span
    >
    <UndoButtons
      canUndo={view.canUndo || view.saved !== 'saved'}
      canRedo={view.canRedo}
      undoLabel={view.undoLabel}
      redoLabel={view.redoLabel}
      onundo={() => void view.undo()}
      onredo={() => void view.redo()}
    />
    <button
      class="px-1 font-bold"
      aria-label="Keys"
      data-testid="help"
      onclick={() => (helping.open = !helping.open)}>?</button
    >
  </AppHeader>

  <!-- on a phone the result comes first and stays -->
  <p
    class="border-line bg-page sticky top-0 z-10 flex flex-wrap items-baseline gap-x-3 border-b px-4 py-1.5 text-sm md:hidden"
    data-testid="phone-result"
  >
    <b>{resultWords(checks)}</b>
    <span class="figure">{readingsOf('craft', view.picture)[0].text}</span>
    <span class="figure">{readingsOf('battery', view.picture)[0].text}</span>
    {#if lasts}
      {#if lasts.moot}<b>{lasts.moot}</b>{:else}<span class="figure">{lasts.text}</span>{/if}
    {/if}
  </p>

  <main
    id="main"
    tabindex="-1"
    class="grid min-h-0 flex-1 grid-cols-1 md:grid-cols-[190px_minmax(0,1fr)] lg:grid-cols-[190px_minmax(0,1fr)_270px] lg:grid-rows-[minmax(0,1fr)]"
  >
    <aside
      class="border-line px-4 py-3 md:border-r lg:overflow-y-auto lg:[contain:strict]"
      aria-label="Craft and setups"
    >
      <h1 class="text-xl font-bold">{craft.name}</h1>
      <p class="text-ink-soft text-xs leading-4">{craft.story}</p>
      <dl class="mt-2 text-sm leading-[19px]" data-testid="craft-readings">
        {#each ofCraft as r (r.id)}
          <div class="flex justify-between gap-2">
            <dt class="text-ink-soft">{r.title}</dt>
            <dd class="figure">
              <button
                data-why={r.why}
                data-testid={r.id}
                class={['text-right', r.moot && 'text-ink-soft line-through']}
                aria-label={r.moot ? `${r.title}: ${r.moot}` : `${r.title} ${r.text}`}
                onclick={() => ask(r.why)}>{r.text}</button
              >
            </dd>
          </div>
          {#if r.moot}<p class="text-right text-xs leading-4 font-semibold" data-testid={`${r.id}-moot`}>
              {r.moot}
            </p>{/if}
        {/each}
      </dl>
      {#if answer.narrows}
        <p class="text-ink-soft mt-2 text-xs leading-4" data-testid="narrows-most">
          {answer.narrows.says} <a class="text-cold underline" href={`/test/${view.id}`}>Test</a>
        </p>
      {/if}
      <div class="mt-2 flex flex-wrap gap-1">
        <Button
          size="xs"
          color="alternative"
          class="px-2 py-0.5"
          data-testid="brief-open"
          onclick={() => (briefing.open = true)}>brief</Button
        >
        <Button
          size="xs"
          color="alternative"
          class="px-2 py-0.5"
          data-testid="fit-free"
          title="ways to choose every part that is not fixed, to be looked at first"
          onclick={() => (fitting.open = true)}>fit what is free</Button
        >
        <Button
          size="xs"
          color="alternative"
          class="px-2 py-0.5"
          data-testid="shopping-open"
          onclick={() => (buying.open = true)}>what to buy</Button
        >
      </div>
      <SetupsPanel {view} {craft} {setups} {older} {onopen} {onlist} oncompare={() => void compare()} />
      {#if answer.estimates.length > 0}
        <h2 class="text-ink-soft mt-3 mb-1 text-xs font-semibold">Estimated here</h2>
        <ul class="text-xs leading-4" data-testid="estimates">
          {#each answer.estimates as e (e.path)}
            <li>
              <details>
                <summary class="press cursor-pointer py-0.5 max-sm:py-3">{e.title}</summary>
                <p class="text-ink-soft pb-1">{e.working}.</p>
              </details>
            </li>
          {/each}
        </ul>
      {/if}
    </aside>

    <div class="relative flex min-w-0 flex-col px-3 py-2 lg:min-h-0 lg:overflow-y-auto lg:[contain:strict]">
      <PointBar {view} />
      {#if refused.length > 0}
        <!-- what no field on the screen shows is told over it: nothing moves -->
        <Alert raised class="absolute inset-x-3 top-2 z-20 shadow" id="refused"
          >{refused.map((i) => i.message).join(' ')} The setup is as it was.</Alert
        >
      {/if}
      {#if view.said}
        <p
          class="border-cold bg-sheet mb-1 flex justify-between gap-3 border-l-4 px-2 py-1 text-sm"
          role="status"
          data-testid="said"
        >
          <span>{view.said}</span>
          <TextButton size="xs" onclick={() => (view.said = '')}>close</TextButton>
        </p>
      {/if}
      {#if view.document.known}<KnownNotes {view} />{/if}
      {#if answer.points[0].state === 'stalled'}
        <p class="border-ink bg-sheet mb-1 border-l-4 px-2 py-1 text-sm">
          The motor stalls: it cannot overcome its own friction here.
        </p>
      {/if}
      <PowerPath path={view.picture.path} onwhy={ask} />
      <div class="mt-1 grid grid-cols-2 gap-y-3 sm:grid-cols-3 xl:grid-cols-6">
        {#each COLUMN_PARTS as part (part)}
          <PartColumn
            {part}
            title={partTitle(part, kind)}
            {view}
            parts={parts.filter((p) => p.kind === part)}
            checks={checks.filter((k) => k.rail === part && k.value !== null)}
            readings={readingsOf(part, view.picture)}
            onwhy={ask}
            onfinding={showFinding}
          />
        {/each}
      </div>
      <div class="border-line mt-2 border-t pt-1">
        <TabRow
          tabs={charts}
          selected={view.chartId}
          label="Charts"
          prefix="tab"
          onselect={(id) => void view.show(id as typeof view.chartId)}
        >
          {#if view.chartId === 'sensitivity'}
            {#if answer.narrows}<p class="mb-1 max-w-[68ch] text-sm" data-testid="narrows">
                {answer.narrows.says}
              </p>{/if}
            <SensitivityView list={answer.sensitivity} onwhy={ask} />
          {:else if view.picture.chart}
            <ChartView chart={view.picture.chart} {throttle} {runs} />
          {:else}
            <p class="text-ink-soft py-6 text-sm">
              {view.chartId === 'heat'
                ? 'Give the motor’s mass or its power rating: without one there is nothing to heat.'
                : 'Nothing to draw for this craft.'}
            </p>
          {/if}
        </TabRow>
      </div>
    </div>

    <aside
      class="border-line px-4 py-3 max-md:order-first md:col-span-2 lg:col-span-1 lg:overflow-y-auto lg:border-l lg:[contain:strict]"
      aria-label="Findings"
    >
      {#if view.why}<WhyPanel why={view.why} setupId={view.id} onclose={() => ask(null)} />{/if}
      <PutRightPanel
        {checks}
        offers={answer.putRight ?? []}
        cannot={answer.cannot ?? []}
        settled={view.settled}
        onapply={putRight}
      />
      <h2 class="mb-1">Findings</h2>
      <FindingsList
        {checks}
        setupId={view.id}
        propulsor={kind}
        opened={view.opened}
        onopen={(id) => void view.open(id)}
        onapply={apply}
      />
      {#each answer.notes as note (note)}<p class="text-ink-soft mt-2 text-xs">{note}</p>{/each}
      <p class="text-2xs text-ink-soft mt-3 leading-4">
        Why? Press w on a figure, or press the figure. Predictions are never permission: the makers’ limits
        and the rules of the place come first. Props off while setting up.
      </p>
    </aside>
  </main>
</div>

<!-- what is opened now and then is fetched when it is: the page starts without it -->
<OnDemand wanted={briefing.open} load={() => import('./BriefPanel.svelte')}>
  {#snippet children(BriefPanel)}
    <BriefPanel
      {view}
      supplies={parts.filter((p) => p.kind === 'receiver-supply')}
      bind:open={briefing.open}
    />
  {/snippet}
</OnDemand>
<OnDemand wanted={comparing.open} load={() => import('./SideBySide.svelte')}>
  {#snippet children(SideBySide)}
    <SideBySide ids={compared.ids} names={compared.names} comparison={compared} bind:open={comparing.open} />
  {/snippet}
</OnDemand>
<OnDemand wanted={fitting.open} load={() => import('./FitDialog.svelte')}>
  {#snippet children(FitDialog)}
    <FitDialog {view} {craft} {parts} {onopen} bind:open={fitting.open} />
  {/snippet}
</OnDemand>
<OnDemand wanted={buying.open} load={() => import('./ShoppingDialog.svelte')}>
  {#snippet children(ShoppingDialog)}
    <ShoppingDialog
      {view}
      owned={new Set(parts.filter((p) => p.owned).map((p) => p.name))}
      bind:open={buying.open}
    />
  {/snippet}
</OnDemand>
<OnDemand wanted={helping.open} load={() => import('./KeysHelp.svelte')}>
  {#snippet children(KeysHelp)}
    <KeysHelp bind:open={helping.open} />
  {/snippet}
</OnDemand>
{#if view.conflict}
  {@const conflict = view.conflict}
  {#await import('../editor/ConflictDialog.svelte') then { default: ConflictDialog }}
    <ConflictDialog {conflict} onchoose={(mine) => view.resolve(mine)} />
  {/await}
{/if}
