<script lang="ts">
  import TextButton from '../kit/TextButton.svelte';
  import { Table, TableBody, TableBodyCell, TableBodyRow, TableHeadCell } from 'flowbite-svelte';
  import { SAME_WITHIN, type FigureChange } from '../../core/change/differences.ts';
  import { banded } from '../../core/units/banded.ts';
  import { show } from '../../core/units/show.ts';
  import { displayUnit } from '../../core/units/quantity.ts';
  import { units } from '../format/units.svelte.ts';

  /** Before and after side by side, each as surely as it is known, and the ratio, which is surer than either. */
  let {
    differences,
    names,
    onwhy
  }: {
    differences: readonly FigureChange[];
    /** What the two are called. */
    names: readonly [string, string];
    /** Called with the id of the figure that is asked why. */
    onwhy: (id: string) => void;
  } = $props();

  /** Those that decide, or all of them. */
  let all = $state(false);
  const shown = $derived(differences.filter((d) => all || d.decisive));
  const unitOf = (d: FigureChange): string => displayUnit(d.quantity, units.choice).label;
  function written(d: FigureChange, of: 'before' | 'after'): string {
    const value = d[of];
    if (value === null) return '–';
    const { inSi, digits } = displayUnit(d.quantity, units.choice);
    const band = of === 'before' ? d.beforeBand : d.band;
    return banded(value / inSi, band && [band[0] / inSi, band[1] / inSi], digits);
  }
  /** "× 1.71", "same", "+ 26 g" for a weight: how much it is of what it was. */
  const ratio = (d: FigureChange): string =>
    d.ratio === null
      ? ''
      : Math.abs(d.ratio - 1) < SAME_WITHIN
        ? 'same'
        : `× ${d.ratioBand ? banded(d.ratio, d.ratioBand) : show(d.ratio, d.ratio < 0.995 ? 2 : 3)}`;
</script>

<Table class="w-full text-sm" data-testid="differences">
  <thead class="text-2xs text-ink-soft">
    <TableBodyRow
      ><TableHeadCell class="py-0.5 text-left font-normal"
      ></TableHeadCell>{#each names as name, k (k)}<TableHeadCell
          class={`px-2 text-right ${k === 1 ? 'text-ink font-bold' : 'font-normal'}`}>{name}</TableHeadCell
        >{/each}<TableHeadCell class="text-right font-normal max-sm:hidden"></TableHeadCell></TableBodyRow
    >
  </thead>
  <TableBody>
    {#each shown as d (d.id)}
      <TableBodyRow class="border-line border-t" data-testid={`difference-${d.id}`}>
        <TableHeadCell class="py-[3px] pr-1 text-left font-normal whitespace-nowrap"
          >{d.title}{#if unitOf(d) && unitOf(d) !== d.title}<span class="text-ink-soft text-xs"
              >, {unitOf(d)}</span
            >{/if}{#if d.note}<span class="text-2xs text-ink-soft block leading-[13px]">{d.note}</span
            >{/if}</TableHeadCell
        >
        <TableBodyCell class="figure text-ink-soft text-2xs px-1 text-right whitespace-nowrap"
          >{written(d, 'before')}</TableBodyCell
        >
        <TableBodyCell class="figure px-1 text-right text-xs font-bold whitespace-nowrap"
          ><button
            class="press hover:underline"
            data-why={d.id}
            data-testid={`why-${d.id}`}
            aria-label={`${d.title} ${written(d, 'after')} ${unitOf(d)}: why`}
            onclick={() => onwhy(d.id)}>{written(d, 'after')}</button
          ></TableBodyCell
        >
        <TableBodyCell class="figure text-ink-soft text-2xs text-right whitespace-nowrap max-sm:hidden"
          >{ratio(d)}</TableBodyCell
        >
      </TableBodyRow>
    {/each}
  </TableBody>
</Table>
<TextButton
  tone="soft"
  size="xs"
  class="-mt-2 self-start"
  data-testid="all-figures"
  onclick={() => (all = !all)}
  >{all ? 'fewer figures' : `${differences.length - shown.length} more figures`}</TextButton
>
