<script lang="ts">
  import type { Sweep } from '../../core/train/sweep.ts';
  import { displayUnit, type QuantityName } from '../../core/units/quantity.ts';
  import { units } from '../format/units.svelte.ts';
  import BandChart from './BandChart.svelte';

  /** Amps, watts and thrust over throttle, each with its band; the same as a table below. */
  let { sweep, throttle }: { sweep: Sweep; throttle: number } = $props();

  const KINDS: Record<string, QuantityName> = {
    batteryCurrentA: 'current',
    electricalPowerW: 'power',
    thrustN: 'thrust'
  };
  const charts = $derived(
    sweep.lines
      .filter((l) => l.id in KINDS)
      .map((l) => {
        const unit = displayUnit(KINDS[l.id], units.choice);
        return {
          id: l.id,
          title: l.title,
          unit: unit.label,
          y: l.values.map((v) => v / unit.inSi),
          bands: l.bands.map((b): [number, number] => [b[0] / unit.inSi, b[1] / unit.inSi])
        };
      })
  );
  const rows = $derived(sweep.abscissa.values.map((t, k) => ({ t, k })).filter(({ k }) => k % 8 === 7));
</script>

<div class="grid grid-cols-1 gap-2 sm:grid-cols-3" data-testid="throttle-chart">
  {#each charts as c (c.id)}
    <BandChart
      title={c.title}
      unit={c.unit}
      x={sweep.abscissa.values}
      xTitle="throttle, %"
      y={c.y}
      bands={c.bands}
      marker={100 * throttle}
    />
  {/each}
</div>
<table class="sr-only">
  <caption>Throttle sweep</caption>
  <thead
    ><tr
      ><th>throttle, %</th>{#each charts as c (c.id)}<th>{c.title}, {c.unit}</th>{/each}</tr
    ></thead
  >
  <tbody>
    {#each rows as { t, k } (k)}
      <tr
        ><td>{t}</td>{#each charts as c (c.id)}<td>{c.y[k].toPrecision(3)}</td>{/each}</tr
      >
    {/each}
  </tbody>
</table>
