<script lang="ts">
  import OutlineButton from '../kit/OutlineButton.svelte';
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
    <OutlineButton pressed={feel === f} size="base" data-testid={`feel-${f}`} onclick={() => onfeel(f)}
      >{FEEL_WORDS[f]}</OutlineButton
    >
  {/each}
</div>
