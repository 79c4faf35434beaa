<script lang="ts">
  import TextButton from '../kit/TextButton.svelte';
  import { Range } from 'flowbite-svelte';
  import { OBJECTIVES } from '../../core/yardstick/objectives.ts';
  import { objectiveWord, measureWords } from '../../core/search/axis-words.ts';
  import type { FindState } from './find-state.svelte.ts';

  /** The yardstick by which the list is ordered: plain to see, and to be moved. */
  let { view }: { view: FindState } = $props();
  const objectives = $derived(
    OBJECTIVES.filter(
      (o) => view.brief.craft.kind !== 'boat' || o !== 'thrust' || view.brief.craft.hull === 'displacement'
    )
  );
  const own = $derived(JSON.stringify(view.yardstick) === JSON.stringify(view.usual));
</script>

<section aria-labelledby="judged-title" data-testid="judged">
  <h2 id="judged-title" class="mb-0.5">Judged by</h2>
  {#each objectives as o (o)}
    <label class="flex items-center gap-2 text-xs leading-[20px] max-sm:min-h-10">
      <span class="w-24 shrink-0">{objectiveWord(o)}</span>
      <Range
        class="h-1 min-w-0 flex-1"
        size="sm"
        min="0"
        max="1"
        step="0.1"
        value={view.yardstick[o] ?? 0}
        aria-label={`weight of ${objectiveWord(o)}`}
        data-testid={`weight-${o}`}
        oninput={(e) => {
          const weight = Number((e.currentTarget as HTMLInputElement).value);
          view.yardstick = { ...view.yardstick, [o]: weight };
        }}
      />
      <span class="figure w-6 shrink-0 text-right">{view.yardstick[o] ?? 0}</span>
    </label>
  {/each}
  <p class="text-2xs text-ink-soft mt-0.5 leading-[14px]" data-testid="formula">
    {measureWords(view.measure)}
    {#if !own}<TextButton class="ml-1" onclick={() => (view.yardstick = view.usual)}
        >as its purpose has it</TextButton
      >{/if}
  </p>
</section>
