<script lang="ts">
  import TextButton from '../kit/TextButton.svelte';
  import { partWord } from '../../core/document/part-words.ts';
  import type { SetupDocument } from '../../core/document/schema.ts';
  import { retiredIn, usesKnownCalibration, usesPackHealth } from '../../core/model/known.ts';
  import { figureUnit } from '../format/units.svelte.ts';
  import type { MatchState } from './match-state.svelte.ts';

  /** What the shelf knows of the parts and predictions follow: said once, and left out on a press. */
  let { view }: { view: MatchState } = $props();

  const document = $derived(view.document);
  const known = $derived(document.known);
  type Left = NonNullable<SetupDocument['leaveOut']>[number];

  /** Leaves something of the shelf's knowledge out, or takes it in again. */
  function leave(what: Left, out: boolean): void {
    void view.replace(
      (present) => ({
        ...present,
        leaveOut: [...(present.leaveOut ?? []).filter((w) => w !== what), ...(out ? [what] : [])]
      }),
      out ? 'left out what the shelf knows' : 'what the shelf knows is used'
    );
  }
  const retired = $derived(retiredIn(document));
</script>

{#snippet note(what: Left, text: string, used: boolean)}
  <p
    class="border-line bg-sheet mb-1 flex justify-between gap-3 border-l-4 px-2 py-0.5 text-xs leading-4"
    data-testid={`known-${what}`}
  >
    <span class={used ? '' : 'text-ink-soft'}>{text}</span>
    <TextButton class="shrink-0" data-testid={`leave-${what}`} onclick={() => leave(what, used)}
      >{used ? 'Leave it out' : 'Use it'}</TextButton
    >
  </p>
{/snippet}

{#each retired as r (r.part)}
  <p
    class="border-ink bg-sheet mb-1 border-l-4 px-2 py-0.5 text-sm leading-4"
    role="status"
    data-testid="retired"
  >
    The {partWord(r.part, document.propulsor.kind)} “{r.name}” is retired on your shelf{r.why
      ? `: ${r.why}`
      : ''}. Choose another one.
  </p>
{/each}
{#if known?.calibration && document.calibration == null}
  {@const used = usesKnownCalibration(document)}
  {@render note(
    'calibration',
    used
      ? `Predictions follow ${known.calibrationFrom ?? 'what the shelf knows of these parts'}.`
      : `Left out: ${known.calibrationFrom ?? 'what the shelf knows of these parts'}.`,
    used
  )}
{/if}
{#if known?.battery && known.battery.name === document.battery.name}
  {@const used = usesPackHealth(document)}
  {@const { cellResistanceOhm: ohm, health } = known.battery}
  {@render note(
    'pack-health',
    `${used ? 'This pack as it was measured' : 'Left out, this pack as it was measured'}: ${[
      ...(ohm == null ? [] : [`${figureUnit('milliohm', ohm)} a cell`]),
      ...(health.credibleA == null
        ? []
        : [`realistic continuous current ${figureUnit('current', health.credibleA)}`])
    ].join(', ')}. ${health.says}`,
    used
  )}
{/if}
