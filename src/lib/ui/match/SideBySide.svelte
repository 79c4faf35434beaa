<script lang="ts">
  import { Table, TableBody, TableBodyCell, TableBodyRow, TableHeadCell } from 'flowbite-svelte';
  import type { Comparison } from '../../core/compare/compare.ts';
  import { figureUnit } from '../format/units.svelte.ts';
  import Dialog from '../kit/Dialog.svelte';

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

<Dialog title="Side by side" bind:open size="lg">
  {#if names.length < 2}
    <p class="text-sm">Pin two to four setups with the bar beside their names; then they stand here.</p>
  {/if}
  <div class="overflow-x-auto">
    <Table class="w-full text-sm" data-testid="comparison">
      <thead class="text-left"
        ><TableBodyRow
          ><TableHeadCell></TableHeadCell>{#each names as n, k (k)}<TableHeadCell
              class={`px-2 py-1 ${k === best ? 'border-ink border-t-4' : 'border-t-4 border-transparent'}`}
              ><a
                class="press inline-flex items-center hover:underline"
                href={`/match/${ids[k]}`}
                title="open it: its figures are derived there"
                data-sveltekit-replacestate>{n}</a
              >{#if k === best}<span class="text-2xs block font-normal" data-testid="better"
                  >the better one</span
                >{/if}</TableHeadCell
            >{/each}</TableBodyRow
        ></thead
      >
      <TableBody>
        {#each comparison.rows as r (r.title)}
          <TableBodyRow class="border-line border-t">
            <TableHeadCell
              class={`py-1 pr-3 text-left ${r.yardstick ? 'font-bold' : 'text-ink-soft font-normal'}`}
              >{r.title}</TableHeadCell
            >
            {#each r.values as v, k (k)}
              <TableBodyCell
                class={`px-2 ${r.quantity ? 'figure' : ''} ${r.better === k ? 'font-bold underline decoration-2 underline-offset-2' : ''}`}
                >{typeof v === 'number' && r.quantity ? figureUnit(r.quantity, v) : (v ?? '–')}</TableBodyCell
              >
            {/each}
          </TableBodyRow>
        {/each}
      </TableBody>
    </Table>
  </div>
  {#if comparison.best}<p class="mt-2 text-sm" data-testid="better-why">
      {comparison.best.sentence}
    </p>{/if}
  <p class="text-ink-soft mt-1 text-xs">
    Underlined: the better of each row. In bold: what this craft’s purpose is judged by. Pin up to four.
  </p>
</Dialog>
