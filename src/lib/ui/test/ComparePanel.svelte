<script lang="ts">
  import { channel } from '../../core/registry/channels.ts';
  import type { RunComparison } from '../../core/testing/compare/comparison.ts';
  import { displayUnit } from '../../core/units/quantity.ts';
  import { NONE_FITS } from '../../core/testing/compare/hypotheses.ts';
  import { figure, units } from '../format/units.svelte.ts';
  import { show, showRound } from '../../core/units/show.ts';

  /** A run beside its prediction and the maker's row, and what the difference says, most likely first. */
  let { comparison }: { comparison: RunComparison } = $props();

  const percent = (share: number): string =>
    share
      .toLocaleString('en-GB', { style: 'percent', signDisplay: 'exceptZero', maximumFractionDigits: 1 })
      .replace('-', '−')
      .replace('%', ' %');
  const likely = $derived(comparison.causes.filter((c) => c.share > 0.03).slice(0, 3));
</script>

<section aria-labelledby="compare-title" data-testid="compare">
  <h2 id="compare-title">Predicted, promised, measured</h2>
  <table class="w-full text-xs">
    <thead class="text-ink-soft">
      <tr class="text-right"
        ><th class="text-left font-normal">at</th><th class="font-normal">predicted</th><th
          class="font-normal">maker</th
        ><th class="font-normal">read</th><th class="font-normal">off</th></tr
      >
    </thead>
    <tbody>
      {#each comparison.moments as m, k (k)}
        <tr class="border-line border-t text-left"
          ><th colspan="5" class="text-ink-soft font-normal" scope="rowgroup"
            >{showRound(100 * m.throttle)} % throttle</th
          ></tr
        >
        {#each m.readings as r (r.quantity)}
          {@const { name, quantity } = channel(r.quantity)}
          {@const unit = displayUnit(quantity, units.choice).label}
          <tr class="figure text-right whitespace-nowrap" data-testid={`compared-${k}-${r.quantity}`}>
            <th class="text-left font-normal" scope="row"
              >{name}{#if unit !== name}<span class="text-ink-soft">, {unit}</span>{/if}</th
            >
            <td
              >{r.band
                ? `${figure(quantity, r.band[0])}–${figure(quantity, r.band[1])}`
                : figure(quantity, r.predicted)}</td
            >
            <td>{r.promised === null ? '–' : figure(quantity, r.promised)}</td>
            <td class="font-bold">{figure(quantity, r.measured)}</td>
            <td class={r.outside ? 'font-bold' : 'text-ink-soft'}
              >{percent(r.off)}{#if r.outside}<span class="sr-only">, outside the band</span><span
                  aria-hidden="true">&nbsp;▸|</span
                >{/if}</td
            >
          </tr>
        {/each}
      {/each}
    </tbody>
  </table>
  {#if likely.length > 0}
    <h3 class="mt-2 text-sm font-bold">Likely causes</h3>
    <ol class="text-sm leading-[18px]" data-testid="causes">
      {#each likely as c (c.id)}
        <li class="border-line border-t py-1" data-cause={c.id}>
          <span class="font-semibold">{c.title}</span>
          {#if c.id !== NONE_FITS}<span class="text-ink-soft figure text-xs"
              >{show(100 * c.share, 2)} % likely</span
            >{/if}
          <span class="block text-xs leading-4">{c.says}. How to check: {c.test}.</span>
        </li>
      {/each}
    </ol>
  {/if}
</section>
