<script lang="ts">
  import TextField from '../kit/TextField.svelte';
  import Alert from '../kit/Alert.svelte';
  import TextButton from '../kit/TextButton.svelte';
  import { readPlain } from '../../core/units/read-figure.ts';
  import { Button } from 'flowbite-svelte';
  import { onMount, untrack } from 'svelte';
  import { call } from '../../api/client.ts';
  import type { PartLifeShown } from '../../api/schemas/shelf.ts';
  import { cautionsOfPack } from '../../core/cautions/cautions.ts';
  import type { PackRecorded, Reminder } from '../../core/document/part-life.ts';
  import type { SetupDocument } from '../../core/document/schema.ts';
  import type { StoredPart } from '../../core/document/stored.ts';
  import { show, showMinutes } from '../../core/units/show.ts';
  import { day } from '../format/dates.ts';
  import { figureUnit } from '../format/units.svelte.ts';
  import CautionList from '../sheet/CautionList.svelte';
  import PackHealthChart from './PackHealthChart.svelte';
  import Dialog from '../kit/Dialog.svelte';

  /** A part's life: how much it was used, what it is to be looked at for, how a pack fares, and its retirement. */
  let { part, onclose, onchange }: { part: StoredPart; onclose: () => void; onchange: () => void } = $props();

  let open = $state(true);
  let shown = $state.raw<PartLifeShown | null>(null);
  let problem = $state('');
  let what = $state('');
  let every = $state('10');
  let by = $state<'uses' | 'minutes'>('uses');
  let why = $state('');
  let typed = $state({ ohms: '', warmth: '25', capacity: '', cycles: '', note: '' });
  let swollen = $state(false);
  let gone = $state<number | null>(null);

  let acknowledged = $state.raw<Readonly<Record<string, boolean>>>({});
  onMount(async () => {
    const settings = await call('readSettings');
    if (settings.ok) acknowledged = settings.value.acknowledged;
    const read = await call('readLife', { id: part.id });
    if (read.ok) shown = read.value;
    else problem = read.message;
  });
  const cautions = $derived(
    part.kind === 'battery' ? cautionsOfPack(part.document as SetupDocument['battery']) : []
  );
  async function acknowledge(id: string, now: boolean): Promise<void> {
    acknowledged = { ...acknowledged, [id]: now };
    const kept = await call('writeSettings', { body: { acknowledged: { [id]: now } } });
    if (!kept.ok) problem = kept.message;
  }
  // what was fitted when the shelf was opened; gone once it is taken away
  let fitted = $state.raw(untrack(() => part.fitted));
  async function forgetFitted(): Promise<void> {
    const done = await call('forgetFitted', { id: part.id, body: {} });
    if (!done.ok) problem = done.message;
    else {
      fitted = null;
      await reload();
    }
  }
  const isPack = $derived(part.kind === 'battery');
  const use = $derived(shown?.use ?? null);

  async function keep(reminders: readonly Reminder[], retired?: { why: string } | null): Promise<void> {
    if (!shown) return;
    const body = {
      reminders: [...reminders],
      revision: shown.revision,
      ...(retired === undefined ? {} : { retired })
    };
    const kept = await call('editLife', { id: part.id, body });
    if (!kept.ok) {
      problem =
        kept.status === 409
          ? 'This part was changed elsewhere meanwhile; close and open it again.'
          : kept.message;
      return;
    }
    problem = '';
    shown = kept.value;
    onchange();
  }
  async function remind(): Promise<void> {
    const count = readPlain(every) ?? NaN;
    if (what.trim() === '' || !(count >= 1)) {
      problem = 'Say what to look at, and after how many uses or minutes.';
      return;
    }
    if (!shown) return;
    await keep([
      ...shown.life.reminders,
      {
        what: what.trim(),
        everyUses: by === 'uses' ? count : null,
        everySeconds: by === 'minutes' ? 60 * count : null,
        seenUses: shown.use.uses,
        seenSeconds: shown.use.seconds,
        seenAt: null
      }
    ]);
    what = '';
  }
  /** It was looked at: the count begins anew. */
  const seen = (at: number): Promise<void> =>
    keep(
      (shown?.life.reminders ?? []).map((r, k) =>
        k === at
          ? {
              ...r,
              seenUses: use?.uses ?? 0,
              seenSeconds: use?.seconds ?? 0,
              seenAt: new Date().toISOString()
            }
          : r
      )
    );
  const forget = (at: number): Promise<void> =>
    keep((shown?.life.reminders ?? []).filter((_, k) => k !== at));

  const number = (text: string): number | null => readPlain(text);
  async function reload(): Promise<void> {
    const read = await call('readLife', { id: part.id });
    if (read.ok) shown = read.value;
    onchange();
  }
  async function record(): Promise<void> {
    const ohms =
      typed.ohms.trim() === ''
        ? null
        : typed.ohms
            .trim()
            .split(/[\s;/]+/)
            .map(number);
    const figures = [number(typed.warmth), number(typed.capacity), number(typed.cycles)];
    if ([...(ohms ?? []), ...figures].some((v) => v !== null && !Number.isFinite(v))) {
      problem = 'Give figures only: 4.1 4.2 4.0 for the cells in mΩ, or one figure for all.';
      return;
    }
    const body: PackRecorded = {
      cellOhm: ohms && ohms.map((v) => (v as number) / 1000),
      temperatureC: figures[0],
      capacityAh: figures[1],
      cycles: figures[2],
      swollen,
      note: typed.note.trim()
    };
    const kept = await call('createRecord', { id: part.id, body });
    if (!kept.ok) {
      problem = [kept.message, ...kept.errors.map((e) => e.message)]
        .filter((t, k, all) => all.indexOf(t) === k)
        .join(' ');
      return;
    }
    problem = '';
    typed = { ohms: '', warmth: typed.warmth, capacity: '', cycles: '', note: '' };
    swollen = false;
    await reload();
  }
  async function removeRecord(id: number): Promise<void> {
    const done = await call('deleteRecord', { id, body: {} });
    gone = done.ok ? id : null;
    await reload();
  }
  async function putBack(): Promise<void> {
    if (gone !== null) await call('restoreRecord', { id: gone });
    gone = null;
    await reload();
  }
  const VERDICTS = { good: 'good', watch: 'watch it', retire: 'retire it' } as const;
</script>

<Dialog title={`Life of ${part.name}`} bind:open size="md" {onclose}>
  <Alert says={problem} id="life-problem" />
  {#if shown && use}
    <p class="text-sm" data-testid="life-use">
      {use.uses === 0
        ? 'In no logged run yet, by this name.'
        : `${use.uses} ${use.uses === 1 ? 'run' : 'runs'}, ${use.flights} of them flown or on the water, ${showMinutes(use.seconds)} in all, the last on ${day(use.lastAt ?? '')}.`}
    </p>
    {#if fitted}
      <p class="text-sm" data-testid="life-fitted">
        Fitted on {day(fitted.at)} to the runs of {fitted.from}: {fitted.says}.
        <TextButton tone="cold" data-testid="forget-fitted" onclick={() => void forgetFitted()}
          >take it away</TextButton
        >
      </p>
    {/if}
    {#if shown.health}
      {@const h = shown.health}
      <section
        class="mt-2 text-sm"
        aria-label="Health of the pack"
        data-testid="pack-health"
        data-verdict={h.verdict}
      >
        <p class="text-base font-bold">{VERDICTS[h.verdict]}</p>
        {#each h.reasons as reason (reason)}<p>{reason[0].toUpperCase()}{reason.slice(1)}.</p>{/each}
        <p>
          It honestly carries <span class="figure">{figureUnit('current', h.credibleA)}</span>, {show(
            h.credibleC,
            2
          )} C{h.labelC === null ? '' : `; the label says ${show(h.labelC)} C`}. {show(h.cycles, 2)}
          cycles{h.capacityShare === null ? '' : `; ${show(100 * h.capacityShare, 2)} % of its capacity`}.
        </p>
        {#if h.points.length > 1}<PackHealthChart health={h} />{/if}
      </section>
      <form
        class="mt-2 flex flex-wrap items-end gap-2 text-xs"
        data-testid="pack-record"
        onsubmit={(e) => {
          e.preventDefault();
          void record();
        }}
      >
        <label class="flex flex-col"
          >mΩ of each cell<TextField
            figure
            class="w-40"
            placeholder="4.1 4.2 4.0 4.3"
            data-testid="record-ohms"
            bind:value={typed.ohms}
          /></label
        >
        <label class="flex flex-col"
          >pack, °C<TextField
            figure
            class="w-16"
            data-testid="record-warmth"
            bind:value={typed.warmth}
          /></label
        >
        <label class="flex flex-col"
          >whole capacity, Ah<TextField
            figure
            class="w-24"
            data-testid="record-capacity"
            bind:value={typed.capacity}
          /></label
        >
        <label class="flex flex-col"
          >cycles before the log<TextField
            figure
            class="w-20"
            data-testid="record-cycles"
            bind:value={typed.cycles}
          /></label
        >
        <label class="flex min-h-11 items-center gap-2 text-sm"
          ><input type="checkbox" data-testid="record-swollen" bind:checked={swollen} /> swollen</label
        >
        <label class="flex min-w-40 flex-1 flex-col"
          >note<TextField data-testid="record-note" bind:value={typed.note} /></label
        >
        <Button type="submit" size="sm" class="py-1" data-testid="record-keep">keep</Button>
      </form>
      {#if shown.records.length > 0}
        <ul class="mt-2 max-h-32 overflow-auto text-xs" data-testid="records">
          {#each shown.records.toReversed() as r (r.id)}
            <li class="border-line flex gap-2 border-t py-0.5">
              <span class="flex-1"
                >{day(r.heldAt)}{r.cellOhm
                  ? `: ${r.cellOhm.map((v) => show(1000 * v)).join(', ')} mΩ`
                  : ''}{r.temperatureC !== null && r.cellOhm
                  ? ` at ${show(r.temperatureC, 2)} °C`
                  : ''}{r.capacityAh === null ? '' : `, ${show(r.capacityAh)} Ah`}{r.cycles === null
                  ? ''
                  : `, ${r.cycles} cycles`}{r.swollen ? ', swollen' : ''}{r.note ? `; ${r.note}` : ''}</span
              >
              <TextButton
                aria-label={`take the record of ${day(r.heldAt)} away`}
                onclick={() => void removeRecord(r.id)}>take away</TextButton
              >
            </li>
          {/each}
        </ul>
      {/if}
      {#if gone !== null}<TextButton tone="cold" size="sm" onclick={() => void putBack()}
          >put the record back</TextButton
        >{/if}
    {/if}
    {#each cautions as act (act.act)}
      <section class="border-line mt-3 border-t pt-2" aria-label={act.title}>
        <h3 class="text-sm font-bold">{act.title[0].toUpperCase()}{act.title.slice(1)}</h3>
        <div class="text-xs" data-testid={`cautions-${act.act}`}>
          <CautionList
            cautions={act.cautions}
            {acknowledged}
            onread={(id, now) => void acknowledge(id, now)}
          />
        </div>
      </section>
    {/each}
    <section class="border-line mt-3 border-t pt-2" aria-labelledby="remind-title">
      <h3 id="remind-title" class="text-sm font-bold">To be looked at</h3>
      <ul class="text-sm" data-testid="reminders">
        {#each shown.life.reminders as r, k (k)}
          <li class="flex items-baseline gap-2 py-0.5" data-due={shown.due[k].due}>
            <span class="flex-1 {shown.due[k].due ? 'font-semibold' : ''}"
              >{r.what}, every {r.everyUses === null
                ? showMinutes(r.everySeconds ?? 0)
                : `${r.everyUses} uses`}{shown.due[k].due
                ? ': due'
                : shown.due[k].usesLeft === null
                  ? `, ${showMinutes(shown.due[k].secondsLeft ?? 0)} left`
                  : `, ${shown.due[k].usesLeft} left`}</span
            >
            <TextButton size="xs" data-testid={`seen-${k}`} onclick={() => void seen(k)}
              >looked at it</TextButton
            >
            <TextButton tone="soft" size="xs" onclick={() => void forget(k)}>no longer</TextButton>
          </li>
        {/each}
      </ul>
      <form
        class="mt-1 flex flex-wrap items-end gap-2 text-xs"
        onsubmit={(e) => {
          e.preventDefault();
          void remind();
        }}
      >
        <label class="flex min-w-40 flex-1 flex-col"
          >look at<TextField
            maxlength={200}
            placeholder={isPack ? 'plugs and balance lead' : 'blades for nicks and cracks'}
            data-testid="remind-what"
            bind:value={what}
          /></label
        >
        <label class="flex flex-col"
          >every<TextField
            figure
            class="w-16"
            inputmode="numeric"
            data-testid="remind-every"
            bind:value={every}
          /></label
        >
        <span class="flex gap-3 pb-1 text-sm">
          {#each ['uses', 'minutes'] as const as b (b)}
            <label class="flex min-h-8 items-center gap-1 max-sm:min-h-11"
              ><input type="radio" name="remind-by" value={b} bind:group={by} /> {b}</label
            >
          {/each}
        </span>
        <Button type="submit" size="sm" color="alternative" class="py-1" data-testid="remind-keep"
          >remind me</Button
        >
      </form>
    </section>
    <section class="border-line mt-3 border-t pt-2" aria-labelledby="retire-title">
      <h3 id="retire-title" class="text-sm font-bold">Retirement</h3>
      {#if shown.life.retired}
        <p class="text-sm" data-testid="retired">
          Retired on {day(shown.life.retired.at)}{shown.life.retired.why
            ? `: ${shown.life.retired.why}`
            : ''}. It stays in the log and is out of every search.
          <TextButton
            tone="cold"
            data-testid="unretire"
            onclick={() => void keep(shown?.life.reminders ?? [], null)}>take it back into use</TextButton
          >
        </p>
      {:else}
        <form
          class="flex flex-wrap items-end gap-2 text-xs"
          onsubmit={(e) => {
            e.preventDefault();
            void keep(shown?.life.reminders ?? [], { why: why.trim() });
          }}
        >
          <label class="flex min-w-40 flex-1 flex-col"
            >why<TextField
              maxlength={400}
              placeholder="winding burnt on the lake"
              data-testid="retire-why"
              bind:value={why}
            /></label
          >
          <Button type="submit" size="sm" color="alternative" class="py-1" data-testid="retire"
            >retire it</Button
          >
        </form>
      {/if}
    </section>
  {/if}
</Dialog>
