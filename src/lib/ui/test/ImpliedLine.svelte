<script lang="ts">
  import type { SetupDocument } from '../../core/document/schema.ts';
  import type { Implied } from '../../core/testing/compare/implied.ts';
  import { askWorker } from '../../workers/client.ts';
  import { figure, figureUnit } from '../format/units.svelte.ts';

  /** From volts and amps alone: the rpm, thrust and pitch speed that they imply of this powertrain, with their bands. */
  let {
    document,
    volts,
    amps,
    speedMs = 0
  }: {
    /** The setup as it was run. */
    document: SetupDocument;
    /** At the pack under load, V. */
    volts: number;
    amps: number;
    /** m/s; 0 by default. */
    speedMs?: number;
  } = $props();

  let told = $state.raw<Implied | null | undefined>(undefined);
  $effect(() => {
    const asked = { batteryVoltageV: volts, batteryCurrentA: amps, speedMs };
    const setup = document;
    let isNew = true;
    // a figure that is being typed is not asked digit by digit
    const timer = setTimeout(() => {
      void askWorker('thorough', (w) => w.implied(setup, asked)).then((answer) => {
        if (isNew) told = answer;
      });
    }, 250);
    return () => {
      isNew = false;
      clearTimeout(timer);
    };
  });
  const banded = (
    quantity: 'rpm' | 'thrust' | 'speed',
    value: number,
    band: readonly number[] | undefined
  ): string =>
    band ? `${figure(quantity, band[0])} to ${figureUnit(quantity, band[1])}` : figureUnit(quantity, value);
</script>

{#if told === null}
  <p class="text-xs" data-testid="implied">
    This powertrain cannot draw {figureUnit('current', amps)} at {figureUnit('voltage', volts)}: is another
    propulsor on it, or a reading wrong?
  </p>
{:else if told}
  <p class="figure text-xs" data-testid="implied">
    Volts and amps alone imply {banded('rpm', told.rpm, told.band?.rpm)}, thrust {banded(
      'thrust',
      told.thrustN,
      told.band?.thrustN
    )}, pitch speed {banded('speed', told.pitchSpeedMs, told.band?.pitchSpeedMs)}.
  </p>
{/if}
