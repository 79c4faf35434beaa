<script lang="ts">
  import { COLUMN_PARTS } from '../../core/registry/parts.ts';
  import { MediaQuery } from 'svelte/reactivity';
  import type { ChangePicture } from '../../core/change/change-picture.ts';
  import { figureUnit } from '../format/units.svelte.ts';
  import { partTitle } from '../match/part-titles.ts';
  import { outlineOf, ribbonOf, type PathScale } from '../match/path-shapes.ts';

  /** Both power paths on one scale, the later over the earlier: what grew is marked, heat for itself. */
  let {
    paths,
    names,
    propulsor,
    quantities
  }: {
    /** Before and after, from the core. */
    paths: ChangePicture['paths'];
    /** What the two are called. */
    names: readonly [string, string];
    propulsor: 'propeller' | 'ducted-fan' | 'submerged-screw' | 'surface-drive';
    /** Two short figures before and after to be written under each part. */
    quantities: readonly { part: string; before: string; after: string }[];
  } = $props();

  const COLUMN = 100;
  const BAND = 96;
  const TOP = 2;
  const HEIGHT = 148;
  const ROW = 62;
  const narrow = new MediaQuery('max-width: 639px');
  const most = $derived(Math.max(paths[0].stages[0].inW, paths[1].stages[0].inW, 1e-9));
  const tall = (watts: number): number => (BAND * Math.max(watts, 0)) / most;
  const columns = $derived(paths[0].stages.length + 1);
  const grown = $derived(paths[1].stages[0].inW >= paths[0].stages[0].inW);

  type Path = ChangePicture['paths'][number];
  const scale = $derived<PathScale>({ column: COLUMN, top: TOP, foot: HEIGHT - 12, tall });
  const outline = (path: Path): string => outlineOf(path, scale);
  const watts = (w: number): string => figureUnit('power', w, 2);
  const summary = $derived(
    `Power paths. ${names[0]}: ${watts(paths[0].stages[0].inW)} from the cells, ${watts(paths[0].usefulW)} useful. ${names[1]}: ${watts(paths[1].stages[0].inW)}, ${watts(paths[1].usefulW)} useful. Heat before and after: ${paths[0].stages.map((s, k) => `${s.lossTitle} ${watts(s.lossW)}, ${watts(paths[1].stages[k].lossW)}`).join('; ')}`
  );
</script>

{#snippet body(path: Path, fill: string, heat: string, line: boolean)}
  {#each path.stages as s, k (s.part)}<path
      d={ribbonOf(s, k, scale)}
      fill={heat}
      stroke={line ? 'var(--heat)' : 'none'}
      stroke-width="0.8"
      vector-effect="non-scaling-stroke"
    />{/each}
  <path
    d={outline(path)}
    {fill}
    stroke={line ? 'var(--ink)' : 'none'}
    stroke-width="1"
    vector-effect="non-scaling-stroke"
  />
{/snippet}

{#snippet drawn()}
  {#if grown}
    {@render body(paths[1], 'var(--cold-soft)', 'var(--heat-soft)', false)}
    {@render body(paths[0], 'var(--cold-faint)', 'none', true)}
  {:else}
    {@render body(paths[0], 'var(--cold-faint)', 'none', true)}
    {@render body(paths[1], 'var(--cold-soft)', 'var(--heat-soft)', false)}
    <path
      d={outline(paths[0])}
      fill="none"
      stroke="var(--ink)"
      stroke-width="1"
      stroke-dasharray="3 3"
      vector-effect="non-scaling-stroke"
    />
  {/if}
  <rect
    x={(columns - 1) * COLUMN - 14}
    y={TOP}
    width={COLUMN + 11}
    height={tall(paths[1].usefulW)}
    fill="var(--cold)"
  />
  <rect
    x={(columns - 1) * COLUMN - 14}
    y={TOP}
    width={COLUMN + 11}
    height={tall(paths[0].usefulW)}
    fill="none"
    stroke="var(--ink)"
    stroke-width="1"
    vector-effect="non-scaling-stroke"
  />
{/snippet}

<figure class="m-0" data-testid="two-paths">
  {#if narrow.current}
    <div class="relative" style={`height: ${columns * ROW}px`}>
      <svg
        viewBox={`0 0 ${HEIGHT} ${columns * COLUMN}`}
        preserveAspectRatio="none"
        class="absolute inset-0 h-full w-full"
        role="img"
        aria-label={summary}><g transform="matrix(0 1 1 0 0 0)">{@render drawn()}</g></svg
      >
      <div class="absolute inset-0 text-xs" aria-hidden="true">
        {#each COLUMN_PARTS as part, k (part)}
          {@const q = quantities.find((x) => x.part === part)}
          {@const beside =
            k === columns - 1
              ? `${(100 * (TOP + Math.max(tall(paths[0].usefulW), tall(paths[1].usefulW)))) / HEIGHT + 2}%`
              : '6px'}
          <div class="relative" style={`height: ${ROW}px`}>
            <b class="text-2xs absolute top-1" style={`left: ${beside}`}>{partTitle(part, propulsor)}</b>
            {#if k === 0}<span
                class="figure text-2xs absolute top-[18px] whitespace-nowrap"
                style={`left: ${beside}`}
                >{watts(paths[0].stages[0].inW)} → <b>{watts(paths[1].stages[0].inW)}</b></span
              >{:else if q}<span
                class="figure text-2xs absolute top-[18px] whitespace-nowrap"
                style={`left: ${beside}`}>{q.before} → <b>{q.after}</b></span
              >{/if}
            {#if k < paths[0].stages.length}<span
                class="figure text-heat text-2xs absolute right-0 bottom-0.5 whitespace-nowrap"
                >{watts(paths[0].stages[k].lossW)} → <b>{watts(paths[1].stages[k].lossW)}</b></span
              >{/if}
          </div>
        {/each}
      </div>
    </div>
  {:else}
    <div class="relative">
      <svg
        viewBox={`0 0 ${columns * COLUMN} ${HEIGHT}`}
        preserveAspectRatio="none"
        class="block w-full"
        style={`height: ${HEIGHT}px`}
        role="img"
        aria-label={summary}>{@render drawn()}</svg
      >
      <div
        class="pointer-events-none absolute inset-0 grid text-sm"
        style={`grid-template-columns: repeat(${columns}, minmax(0, 1fr))`}
        aria-hidden="true"
      >
        {#each paths[0].stages as s, k (s.part)}
          <div class="relative">
            {#if k === 0}
              <span class="absolute top-1.5 left-2 whitespace-nowrap"
                >{names[0]} <span class="figure">{watts(s.inW)}</span></span
              >
              <span class="absolute top-6 left-2 font-semibold whitespace-nowrap"
                >{names[1]} <span class="figure">{watts(paths[1].stages[0].inW)}</span></span
              >
            {/if}
            <span
              class="figure text-heat absolute bottom-0 left-[81.5%] text-xs leading-[14px] font-semibold whitespace-nowrap"
              data-testid={`heat-${s.part}`}
              >{watts(paths[1].stages[k].lossW)}<span class="text-2xs block leading-[12px] font-normal"
                >was {watts(s.lossW)}</span
              ></span
            >
          </div>
        {/each}
        <div class="relative">
          <span
            class={`figure absolute left-1 text-xs font-semibold whitespace-nowrap ${tall(paths[1].usefulW) > 20 ? 'text-sheet top-1' : ''}`}
            style={tall(paths[1].usefulW) > 20
              ? ''
              : `top: ${TOP + Math.max(tall(paths[1].usefulW), tall(paths[0].usefulW)) + 2}px`}
            >{watts(paths[0].usefulW)} → {watts(paths[1].usefulW)}</span
          >
        </div>
      </div>
    </div>
    <div
      class="grid text-xs"
      style={`grid-template-columns: repeat(${columns}, minmax(0, 1fr))`}
      aria-hidden="true"
    >
      {#each COLUMN_PARTS as part (part)}
        {@const q = quantities.find((x) => x.part === part)}
        <div class="min-w-0 px-1">
          <b class="text-sm">{partTitle(part, propulsor)}</b>
          {#if q}<span class="figure text-2xs text-ink-soft block"
              >{q.before} → <b class="text-ink">{q.after}</b></span
            >{/if}
        </div>
      {/each}
    </div>
  {/if}
</figure>
