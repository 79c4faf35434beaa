<script lang="ts">
  import TextButton from '../kit/TextButton.svelte';
  import type { Derivation } from '../../core/derivations/derivation.ts';

  /** The derivation of one number: above the findings, or where they stand far below the figure at the foot of the window. */
  let {
    why,
    setupId,
    onclose
  }: {
    why: Derivation;
    /** The setup with whose figures the page of help is opened. */
    setupId: number;
    onclose: () => void;
  } = $props();

  /** What is opened has the focus; a field keeps it, as its figure may be stepped on while the derivation follows. */
  function take(panel: HTMLElement): void {
    if (!document.activeElement?.matches('input, select, textarea')) panel.focus();
  }
</script>

<div
  class="border-ink bg-sheet border p-3 text-xs leading-[17px] max-lg:fixed max-lg:inset-x-0 max-lg:bottom-0 max-lg:z-20 max-lg:max-h-[45dvh] max-lg:overflow-y-auto lg:mb-3"
  role="region"
  tabindex="-1"
  data-overlay
  {@attach take}
  aria-label={`Why: ${why.title}`}
  data-testid="why"
>
  <div class="flex justify-between">
    <h3>{why.title}</h3>
    <TextButton onclick={onclose}>close</TextButton>
  </div>
  <p class="mt-1">{why.formula}</p>
  <p class="figure mt-1 break-words">{why.numbers}</p>
  <ul class="text-ink-soft mt-1">
    {#each why.sources as s (s)}<li>{s}</li>{/each}
  </ul>
  {#if why.learn}<p class="mt-1">
      <a
        class="press text-cold inline-flex items-center underline"
        data-testid="why-learn"
        href={`/help/${setupId}/${why.learn.id}`}>learn: {why.learn.title}</a
      >
    </p>{/if}
  {#if why.rule}<p class="border-line mt-1 border-t pt-1">Rule of thumb. {why.rule}</p>{/if}
</div>
