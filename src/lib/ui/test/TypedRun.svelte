<script lang="ts">
  import TextField from '../kit/TextField.svelte';
  import Alert from '../kit/Alert.svelte';
  import TextButton from '../kit/TextButton.svelte';
  import type { RunReading } from '../../core/document/run-schema.ts';
  import {
    channel,
    RECORDED_CHANNELS,
    warmthLast,
    type RecordedChannel
  } from '../../core/registry/channels.ts';
  import { Button } from 'flowbite-svelte';
  import type { SetupDocument } from '../../core/document/schema.ts';
  import { unloadedRpmAt } from '../../core/testing/instruments/unloaded-rpm.ts';
  import type { ReadingRanges } from '../../core/testing/reading-ranges.ts';
  import { enterFigure, inUnit, readFigure, type Entry } from '../../core/units/read-figure.ts';
  import { askWorker } from '../../workers/client.ts';
  import AskWays from '../kit/AskWays.svelte';
  import { displayUnit, type QuantityName } from '../../core/units/quantity.ts';
  import { show } from '../../core/units/show.ts';
  import { units } from '../format/units.svelte.ts';
  import TabRow from '../kit/TabRow.svelte';
  import EarPanel from './EarPanel.svelte';
  import ImpliedLine from './ImpliedLine.svelte';
  import ScalePanel from './ScalePanel.svelte';
  import TrackPanel from './TrackPanel.svelte';

  /** Readings of a run that are typed from a meter: one line a throttle, in the user's units. */
  let {
    throttle,
    document,
    onlog
  }: {
    /** Throttle of the stage. */
    throttle: number;
    /** The setup: its blades and KV are what the ear is told. */
    document: SetupDocument;
    /** Called with the readings; true where they were kept. */
    onlog: (readings: RunReading[]) => Promise<boolean>;
  } = $props();

  type Field = RecordedChannel;
  const FIELDS = warmthLast(RECORDED_CHANNELS).map((field) => {
    const { head, name, quantity } = channel(field);
    return [field, head ?? name, quantity] as const;
  });
  /** The unit behind a title, where the title is not the unit itself. */
  const unitOf = (title: string, quantity: QuantityName): string => {
    const { label } = displayUnit(quantity, units.choice);
    return label === title ? '' : ` ${label}`;
  };
  const blank = (): Partial<Record<Field, string>> => ({ throttle: String(Math.round(100 * throttle)) });
  let lines = $state<Partial<Record<Field, string>>[]>([blank()]);
  let problem = $state('');
  let busy = $state(false);

  /** Volts of the line that is written; null where there are none. */
  const volts = $derived.by(() => {
    const value = readFigure(lines[lines.length - 1].batteryVoltageV ?? '', 'voltage', units.choice);
    return value != null && value > 0 ? value : null;
  });
  let instrument = $state('ear');
  /** Puts what an instrument told into the line that is written, in the user's units. */
  function put(field: Field, value: number): void {
    const shown = value / displayUnit(channel(field).quantity, units.choice).inSi;
    lines[lines.length - 1][field] = show(shown, 4).replace(/[^\d.-]/g, '');
  }
  /** Volts and amps of the line that is written, where rpm and thrust are not read; null where they are. */
  const alone = $derived.by(() => {
    const line = lines[lines.length - 1];
    const made = read(line, 0);
    if (typeof made === 'string' || 'entry' in made || made.rpm != null || made.thrustN != null) return null;
    const { batteryVoltageV, batteryCurrentA, speedMs } = made;
    return batteryVoltageV && batteryCurrentA
      ? { volts: batteryVoltageV, amps: batteryCurrentA, speedMs }
      : null;
  });
  const isBlank = (line: Partial<Record<Field, string>>): boolean =>
    FIELDS.every(([f]) => f === 'throttle' || (line[f] ?? '').trim() === '');

  /** What readings of this setup can be; nothing is known until it is worked out. */
  let ranges = $state.raw<ReadingRanges>({});
  $effect(() => {
    const setup = $state.snapshot(document) as SetupDocument;
    void askWorker('quick', (w) => w.readingRanges(setup)).then((found) => (ranges = found));
  });

  /** A question about one figure of a line. */
  interface Asked {
    readonly at: number;
    readonly field: Field;
    readonly title: string;
    readonly entry: Extract<Entry, { is: 'ask' }>;
  }
  let asked = $state.raw<Asked | null>(null);
  /** Readings that were chosen, SI, each for the text it was chosen for. */
  let chosen: Record<string, { text: string; value: number }> = {};
  const keyOf = (at: number, field: Field): string => `${at}.${field}`;

  /** A line in SI; what is wrong with it in words, or what is to be asked. */
  function read(line: Partial<Record<Field, string>>, at: number): RunReading | string | Asked {
    const out: Partial<Record<Field, number | null>> = {};
    for (const [field, title, quantity] of FIELDS) {
      const text = line[field] ?? '';
      const kept = chosen[keyOf(at, field)];
      const entry = enterFigure(text, quantity, units.choice, { range: ranges[field] });
      if (kept?.text === text) out[field] = kept.value;
      else if (entry.is === 'none') return `${title}, line ${at + 1}: ${entry.sentence}`;
      else if (entry.is === 'ask') return { at, field, title, entry };
      else {
        const value = entry.is === 'empty' ? null : entry.value;
        if (value !== null && isFarOff(value, ranges[field]))
          return { at, field, title, entry: farOff(value, quantity) };
        out[field] = value;
      }
    }
    const { throttle: share, speedMs, ...rest } = out;
    return { throttle: share ?? 1, speedMs: speedMs ?? 0, ...rest } as RunReading;
  }

  const isFarOff = (value: number, range: readonly [number, number] | undefined): boolean =>
    range !== undefined && value !== 0 && (value < range[0] || value > range[1]);

  /** A figure that this setup can hardly show. */
  function farOff(value: number, quantity: QuantityName): Extract<Entry, { is: 'ask' }> {
    const words = inUnit(value, displayUnit(quantity, units.choice));
    return {
      is: 'ask',
      question: `${words} is far from what this setup can do. Keep it as it was read, or correct it above.`,
      ways: [{ value, words: `keep ${words}` }]
    };
  }

  function choose(value: number): void {
    if (asked === null) return;
    const { at, field } = asked;
    const quantity = channel(field).quantity;
    const text = inUnit(value, { ...displayUnit(quantity, units.choice), label: '' }).replace(/\s/g, '');
    lines[at][field] = text;
    chosen = { ...chosen, [keyOf(at, field)]: { text, value } };
    asked = null;
    void log();
  }

  async function log(): Promise<void> {
    const written = lines.map((l, k) => [l, k] as const).filter(([l]) => !isBlank(l));
    const made = written.map(([l, k]) => read(l, k));
    const wrong = made.find((m) => typeof m === 'string');
    asked = made.find((m): m is Asked => typeof m === 'object' && 'entry' in m) ?? null;
    problem = wrong ?? (made.length === 0 ? 'Give what the meter showed: amps, volts, rpm or thrust.' : '');
    if (problem || asked) return;
    busy = true;
    if (await onlog(made as RunReading[])) {
      lines = [blank()];
      chosen = {};
    }
    busy = false;
  }
</script>

<section aria-label="Typed readings" data-testid="typed" class="flex flex-col gap-2">
  <div class="overflow-x-auto">
    <table class="text-sm">
      <thead class="text-ink-soft text-xs">
        <tr
          >{#each FIELDS as [field, title, quantity] (field)}<th class="px-1 text-right font-normal"
              >{title}{unitOf(title, quantity)}</th
            >{/each}</tr
        >
      </thead>
      <tbody>
        {#each lines as line, k (k)}
          <tr>
            {#each FIELDS as [field, title] (field)}
              <td class="px-1 py-0.5"
                ><TextField
                  figure
                  class="w-[4.6rem]"
                  aria-label={`${title}, line ${k + 1}`}
                  data-testid={`typed-${k}-${field}`}
                  value={line[field] ?? ''}
                  oninput={(e) => {
                    line[field] = e.currentTarget.value;
                    asked = null;
                  }}
                  onkeydown={(e) => e.key === 'Enter' && void log()}
                /></td
              >
            {/each}
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
  {#if asked}<p class="border-ink mt-1 border-l-4 pl-2">
      <span class="text-ink-soft text-xs">{asked.title}, line {asked.at + 1}</span>
      <AskWays question={asked.entry.question} ways={asked.entry.ways} onchoose={choose} id="typed-ask" />
    </p>{/if}
  <Alert says={problem} class="mt-1" />
  <div class="mt-1 flex items-center gap-3">
    <Button
      size="sm"
      class="py-1 whitespace-nowrap"
      disabled={busy}
      data-testid="typed-log"
      onclick={() => void log()}>log it</Button
    >
    <TextButton size="sm" data-testid="typed-more" onclick={() => (lines = [...lines, blank()])}
      >one more throttle</TextButton
    >
    <span class="text-ink-soft text-xs"
      >Steady readings; the amps at their highest, the volts at their lowest.</span
    >
  </div>
  {#if alone}<ImpliedLine {document} volts={alone.volts} amps={alone.amps} speedMs={alone.speedMs} />{/if}
  <TabRow
    tabs={[
      ['ear', 'rpm by ear'],
      ['scale', 'thrust on a scale'],
      ['track', 'speed by a track']
    ]}
    selected={instrument}
    label="Instruments that everyone owns"
    prefix="instrument"
    onselect={(id) => (instrument = id)}
  >
    {#if instrument === 'ear'}
      <EarPanel
        blades={document.propulsor.blades ?? 2}
        unloadedRpm={volts === null ? null : unloadedRpmAt(document, volts)}
        ontake={(rpm) => put('rpm', Math.round(rpm))}
      />
    {:else if instrument === 'scale'}
      <ScalePanel ontake={(thrustN) => put('thrustN', thrustN)} />
    {:else}
      <TrackPanel ontake={(speedMs) => put('speedMs', speedMs)} />
    {/if}
  </TabRow>
</section>
