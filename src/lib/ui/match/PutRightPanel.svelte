<script lang="ts">
  import OutlineButton from '../kit/OutlineButton.svelte';
  import type { CheckResult } from '../../core/checks/finding.ts';
  import { joinList } from '../../core/text/join-list.ts';
  import { unsettledOf } from '../../core/checks/unsettled.ts';
  import { wordOf } from '../../core/checks/finding.ts';
  import type { Cannot } from '../../core/alternatives/cannot.ts';
  import type { PutRight } from '../../core/alternatives/put-right.ts';
  import { showUnit } from '../../core/units/show.ts';

  /** What would put the whole setup right: at most three ways, each with all it changes, taken with one press. */
  let {
    checks,
    offers,
    cannot,
    settled,
    onapply
  }: {
    checks: CheckResult[];
    offers: PutRight[];
    cannot: Cannot[];
    /** Whether the offers are those of what is shown. */
    settled: boolean;
    onapply: (offer: PutRight) => void;
  } = $props();

  /** Limits that decide and are not known: the first thing said. */
  const unsettled = $derived(unsettledOf(checks));
  const over = $derived(checks.filter((c) => c.finding === 'over').length);
  const tight = $derived(checks.filter((c) => c.finding === 'tight').length);
  const counted = (n: number, what: string, how: string): string[] =>
    n === 0 ? [] : [`${n} ${n === 1 ? `${what} stays` : `${what}s stay`} ${how}`];
  /** What the list of `cannot` is of: limits that the first change leaves unmet, and margins that it leaves tight. */
  const left = $derived.by(() => {
    if (offers.length === 0) return 'What cannot be put right';
    const unmet = cannot.filter((c) => offers[0].stillOver.includes(c.id)).length;
    const stays = [...counted(unmet, 'limit', 'unmet'), ...counted(cannot.length - unmet, 'margin', 'tight')];
    return `${joinList(stays)} with the first change`;
  });
  const moved = (value: number | null, unit: string): string =>
    value === null ? 'not known' : showUnit(value, unit);
</script>

<section class="mb-3" aria-labelledby="put-right-title" data-testid="put-right">
  <h2 id="put-right-title" class="mb-1">To put it right</h2>
  {#each unsettled as u (u.id)}
    <p
      class="border-ink bg-sheet mb-1 border-l-4 border-dotted px-2 py-1 text-sm leading-[18px]"
      role="status"
      data-testid={`unsettled-${u.id}`}
    >
      <b>Not known: {u.what}.</b> To settle it, {u.settle}.
    </p>
  {/each}
  {#if over + tight === 0}
    <p class="text-sm leading-[18px]" role="status">
      {unsettled.length > 0
        ? 'Nothing that is known is over its limit; what is not known may be.'
        : 'Every limit that is known holds, by the margins that are chosen.'}
    </p>
  {:else if !settled}
    <p class="text-ink-soft text-sm leading-[18px]" role="status">
      Looking for what makes {over > 0 ? 'nothing over' : 'everything hold'} …
    </p>
  {:else}
    <ol class="flex flex-col gap-1.5">
      {#each offers as offer, k (offer.text)}
        <li class="border-cold bg-sheet border-l-4 px-2 py-1">
          <p class="text-sm leading-[18px] font-semibold">{joinList(offer.steps)}</p>
          <p class="text-ink-soft text-xs leading-4">{offer.outcome.join(', ')}</p>
          <p class="text-xs leading-4" data-testid={`why-${k}`}>{offer.why}</p>
          <div class="mt-0.5 flex items-start justify-between gap-2">
            <details class="min-w-0 flex-1 text-xs leading-4">
              <summary class="text-ink-soft cursor-pointer py-1 max-sm:py-3">
                {offer.effects.length} finding{offer.effects.length === 1 ? '' : 's'} change{offer.effects
                  .length === 1
                  ? 's'
                  : ''}
              </summary>
              <ul>
                {#each offer.effects as e (e.id)}
                  <li class="py-0.5">
                    {e.title}: {moved(e.before, e.unit)} ({e.findingBefore
                      ? wordOf({ finding: e.findingBefore, direction: e.direction })
                      : 'not asked'}) → {moved(e.after, e.unit)} ({e.findingAfter
                      ? wordOf({ finding: e.findingAfter, direction: e.direction })
                      : 'not asked'})
                  </li>
                {/each}
              </ul>
            </details>
            <OutlineButton
              cold
              strong
              class="shrink-0"
              data-testid={`put-right-${k}`}
              aria-label={`use ${offer.text}`}
              onclick={() => onapply(offer)}>use</OutlineButton
            >
          </div>
        </li>
      {/each}
    </ol>
    {#if offers.length === 0}
      <p class="text-sm leading-[18px]">No change of the parts that are free lets fewer limits fail.</p>
    {/if}
    {#if cannot.length > 0}
      <details class="mt-1 text-xs leading-4" open={offers.length === 0} data-testid="cannot">
        <summary class="cursor-pointer py-1 font-semibold max-sm:py-3">
          {left}
        </summary>
        {#each cannot as c (c.id)}<p class="text-ink-soft py-0.5">{c.sentence}</p>{/each}
      </details>
    {/if}
  {/if}
</section>
