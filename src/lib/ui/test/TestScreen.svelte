<script lang="ts">
  import Alert from '../kit/Alert.svelte';
  import TextButton from '../kit/TextButton.svelte';
  import { onDestroy, onMount, untrack } from 'svelte';
  import type { MakersRow } from '../../core/document/makers-row.ts';
  import type { SetupDocument } from '../../core/document/schema.ts';
  import type { StoredCraft, StoredRun, StoredSetup } from '../../core/document/stored.ts';
  import { chosenSchool } from '../../core/document/schools.ts';
  import { withChanges } from '../../core/document/change.ts';
  import { cautionsOnce } from '../../core/testing/plan/plan-text.ts';
  import type { Planned } from '../../core/testing/planned.ts';
  import { joinList } from '../../core/text/join-list.ts';
  import { showMinutes } from '../../core/units/show.ts';
  import AppHeader from '../AppHeader.svelte';
  import TabRow from '../kit/TabRow.svelte';
  import UndoToast from '../kit/UndoToast.svelte';
  import { call } from '../../api/client.ts';
  import AfterRun from './AfterRun.svelte';
  import FeelButtons from './FeelButtons.svelte';
  import FilePanel from './FilePanel.svelte';
  import FlightForm from './FlightForm.svelte';
  import ComparePanel from './ComparePanel.svelte';
  import LearnPanel from './LearnPanel.svelte';
  import LogList from './LogList.svelte';
  import MeterPanel from './MeterPanel.svelte';
  import RunStrips from './RunStrips.svelte';
  import StageCard from './StageCard.svelte';
  import StageTrack from './StageTrack.svelte';
  import StandPanel from './StandPanel.svelte';
  import { TestState } from './test-state.svelte.ts';
  import TypedRun from './TypedRun.svelte';

  /** Test: the plan of a setup, the run that goes on, the log, and what it teaches. */
  let {
    stored,
    planned,
    before,
    craft,
    runs,
    rows,
    owned,
    schools,
    acknowledged
  }: {
    stored: StoredSetup;
    /** The plan as the server made it. */
    planned: Planned;
    /** The setup that this one was changed from; null for a first test. */
    before: SetupDocument | null;
    craft: StoredCraft;
    /** Logged runs of this setup. */
    runs: StoredRun[];
    /** Rows of the motor's tables on the shelf. */
    rows: MakersRow[];
    /** Cell counts of the owned packs. */
    owned: readonly number[] | null;
    schools: Record<string, string>;
    /** Cautions that were read. */
    acknowledged: Readonly<Record<string, boolean>>;
  } = $props();

  // the screen is made anew for another setup
  const view = untrack(() => new TestState(stored, planned, before, runs, schools, rows, owned));
  let ready = $state(false);
  onMount(() => {
    ready = true;
    void view.judge();
    // a link with ?seed=7 has the same stand again
    const seed = new URLSearchParams(location.search).get('seed');
    view.seed = seed !== null && /^\d{1,9}$/.test(seed) ? Number(seed) : null;
  });
  onDestroy(() => view.end());

  let read = $state<Record<string, boolean>>(untrack(() => ({ ...acknowledged })));
  async function acknowledge(id: string, now: boolean): Promise<void> {
    read = { ...read, [id]: now };
    const kept = await call('writeSettings', { body: { acknowledged: { [id]: now } } });
    if (!kept.ok) toast = { text: kept.message };
  }

  let source = $state('stand');
  let toast = $state<{ text: string; undo?: () => void } | null>(null);
  const { stage } = $derived(view);
  const drawn = $derived(view.drawnStage);
  const drawnId = $derived(drawn?.id);
  $effect(() => {
    void drawnId;
    if (ready) untrack(() => void view.expect());
  });
  /** What is run and read; a set-up without propulsor and a flight for the timer are only noted. */
  const isRun = $derived(stage?.kind === 'run' || stage?.kind === 'hover');
  const SOURCES = [
    ['stand', 'simulated stand'],
    ['typed', 'typed readings'],
    ['file', 'a file'],
    ['serial', 'a meter']
  ] as const;
  /** Whether a run may begin here: the plan goes on, and a stage that is run is looked at. */
  const mayRun = $derived(isRun && view.planned.plan !== null && !view.planned.plan.next.stopped);
  /** Readings are always taken; a stand or a meter only where a run may begin. */
  const shown = $derived(mayRun || source === 'file' ? source : 'typed');
  /** The setup as the stage fits it: fewer cells, a smaller screw. */
  const stageDocument = $derived(withChanges(view.stored.document, stage?.changes ?? []));
  /** The run that was not told how warm it left the parts, where the plan waits for that. */
  const asked = $derived.by(() => {
    const { next } = view.planned.plan ?? {};
    return next?.asks === 'warmth' && next.stage !== null ? view.runOf(next.stage) : null;
  });
  const going = $derived(view.live !== null && view.live.end === null);
  const school = $derived(
    chosenSchool('touch-temperature', { ...schools, ...view.stored.document.schools } as Record<
      string,
      string
    >)
  );
  const cautions = $derived.by(() => {
    const { plan } = view.planned;
    const at = plan?.stages.findIndex((s) => s.id === stage?.id) ?? -1;
    return plan && stage
      ? at <= 0
        ? stage.cautions
        : [...new Set([...(cautionsOnce(plan)[at] ?? []), ...stage.cautions])]
      : [];
  });
  const next = $derived(view.planned.plan?.next ?? null);
  /** Cells of the pack that a run was made with. */
  const series = $derived.by(() => {
    const changes = going || !view.looked ? (stage?.changes ?? []) : (view.looked.run.details.changes ?? []);
    return withChanges(view.stored.document, changes).battery.series;
  });
  const lookedStage = $derived(
    view.looked ? (view.stages.find((s) => s.id === view.looked?.run.details.stage) ?? null) : null
  );

  function keys(event: KeyboardEvent): void {
    if (event.key !== ' ' || !going) return;
    // whatever has the focus: nothing matters more now
    event.preventDefault();
    event.stopPropagation();
    void view.live?.stop();
  }
  async function take(run: StoredRun): Promise<void> {
    if (!(await view.mark(run.id, true))) return;
    toast = {
      text: `“${run.title}” is out of the log.`,
      undo: async () => {
        toast = null;
        await view.mark(run.id, false);
      }
    };
  }
  async function use(): Promise<void> {
    if (await view.useLearnt())
      toast = {
        text: `Predictions of this setup go by the readings now${view.fittedParts.length === 0 ? '' : `, and wherever ${joinList(view.fittedParts)} of the shelf ${view.fittedParts.length === 1 ? 'is' : 'are'} used`}; it is undone in Match like any edit.`
      };
  }
</script>

<svelte:head><title>Test · {craft.name} · Iskarn</title></svelte:head>
<svelte:window onkeydowncapture={keys} />

<div class="mx-auto flex min-h-dvh max-w-[1800px] flex-col lg:h-dvh" data-ready={ready}>
  <AppHeader room="test" craft={{ name: craft.name, setupId: stored.id }}>
    <span class="text-ink-soft text-xs max-sm:hidden">warmth by “{school.title}”</span>
  </AppHeader>
  {#if view.planned.plan}
    <div class="border-line border-b">
      <StageTrack {view} />
      {#if next}
        <p class="px-4 pb-1.5 text-sm" role="status" data-testid="next">
          {next.stage === null ? '' : 'Next: '}{next.why}{next.seconds !== null && next.stage !== null
            ? ` (${showMinutes(next.seconds)})`
            : ''}.
        </p>
      {/if}
    </div>
  {/if}

  <main id="main" tabindex="-1" class="grid min-h-0 flex-1 grid-cols-1 lg:grid-cols-[minmax(0,1fr)_352px]">
    <div class="flex min-w-0 flex-col lg:min-h-0">
      <div class="flex min-w-0 flex-1 flex-col gap-3 px-4 py-3 lg:overflow-y-auto">
        <Alert says={view.problem} id="problem" />
        {#if !going && !view.looked}
          {#if !view.planned.plan}
            <section data-testid="not-tested">
              <h1 class="text-xl font-bold">Do not run this yet</h1>
              <ul class="text-base">
                {#each view.planned.over as text (text)}<li>{text}</li>{/each}
              </ul>
              <p class="mt-1 text-sm">
                See <a class="text-cold underline" href={`/match/${stored.id}`}>Match</a> for fixes.
              </p>
              <p class="mt-3 max-w-[68ch] text-sm">
                Already run it? Enter what the meter showed: readings are always taken, are held against the
                prediction, and may prove it wrong. Only the plan waits.
              </p>
            </section>
          {:else if view.stopped}
            <section data-testid="stopped" aria-labelledby="stopped-title">
              <h1 id="stopped-title" class="text-xl font-bold">Stopped here</h1>
              <p class="max-w-[68ch] text-base">{next?.why}.</p>
              <p class="mt-1 max-w-[68ch] text-sm"><b>Look for:</b> {view.stopped.look}.</p>
              <p class="mt-1 max-w-[68ch] text-sm"><b>To go on:</b> {view.stopped.goOn}.</p>
            </section>
          {:else if stage}
            {#if asked}
              <section
                class="border-ink border-l-4 pl-3"
                data-testid="ask-warmth"
                aria-labelledby="warmth-title"
              >
                <h1 id="warmth-title" class="text-xl font-bold">How warm is it?</h1>
                <p class="text-sm">
                  After “{asked.title}”: hold a hand on motor front and back, ESC, both sets of wires and
                  pack, by “{school.title}”. The next step opens once that is told.
                </p>
                <FeelButtons feel={null} onfeel={(feel) => void view.tell(asked, { feel })} />
              </section>
            {/if}
            {#if next?.asks && next.asks !== 'warmth'}
              <section class="border-ink border-l-4 pl-3" data-testid="ask-reading">
                <h1 class="text-xl font-bold">Read it again first</h1>
                <p class="max-w-[68ch] text-sm">{next.why}.</p>
              </section>
            {/if}
            <StageCard
              {stage}
              {cautions}
              acts={view.planned.cautions}
              acknowledged={read}
              onread={acknowledge}
            />
            {#if view.planned.narrows}
              <p class="max-w-[68ch] text-sm" data-testid="test-narrows">{view.planned.narrows.says}</p>
            {/if}
            {#if view.planned.plan.last}
              <p class="max-w-[68ch] text-sm" data-testid="last-stage">
                The plan ends at “{view.stages.find((x) => x.id === view.planned.plan?.last?.stage)?.title}”: {view
                  .planned.plan.last.why}.
              </p>
            {/if}
            {#if next && next.stage !== stage.id}
              <p class="text-sm" data-testid="not-next">
                {next.stopped
                  ? 'The plan has stopped: do not run this step. What was read at it already can be entered.'
                  : next.stage
                    ? `The plan comes to “${view.stages.find((x) => x.id === next.stage)?.title}” first.`
                    : ''}
              </p>
            {/if}
          {/if}
        {/if}
        {#if going && view.live}
          <RunStrips samples={view.live.samples} expected={view.expected} stage={drawn} {series} />
        {:else if view.looked}
          <div class="flex items-baseline gap-3">
            <h1 class="text-xl font-bold" data-testid="looked-title">{view.looked.run.title}</h1>
            <TextButton size="sm" data-testid="looked-close" onclick={() => (view.looked = null)}
              >back to the plan</TextButton
            >
          </div>
          <AfterRun
            charge={view.planned.cautions.find((a) => a.act === 'charge')?.cautions ?? []}
            acknowledged={read}
            onread={acknowledge}
            run={view.looked.run}
            stage={lookedStage}
            school={school.title}
            onfeel={(feel) => void view.note({ feel })}
            onleft={(left) => void view.note(left)}
          />
          {#if view.looked.overview && view.looked.overview.seconds.length > 0}
            <RunStrips
              overview={view.looked.overview}
              run={view.looked.run}
              expected={view.expected}
              stage={drawn}
              {series}
            />
          {/if}
        {/if}
        {#if !going && !view.looked && stage?.kind === 'bare'}
          <section aria-labelledby="bare-title">
            <h2 id="bare-title">Then</h2>
            <p class="text-sm">It turns the right way, smoothly, and stops. How warm is the motor?</p>
            <FeelButtons feel={null} onfeel={(feel) => void view.pass({ feel })} />
          </section>
        {:else if !going && !view.looked && stage?.kind === 'time'}
          <section aria-labelledby="time-title" class="flex flex-col gap-1">
            <h2 id="time-title">Afterwards</h2>
            <FlightForm onleft={(left) => void view.pass(left)} />
          </section>
        {/if}
        {#if !going && (isRun || stage === null)}
          <TabRow
            tabs={SOURCES.filter(([id]) => mayRun || id === 'typed' || id === 'file')}
            selected={shown}
            label="Where readings come from"
            prefix="source"
            onselect={(id) => {
              source = id;
              if (id === 'serial') view.useMeter();
            }}
          >
            {#if shown === 'typed'}
              {#key stage?.id}<TypedRun
                  throttle={stage?.throttle ?? 1}
                  document={stageDocument}
                  onlog={(readings) => view.type(readings, {})}
                />{/key}
            {:else if shown === 'file'}
              <FilePanel stored={view.stored} {stage} onkept={(id) => void view.kept(id)} />
            {:else if shown === 'serial' && view.meter}
              <MeterPanel meter={view.meter} document={view.stored.document} seed={view.seed} />
            {:else}
              <p class="text-ink-soft text-xs">
                Start, bring the throttle up in steps and hold each for a few seconds; what was held becomes a
                reading.
              </p>
            {/if}
          </TabRow>
        {/if}
      </div>
      {#if going || (mayRun && (shown === 'stand' || shown === 'serial'))}<StandPanel
          {view}
          from={shown === 'serial' ? 'serial' : 'stand'}
        />{/if}
    </div>

    <aside
      class="border-line flex flex-col gap-4 px-4 py-3 max-lg:border-t lg:overflow-y-auto lg:border-l"
      aria-label="What was read"
    >
      {#if view.looked?.comparison && view.looked.comparison.moments.length > 0}<ComparePanel
          comparison={view.looked.comparison}
        />{/if}
      <LearnPanel {view} onuse={() => void use()} onforget={(from) => void view.forget(from)} />
      <LogList {view} ondelete={(run) => void take(run)} />
      <p class="text-2xs text-ink-soft leading-4">
        Predictions are never permission: the makers’ limits, the law and the club’s rules come first. Stop on
        smell, smoke or swelling.
      </p>
    </aside>
  </main>
</div>
{#if toast}<UndoToast
    text={toast.text}
    id="undo-test"
    onundo={toast.undo}
    onclose={() => (toast = null)}
  />{/if}
