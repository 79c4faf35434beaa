<script lang="ts">
  import type { MatchPicture } from '../../core/match/match-picture.ts';
  import { figureUnit } from '../format/units.svelte.ts';

  /** The path to draw, from the core; a number pressed asks for its derivation. */
  let { path, onwhy }: { path: MatchPicture['path']; onwhy: (id: string) => void } = $props();

  const HEIGHT = 158;
  const BAND = 92;
  const COLUMN = 100;
  const TOP = 4;
  const columns = $derived(path.stages.length + 1);
  const start = $derived(Math.max(path.stages[0].inW, 1e-9));
  const tall = (watts: number): number => (BAND * Math.max(watts, 0)) / start;

  /** The band as one outline: it narrows where watts are lost. */
  const outline = $derived.by(() => {
    let top = `M0 ${TOP}`;
    let bottom = '';
    path.stages.forEach((s, k) => {
      const x0 = k * COLUMN;
      const xa = x0 + COLUMN * 0.42;
      const xb = x0 + COLUMN * 0.8;
      const y0 = TOP + tall(s.inW);
      const y1 = TOP + tall(s.outW);
      const mid = 0.5 * (xa + xb);
      bottom = ` C${mid} ${y1} ${mid} ${y0} ${xa} ${y0} L${x0} ${y0}` + bottom;
      bottom = ` L${xb} ${y1}` + bottom;
    });
    top += ` L${columns * COLUMN - 3} ${TOP}`;
    const end = TOP + tall(path.usefulW);
    return `${top} L${columns * COLUMN - 3} ${end}${bottom} Z`;
  });

  /** Heat peels off below: a ribbon as wide as the watts it carries. */
  const ribbons = $derived(
    path.stages.map((s, k) => {
      const width = Math.max(tall(s.lossW), 0.6);
      const x0 = k * COLUMN + COLUMN * 0.42;
      const right = k * COLUMN + COLUMN * 0.8;
      const left = right - Math.min(width, COLUMN * 0.34);
      const yIn = TOP + tall(s.inW);
      const yOut = TOP + tall(s.outW);
      const down = HEIGHT - 14;
      return {
        d: `M${x0} ${yOut} C${0.5 * (x0 + right)} ${yOut} ${right} ${yOut + 6} ${right} ${Math.max(yIn, yOut + 10) + 6} L${right} ${down} L${0.5 * (left + right)} ${down + 6} L${left} ${down} L${left} ${Math.max(yIn, yOut + 10) + 6} C${left} ${yIn + 2} ${0.5 * (x0 + left)} ${yIn} ${x0} ${yIn} Z`,
        x: left - 5,
        y: down + 1,
        stage: s
      };
    })
  );
</script>

<figure class="m-0" aria-label="Power path from pack to thrust">
  <svg
    viewBox={`0 0 ${columns * COLUMN} ${HEIGHT}`}
    preserveAspectRatio="none"
    class="block h-[158px] w-full"
    aria-hidden="true"
  >
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
  </svg>
  <div
    class="figure pointer-events-none -mt-[158px] grid h-[158px] text-[13px]"
    style={`grid-template-columns: repeat(${columns}, minmax(0, 1fr))`}
  >
    {#each path.stages as s (s.part)}
      <div class="relative">
        <button
          class="pointer-events-auto absolute top-2 left-2 font-semibold hover:underline"
          data-testid={`in-${s.part}`}
          data-why={`in-${s.part}`}
          onclick={() => onwhy(`in-${s.part}`)}>{figureUnit('power', s.inW)}</button
        >
        <button
          class="pointer-events-auto absolute right-[22%] bottom-0 pr-2 text-[12px] font-semibold whitespace-nowrap text-[var(--heat)] hover:underline"
          title={`${s.lossTitle}: lost as heat`}
          style={`margin-right: ${Math.min(34, (92 * Math.max(s.lossW, 0)) / start)}%`}
          data-testid={`loss-${s.part}`}
          data-why={`loss-${s.part}`}
          onclick={() => onwhy(`loss-${s.part}`)}>{figureUnit('power', s.lossW, 2)}</button
        >
      </div>
    {/each}
    <div class="relative">
      <button
        class={`pointer-events-auto absolute left-1 font-semibold ${tall(path.usefulW) > 26 ? 'top-2 text-[var(--sheet)]' : ''}`}
        style={tall(path.usefulW) > 26 ? '' : `top: ${TOP + tall(path.usefulW) + 2}px`}
        data-testid="useful"
        data-why="useful"
        onclick={() => onwhy('useful')}>{figureUnit('power', path.usefulW)}</button
      >
      <span class="absolute bottom-0 left-1 font-sans text-[11px] leading-4 text-[var(--ink-soft)]">
        {path.standing
          ? 'least power for this thrust; standing still, thrust × speed is 0'
          : 'thrust × speed'}
      </span>
    </div>
  </div>
</figure>
