<script lang="ts">
  import { Modal } from 'flowbite-svelte';
  import type { Comparison } from '../../core/compare/compare.ts';
  import { figureUnit } from '../format/units.svelte.ts';

  /** The pinned setups side by side: what differs, what each does, and the better one for the craft's purpose. */
  let {
    ids,
    names,
    comparison,
    open = $bindable(false)
  }: {
    /** Where each stands: its numbers are derived there. */
    ids: number[];
    names: string[];
    comparison: Comparison;
    open?: boolean;
  } = $props();

  const best = $derived(comparison.best?.index ?? -1);
</script>

<Modal title="Side by side" bind:open size="lg" outsideclose>
  {#if names.length < 2}
    <p class="text-[13px]">Pin two to four setups with the bar beside their names; then they stand here.</p>
  {/if}
  <div class="overflow-x-auto">
    <table class="w-full text-[13px]" data-testid="comparison">
      <thead class="text-left"
        ><tr
          ><th></th>{#each names as n, k (k)}<th
              class={`px-2 py-1 ${k === best ? 'border-t-4 border-[var(--ink)]' : 'border-t-4 border-transparent'}`}
              ><a
                class="hover:underline"
                href={`/match/${ids[k]}`}
                title="open it: its figures are derived there"
                onclick={() => (open = false)}>{n}</a
              >{#if k === best}<span class="block text-[11px] font-normal" data-testid="better"
                  >the better one</span
                >{/if}</th
            >{/each}</tr
        ></thead
      >
      <tbody>
        {#each comparison.rows as r (r.title)}
          <tr class="border-t border-[var(--line)]">
            <th
              class={`py-1 pr-3 text-left ${r.yardstick ? 'font-bold' : 'font-normal text-[var(--ink-soft)]'}`}
              >{r.title}</th
            >
            {#each r.values as v, k (k)}
              <td
                class={`px-2 ${r.quantity ? 'figure' : ''} ${r.better === k ? 'font-bold underline decoration-2 underline-offset-2' : ''}`}
                >{typeof v === 'number' && r.quantity ? figureUnit(r.quantity, v) : (v ?? '–')}</td
              >
            {/each}
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
  {#if comparison.best}<p class="mt-2 text-[13px]" data-testid="better-why">
      {comparison.best.sentence}
    </p>{/if}
  <p class="mt-1 text-[12px] text-[var(--ink-soft)]">
    Underlined: the better of each row. In bold: what this craft’s purpose is judged by. Pin up to four.
  </p>
</Modal>
