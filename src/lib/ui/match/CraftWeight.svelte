<script lang="ts">
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
    <select
      class="border-line text-ink-soft hover:border-cold h-5 w-full rounded-[2px] border bg-transparent !px-1 !py-0 text-xs leading-4"
      data-testid="weight-by"
      value={byParts ? 'parts' : 'all-up'}
      onchange={(e) => weigh(e.currentTarget.value === 'parts')}
    >
      <option value="all-up">all-up, as typed</option>
      <option value="parts">airframe plus parts</option>
    </select></label
  >
  {#if other}
    <div class="border-ink mt-1 border-l-4 pl-1.5" role="status" data-testid="other-weight">
      <p>
        {other.impossible
          ? `The parts alone weigh ${kg(other.partsKg)}, more than the craft. Parts and airframe: ${kg(other.sumKg)}?`
          : `Parts and airframe add up to ${kg(other.sumKg)}: use that?`}
      </p>
      <button
        class="press text-cold underline"
        data-testid="weight-use"
        onclick={() => void view.edit([{ path: 'craft.massKg', value: other.sumKg }], 'all-up weight')}
        >Use {kg(other.sumKg)}</button
      >
      <button
        class="press text-cold ml-2 underline"
        data-testid="weight-keep"
        onclick={() => void view.edit([{ path: 'craft.massKg', value: other.typedKg }], 'all-up weight kept')}
        >Keep {kg(other.typedKg)}</button
      >
    </div>
  {/if}
</div>
