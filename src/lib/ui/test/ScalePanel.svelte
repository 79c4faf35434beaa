<script lang="ts">
  import TextField from '../kit/TextField.svelte';
  import Alert from '../kit/Alert.svelte';
  import OutlineButton from '../kit/OutlineButton.svelte';
  import Choice from '../kit/Choice.svelte';
  import { readPlain } from '../../core/units/read-figure.ts';
  import {
    thrustFromScale,
    type ScaledThrust,
    type ScaleGeometry
  } from '../../core/testing/instruments/thrust-scale.ts';
  import { show } from '../../core/units/show.ts';
  import { figureUnit } from '../format/units.svelte.ts';

  /** Thrust by a kitchen scale: straight on it, by a lever, or by a line at an angle. */
  let {
    ontake
  }: {
    /** Called with the thrust that is taken, N. */
    ontake: (thrustN: number) => void;
  } = $props();

  type Kind = ScaleGeometry['kind'];
  const KINDS: readonly { value: Kind; name: string }[] = [
    { value: 'direct', name: 'straight on the scale' },
    { value: 'lever', name: 'by a lever' },
    { value: 'tilted', name: 'by a line at an angle' }
  ];
  const FIELDS: readonly (readonly [id: string, title: string, of: Kind | null])[] = [
    ['read', 'it shows, g', null],
    ['tare', 'at rest, g', null],
    ['thrustArm', 'pivot to motor, mm', 'lever'],
    ['scaleArm', 'pivot to scale, mm', 'lever'],
    ['angle', 'angle, °', 'tilted']
  ];
  let kind = $state<Kind>('direct');
  let typed = $state<Record<string, string>>({ read: '', tare: '0', thrustArm: '', scaleArm: '', angle: '' });
  const shown = $derived(FIELDS.filter(([, , of]) => of === null || of === kind));
  /** What such figures are: decides a comma that may part thousands. */
  const RANGES: Record<string, [number, number]> = {
    read: [2, 100_000],
    tare: [2, 100_000],
    thrustArm: [10, 5000],
    scaleArm: [10, 5000],
    angle: [0, 90]
  };
  const n = (id: string): number => readPlain(typed[id], RANGES[id]) ?? NaN;
  const told = $derived.by((): { thrust: ScaledThrust | null; problem: string } => {
    if (shown.some(([id]) => typed[id].trim() === '')) return { thrust: null, problem: '' };
    const wrong = shown.find(([id]) => !Number.isFinite(n(id)));
    if (wrong) return { thrust: null, problem: `“${typed[wrong[0]]}” is not a number (${wrong[1]}).` };
    try {
      const geometry: ScaleGeometry =
        kind === 'lever'
          ? { kind, thrustArmM: n('thrustArm') / 1000, scaleArmM: n('scaleArm') / 1000 }
          : kind === 'tilted'
            ? { kind, angleDeg: n('angle') }
            : { kind };
      return { thrust: thrustFromScale(n('read') / 1000, n('tare') / 1000, geometry), problem: '' };
    } catch (error) {
      return { thrust: null, problem: `${(error as Error).message.replace(/^\w+: /, '')}.` };
    }
  });
</script>

<section aria-label="Thrust on a kitchen scale" data-testid="scale" class="flex flex-col gap-1">
  <p class="text-ink-soft text-xs">
    The craft pushes down on the scale, or pulls it by a lever or a line. Note what it shows at rest, then at
    full pull; stand clear of the propeller’s plane.
  </p>
  <div class="flex flex-wrap items-end gap-2 text-xs">
    <label class="flex flex-col"
      >how <Choice size="form" class="w-44" items={[...KINDS]} id="scale-kind" bind:value={kind} /></label
    >
    {#each shown as [id, title] (id)}
      <label class="flex flex-col"
        >{title}<TextField figure class="w-24" data-testid={`scale-${id}`} bind:value={typed[id]} /></label
      >
    {/each}
  </div>
  <Alert says={told.problem} />
  {#if told.thrust}
    {@const t = told.thrust}
    <p class="text-sm" data-testid="scale-thrust">
      <b class="figure">{figureUnit('thrust', t.thrustN)}</b> ± {show(100 * t.relativeSd, 2)} %
      <span class="text-ink-soft figure text-xs">{t.working}</span>
      <OutlineButton data-testid="scale-take" onclick={() => ontake(t.thrustN)}>take it</OutlineButton>
    </p>
  {/if}
</section>
