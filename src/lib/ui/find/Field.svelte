<script lang="ts">
  import { brush, type D3BrushEvent } from 'd3-brush';
  import { quadtree } from 'd3-quadtree';
  import { scaleLinear } from 'd3-scale';
  import { select } from 'd3-selection';
  import { untrack } from 'svelte';
  import { displayUnit } from '../../core/units/quantity.ts';
  import type { Band } from '../../core/powertrain/bands.ts';
  import type { Craft } from '../../core/document/schema.ts';
  import type { Found } from '../../core/search/found.ts';
  import type { Axis } from '../../core/yardstick/objectives.ts';
  import { axisWords } from '../../core/search/axis-words.ts';
  import { figureUnit, units } from '../format/units.svelte.ts';
  import Axes from '../kit/Axes.svelte';
  import { plotBox, ticksOf } from '../kit/plot.ts';
  import type { Frame } from './find-state.svelte.ts';

  /** Every workable combination as a point on two axes, with the frontier and a frame that is drawn by hand. */
  let {
    found,
    version,
    craft,
    axes,
    frontier,
    wanted,
    frame,
    chosen,
    bands,
    misses,
    onframe,
    onchoose
  }: {
    found: Found;
    /** Grows whenever more was found. */
    version: number;
    craft: Craft;
    axes: readonly [Axis, Axis];
    /** Places of those that nothing beats on both axes. */
    frontier: readonly number[];
    /** What is wanted at least on an axis, SI; null where nothing is. */
    wanted: readonly [number | null, number | null];
    frame: Frame | null;
    /** Place of the one that is looked at; −1 where there is none. */
    chosen: number;
    /** Bands of the one that is looked at. */
    bands: Readonly<Partial<Record<Axis, Band>>>;
    /** The nearest misses, drawn as open rings. */
    misses: readonly { readonly title: string; readonly value: (axis: Axis) => number | null }[];
    onframe: (frame: Frame | null) => void;
    onchoose: (place: number) => void;
  } = $props();

  const MARGIN = { left: 48, right: 14, top: 26, bottom: 34 };
  /** How far from a point a press still means it, px. */
  const NEAR = 14;
  let width = $state(640);
  let height = $state(420);
  const box = $derived(plotBox(width, height, MARGIN));
  let canvas = $state<HTMLCanvasElement>();
  let layer = $state<SVGGElement>();

  const words = $derived(axes.map((axis) => axisWords(axis, craft)));
  const unit = $derived(words.map((w) => displayUnit(w.quantity, units.choice)));

  const missed = $derived(
    misses.flatMap((m) => {
      const [x, y] = [m.value(axes[0]), m.value(axes[1])];
      return x === null || y === null ? [] : [{ x, y, title: m.title }];
    })
  );

  /** Least and greatest on an axis, with some room; what is wanted is in view. */
  function domain(k: 0 | 1): [number, number] {
    let low = Infinity;
    let high = -Infinity;
    for (let p = 0; p < found.length; p++) {
      const v = found.value(p, axes[k]);
      if (v === null) continue;
      if (v < low) low = v;
      if (v > high) high = v;
    }
    for (const m of missed) {
      const v = k === 0 ? m.x : m.y;
      if (v < low) low = v;
      if (v > high) high = v;
    }
    const want = wanted[k];
    if (want !== null && low < Infinity) {
      low = Math.min(low, want);
      high = Math.max(high, want);
    }
    if (!(high > low))
      return low === Infinity ? [0, 1] : [low - 0.5 * Math.abs(low || 1), low + 0.5 * Math.abs(low || 1)];
    const room = 0.05 * (high - low);
    return [Math.max(low - room, low >= 0 ? 0 : -Infinity), high + room];
  }
  const scales = $derived.by(() => {
    void version;
    const [x, y] = [domain(0), domain(1)];
    return {
      x: scaleLinear([x[0] / unit[0].inSi, x[1] / unit[0].inSi], [box.left, box.right]),
      y: scaleLinear([y[0] / unit[1].inSi, y[1] / unit[1].inSi], [box.bottom, box.top])
    };
  });
  const atX = (si: number): number => scales.x(si / unit[0].inSi);
  const atY = (si: number): number => scales.y(si / unit[1].inSi);

  // points on a canvas: tens of thousands of them
  $effect(() => {
    void version;
    const context = canvas?.getContext('2d');
    if (!canvas || !context) return;
    const ratio = devicePixelRatio || 1;
    canvas.width = width * ratio;
    canvas.height = height * ratio;
    context.setTransform(ratio, 0, 0, ratio, 0, 0);
    context.clearRect(0, 0, width, height);
    const style = getComputedStyle(document.documentElement);
    const strong = style.getPropertyValue('--cold');
    const faint = style.getPropertyValue('--cold-soft');
    const size = found.length > 20000 ? 1.5 : found.length > 3000 ? 2.2 : found.length > 300 ? 3.2 : 5;
    const [ax, ay] = axes;
    for (const inside of [false, true]) {
      context.fillStyle = inside ? strong : faint;
      for (let p = 0; p < found.length; p++) {
        const x = found.value(p, ax);
        const y = found.value(p, ay);
        if (x === null || y === null) continue;
        const framed =
          frame === null || (x >= frame.x[0] && x <= frame.x[1] && y >= frame.y[0] && y <= frame.y[1]);
        if (framed !== inside) continue;
        context.fillRect(atX(x) - size / 2, atY(y) - size / 2, size, size);
      }
    }
  });

  /** The point nearest to a press; −1 where none is near. */
  function nearest(x: number, y: number): number {
    const places: number[] = [];
    for (let p = 0; p < found.length; p++)
      if (found.value(p, axes[0]) !== null && found.value(p, axes[1]) !== null) places.push(p);
    const tree = quadtree<number>(
      places,
      (p) => atX(found.value(p, axes[0]) as number),
      (p) => atY(found.value(p, axes[1]) as number)
    );
    return tree.find(x, y, NEAR) ?? -1;
  }

  const frameBrush = brush<unknown>();
  let moving = false;
  $effect(() => {
    if (!layer) return;
    const g = select<SVGGElement, unknown>(layer);
    frameBrush
      .extent([
        [box.left, box.top],
        [box.right, box.bottom]
      ])
      .on('end', (event: D3BrushEvent<unknown>) => {
        if (moving || !event.sourceEvent) return;
        const selection = event.selection as [[number, number], [number, number]] | null;
        if (selection === null) {
          const box = (layer as SVGGElement).ownerSVGElement?.getBoundingClientRect();
          const { clientX, clientY } = event.sourceEvent as MouseEvent;
          const place = box ? nearest(clientX - box.left, clientY - box.top) : -1;
          if (place >= 0) onchoose(place);
          else onframe(null);
          return;
        }
        const [[x0, y0], [x1, y1]] = selection;
        onframe({
          x: [scales.x.invert(x0) * unit[0].inSi, scales.x.invert(x1) * unit[0].inSi],
          y: [scales.y.invert(y1) * unit[1].inSi, scales.y.invert(y0) * unit[1].inSi]
        });
      });
    g.call(frameBrush);
    const drawn = frame;
    untrack(() => {
      moving = true;
      g.call(
        frameBrush.move,
        drawn === null
          ? null
          : [
              [atX(drawn.x[0]), atY(drawn.y[1])],
              [atX(drawn.x[1]), atY(drawn.y[0])]
            ]
      );
      moving = false;
    });
  });

  const line = $derived.by(() => {
    void version;
    return (
      frontier
        .map((p) => [atX(found.value(p, axes[0]) as number), atY(found.value(p, axes[1]) as number)])
        // steps: between two points nothing is to be had
        .map(([x, y], k) =>
          k === 0 ? `M${x.toFixed(1)} ${y.toFixed(1)}` : `H${x.toFixed(1)}V${y.toFixed(1)}`
        )
        .join('')
    );
  });
  const mark = $derived.by(() => {
    void version;
    const x = chosen < 0 ? null : found.value(chosen, axes[0]);
    const y = chosen < 0 ? null : found.value(chosen, axes[1]);
    return x === null || y === null ? null : { x, y };
  });
  const whiskers = $derived.by(() => {
    if (!mark) return '';
    const [bx, by] = [bands[axes[0]], bands[axes[1]]];
    const [x, y] = [atX(mark.x), atY(mark.y)];
    return [
      bx ? `M${atX(bx[0])} ${y}H${atX(bx[1])}M${atX(bx[0])} ${y - 4}v8M${atX(bx[1])} ${y - 4}v8` : '',
      by ? `M${x} ${atY(by[0])}V${atY(by[1])}M${x - 4} ${atY(by[0])}h8M${x - 4} ${atY(by[1])}h8` : ''
    ].join('');
  });
  const summary = $derived.by(() => {
    void version;
    const [x, y] = [domain(0), domain(1)];
    return found.length === 0
      ? 'No workable combination yet.'
      : `${found.length} workable combinations; ${words[0].title} from ${figureUnit(words[0].quantity, x[0])} to ${figureUnit(words[0].quantity, x[1])}, ${words[1].title} from ${figureUnit(words[1].quantity, y[0])} to ${figureUnit(words[1].quantity, y[1])}; ${frontier.length} of them are beaten by none on both.`;
  });
  const titled = (k: 0 | 1): string =>
    unit[k].label === '' ? words[k].title : `${words[k].title}, ${unit[k].label}`;
</script>

<div class="relative h-full min-h-[260px] w-full" bind:clientWidth={width} bind:clientHeight={height}>
  <canvas bind:this={canvas} class="absolute inset-0 h-full w-full" aria-hidden="true"></canvas>
  <svg {width} {height} class="absolute inset-0" role="img" aria-label={summary} data-testid="field">
    <Axes
      {box}
      xTicks={ticksOf(scales.x, width > 500 ? 8 : 4)}
      yTicks={ticksOf(scales.y, 6)}
      xTitle={titled(0)}
      yTitle={titled(1)}
    />
    {#if version > 0 && found.length > 0}
      {#if wanted[0] !== null}
        <line
          x1={atX(wanted[0])}
          x2={atX(wanted[0])}
          y1={box.top}
          y2={box.bottom}
          stroke="var(--ink)"
          stroke-dasharray="3 3"
        />
        <text x={atX(wanted[0]) + 4} y={box.top + 9} class="text-2xs" fill="var(--ink-soft)">wanted</text>
      {/if}
      {#if wanted[1] !== null}
        <line
          x1={box.left}
          x2={box.right}
          y1={atY(wanted[1])}
          y2={atY(wanted[1])}
          stroke="var(--ink)"
          stroke-dasharray="3 3"
        />
      {/if}
    {/if}
    {#if line}<path d={line} fill="none" stroke="var(--ink)" stroke-width="1.6" data-testid="frontier" />{/if}
    <clipPath id="field-inside"
      ><rect
        x={box.left}
        y={box.top}
        width={Math.max(box.right - box.left, 0)}
        height={Math.max(box.bottom - box.top, 0)}
      /></clipPath
    >
    {#each missed as m, k (k)}
      <circle
        cx={atX(m.x)}
        cy={atY(m.y)}
        r="4"
        fill="none"
        stroke="var(--ink-soft)"
        stroke-width="1.4"
        data-testid="miss"><title>{m.title}</title></circle
      >
    {/each}
    <g bind:this={layer} class="frame" data-testid="frame-layer"></g>
    {#if mark}
      {#if whiskers}<path
          clip-path="url(#field-inside)"
          d={whiskers}
          stroke="var(--ink)"
          stroke-width="1.6"
          fill="none"
          data-testid="whiskers"
        />{/if}
      <circle
        cx={atX(mark.x)}
        cy={atY(mark.y)}
        r="5"
        fill="var(--sheet)"
        stroke="var(--ink)"
        stroke-width="2.4"
        pointer-events="none"
        data-testid="chosen-point"
      />
    {/if}
  </svg>
</div>

<style>
  .frame :global(.selection) {
    fill: var(--cold);
    fill-opacity: 0.08;
    stroke: var(--cold);
    stroke-width: 1.4;
  }
</style>
