<script lang="ts">
  import { Table, TableBody, TableBodyCell, TableBodyRow, TableHeadCell } from 'flowbite-svelte';
  import type { Choice } from '../../core/change/choices.ts';
  import { INCH_M } from '../../core/units/convert.ts';
  import { show } from '../../core/units/show.ts';
  import { displayUnit } from '../../core/units/quantity.ts';
  import { bandedFigure, figure, units } from '../format/units.svelte.ts';
  import FindingMark from '../kit/FindingMark.svelte';

  /** Propulsors that fit the room, each predicted beside the rule of air per turn; pressed, it is the one that is tried. */
  let {
    choices,
    onchoose
  }: {
    choices: readonly Choice[];
    onchoose: (choice: Choice) => void;
  } = $props();
  const ruled = $derived(choices.some((c) => c.ruleA !== null));
</script>

<section aria-labelledby="choices-title" class="min-w-0" data-testid="choices">
  <h2 id="choices-title">What fits, the lightest load first</h2>
  <div class="max-h-[172px] overflow-auto">
    <Table class="w-full text-xs">
      <thead class="text-2xs text-ink-soft bg-page sticky top-0">
        <TableBodyRow
          ><TableHeadCell class="text-left font-normal">size</TableHeadCell><TableHeadCell
            class="px-1 text-right font-normal">amps</TableHeadCell
          ><TableHeadCell class="px-1 text-right font-normal"
            >thrust {displayUnit('thrust', units.choice).label}</TableHeadCell
          ><TableHeadCell class="px-1 text-right font-normal"
            >pitch {displayUnit('speed', units.choice).label}</TableHeadCell
          >{#if ruled}<TableHeadCell class="px-1 text-right font-normal">in³ a turn</TableHeadCell
            ><TableHeadCell class="px-1 text-right font-normal">rule, off</TableHeadCell>{/if}<TableHeadCell
            class="pl-3 text-left font-normal max-sm:hidden">over</TableHeadCell
          ></TableBodyRow
        >
      </thead>
      <TableBody>
        {#each choices as c (c.text)}
          <TableBodyRow class="border-line border-t">
            <TableHeadCell class="py-[2px] text-left font-normal">
              <button
                class="press flex items-center gap-1.5 text-left hover:underline"
                title={c.over.length > 0 ? `over: ${c.over.join(', ')}` : 'nothing over'}
                onclick={() => onchoose(c)}
                ><FindingMark finding={c.over.length > 0 ? 'over' : 'holds'} /><span
                  >{c.text}{#if c.over.length > 0}<span class="sr-only">, over: {c.over.join(', ')}</span
                    >{/if}</span
                ></button
              >
            </TableHeadCell>
            <TableBodyCell class="figure text-2xs px-1 text-right whitespace-nowrap"
              >{bandedFigure('current', c.currentA, c.band).replace(/.A$/, '')}</TableBodyCell
            >
            <TableBodyCell class="figure text-2xs px-1 text-right whitespace-nowrap"
              >{figure('thrust', c.thrustN)}</TableBodyCell
            >
            <TableBodyCell class="figure text-2xs px-1 text-right whitespace-nowrap"
              >{figure('speed', c.pitchSpeedMs)}</TableBodyCell
            >
            {#if ruled}
              <TableBodyCell class="figure text-2xs px-1 text-right whitespace-nowrap"
                >{show(c.airPerTurnM3 / INCH_M ** 3, 3)}</TableBodyCell
              >
              <TableBodyCell class="figure text-ink-soft text-2xs px-1 text-right whitespace-nowrap"
                >{c.ruleA === null
                  ? ''
                  : `${figure('current', c.ruleA)} ${(c.ruleOffBy ?? 0) >= 0 ? '+' : '−'}${show(Math.abs(100 * (c.ruleOffBy ?? 0)), 1)} %`}</TableBodyCell
              >
            {/if}
            <TableBodyCell class="text-2xs text-ink-soft max-w-72 truncate pl-3 max-sm:hidden"
              >{c.over.join(', ')}</TableBodyCell
            >
          </TableBodyRow>
        {/each}
      </TableBody>
    </Table>
  </div>
</section>
