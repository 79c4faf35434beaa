<script lang="ts">
  import Alert from '../kit/Alert.svelte';
  import OutlineButton from '../kit/OutlineButton.svelte';
  import { readGpx } from '../../core/testing/speed/gpx.ts';
  import { steadySpeeds, thereAndBack, type SteadySpeed } from '../../core/testing/speed/steady-speed.ts';
  import { show } from '../../core/units/show.ts';
  import { figureUnit } from '../format/units.svelte.ts';
  import FileField from '../kit/FileField.svelte';

  /** Speed by GPS: the steady stretches of a track, the mean of there and back, taken into the line. */
  let {
    ontake
  }: {
    /** Called with the speed that is taken, m/s. */
    ontake: (speedMs: number) => void;
  } = $props();

  /** Largest track that is read, bytes. */
  const MOST_BYTES = 60e6;
  let stretches = $state.raw<readonly SteadySpeed[]>([]);
  let problem = $state('');
  const both = $derived(thereAndBack(stretches));
  const WAYS = ['north', 'north-east', 'east', 'south-east', 'south', 'south-west', 'west', 'north-west'];
  const way = (deg: number): string => WAYS[Math.round(deg / 45) % WAYS.length];

  async function choose(file: File): Promise<void> {
    stretches = [];
    if (file.size > MOST_BYTES) {
      problem = `“${file.name}” is larger than 60 MB; cut the track to the runs.`;
      return;
    }
    const read = readGpx(await file.text());
    stretches = read.ok ? steadySpeeds(read.track.moments) : [];
    problem = !read.ok
      ? read.message
      : stretches.length === 0
        ? 'No stretch of three seconds was gone straight at one speed.'
        : '';
  }
</script>

<section aria-label="Speed by a track" data-testid="track" class="flex flex-col gap-1">
  <p class="text-ink-soft text-xs">
    A GPX track of the flight or the run. Go the same line both ways: the mean of the two takes wind and
    stream out.
  </p>
  <FileField accept=".gpx,.xml" label="GPX track" testid="track-file" onfile={(file) => void choose(file)} />
  <Alert says={problem} id="track-problem" />
  {#if both}
    <p class="text-sm" data-testid="track-both">
      There and back {figureUnit('speed', both.there.speedMs)} and {figureUnit('speed', both.back.speedMs)}:
      <b class="figure">{figureUnit('speed', both.speedMs)}</b>
      <OutlineButton data-testid="track-take-both" onclick={() => ontake(both.speedMs)}>take it</OutlineButton
      >
    </p>
  {/if}
  <ul class="text-xs">
    {#each stretches as s, k (k)}
      <li class="border-line flex items-center gap-3 border-t py-0.5">
        <span class="figure">{figureUnit('speed', s.speedMs)}</span>
        <span class="text-ink-soft flex-1"
          >{way(s.headingDeg)}, {show(s.toS - s.fromS, 2)} s from {show(s.fromS, 3)} s on</span
        >
        <OutlineButton data-testid={`track-take-${k}`} onclick={() => ontake(s.speedMs)}
          >take it</OutlineButton
        >
      </li>
    {/each}
  </ul>
</section>
