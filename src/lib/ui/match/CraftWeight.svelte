<script lang="ts">
  import Choice from '../kit/Choice.svelte';
  import TextButton from '../kit/TextButton.svelte';
  import { otherWeightOf, partsKg } from '../../core/model/all-up-mass.ts';
  import { figureUnit } from '../format/units.svelte.ts';
  import type { MatchState } from './match-state.svelte.ts';

  /** How the weight of the craft is given, and what its parts would make of it: only the user's press moves what he typed. */
  let { view }: { view: MatchState } = $props();

  const craft = $derived(view.document.craft);
  const byParts = $derived(craft.airframeMassKg != null);
  const other = $derived(otherWeightOf(view.document));
  const kg = (value: number): string => figureUnit('craftMass', value);

  /** All-up weight as it is typed, or an airframe to which the chosen parts add. */
  function weigh(parts: boolean): void {
    const airframe = Math.max(craft.massKg - partsKg(view.document), 0.05 * craft.massKg);
    void view.edit(
      [{ path: 'craft.airframeMassKg', value: parts ? Number(airframe.toPrecision(4)) : null }],
      'how the weight is given'
    );
  }
</script>

<div class="text-2xs leading-4" data-testid="craft-weight">
  <label class="text-ink-soft flex items-center gap-1"
    ><span class="sr-only">how the weight is given</span>
    <Choice
      size="cell"
      class="w-full"
      id="weight-by"
      value={byParts ? 'parts' : 'all-up'}
      items={[
        { value: 'all-up', name: 'all-up, as typed' },
        { value: 'parts', name: 'airframe plus parts' }
      ]}
      onchoose={(by) => weigh(by === 'parts')}
    /></label
  >
  {#if other}
    <div class="border-ink mt-1 border-l-4 pl-1.5" role="status" data-testid="other-weight">
      <p>
        {other.impossible
          ? `The parts alone weigh ${kg(other.partsKg)}, more than the craft. Parts and airframe: ${kg(other.sumKg)}?`
          : `Parts and airframe add up to ${kg(other.sumKg)}: use that?`}
      </p>
      <TextButton
        tone="cold"
        data-testid="weight-use"
        onclick={() => void view.edit([{ path: 'craft.massKg', value: other.sumKg }], 'all-up weight')}
        >Use {kg(other.sumKg)}</TextButton
      >
      <TextButton
        tone="cold"
        class="ml-2"
        data-testid="weight-keep"
        onclick={() => void view.edit([{ path: 'craft.massKg', value: other.typedKg }], 'all-up weight kept')}
        >Keep {kg(other.typedKg)}</TextButton
      >
    </div>
  {/if}
</div>
