<script lang="ts">
  import type { CheckResult } from '../../core/checks/finding.ts';
  import { unbroken } from '../format/units.svelte.ts';
  import FindingMark from '../kit/FindingMark.svelte';

  /** What is over after the change and was not before, what came close, and what was over already. */
  let {
    breaks,
    stays,
    closer
  }: {
    breaks: readonly CheckResult[];
    stays: readonly CheckResult[];
    /** What held before and has used up its margin. */
    closer: readonly CheckResult[];
  } = $props();
</script>

<section aria-labelledby="breaks-title" data-testid="breaks">
  <h2 id="breaks-title">What breaks</h2>
  {#if breaks.length === 0}
    <p class="text-sm" role="status">
      No new limits exceeded.{closer.length > 0 ? ' Closer to a limit than before:' : ''}
    </p>
  {/if}
  <ul>
    {#each [...breaks, ...closer] as r (r.id)}
      <li
        class="border-line grid grid-cols-[30px_minmax(0,1fr)_auto] items-center gap-x-2 border-t py-[2px] text-sm max-sm:grid-cols-[30px_minmax(0,1fr)]"
      >
        <FindingMark finding={r.finding} /><b>{r.title}</b><span
          class="figure text-2xs text-right max-sm:col-start-2 max-sm:text-left">{unbroken(r.short)}</span
        >
      </li>
    {/each}
  </ul>
  {#if stays.length > 0}
    <p class="text-ink-soft mt-1 text-xs leading-4">
      Over before already, and still: {stays.map((r) => r.title).join(', ')}.
    </p>
  {/if}
</section>
