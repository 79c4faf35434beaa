<script lang="ts">
  import type { Profile } from '../../core/change/profiles.ts';
  import CopyText from '../kit/CopyText.svelte';

  /** The output limit of each count of cells, and how it is set and checked, to be copied as plain text. */
  let { profiles, text }: { profiles: readonly Profile[]; text: string } = $props();
</script>

<section aria-labelledby="limit-title" data-testid="limit-sheet">
  <h2 id="limit-title">One limit for each count of cells</h2>
  <ul class="flex flex-wrap gap-x-5 text-sm">
    {#each profiles as p (p.series)}
      <li>
        {p.series} cells <b class="figure">{p.limitPercent} %</b>
      </li>
    {/each}
    <li class="text-ink-soft">
      any other count <b class="figure">{Math.min(...profiles.map((p) => p.limitPercent))} %</b>, never chosen
    </li>
  </ul>
  <details class="mt-1 text-xs leading-[17px]" open>
    <summary class="cursor-pointer font-semibold max-sm:py-2">How it is set, in this order</summary>
    <p class="mt-1 whitespace-pre-line" data-testid="limit-text">{text}</p>
  </details>
  <div class="mt-1"><CopyText {text} id="limit-copy" /></div>
</section>
