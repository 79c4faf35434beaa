<script lang="ts">
  import OutlineButton from '../kit/OutlineButton.svelte';
  import Choice from '../kit/Choice.svelte';
  import { STAND_FAULTS } from '../../core/document/run-schema.ts';
  import { FAULT_WORDS } from '../../core/testing/stand/faults.ts';
  import { show } from '../../core/units/show.ts';
  import type { TestState } from './test-state.svelte.ts';

  /** The simulated stand: what may be wrong with it, its throttle, and start or stop, which is the largest thing there is. */
  let {
    view,
    from
  }: {
    view: TestState;
    /** Where readings come from when a run is started. */
    from: 'stand' | 'serial';
  } = $props();

  const going = $derived(view.live !== null && view.live.end === null);
  const throttle = $derived(view.live?.throttle ?? 0);
  const isMeter = $derived(going ? view.live?.run.details.source === 'serial' : from === 'serial');
  const stops = $derived(
    (view.stage?.watch ?? []).filter((w) => w.stopAt !== null).length > 0
      ? 'stops by itself at the dashed lines and after its time; space bar stops too'
      : 'space bar stops too'
  );
</script>

<div
  class="bg-page border-line sticky bottom-0 z-10 flex flex-wrap items-center gap-x-4 gap-y-2 border-t px-4 py-2"
  data-testid="stand"
>
  {#if isMeter}
    <p class="min-w-[16rem] flex-1 text-sm">
      {going
        ? 'The meter is recorded. Stop ends the recording; close the throttle with your own hand.'
        : 'Start, then bring the throttle up in steps and hold each for a few seconds.'}
    </p>
  {:else}
    <label class="flex min-w-[16rem] flex-1 items-center gap-3 text-sm"
      >throttle
      <input
        type="range"
        min="0"
        max="1"
        step="0.01"
        class="accent-cold h-8 min-w-0 flex-1"
        disabled={!going}
        data-testid="throttle"
        value={throttle}
        oninput={(e) => view.live?.setThrottle(e.currentTarget.valueAsNumber)}
      />
      <span class="figure w-14 text-right text-lg whitespace-nowrap">{show(100 * throttle, 2)} %</span></label
    >
  {/if}
  {#if going}
    <div class="flex gap-1" hidden={isMeter}>
      {#each [0, 0.3, 0.5, 0.75, 1] as t (t)}
        <OutlineButton
          class="figure"
          data-testid={`throttle-${100 * t}`}
          onclick={() => view.live?.setThrottle(t)}>{100 * t}</OutlineButton
        >
      {/each}
    </div>
    <OutlineButton size="huge" filled data-testid="stop" onclick={() => void view.live?.stop()}
      >Stop</OutlineButton
    >
  {:else}
    <label class="flex items-center gap-2 text-xs" hidden={isMeter}
      >what may be wrong with it
      <Choice
        class="w-56"
        items={[
          { value: 'none', name: 'nothing, label errors only' },
          ...STAND_FAULTS.map((f) => ({ value: f, name: FAULT_WORDS[f] }))
        ]}
        value={view.fault ?? 'none'}
        id="fault"
        onchoose={(v) => (view.fault = STAND_FAULTS.find((f) => f === v) ?? null)}
      /></label
    >
    <OutlineButton
      size="huge"
      data-testid="start"
      disabled={!view.stage || (isMeter && !view.meter?.mapping)}
      onclick={() => void view.start(from)}>Start</OutlineButton
    >
  {/if}
  <p class="text-ink-soft text-2xs w-full">
    {isMeter
      ? 'Your motor, or a simulated meter: Iskarn cannot close its throttle. It tells when a limit is passed.'
      : `A simulated stand that ships with Iskarn, not your motor: ${stops}.`}
  </p>
</div>
