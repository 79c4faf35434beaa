<script lang="ts">
  import Alert from '../kit/Alert.svelte';
  import TextButton from '../kit/TextButton.svelte';
  import Choice from '../kit/Choice.svelte';
  import { RECORDED_CHANNELS, channel } from '../../core/registry/channels.ts';
  import { onMount } from 'svelte';
  import { Button } from 'flowbite-svelte';
  import type { SetupDocument } from '../../core/document/schema.ts';
  import { figureUnit } from '../format/units.svelte.ts';
  import ColumnsTable from './ColumnsTable.svelte';
  import type { Meter } from './meter.svelte.ts';
  import { chosenPort, hasSerial, simulatedPort } from './ports.ts';

  /** A meter that writes lines of text to a port of this computer: connected, its columns said, then recorded. */
  let {
    meter,
    document,
    seed
  }: {
    meter: Meter;
    /** The setup, which the simulated meter is of. */
    document: SetupDocument;
    /** Draws the simulated meter's hidden truth; null for a new one each time. */
    seed: number | null;
  } = $props();

  const BAUDS = [1200, 2400, 4800, 9600, 19_200, 38_400, 57_600, 115_200, 230_400, 460_800, 921_600];
  onMount(() => meter.recallBaud(BAUDS));
  const read = $derived(
    meter.sample
      ? RECORDED_CHANNELS.filter((c) => meter.sample?.[c] != null).map((c) => [c, meter.sample?.[c]] as const)
      : []
  );
</script>

<section aria-label="A meter on a port" data-testid="meter-panel" class="flex flex-col gap-2">
  {#if !meter.port}
    <p class="text-ink-soft text-xs">
      Any meter or logger that writes lines of figures. Iskarn only listens: the throttle stays in your hand,
      and so does closing it.
    </p>
    <div class="flex flex-wrap items-center gap-3 text-sm">
      <label class="flex items-center gap-2 text-xs"
        >bits a second
        <Choice
          size="form"
          class="w-28"
          items={BAUDS.map((b) => ({ value: b, name: String(b) }))}
          bind:value={meter.baud}
          id="meter-baud"
        /></label
      >
      <Button
        size="sm"
        class="py-1"
        disabled={meter.busy || !hasSerial()}
        data-testid="meter-connect"
        onclick={() => void meter.connect(chosenPort)}>choose a port</Button
      >
      <TextButton
        size="sm"
        data-testid="meter-simulated"
        onclick={() =>
          void meter.connect(() =>
            Promise.resolve(
              simulatedPort(
                $state.snapshot(document) as SetupDocument,
                seed ?? Math.floor(Math.random() * 2 ** 32)
              )
            )
          )}>a simulated meter</TextButton
      >
    </div>
    {#if !hasSerial()}<p class="text-xs">
        This browser opens no serial ports; a file that the meter wrote is read in any.
      </p>{/if}
  {:else}
    <div class="flex flex-wrap items-baseline gap-3 text-sm">
      <span role="status" data-testid="meter-state"
        >{meter.lines === 0 ? 'listening …' : `${meter.lines} lines`}{meter.wasRemembered
          ? ', columns as the last time'
          : ''}</span
      >
      <span class="figure text-ink-soft max-w-full min-w-0 flex-1 truncate text-xs" data-testid="meter-line"
        >{meter.last}</span
      >
      <TextButton size="sm" data-testid="meter-leave" onclick={() => void meter.disconnect()}
        >disconnect</TextButton
      >
    </div>
    {#if read.length > 0}
      <p class="figure flex flex-wrap gap-x-4 text-xs" data-testid="meter-sample">
        {#each read as [c, value] (c)}<span
            >{channel(c).title} {figureUnit(channel(c).quantity, value as number)}</span
          >{/each}
      </p>
    {/if}
    {#if meter.mapping}
      <label class="flex items-center gap-1 text-xs max-sm:min-h-11"
        ><input
          type="checkbox"
          checked={meter.mapping.decimal === ','}
          onchange={(e) => meter.setDecimal(e.currentTarget.checked ? ',' : '.')}
        /> decimal comma</label
      >
      <ColumnsTable
        columns={meter.mapping.columns}
        rows={meter.rows}
        oncolumn={(at, column) => meter.setColumn(at, column)}
      />
    {/if}
  {/if}
  <Alert says={meter.problem} id="meter-problem" />
</section>
