<script lang="ts">
  import TextField from '../kit/TextField.svelte';
  import Choice from '../kit/Choice.svelte';
  import { toldRail, type OnRail, type RailWord } from '../../core/change/pack-voltage-loads.ts';
  import type { RailPart } from '../../core/document/schema.ts';
  import { enterFigure, type Entry } from '../../core/units/read-figure.ts';
  import AskWays from '../kit/AskWays.svelte';
  import { figureUnit, units } from '../format/units.svelte.ts';
  import FindingMark from '../kit/FindingMark.svelte';

  /** Every part on the pack's rail, asked by name whether it stands the new volts. */
  let {
    list,
    rail,
    beforeV,
    onrail
  }: {
    /** Parts that see higher volts than before. */
    list: readonly OnRail[];
    /** The parts as the setup names them. */
    rail: readonly RailPart[];
    /** Volts of a full pack before the change: what every part has stood so far. */
    beforeV: number;
    /** Called with the parts as they are told now, and what was told. */
    onrail: (rail: RailPart[], label: string) => void;
  } = $props();

  const mark = { yes: 'holds', no: 'over', 'not known': 'unknown' } as const;
  const CHOICES = [
    { value: 'yes', name: 'yes' },
    { value: 'no', name: 'no' },
    { value: 'not known', name: "don't know" }
  ] as const;
  const isAsked = (r: OnRail): boolean => r.kind !== 'esc' && r.kind !== 'receiver-supply';
  const tell = (r: OnRail, word: RailWord): void =>
    onrail(toldRail(rail, r, word, beforeV), `volts of the ${r.name}`);

  /** Volts as they stand in a part's papers; what is no figure is not known. */
  function tellVolts(r: OnRail, typed: string): void {
    const entry = enterFigure(typed, 'voltage', units.choice);
    unclear = entry.is === 'ask' || entry.is === 'none' ? { name: r.name, entry } : null;
    if (unclear === null) tell(r, entry.is === 'figure' && entry.value > 0 ? entry.value : 'not known');
  }

  /** What was typed and may mean two things, or nothing, and of which part. */
  let unclear = $state.raw<{ name: string; entry: Extract<Entry, { is: 'ask' | 'none' }> } | null>(null);
  function choose(r: OnRail, volts: number): void {
    unclear = null;
    tell(r, volts);
  }
</script>

<section aria-labelledby="rail-title" data-testid="rail">
  <h2 id="rail-title">On the same rail</h2>
  {#if list.length === 0}
    <p class="text-ink-soft text-xs leading-4">
      The volts do not rise: what hangs on the pack sees nothing new.
    </p>
  {:else}
    <p class="text-ink-soft text-xs leading-4">
      Each of these sees {figureUnit('voltage', list[0].seesV)} when a full pack is plugged in. Does it stand that?
      Ask its papers, not its looks.
    </p>
    <ul class="mt-1 flex flex-col gap-1">
      {#each list as r (r.name)}
        <li
          class="grid grid-cols-[30px_minmax(0,1fr)_5.9rem] items-center gap-x-2 text-sm"
          data-testid={`rail-${r.kind}`}
        >
          <FindingMark finding={mark[r.stands]} />
          <span class="min-w-0 leading-[15px]"
            >{r.name}<span class="text-2xs text-ink-soft block leading-[15px]"
              >{#if isAsked(r)}<label
                  >to <TextField
                    figure
                    size="note"
                    under
                    class="w-[3.4em]"
                    placeholder="?"
                    aria-label={`volts that the ${r.name} stands`}
                    data-testid={`rail-volts-${r.kind}`}
                    value={r.limitV === null ? '' : String(Number(r.limitV.toFixed(2)))}
                    onchange={(e) => tellVolts(r, e.currentTarget.value)}
                  /> V</label
                >{:else if r.limitV !== null}to {figureUnit('voltage', r.limitV)}{/if}</span
            >{#if unclear?.name === r.name}{#if unclear.entry.is === 'ask'}<AskWays
                  id={`rail-ask-${r.kind}`}
                  question={unclear.entry.question}
                  ways={unclear.entry.ways}
                  onchoose={(volts) => choose(r, volts)}
                />{:else}<span role="alert" class="block text-xs leading-4">{unclear.entry.sentence}</span
                >{/if}{/if}</span
          >
          {#if isAsked(r)}
            <Choice
              size="note"
              label={`Does the ${r.name} stand it?`}
              class="w-full"
              items={CHOICES}
              value={r.stands}
              onchoose={(v) => tell(r, v)}
            />
          {:else}<span class="text-xs">{r.stands === 'not known' ? "don't know" : r.stands}</span>{/if}
        </li>
      {/each}
    </ul>
  {/if}
</section>
