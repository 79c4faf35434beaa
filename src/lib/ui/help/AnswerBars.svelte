<script lang="ts">
  import type { MovedFigure } from '../../core/help/help.ts';
  import { figureUnit } from '../format/units.svelte.ts';

  /** How the figures of a page answer: each beside itself as it was, those of one quantity on one scale. */
  let { figures }: { figures: readonly MovedFigure[] } = $props();
  const W = 300;
  const longest = (of: MovedFigure): number =>
    Math.max(
      ...figures
        .filter((f) => f.quantity === of.quantity)
        .flatMap((f) => [f.value - f.zero, f.before - f.zero]),
      1e-12
    );
  const width = (f: MovedFigure, value: number): number =>
    (W * Math.max(value - f.zero, 0)) / longest(f) / 1.02;
</script>

<table class="w-full text-sm" data-testid="help-figures">
  <tbody>
    {#each figures as f (f.id)}
      <tr class="border-line border-b align-top">
        <td class="py-1 pr-3">
          {f.title}
          <span class="text-ink-soft block text-xs">{f.working}</span>
        </td>
        <td class="w-[42%] py-1">
          <svg viewBox={`0 0 ${W} 22`} class="w-full" aria-hidden="true" preserveAspectRatio="none">
            <rect x="0" y="3" width={width(f, f.before)} height="6" fill="var(--line)" />
            <rect x="0" y="10" width={width(f, f.value)} height="9" fill="var(--cold)" />
          </svg>
        </td>
        <td class="figure py-1 pl-3 text-right whitespace-nowrap" data-testid={`figure-${f.id}`}>
          <b>{figureUnit(f.quantity, f.value)}</b>
          {#if Math.abs(f.value - f.before) > 1e-9 * Math.abs(f.before)}<span
              class="text-ink-soft block text-xs">was {figureUnit(f.quantity, f.before)}</span
            >{/if}
        </td>
      </tr>
    {/each}
  </tbody>
</table>
