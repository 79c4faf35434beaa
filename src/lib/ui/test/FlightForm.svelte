<script lang="ts">
  import TextField from '../kit/TextField.svelte';
  import Alert from '../kit/Alert.svelte';
  import { readPlain } from '../../core/units/read-figure.ts';
  import { Button } from 'flowbite-svelte';

  /** What a flight or a run on the water left in the pack: its time, and the resting volts or what went back in. */
  let {
    onleft
  }: {
    /** Called with what was typed; the time is always there. */
    onleft: (left: { seconds: number; restedCellV: number | null; chargedAh: number | null }) => void;
  } = $props();

  const FIELDS = [
    ['seconds', 'seconds in the air or on the water', [1, 36_000]],
    ['rested', 'resting volts per cell', [0.8, 4.5]],
    ['charged', 'or Ah put back', [0.005, 100]]
  ] as const;
  let typed = $state<Record<(typeof FIELDS)[number][0], string>>({ seconds: '', rested: '', charged: '' });
  let problem = $state('');

  const read = (text: string, range: readonly [number, number]): number | null => readPlain(text, range);
  function note(): void {
    const [seconds, restedCellV, chargedAh] = FIELDS.map(([id, , range]) => read(typed[id], range));
    const wrong = FIELDS.find(([id, , range]) => Number.isNaN(read(typed[id], range)));
    problem = wrong
      ? `“${typed[wrong[0]]}” is not a number (${wrong[1]}).`
      : seconds === null || (restedCellV === null && chargedAh === null)
        ? 'Give how long it was, and the resting volts per cell or the ampere-hours that went back in.'
        : restedCellV !== null && (restedCellV < 0.8 || restedCellV > 4.5)
          ? `${typed.rested} V is not what a cell rests at: give the volts of one cell, not of the pack.`
          : '';
    if (problem === '') onleft({ seconds: seconds as number, restedCellV, chargedAh });
  }
</script>

<div class="flex flex-wrap items-end gap-3 text-sm" data-testid="flight">
  {#each FIELDS as [id, title] (id)}
    <label class="flex flex-col text-xs"
      >{title}
      <TextField
        figure
        class="w-28"
        data-testid={`left-${id}`}
        bind:value={typed[id]}
        onkeydown={(e) => e.key === 'Enter' && note()}
      /></label
    >
  {/each}
  <Button size="sm" class="py-1" data-testid="left-note" onclick={note}>note it</Button>
</div>
<Alert says={problem} />
