<script lang="ts">
  import type { Sensitivity } from '../../core/train/sensitivity.ts';
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

<table class="w-full text-[12px] leading-[18px]" data-testid="sensitivity">
  <caption class="pb-1 text-left text-[12px] text-[var(--ink-soft)]"
    >One standard deviation more of each unknown moves the answer by:</caption
  >
  <thead class="text-left text-[11px] text-[var(--ink-soft)]">
    <tr
      ><th class="w-44 font-normal">unknown</th><th class="font-normal">from</th><th
        class="w-[30%] font-normal">current</th
      ><th class="w-[30%] font-normal">thrust</th></tr
    >
  </thead>
  <tbody>
    {#each list as s (s.unknown)}
      <tr class="border-t border-[var(--line)]">
        <td
          ><button
            class="text-left hover:underline"
            data-why={`unknown-${s.unknown}`}
            data-testid={`unknown-${s.unknown}`}
            onclick={() => onwhy(`unknown-${s.unknown}`)}>{s.title}</button
          ></td
        >
        <td class="text-[var(--ink-soft)]">{s.source} ±{show(100 * s.relativeSd, 2)} %</td>
        {#each [s.batteryCurrent, s.thrust] as v, k (k)}
          <td>
            <span class="flex items-center gap-1">
              <span class="figure w-16 text-right whitespace-nowrap">{percent(v)}</span>
              <span class="h-2 bg-[var(--cold)]" style={`width: ${(60 * Math.abs(v)) / most}%`}></span>
            </span>
          </td>
        {/each}
      </tr>
    {/each}
  </tbody>
</table>
