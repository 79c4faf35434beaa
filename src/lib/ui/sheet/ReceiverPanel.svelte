<script lang="ts">
  import TextButton from '../kit/TextButton.svelte';
  import Choice from '../kit/Choice.svelte';
  import { Button } from 'flowbite-svelte';
  import type { Load } from '../../core/document/schema.ts';
  import { loadTitle } from '../../core/document/load-words.ts';
  import { HIGH_VOLTAGE_SERVO_V, STANDARD_SERVO_V, USUAL_LOADS } from '../../core/parts/bec/loads.ts';
  import { LOAD_KINDS } from '../../core/parts/bec/load-ids.ts';
  import { SERVO_SIZES } from '../../core/parts/bec/servo-sizes.ts';
  import { wordOf } from '../../core/checks/finding.ts';
  import { showUnit } from '../../core/units/show.ts';
  import { figureUnit } from '../format/units.svelte.ts';
  import FindingMark from '../kit/FindingMark.svelte';
  import FigureField from '../kit/FigureField.svelte';
  import type { SheetState } from './sheet-state.svelte.ts';

  /** What hangs on the receiver supply, and every way to feed it. */
  let { view }: { view: SheetState } = $props();
  const picture = $derived(view.sheet?.receiver);
  const loads = $derived(view.document.loads ?? []);
  const CHOICES = [
    ...SERVO_SIZES.map((s) => ({ value: `servo ${s.id}`, name: `servo: ${s.title}` })),
    ...LOAD_KINDS.filter((k) => k !== 'servo').map((k) => ({ value: k, name: USUAL_LOADS[k].title }))
  ];
  const FIELDS = [
    ['count', 'how many', 'count'],
    ['idleA', 'at rest', 'current'],
    ['movingA', 'moving', 'current'],
    ['stallA', 'held fast', 'current'],
    ['stepDownV', 'step-down to', 'voltage']
  ] as const;
  let added = $state('');

  const setLoads = (list: Load[], label: string): Promise<boolean> =>
    view.put([{ path: 'loads', value: list }], label);
  function add(): void {
    if (added === '') return;
    const [kind, size] = added.split(' ') as [Load['kind'], Load['size'] | undefined];
    const load: Load = size ? { kind, size, count: 1 } : { kind };
    added = '';
    void setLoads([...loads, load], `${loadTitle(load)} on the receiver`);
  }
  const change = (k: number, patch: Partial<Load>, label: string): Promise<boolean> =>
    setLoads(
      loads.map((l, i) => (i === k ? { ...l, ...patch } : l)),
      label
    );
</script>

{#if picture}
  <section class="flex flex-col gap-2" aria-labelledby="receiver-title" data-testid="receiver-panel">
    <h2 id="receiver-title">What hangs on the receiver</h2>
    {#each loads as load, k (k)}
      {@const fed = picture.feed.loads.find((l) => l.path === `loads.${k}`)}
      <div class="border-line border-b pb-1" data-testid={`load-${k}`}>
        <div class="flex items-center gap-2">
          <b class="min-w-0 flex-1 text-sm">{loadTitle(load)}</b>
          <span class="figure text-xs"
            >{fed
              ? fed.idleA < fed.movingA
                ? `${showUnit(fed.idleA, 'A', 2)} to ${showUnit(fed.movingA, 'A', 2)}`
                : showUnit(fed.movingA, 'A', 2)
              : ''}</span
          >
          <TextButton
            tone="cold"
            size="xs"
            aria-label={`take ${loadTitle(load)} out`}
            data-testid={`drop-load-${k}`}
            onclick={() =>
              void setLoads(
                loads.filter((_, i) => i !== k),
                `without ${loadTitle(load)}`
              )}>take out</TextButton
          >
        </div>
        <div class="grid grid-cols-2 gap-x-4">
          {#each FIELDS as [name, label, quantity] (name)}
            <FigureField
              path={`loads.${k}.${name}`}
              {label}
              {quantity}
              value={load[name] ?? (name === 'count' ? 1 : null)}
              problems={view.refused}
              onset={(v) => change(k, { [name]: v ?? (name === 'count' ? 1 : null) }, `${label} of a load`)}
            />
          {/each}
        </div>
        {#if load.kind === 'servo' || load.kind === 'retract'}
          <div class="flex flex-wrap items-center gap-x-3 text-xs">
            <span class="text-ink-soft">stands</span>
            {#each [[STANDARD_SERVO_V, 'standard, 6 V'], [HIGH_VOLTAGE_SERVO_V, 'high voltage, 8.4 V']] as [v, words] (v)}
              <TextButton
                pressed={load.maxVoltageV === v}
                tone="cold"
                onclick={() => void change(k, { maxVoltageV: v as number }, 'volts of a servo')}
                >{words}</TextButton
              >
            {/each}
          </div>
        {/if}
      </div>
    {:else}
      <p class="text-ink-soft text-xs leading-4">
        Nothing is listed yet. Add the servos first: how many and how large. What they draw is estimated by
        their size until you type what their papers say.
      </p>
    {/each}
    <div class="flex items-center gap-2">
      <Choice
        size="form"
        class="min-w-0 flex-1"
        placeholder="a servo, a receiver …"
        label="what to add"
        id="add-load-kind"
        bind:value={added}
        items={CHOICES}
      />
      <Button size="xs" color="alternative" data-testid="add-load" onclick={add}>add</Button>
    </div>
    {#if picture.feed.peakA !== null}
      <p class="text-sm leading-[18px]" data-testid="receiver-sum">
        All moving, the strongest held fast: <b class="figure">{showUnit(picture.feed.peakA, 'A')}</b>; on
        average in flight <b class="figure">{showUnit(picture.feed.averageA ?? 0, 'A', 2)}</b>{picture.feed
          .toldPeakA === null
          ? ''
          : ' (the peak as the brief has it)'}.
      </p>
    {/if}

    <h2 class="mt-2">What feeds it</h2>
    <ul class="flex flex-col" data-testid="supply-choices">
      {#each picture.choices as c (c.id)}
        <li class="border-line flex flex-col border-t py-1" data-testid={`supply-${c.id}`}>
          <div class="flex items-center gap-2 text-sm">
            <FindingMark finding={c.finding} />
            <span class="min-w-0 flex-1 font-semibold">{c.title}</span>
            {#if c.changes}
              <TextButton
                tone="cold"
                size="xs"
                aria-label={`take ${c.title}`}
                data-testid={`take-supply-${c.id}`}
                onclick={() => c.changes && void view.propose(c.changes, c.title)}>take</TextButton
              >
            {/if}
          </div>
          {#if c.changes || picture.feed.source !== 'none'}<p class="figure text-xs leading-4">
              {showUnit(c.outputV, 'V', 2)}{c.ratedA === null
                ? ''
                : ` · ${showUnit(c.ratedA, 'A', 2)}`}{c.heatW === null
                ? ''
                : ` · ${showUnit(c.heatW, 'W', 2)} of heat`} · {c.massKg > 0
                ? figureUnit('mass', c.massKg)
                : 'no weight more'}{c.flights === null
                ? ''
                : ` · ${c.flights} flight${c.flights === 1 ? '' : 's'} a charge`}
            </p>{/if}
          <p class="text-ink-soft text-xs leading-4">
            {#each c.findings.filter((f) => f.finding !== 'holds') as f (f.id)}<span class="mr-1"
                ><b>{wordOf(f)}</b> {f.title}, {f.short}.</span
              >{/each}{c.says}
            {c.diesWithPack ? '' : 'Lives on when the flight pack does not.'}
          </p>
        </li>
      {/each}
    </ul>
    {#if picture.feed.outputsV.length > 0}
      <div class="flex flex-wrap items-center gap-x-3 text-sm" data-testid="outputs">
        <span class="text-ink-soft">its output can be set to</span>
        {#each picture.feed.outputsV as v (v)}
          <TextButton
            pressed={v === picture.feed.outputV}
            tone="cold"
            onclick={() =>
              void view.edit(
                [
                  {
                    path: picture.feed.source === 'esc' ? 'esc.becV' : 'receiverSupply.outputV',
                    value: v
                  }
                ],
                'output of the supply'
              )}>{showUnit(v, 'V', 2)}</TextButton
          >
        {/each}
      </div>
    {/if}
    <details>
      <summary class="press cursor-pointer text-sm">When to separate: three schools</summary>
      <ul class="text-xs leading-4">
        {#each picture.schools as s (s.id)}
          <li>
            <b>{s.title}:</b>
            {s.why}. Here: {s.separate ? 'a supply of its own' : 'the ESC’s own is enough'}.
          </li>
        {/each}
      </ul>
    </details>
    {#each picture.notes as n, k (k)}<p class="text-xs leading-4">{n}</p>{/each}
  </section>
{/if}
