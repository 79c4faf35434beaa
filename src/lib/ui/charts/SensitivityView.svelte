<script lang="ts">
  import { Table, TableBody, TableBodyCell, TableBodyRow, TableHead, TableHeadCell } from 'flowbite-svelte';
  import type { Sensitivity } from '../../core/powertrain/sensitivity.ts';
  import { show } from '../../core/units/show.ts';

  /** What each unknown does to current and thrust when it is one standard deviation off; the worst first. */
  let {
    list,
    onwhy
  }: {
    list: Sensitivity[];
    /** Called with the id of a figure that is asked why. */
    onwhy: (id: string) => void;
  } = $props();
  const most = $derived(
    Math.max(0.001, ...list.flatMap((s) => [Math.abs(s.batteryCurrent), Math.abs(s.thrust)]))
  );
  const percent = (v: number): string => `${v >= 0 ? '+' : '−'}${show(Math.abs(100 * v), 2)} %`;
</script>

<Table class="w-full text-xs leading-[18px]" data-testid="sensitivity">
  <caption class="text-ink-soft pb-1 text-left text-xs"
    >One standard deviation more of each unknown moves the answer by:</caption
  >
  <TableHead class="text-2xs text-ink-soft text-left">
    <TableHeadCell class="w-44 font-normal">unknown</TableHeadCell><TableHeadCell class="font-normal"
      >from</TableHeadCell
    ><TableHeadCell class="w-[30%] font-normal">current</TableHeadCell><TableHeadCell
      class="w-[30%] font-normal">thrust</TableHeadCell
    >
  </TableHead>
  <TableBody>
    {#each list as s (s.unknown)}
      <TableBodyRow class="border-line border-t">
        <TableBodyCell
          ><button
            class="text-left hover:underline"
            data-why={`unknown-${s.unknown}`}
            data-testid={`unknown-${s.unknown}`}
            onclick={() => onwhy(`unknown-${s.unknown}`)}>{s.title}</button
          ></TableBodyCell
        >
        <TableBodyCell class="text-ink-soft">{s.source} ±{show(100 * s.relativeSd, 2)} %</TableBodyCell>
        {#each [s.batteryCurrent, s.thrust] as v, k (k)}
          <TableBodyCell>
            <span class="flex items-center gap-1">
              <span class="figure w-[4.75rem] text-right whitespace-nowrap">{percent(v)}</span>
              <span class="bg-cold h-2" style={`width: ${(60 * Math.abs(v)) / most}%`}></span>
            </span>
          </TableBodyCell>
        {/each}
      </TableBodyRow>
    {/each}
  </TableBody>
</Table>
