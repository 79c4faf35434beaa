<script lang="ts">
  import { MediaQuery } from 'svelte/reactivity';
  import type { PowerStage } from '../../core/match/power-path.ts';
  import type { MatchPicture } from '../../core/match/match-picture.ts';
  import { figureUnit } from '../format/units.svelte.ts';
  import { outlineOf, ribbonOf, type PathScale } from './path-shapes.ts';

  /** The path to draw, from the core; a number pressed asks for its derivation. */
  let { path, onwhy }: { path: MatchPicture['path']; onwhy: (id: string) => void } = $props();

  const HEIGHT = 148;
  const BAND = 84;
  /** Height of a part's row on a phone, px. */
  const ROW = 52;
  const COLUMN = 100;
  const TOP = 4;
  const narrow = new MediaQuery('max-width: 639px');
  const meaning = $derived(
    path.standing ? 'least power for this thrust; standing still, thrust × speed is 0' : 'thrust × speed'
  );
  const columns = $derived(path.stages.length + 1);
  const start = $derived(Math.max(path.stages[0].inW, 1e-9));
  const tall = (watts: number): number => (BAND * Math.max(watts, 0)) / start;

  const scale = $derived<PathScale>({ column: COLUMN, top: TOP, foot: HEIGHT - 14, tall });
  const outline = $derived(outlineOf(path, scale));
  const ribbons = $derived(path.stages.map((stage, k) => ({ d: ribbonOf(stage, k, scale), stage })));
</script>

{#snippet drawn()}
  <path d={outline} fill="var(--cold-soft)" />
  <rect
    x={(columns - 1) * COLUMN - 14}
    y={TOP}
    width={COLUMN + 11}
    height={tall(path.usefulW)}
    fill="var(--cold)"
  />
  {#each ribbons as r (r.stage.part)}
    <path d={r.d} fill="var(--heat-soft)" />
  {/each}
  {#each ribbons as _, k (k)}
    <line
      x1={(k + 1) * COLUMN}
      x2={(k + 1) * COLUMN}
      y1={TOP}
      y2={HEIGHT - 40}
      stroke="var(--page)"
      stroke-width="1"
      opacity="0.45"
    />
  {/each}
{/snippet}

{#snippet given(s: PowerStage, place: string)}
  {@const watts = figureUnit('power', s.inW)}
  <button
    class={`pointer-events-auto absolute font-semibold whitespace-nowrap hover:underline ${place}`}
    aria-label={`${s.inTitle} ${watts}`}
    data-testid={`in-${s.part}`}
    data-why={`in-${s.part}`}
    onclick={() => onwhy(`in-${s.part}`)}>{watts}</button
  >
{/snippet}

{#snippet lost(s: PowerStage, place: string, style: string)}
  {@const watts = figureUnit('power', s.lossW, 2)}
  <button
    class={`text-heat pointer-events-auto absolute text-xs font-semibold whitespace-nowrap hover:underline ${place}`}
    title={`${s.lossTitle}: lost as heat`}
    aria-label={`${watts} lost: ${s.lossTitle}`}
    {style}
    data-testid={`loss-${s.part}`}
    data-why={`loss-${s.part}`}
    onclick={() => onwhy(`loss-${s.part}`)}>{watts}</button
  >
{/snippet}

{#snippet useful(place: string, style: string)}
  {@const watts = figureUnit('power', path.usefulW)}
  <button
    class={`pointer-events-auto absolute font-semibold whitespace-nowrap ${place}`}
    {style}
    aria-label={`useful ${watts}: ${meaning}`}
    data-testid="useful"
    data-why="useful"
    onclick={() => onwhy('useful')}>{watts}</button
  >
{/snippet}

<figure class="m-0" aria-label="Power path from pack to thrust" data-testid="power-path">
  {#if narrow.current}
    <!-- the same path from top to bottom: each part a row, what is lost peels off to the right -->
    <div class="relative" style={`height: ${columns * ROW}px`}>
      <svg
        viewBox={`0 0 ${HEIGHT} ${columns * COLUMN}`}
        preserveAspectRatio="none"
        class="absolute inset-0 h-full w-full"
        aria-hidden="true"
      >
        <g transform="matrix(0 1 1 0 0 0)">{@render drawn()}</g>
      </svg>
      <div class="figure absolute inset-0 text-sm">
        {#each path.stages as s (s.part)}
          <div class="relative" style={`height: ${ROW}px`}>
            <span class="text-2xs absolute top-1 left-2 font-sans" aria-hidden="true">{s.inTitle}</span>
            {@render given(s, 'top-4 left-2')}
            {@render lost(
              s,
              'right-0',
              `bottom: calc(20% + ${Math.min(34, (92 * Math.max(s.lossW, 0)) / start)}%)`
            )}
          </div>
        {/each}
        <div class="relative" style={`height: ${ROW}px`}>
          {@render useful(
            tall(path.usefulW) > 40 ? 'top-4 left-2 text-sheet' : 'top-4',
            tall(path.usefulW) > 40 ? '' : `left: ${(100 * (TOP + tall(path.usefulW))) / HEIGHT + 2}%`
          )}
          <span
            class="text-2xs text-ink-soft absolute right-0 bottom-0 max-w-[55%] text-right font-sans leading-[13px]"
            >{meaning}</span
          >
        </div>
      </div>
    </div>
  {:else}
    <svg
      viewBox={`0 0 ${columns * COLUMN} ${HEIGHT}`}
      preserveAspectRatio="none"
      class="block w-full"
      style={`height: ${HEIGHT}px`}
      aria-hidden="true">{@render drawn()}</svg
    >
    <div
      class="figure pointer-events-none grid text-sm"
      style={`margin-top: -${HEIGHT}px; height: ${HEIGHT}px; grid-template-columns: repeat(${columns}, minmax(0, 1fr))`}
    >
      {#each path.stages as s (s.part)}
        <div class="relative">
          {@render given(s, 'top-2 left-2')}
          {@render lost(
            s,
            'right-[22%] bottom-0 pr-2',
            `margin-right: ${Math.min(34, (BAND * Math.max(s.lossW, 0)) / start)}%`
          )}
        </div>
      {/each}
      <div class="relative">
        {@render useful(
          `left-1 ${tall(path.usefulW) > 26 ? 'top-2 text-sheet' : ''}`,
          tall(path.usefulW) > 26 ? '' : `top: ${TOP + tall(path.usefulW) + 2}px`
        )}
        <span class="text-2xs text-ink-soft absolute bottom-0 left-1 font-sans leading-[13px]">{meaning}</span
        >
      </div>
    </div>
  {/if}
</figure>
