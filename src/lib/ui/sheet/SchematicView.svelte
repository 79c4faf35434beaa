<script lang="ts">
  import { TYPE, wordsOf, type Line, type Schematic } from '../../core/harness/schematic/drawing.ts';

  /** The wiring drawn: ink alone, so that it prints; plus is thick, minus thin, phases between, servo leads dashed. */
  let { schematic, id = 'schematic' }: { schematic: Schematic; id?: string } = $props();
  const WIDTHS: Record<Line['kind'], number> = { plus: 3.4, minus: 1.6, phase: 2.2, servo: 1.4, shaft: 5 };
  const points = (line: Line): string => line.points.map(([x, y]) => `${x},${y}`).join(' ');
</script>

<svg
  {id}
  xmlns="http://www.w3.org/2000/svg"
  viewBox={`0 0 ${schematic.width} ${schematic.height}`}
  width={schematic.width}
  height={schematic.height}
  class="text-ink h-auto w-full overflow-visible"
  role="img"
  aria-label={schematic.words}
  data-testid="schematic"
  font-size={TYPE}
  style="font-family: 'Atkinson Hyperlegible Next Variable', 'Atkinson Hyperlegible', sans-serif"
  color="currentColor"
>
  {#each schematic.lines as line (line.id)}
    <polyline
      points={points(line)}
      fill="none"
      stroke="currentColor"
      stroke-width={WIDTHS[line.kind]}
      stroke-dasharray={line.kind === 'servo' ? '5 3' : undefined}
    />
  {/each}
  {#each schematic.boxes as box (box.id)}
    <rect
      x={box.x}
      y={box.y}
      width={box.w}
      height={box.h}
      fill="none"
      stroke="currentColor"
      stroke-width="1.6"
      rx="2"
    />
    {#each wordsOf(box) as line, k (k)}
      <text
        x={line.x}
        y={line.y}
        fill="currentColor"
        font-weight={line.head ? 700 : 400}
        data-label={`${box.id}-${k}`}>{line.text}</text
      >
    {/each}
  {/each}
  {#each schematic.labels as label (label.id)}
    <text x={label.x} y={label.y} text-anchor={label.anchor} fill="currentColor" data-label={label.id}
      >{label.text}</text
    >
  {/each}
  {#each schematic.marks as mark, k (k)}
    <g transform={`translate(${mark.x} ${mark.y})`} stroke="currentColor" fill="none" stroke-width="1.8">
      {#if mark.kind === 'plus'}
        <path d="M-5 0H5M0 -5V5" />
      {:else if mark.kind === 'minus'}
        <path d="M-5 0H5" />
      {:else if mark.kind === 'plug'}
        <path class="blank" d="M-9 -19h18v38h-18z" stroke="none" />
        <path d="M-9 -19h6v38h-6M9 -19h-6v38h6M-9 -19v38M9 -19v38" />
      {:else if mark.kind === 'fuse'}
        <path class="blank" d="M-10 -5h20v10h-20z" />
        <path d="M-10 0H10" />
      {:else if mark.kind === 'arming'}
        <path class="blank" d="M-7 -7h14v14h-14z" stroke="none" />
        <path d="M-8 0L6 -8M-8 -4V4M8 -4V4" />
      {:else if mark.kind === 'capacitor'}
        <path d="M0 -12V-3M0 12V3M-7 -3H7M-7 3H7" />
      {:else if mark.kind === 'cut'}
        <path d="M-5 -5L5 5M-5 5L5 -5" />
      {:else}
        <path d={mark.kind === 'clockwise' ? 'M-6.5 4A7.5 7.5 0 1 1 5 6' : 'M6.5 4A7.5 7.5 0 1 0 -5 6'} />
        <path d={mark.kind === 'clockwise' ? 'M5 6l5 -4M5 6l-1 -6.4' : 'M-5 6l-5 -4M-5 6l1 -6.4'} />
      {/if}
    </g>
  {/each}
</svg>

<style>
  /* what a wire is drawn over with */
  .blank {
    fill: var(--sheet);
  }
  @media print {
    .blank {
      fill: #fff;
    }
  }
</style>
