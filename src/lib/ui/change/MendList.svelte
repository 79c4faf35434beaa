<script lang="ts">
  import TextButton from '../kit/TextButton.svelte';
  import type { ChangeAdvice, ChangePicture } from '../../core/change/change-picture.ts';
  import type { PutRight } from '../../core/alternatives/put-right.ts';
  import { joinList } from '../../core/text/join-list.ts';
  import { unbroken } from '../format/units.svelte.ts';

  /** The fewest steps that make the change safe, each seen first or taken with one press. */
  let {
    picture,
    advice,
    advising,
    seen,
    onsee,
    ontake
  }: {
    picture: ChangePicture;
    /** What was found; null until it is. */
    advice: ChangeAdvice | null;
    advising: boolean;
    /** The way that is looked at. */
    seen: PutRight | null;
    onsee: (mend: PutRight | null) => void;
    ontake: (mend: PutRight) => void;
  } = $props();

  const over = $derived(picture.breaks.length + picture.stays.length);
  const list = $derived(advice ? [...advice.mends.mends, ...advice.mends.restores] : []);
  const asBefore = $derived((advice?.mends.mends.length ?? 0) === 0 && list.length > 0);
</script>

<section aria-labelledby="mends-title" data-testid="mends">
  <h2 id="mends-title">
    {asBefore ? 'Fewest steps that make it as safe as it was' : 'Fewest steps that make it safe'}
  </h2>
  {#if seen}
    <p class="border-cold bg-sheet border-l-4 px-2 py-1 text-sm">
      You see it with <b>{joinList(seen.steps)}</b>.
      <TextButton tone="cold" strong class="ml-1" data-testid="take-seen" onclick={() => ontake(seen)}
        >do it</TextButton
      >
      <TextButton class="ml-2" data-testid="unsee" onclick={() => onsee(null)}>back</TextButton>
    </p>
  {:else if over === 0}
    <p class="text-sm leading-[18px]" role="status">Nothing is over its limit: no step is needed.</p>
  {:else if advising || !advice}
    <p class="text-ink-soft text-sm leading-[18px]" role="status">Looking for the fewest steps …</p>
  {:else}
    <ol class="flex flex-col gap-1.5">
      {#each list as mend, k (mend.text)}
        <li class="border-cold bg-sheet border-l-4 px-2 py-1">
          <p class="text-sm leading-[18px] font-semibold">{unbroken(joinList(mend.steps))}</p>
          <p class="text-ink-soft text-xs leading-4">{unbroken(mend.outcome.join(', '))}</p>
          <p class="flex gap-3 text-sm">
            <TextButton tone="cold" data-testid={`see-${k}`} onclick={() => onsee(mend)}
              >see it first</TextButton
            >
            <TextButton tone="cold" strong data-testid={`take-${k}`} onclick={() => ontake(mend)}
              >do it</TextButton
            >
          </p>
        </li>
      {/each}
    </ol>
    {#if list.length === 0}<p class="text-sm leading-[18px]" data-testid="nothing-mends">
        {picture.breaks.length === 0
          ? 'Nothing breaks that held before. What was over stays so, whatever was tried.'
          : 'No step that was tried leaves nothing over and the change as it is.'}
      </p>{/if}
    {#if advice.mends.cannot.length > 0}
      <div class="mt-1 text-xs leading-4" data-testid="cannot">
        {#each advice.mends.cannot as c (c.id)}<p class="text-ink-soft py-0.5">
            {unbroken(c.sentence)}
          </p>{/each}
      </div>
    {/if}
  {/if}
</section>
