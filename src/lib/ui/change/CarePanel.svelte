<script lang="ts">
  import Choice from '../kit/Choice.svelte';
  import type { Care } from '../../core/change/handling-notes.ts';
  import type { Propulsor } from '../../core/document/schema.ts';
  import { unbroken } from '../format/units.svelte.ts';
  import FindingMark from '../kit/FindingMark.svelte';
  import type { Arms, Placement } from './change-state.svelte.ts';
  import SentenceFigure from '../kit/SentenceFigure.svelte';

  /** What to look after with another propulsor: room, ground, tips, balance; where it is mounted decides some of it. */
  let {
    care,
    propulsor,
    tipGapM,
    onplace,
    onarm
  }: {
    care: readonly Care[];
    /** The propulsor after the change. */
    propulsor: Propulsor;
    /** Gap between tips and airframe, m; null where it is not told. */
    tipGapM: number | null;
    onplace: (placement: Placement) => void;
    onarm: (arms: Arms, label: string) => void;
  } = $props();

  const PLACES: { value: Placement; name: string }[] = [
    { value: 'stand', name: 'in free air' },
    { value: 'nose', name: 'before a nose' },
    { value: 'pusher', name: 'as a pusher' },
    { value: 'tandem-rear', name: 'behind another' }
  ];
  const placement = $derived(propulsor.kind === 'propeller' ? (propulsor.placement ?? 'stand') : null);
</script>

<section aria-labelledby="care-title" data-testid="care">
  <h2 id="care-title">Look after</h2>
  {#if placement}
    <p class="flex flex-wrap items-center gap-x-2 text-xs">
      <label class="flex items-center gap-1"
        >it turns <Choice
          size="line"
          class="w-36"
          items={PLACES}
          value={placement}
          id="placement"
          onchoose={(v) => onplace(v)}
        /></label
      >
      {#if placement === 'pusher'}
        <span
          >with a gap at the tips of <SentenceFigure
            id="tip-gap"
            label="gap at the tips"
            quantity="screwLength"
            value={tipGapM ?? 0}
            onset={(m) => onarm({ tipGapM: Math.max(m, 0) }, 'gap at the tips')}
          /></span
        >
      {/if}
    </p>
  {/if}
  <ul class="text-xs leading-[17px]">
    {#each care as c (c.id)}
      <li class="grid grid-cols-[30px_minmax(0,1fr)] items-start gap-x-2 py-[1px]">
        <FindingMark finding={c.holds === null ? 'unknown' : c.holds ? 'holds' : 'over'} />
        <span>{unbroken(c.text)}</span>
      </li>
    {/each}
  </ul>
</section>
