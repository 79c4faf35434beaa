<script lang="ts">
  import { scaleLog } from 'd3-scale';
  import { classesFor } from '../../core/search/craft-classes.ts';
  import type { Craft } from '../../core/document/schema.ts';
  import { figureUnit } from '../format/units.svelte.ts';
  import Plot from '../kit/Plot.svelte';
  import { crossAt, plotBox, type Tick } from '../kit/plot.ts';

  /** Classes of craft by weight with the motors they usually carry, the brief among them, and the user's own craft. */
  let {
    craft,
    own
  }: {
    craft: Craft;
    own: readonly { name: string; massKg: number; motorKg: number | null }[];
  } = $props();

  const HEIGHT = 204;
  const MARGIN = { left: 50, right: 22, top: 22, bottom: 30 };
  let width = $state(360);
  const box = $derived(plotBox(width, HEIGHT, MARGIN));
  const classes = $derived(classesFor(craft));
  const points = $derived(
    own.filter((o) => o.motorKg !== null) as { name: string; massKg: number; motorKg: number }[]
  );
  const edges = $derived.by(() => {
    const masses = [...classes.flatMap((c) => c.of.massKg), ...points.map((p) => p.massKg), craft.massKg];
    const motors = [...classes.flatMap((c) => c.of.motorKg), ...points.map((p) => p.motorKg)];
    return {
      x: [Math.min(...masses) * 0.85, Math.max(...masses) * 1.15],
      y: [Math.min(...motors) * 0.75, Math.max(...motors) * 1.3]
    };
  });
  const x = $derived(scaleLog(edges.x, [box.left, box.right]));
  const y = $derived(scaleLog(edges.y, [box.bottom, box.top]));
  const fits = $derived(classes.filter((c) => c.fits).map((c) => c.of));
  const STEPS = [0.005, 0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10];
  const stepsOf = (
    [low, high]: readonly number[],
    quantity: 'mass' | 'craftMass',
    at: (kg: number) => number
  ): Tick[] =>
    STEPS.filter((s) => s >= low && s <= high).map((s) => ({ at: at(s), text: figureUnit(quantity, s, 1) }));
</script>

<section aria-labelledby="others-title" data-testid="others">
  <h2 id="others-title">
    From what others {craft.kind === 'boat' ? 'drive' : 'fly'}
  </h2>
  <p class="text-xs leading-4">
    {#if fits.length > 0}
      At {figureUnit('craftMass', craft.massKg)} this is {fits.map((c) => `${c.title}`).join(' or ')}: {fits
        .map(
          (c) =>
            `motors of ${figureUnit('mass', c.motorKg[0], 2)} to ${figureUnit('mass', c.motorKg[1], 2)} each, ${c.cells} cells`
        )
        .join('; ')} as a rule.
    {:else}
      At {figureUnit('craftMass', craft.massKg)} this is like none of the usual classes of its size.
    {/if}
    Common practice, no source.
  </p>
  <Plot
    bind:width
    {box}
    ruled={false}
    xTicks={stepsOf(edges.x, 'craftMass', x)}
    yTicks={stepsOf(edges.y, 'mass', y)}
    xTitle="all-up weight"
    yTitle="weight of one motor"
    label={`All-up weight against the weight of one motor: ${classes.map((c) => c.of.title).join(', ')}; ${points.length} craft of your own`}
  >
    {#each classes as { of: c, fits: inside } (c.title)}
      <rect
        x={x(c.massKg[0])}
        y={y(c.motorKg[1])}
        width={x(c.massKg[1]) - x(c.massKg[0])}
        height={y(c.motorKg[0]) - y(c.motorKg[1])}
        fill="var(--cold-faint)"
        opacity={inside ? 1 : 0.55}
        stroke={inside ? 'var(--cold)' : 'none'}
      />
      <text x={x(c.massKg[0]) + 4} y={y(c.motorKg[1]) + 12} class="text-2xs" fill="var(--ink-soft)"
        >{c.title}</text
      >
    {/each}
    <line
      x1={x(craft.massKg)}
      x2={x(craft.massKg)}
      y1={box.top}
      y2={box.bottom}
      stroke="var(--ink)"
      stroke-dasharray="3 3"
    />
    {#each points as p (p.name)}
      <path d={crossAt(x(p.massKg), y(p.motorKg))} stroke="var(--ink)" stroke-width="1.6"
        ><title>{p.name}</title></path
      >
      <text
        x={x(p.massKg) + (x(p.massKg) > width - 70 ? -6 : 6)}
        y={y(p.motorKg) + 4}
        text-anchor={x(p.massKg) > width - 70 ? 'end' : 'start'}
        class="text-2xs"
        fill="var(--ink)">{p.name}</text
      >
    {/each}
  </Plot>
</section>
