<script lang="ts">
  import { Range } from 'flowbite-svelte';
  import { figure, figureUnit } from '../format/units.svelte.ts';
  import type { MatchState } from './match-state.svelte.ts';

  /** The point that is looked at: throttle, charge and speed. */
  let { view }: { view: MatchState } = $props();

  const throttle = $derived(view.point.throttle ?? 1);
  const charge = $derived(view.point.stateOfCharge ?? 1);
  const speed = $derived(view.point.speedMs ?? 0);
  const title = $derived(
    `${throttle === 1 ? 'Full throttle' : `${figure('share', throttle)} % throttle`}, ${
      speed === 0 ? 'standing still' : `at ${figureUnit('speed', speed)}`
    }, ${charge === 1 ? 'full pack' : `${figure('share', charge)} % charge`}`
  );

  function look(change: { throttle?: number; stateOfCharge?: number; speedMs?: number }): void {
    void view.look({ throttle, speedMs: speed, stateOfCharge: charge, ...change });
  }
  const SLIDERS = $derived([
    { name: 'throttle', min: 0.05, max: 1, step: 0.05, value: throttle, key: 'throttle', width: 'w-20' },
    { name: 'charge', min: 0, max: 1, step: 0.05, value: charge, key: 'stateOfCharge', width: 'w-16' },
    { name: 'speed', min: 0, max: 40, step: 1, value: speed, key: 'speedMs', width: 'w-16' }
  ]);
</script>

<div class="text-ink-soft flex flex-wrap items-center justify-between gap-x-4 px-1 pb-1 text-xs">
  <span data-testid="point-title">{title}</span>
  <span class="flex flex-wrap items-center gap-3">
    {#each SLIDERS as s (s.name)}
      <label class="flex items-center gap-1"
        >{s.name}
        <Range
          appearance="none"
          size="sm"
          min={s.min}
          max={s.max}
          step={s.step}
          value={s.value}
          aria-label={s.name}
          data-testid={`look-${s.name}`}
          class={`${s.width} accent-cold`}
          oninput={(e) => look({ [s.key]: Number((e.currentTarget as HTMLInputElement).value) })}
        /></label
      >
    {/each}
  </span>
</div>
