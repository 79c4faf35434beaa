<script lang="ts">
  import TextButton from '../kit/TextButton.svelte';
  import { Button } from 'flowbite-svelte';
  import { figure, figureUnit } from '../format/units.svelte.ts';
  import { joinList } from '../../core/text/join-list.ts';
  import { show } from '../../core/units/show.ts';
  import type { TestState } from './test-state.svelte.ts';

  /** What the runs that are picked teach of the parts: bands before and after, what stays mixed up, taken or left. */
  let {
    view,
    onuse,
    onforget
  }: { view: TestState; onuse: () => void; onforget: (from: 'here' | 'everywhere') => void } = $props();

  const { learnt } = $derived(view);
  const most = $derived(learnt ? Math.max(learnt.current.before.band[1], learnt.current.after.band[1]) : 1);
  const bars = $derived(
    learnt
      ? ([
          ['before', learnt.current.before],
          ['after', learnt.current.after]
        ] as const)
      : []
  );
  const craftKind = $derived(view.stored.document.craft.kind);
  const fitted = $derived(
    view.stored.document.calibration != null || view.stored.document.craft.dragFactor != null
  );
</script>

<section aria-labelledby="learn-title" data-testid="learn">
  <h2 id="learn-title">What the runs teach</h2>
  {#if learnt}
    {#each bars as [word, b] (word)}
      <div class="mt-1" data-testid={`learn-${word}`}>
        <div class="bg-line relative h-[6px]">
          <span
            class={`absolute h-full ${word === 'after' ? 'bg-cold' : 'bg-cold-soft'}`}
            style={`left:${(90 * b.band[0]) / most}%;width:${(90 * (b.band[1] - b.band[0])) / most}%`}
          ></span>
        </div>
        <p class="figure text-xs">
          {word}: {figure('current', b.band[0])} to {figureUnit('current', b.band[1])} at full throttle
        </p>
      </div>
    {/each}
    <ul class="mt-1 text-xs leading-4">
      {#each learnt.factors as f (f.id)}
        <li class={f.unresolved ? 'text-ink-soft' : ''} data-testid={`factor-${f.id}`}>
          {f.title}: {f.unresolved
            ? 'not told apart yet'
            : `${show(f.factor)} times the label’s, ± ${show(100 * f.within.after, 2)} % (before ± ${show(100 * f.within.before, 2)} %)`}
        </li>
      {/each}
    </ul>
    {#if learnt.drag}
      {@const d = learnt.drag}
      <p class="mt-1 text-xs leading-4" data-testid="learn-drag">
        {craftKind === 'boat' ? 'resistance of the hull' : 'drag of the craft'}: {show(d.factor)} times the estimate,
        ±
        {show(100 * d.within.after, 2)} % (before ± {show(100 * d.within.before, 2)} %){#if d.topSpeed}; top
          speed
          <span class="figure"
            >{figure('speed', d.topSpeed.after.band[0])} to {figureUnit(
              'speed',
              d.topSpeed.after.band[1]
            )}</span
          >, before
          <span class="figure"
            >{figure('speed', d.topSpeed.before.band[0])} to {figureUnit(
              'speed',
              d.topSpeed.before.band[1]
            )}</span
          >{/if}.
      </p>
    {/if}
    {#each learnt.notes as note (note)}<p class="border-ink border-l-4 pl-2 text-xs">{note}</p>{/each}
    {#if learnt.further}<p class="text-xs">Next: {learnt.further}.</p>{/if}
    <div class="mt-2 flex gap-2">
      <Button size="xs" data-testid="learn-use" onclick={onuse}>use it</Button>
      <Button size="xs" color="alternative" data-testid="learn-leave" onclick={() => (view.learnt = null)}
        >leave it</Button
      >
    </div>
  {:else}
    <p class="text-ink-soft text-xs leading-4">
      {view.runs.some((r) => r.readings.length > 0)
        ? 'Tick the runs that belong to these parts, then fit: predictions everywhere go by them.'
        : 'Log a run first: with amps, volts and rpm the prediction becomes that of this motor, this propulsor, this pack.'}
    </p>
    {#if view.printed > 0}
      <label class="mt-1 flex items-center gap-2 text-xs max-sm:min-h-11"
        ><input type="checkbox" data-testid="learn-table" bind:checked={view.withTable} /> with the maker’s
        table: {view.printed}
        rows</label
      >
    {/if}
    <div class="mt-1 flex flex-wrap gap-2">
      <Button
        size="xs"
        color="alternative"
        disabled={(view.picked.length === 0 && !view.withTable) || view.learning}
        data-testid="learn-fit"
        onclick={() => void view.learn()}
        >{view.learning
          ? 'fitting …'
          : `fit to ${view.picked.length} ${view.picked.length === 1 ? 'run' : 'runs'}`}</Button
      >
      {#if fitted && !view.places}<TextButton
          size="xs"
          data-testid="learn-forget"
          onclick={() => void view.askForget()}>Remove calibration</TextButton
        >{/if}
    </div>
    {#if view.places}
      {@const { setups, parts } = view.places}
      <div class="border-ink mt-2 border-l-4 pl-2 text-xs leading-4" data-testid="learn-places">
        <p>
          {setups.length === 0 && parts.length === 0
            ? 'Only this setup follows this calibration.'
            : `This calibration belongs to the parts. It is also followed by ${joinList([...setups.map((s) => `“${s.name}” (${s.craft})`), ...parts.map((p) => `${p} on the shelf`)])}.`}
        </p>
        <div class="mt-1 flex flex-wrap gap-2">
          <Button size="xs" color="alternative" data-testid="forget-here" onclick={() => onforget('here')}
            >Remove from this setup</Button
          >
          {#if setups.length > 0 || parts.length > 0}<Button
              size="xs"
              color="alternative"
              data-testid="forget-everywhere"
              onclick={() => onforget('everywhere')}>Remove everywhere</Button
            >{/if}
          <TextButton onclick={() => (view.places = null)}>Keep it</TextButton>
        </div>
      </div>
    {/if}
  {/if}
</section>
