<script lang="ts">
  import OutlineButton from '../kit/OutlineButton.svelte';
  import TextButton from '../kit/TextButton.svelte';
  import { partWord } from '../../core/document/part-words.ts';
  import type { QuantityName } from '../../core/units/quantity.ts';
  import type { Wish } from '../../core/search/constraint-relief.ts';
  import { figureUnit } from '../format/units.svelte.ts';
  import type { Opening } from '../../core/search/purchase-options.ts';
  import type { NearMiss } from '../../core/search/nearest.ts';
  import { rejectionTitle } from '../../core/search/nearest.ts';
  import { REJECTIONS } from '../../core/search/verdict.ts';
  import { show } from '../../core/units/show.ts';
  import type { FindState } from './find-state.svelte.ts';

  /** What the others break first, what would let something through, and what is best bought. */
  let {
    view,
    onwith,
    onnear
  }: {
    view: FindState;
    /** Searches with a new part held. */
    onwith: (opening: Opening) => void;
    /** Opens a near miss with what lets it through. */
    onnear: (miss: NearMiss) => void;
  } = $props();

  /** How many are told apart in the bar. */
  const TOLD = 5;
  const counts = $derived.by(() => {
    const { rejected } = view;
    if (!rejected) return [];
    return REJECTIONS.map((id, k) => ({
      id,
      title: rejectionTitle(id),
      n: rejected[k],
      alone: view.alone?.[k] ?? 0
    }))
      .filter(({ n }) => n > 0)
      .sort((a, b) => b.n - a.n);
  });
  const total = $derived(counts.reduce((sum, { n }) => sum + n, 0));
  const told = $derived(counts.slice(0, TOLD));
  const rest = $derived(total - told.reduce((sum, { n }) => sum + n, 0));
  const percent = (n: number): string => `${show((100 * n) / total, 2)} %`;
  const nearest = $derived(
    (view.advice?.nearest ?? [])
      .filter((m, k, all) => all.findIndex((other) => other.relaxation === m.relaxation) === k)
      .slice(0, 3)
  );
  const relaxed = $derived((view.advice?.relaxations ?? []).slice(0, 3));
  const kind = $derived(view.setup.propulsor.kind);
  const WISH = $derived<Record<Wish, { words: string; quantity: QuantityName }>>({
    leastSeconds: { words: 'time of', quantity: 'minutes' },
    leastThrustToWeight: { words: 'thrust for the weight of', quantity: 'ratio' },
    leastSpeedMs: { words: 'top speed of', quantity: 'speed' },
    largestPropM: {
      words: `room for a ${partWord('propulsor', kind)} of`,
      quantity: kind === 'propeller' ? 'propLength' : 'screwLength'
    },
    maxCurrentA: { words: 'current up to', quantity: 'current' },
    maxMassKg: { words: 'all-up weight up to', quantity: 'craftMass' },
    maxHoverThrottle: { words: 'hover throttle up to', quantity: 'share' }
  });
  const buy = $derived((view.advice?.buy ?? []).slice(0, 4));
  const better = (o: Opening): string =>
    o.better === null
      ? ''
      : o.better > 1.005
        ? `, the best ${show(100 * (o.better - 1), 2)} % better by the yardstick`
        : ', none better than the best there is';
  const word = (part: Opening['part']): string => partWord(part, view.setup.propulsor.kind);
  let whole = $state(false);
</script>

<section aria-labelledby="fails-title" data-testid="fails">
  <div class="flex flex-wrap items-baseline gap-x-2">
    <h2 id="fails-title">What fails first</h2>
    {#if view.progress && view.progress.phase !== 'done'}<span class="text-ink-soft text-xs" role="status"
        >of {view.progress.settled - view.count} looked at so far</span
      >{/if}
    {#if counts.length > TOLD}<TextButton
        tone="cold"
        size="xs"
        class="ml-auto"
        aria-expanded={whole}
        data-testid="fails-all"
        onclick={() => (whole = !whole)}>{whole ? 'the most only' : 'all of them'}</TextButton
      >{/if}
  </div>
  {#if total > 0}
    <div class="mt-1 flex h-2.5 w-full gap-px" aria-hidden="true">
      {#each told as { id, n } (id)}
        <div class="bg-cold-faint min-w-0" style:flex={`${n} 1 0`}></div>
      {/each}
      {#if rest > 0}<div class="bg-cold-faint" style:flex={`${rest} 1 0`}></div>{/if}
    </div>
    <ul class="mt-0.5 flex flex-wrap gap-x-3 text-xs" data-testid="fails-list">
      {#each whole ? counts : told as { id, title, n, alone } (id)}<li>
          {title} <span class="figure">{n}</span>, {percent(n)}{alone > 0
            ? `, ${alone} of them nothing else at full throttle`
            : ''}
        </li>{/each}
    </ul>
  {:else if view.progress?.phase === 'done'}
    <p class="text-sm">Nothing on the shelf fails.</p>
  {/if}
  {#if view.advising}<p class="text-ink-soft mt-1 text-xs" role="status">
      Looking for what would help …
    </p>{/if}
  {#if nearest.length > 0}
    <h3 class="mt-1.5 text-sm font-semibold">Nearest misses</h3>
    <ul class="text-xs leading-4" data-testid="nearest">
      {#each nearest as miss, k (k)}
        <li class="flex items-baseline gap-2 py-0.5">
          <span class="min-w-0 flex-1"
            ><span class="font-semibold">{miss.setup.name}</span>: {miss.relaxation}</span
          >
          {#if miss.changes.length > 0}<OutlineButton
              size="xs"
              class="shrink-0"
              data-testid={`near-${k}`}
              onclick={() => onnear(miss)}>open it so</OutlineButton
            >{/if}
        </li>
      {/each}
    </ul>
  {/if}
  {#if relaxed.length > 0}
    <h3 class="mt-1.5 text-sm font-semibold">What would have to give</h3>
    <ul class="text-xs leading-4" data-testid="relaxations">
      {#each relaxed as r, k (r.wish)}
        {@const w = WISH[r.wish]}
        <li class="flex items-baseline gap-2 py-0.5">
          <span class="min-w-0 flex-1"
            >{w.words}
            <span class="font-semibold">{figureUnit(w.quantity, r.to, 2)}</span> instead of {figureUnit(
              w.quantity,
              r.from,
              2
            )}: {r.opens} more{r.without > r.opens ? `, ${r.without} without it` : ''}.</span
          >
          <OutlineButton
            size="xs"
            class="shrink-0"
            data-testid={`relax-${k}`}
            onclick={() => view.wish({ [r.wish]: r.to })}>ask so</OutlineButton
          >
        </li>
      {/each}
    </ul>
  {/if}
  {#if buy.length > 0}
    <h3 class="mt-1.5 text-sm font-semibold">One part to buy</h3>
    <ul class="text-xs leading-4" data-testid="buy">
      {#each buy as o, k (k)}
        <li class="flex items-baseline gap-2 py-0.5">
          <span class="min-w-0 flex-1"
            >{word(o.part)} <span class="font-semibold">{o.text}</span>{o.onShelf
              ? ' (on the shelf, not owned)'
              : ''}: {o.opens} workable{better(o)}.</span
          >
          <OutlineButton size="xs" class="shrink-0" data-testid={`with-${k}`} onclick={() => onwith(o)}
            >with it</OutlineButton
          >
        </li>
      {/each}
    </ul>
  {/if}
  {#if view.advice?.ideal}
    <details class="mt-1.5 text-xs leading-4" open={view.count === 0} data-testid="ideal">
      <summary class="text-ink-soft cursor-pointer py-1 max-sm:py-3"
        >Shopping note: what the brief wants, whatever is on the shelf</summary
      >
      <ul>
        {#each view.advice.ideal.shopping as line, k (k)}<li>{line}</li>{/each}
      </ul>
      {#if view.advice.ideal.over.length > 0}<p>Even so not met: {view.advice.ideal.over.join(', ')}.</p>{/if}
      <p class="text-ink-soft">Ranges, not makes; the makers’ limits come first.</p>
    </details>
  {/if}
</section>
