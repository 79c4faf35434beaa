<script lang="ts">
  import { FEELS, type Feel } from '../../core/document/run-schema.ts';
  import { FEEL_WORDS } from '../../core/testing/plan/log-entry.ts';

  /** How warm a run left its parts, by hand: one press. */
  let {
    feel,
    onfeel
  }: {
    /** What was said; null where nothing was. */
    feel: Feel | null;
    onfeel: (feel: Feel) => void;
  } = $props();
</script>

<div class="mt-1 flex flex-wrap gap-2" role="group" aria-label="How warm it is">
  {#each FEELS.toReversed() as f (f)}
    <button
      class={`press border px-3 py-1.5 text-base ${feel === f ? 'border-ink bg-ink text-page font-semibold' : 'border-line bg-sheet'}`}
      aria-pressed={feel === f}
      data-testid={`feel-${f}`}
      onclick={() => onfeel(f)}>{FEEL_WORDS[f]}</button
    >
  {/each}
</div>
