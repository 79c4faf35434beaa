<script lang="ts">
  import type { Why } from '../../core/why/why.ts';

  /** The derivation of one number, opened beside it. */
  let { why, onclose }: { why: Why; onclose: () => void } = $props();
</script>

<div
  class="mb-3 border border-[var(--ink)] bg-[var(--sheet)] p-3 text-[12px] leading-[17px]"
  role="region"
  aria-label={`Why: ${why.title}`}
  data-testid="why"
>
  <div class="flex justify-between">
    <h3 class="text-[14px] font-bold">{why.title}</h3>
    <button class="underline" onclick={onclose}>close</button>
  </div>
  <p class="mt-1">{why.formula}</p>
  <p class="figure mt-1 break-words">{why.numbers}</p>
  <ul class="mt-1 text-[var(--ink-soft)]">
    {#each why.sources as s (s)}<li>{s}</li>{/each}
  </ul>
  {#if why.rule}<p class="mt-1 border-t border-[var(--line)] pt-1">Rule of thumb. {why.rule}</p>{/if}
</div>
