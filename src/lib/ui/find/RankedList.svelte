<script lang="ts">
  import OutlineButton from '../kit/OutlineButton.svelte';
  import TextButton from '../kit/TextButton.svelte';
  import { tick } from 'svelte';
  import { Checkbox } from 'flowbite-svelte';
  import { AXES, type Axis } from '../../core/yardstick/objectives.ts';
  import { COLUMN_OF } from '../../core/yardstick/worth.ts';
  import { axisWords } from '../../core/search/axis-words.ts';
  import { placesOf, places, type Space } from '../../core/search/space.ts';
  import { objectivesOf } from '../../core/yardstick/by-purpose.ts';
  import { tradesOf } from '../../core/search/trades.ts';
  import { shopName, shopWords } from '../../core/alternatives/shop-words.ts';
  import type { CandidateDetail } from '../../core/search/candidate-detail.ts';
  import { displayUnit } from '../../core/units/quantity.ts';
  import { bandedFigure, figure, figureUnit, units } from '../format/units.svelte.ts';
  import type { FindState } from './find-state.svelte.ts';

  /** The best by the yardstick, one line a combination; the one that is looked at opened. */
  let {
    view,
    told,
    onopen,
    onkeep
  }: {
    view: FindState;
    /** The chosen one worked out with its bands; null until it is. */
    told: CandidateDetail | null;
    onopen: (combination: number) => void;
    onkeep: (combination: number, pin: boolean) => void;
  } = $props();

  const craft = $derived(view.brief.craft);
  const axes = $derived.by((): Axis[] => {
    const first = objectivesOf(view.yardstick).flatMap((o): Axis[] => {
      const column = o === 'thrust' && craft.kind !== 'boat' ? 'thrustToWeight' : COLUMN_OF[o];
      return (AXES as readonly string[]).includes(column) ? [column as Axis] : [];
    });
    return [...new Set<Axis>([...first, ...view.axes, 'current'])].slice(0, 3);
  });
  const words = $derived(axes.map((axis) => axisWords(axis, craft)));
  const heads = $derived(words.map((w) => displayUnit(w.quantity, units.choice).label || w.short));

  interface Line {
    place: number;
    combination: number;
    first: string;
    second: string;
  }
  function lineOf(place: number): Line {
    const combination = view.found.combination(place);
    const space = view.space as Space;
    const at = placesOf(space, combination, places());
    const setup = view.documentOf(combination);
    const name = (list: readonly { name: string }[], k: number, other: string): string =>
      list[k].name || other;
    const more = view.alike(combination);
    const gear = space.gears.length > 1 ? ` · 1:${space.gears[at.gear]}` : '';
    return {
      place,
      combination,
      first: `${name(space.motors, at.motor, shopWords('motor', setup))} · ${shopName('propulsor', setup)}${gear}`,
      second: `${name(space.batteries, at.battery, shopWords('battery', setup))} · ${name(space.escs, at.esc, shopWords('esc', setup))}${more > 0 ? ` or ${more} other ESC${more === 1 ? '' : 's'}` : ''}`
    };
  }
  /** Lines that are drawn; more on demand. */
  let most = $state(24);
  const lines = $derived(view.ranked.slice(0, most).map(lineOf));
  /** The chosen one where it is not among the lines: it stands first then. */
  const apart = $derived.by(() => {
    const place = view.chosen === null ? -1 : view.placeOf(view.chosen);
    return place < 0 || lines.some((l) => l.place === place) ? null : lineOf(place);
  });
  const shown = $derived(apart ? [apart, ...lines] : lines);
  const trades = $derived.by(() => {
    const place = view.chosen === null ? -1 : view.placeOf(view.chosen);
    return place < 0 ? null : tradesOf(view.found, place);
  });
  const value = (place: number, axis: Axis): string =>
    figure(axisWords(axis, craft).quantity, view.found.value(place, axis));
  const withUnit = (place: number, axis: Axis): string =>
    figureUnit(axisWords(axis, craft).quantity, view.found.value(place, axis));
  const speed = $derived<Axis>(
    view.brief.craft.kind === 'fixed-wing' && view.brief.craft.wingAreaM2 == null ? 'pitchSpeed' : 'topSpeed'
  );
  const short = (place: number): string => lineOf(place).first;

  let list = $state<HTMLElement>();
  /** Up and down walk the list; Enter on a line opens and closes it. */
  async function walk(event: KeyboardEvent, at: number): Promise<void> {
    const step = { ArrowDown: 1, ArrowUp: -1, Home: -shown.length, End: shown.length }[event.key];
    if (step === undefined) return;
    event.preventDefault();
    const next = Math.min(Math.max(at + step, 0), shown.length - 1);
    view.chosen = shown[next].combination;
    await tick();
    list?.querySelectorAll<HTMLElement>('[data-line]')[next]?.focus();
  }
</script>

<section aria-labelledby="ranked-title" class="min-h-0" data-testid="ranked">
  <div class="mb-1 flex items-baseline gap-2">
    <h2 id="ranked-title" aria-live="polite">
      {#if view.frame}{view.inFrame} in the frame{:else}{view.count} workable{/if}
    </h2>
    {#if view.frame}<TextButton
        tone="cold"
        size="xs"
        data-testid="no-frame"
        onclick={() => (view.frame = null)}>all {view.count}</TextButton
      >{/if}
    <span
      class="text-ink-soft ml-auto grid grid-flow-col gap-1 text-right text-xs"
      style:grid-auto-columns="3.1rem"
      aria-hidden="true"
    >
      {#each heads as head, k (k)}<span class="break-words">{head}</span>{/each}
    </span>
  </div>
  <ol bind:this={list} data-testid="ranked-list">
    {#each shown as line, at (line.combination)}
      {@const open = view.chosen === line.combination}
      <li class={`border-line border-b ${open ? 'border-ink bg-sheet my-0.5 border' : ''}`}>
        <button
          class="hover:bg-cold-faint grid w-full grid-cols-[minmax(0,1fr)_auto] items-baseline gap-x-2 px-1.5 py-1 text-left text-sm max-sm:min-h-10"
          data-line
          data-testid={`line-${at}`}
          aria-expanded={open}
          onclick={() => (view.chosen = open ? null : line.combination)}
          onkeydown={(e) => void walk(e, at)}
        >
          <span class={`min-w-0 leading-[17px] ${open ? 'font-semibold' : ''}`}>{line.first}</span>
          <span class="grid grid-flow-col gap-1" style:grid-auto-columns="3.1rem">
            {#each axes as axis, k (axis)}<span class={`figure text-right ${k === 0 ? 'font-bold' : ''}`}
                ><span class="sr-only">{words[k].title} </span>{value(line.place, axis)}</span
              >{/each}
          </span>
          <span class="text-ink-soft col-span-2 text-xs leading-[15px]">{line.second}</span>
        </button>
        {#if open}
          <div class="px-1.5 pb-1.5 text-xs leading-4" data-testid="chosen">
            {#if told}
              <p class="font-semibold" data-testid="chosen-why">{told.why}</p>
              <p class="mt-0.5">
                {#each axes.filter((a) => told.bands[a]) as axis, k (axis)}{@const w = axisWords(
                    axis,
                    craft
                  )}{k > 0 ? ' · ' : ''}{w.title}
                  {bandedFigure(
                    w.quantity,
                    view.found.value(line.place, axis) as number,
                    told.bands[axis]
                  )}{/each}
              </p>
              <p class="mt-0.5" data-testid="chosen-findings">
                {#if told.notes.some((n) => n.finding === 'over')}
                  Over: {told.notes
                    .filter((n) => n.finding === 'over')
                    .map((n) => `${n.title} (${n.short})`)
                    .join(', ')}.
                {/if}
                {#if told.notes.some((n) => n.finding === 'tight')}
                  Tight: {told.notes
                    .filter((n) => n.finding === 'tight')
                    .map((n) => n.title)
                    .join(', ')}.
                {/if}
                {#if told.notes.some((n) => n.finding === 'unknown')}
                  Not known: {told.notes
                    .filter((n) => n.finding === 'unknown')
                    .map((n) => n.title)
                    .join(', ')}.
                {/if}
                {told.holds} findings hold.
              </p>
            {:else}
              <p class="text-ink-soft" role="status">Working out its bands …</p>
            {/if}
            {#if trades?.equalCurrent}
              {@const t = trades.equalCurrent}
              <p class="mt-1" data-testid="equal-current">
                For as much current ({t.of} within 4 %): most thrust {withUnit(t.mostThrust, 'thrust')}
                {t.mostThrust === line.place
                  ? 'is this one'
                  : `with ${short(t.mostThrust)}, ${withUnit(t.mostThrust, speed)}`}; fastest {withUnit(
                  t.fastest,
                  speed
                )}
                {t.fastest === line.place
                  ? 'is this one'
                  : `with ${short(t.fastest)}, ${withUnit(t.fastest, 'thrust')} of thrust`}.
              </p>
            {/if}
            {#if trades?.equalThrust}
              {@const t = trades.equalThrust}
              <p class="mt-1" data-testid="equal-thrust">
                For as much thrust ({t.of} within 4 %): least current {withUnit(t.leastCurrent, 'current')}
                {t.leastCurrent === line.place
                  ? 'is this one'
                  : `with ${short(t.leastCurrent)}, ${withUnit(t.leastCurrent, speed)}`}; fastest {withUnit(
                  t.fastest,
                  speed
                )}
                {t.fastest === line.place
                  ? 'is this one'
                  : `with ${short(t.fastest)}, ${withUnit(t.fastest, 'current')}`}.
              </p>
            {/if}
            <div class="mt-1.5 flex flex-wrap gap-1.5">
              <button
                class="press bg-cold text-page px-2.5 py-1 text-xs font-semibold"
                data-testid="open-in-match"
                onclick={() => onopen(line.combination)}>open in Match</button
              >
              <OutlineButton
                size="xs"
                data-testid="compare-candidate"
                aria-pressed={view.compared.includes(line.combination)}
                onclick={() => view.compare(line.combination)}
                >{view.compared.includes(line.combination)
                  ? 'out of the comparison'
                  : 'compare'}</OutlineButton
              >
              <OutlineButton
                size="xs"
                data-testid="keep-candidate"
                onclick={() => onkeep(line.combination, false)}>keep as a setup</OutlineButton
              >
              <OutlineButton
                size="xs"
                data-testid="pin-candidate"
                onclick={() => onkeep(line.combination, true)}>keep and pin</OutlineButton
              >
            </div>
          </div>
        {/if}
      </li>
    {/each}
  </ol>
  <Checkbox class="mt-1 text-xs max-sm:min-h-11" bind:checked={view.grouped} data-testid="grouped"
    >one line for those that differ in the ESC only</Checkbox
  >
  {#if view.ranked.length > most}
    <TextButton tone="cold" size="xs" class="mt-1" data-testid="more-lines" onclick={() => (most += 40)}
      >more of them</TextButton
    >
  {/if}
</section>
