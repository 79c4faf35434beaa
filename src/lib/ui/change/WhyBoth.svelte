<script lang="ts">
  import TextButton from '../kit/TextButton.svelte';
  import type { Derivation } from '../../core/derivations/derivation.ts';
  import { unbroken } from '../format/units.svelte.ts';

  /** How one figure came about, before the change and after it. */
  let {
    both,
    names,
    learn,
    onclose
  }: {
    both: readonly [Derivation | null, Derivation | null];
    /** What the two ends are called. */
    names: readonly [string, string];
    /** Address of the page of help that teaches it. */
    learn: string;
    onclose: () => void;
  } = $props();

  const known = $derived(both[1] ?? both[0]);
  const take = (panel: HTMLElement): void => panel.focus();
</script>

<section
  class="border-ink bg-sheet mb-3 border p-3 text-xs leading-[17px]"
  tabindex="-1"
  {@attach take}
  aria-label={`Why: ${known?.title ?? 'nothing is told of it'}`}
  data-testid="why"
>
  <div class="flex justify-between">
    <h3>{known?.title ?? 'Nothing is told of it'}</h3>
    <TextButton onclick={onclose}>close</TextButton>
  </div>
  {#if known}
    <p class="mt-1">{unbroken(known.formula)}</p>
    {#each both as why, k (k)}
      {#if why}
        <p class="text-ink-soft mt-1">{names[k]}</p>
        <p class="figure break-words">{unbroken(why.numbers)}</p>
      {/if}
    {/each}
    <ul class="text-ink-soft mt-1">
      {#each known.sources as s (s)}<li>{s}</li>{/each}
    </ul>
    <a class="press text-cold mt-1 inline-flex items-center underline" data-testid="why-learn" href={learn}
      >what is behind it</a
    >
  {/if}
</section>
