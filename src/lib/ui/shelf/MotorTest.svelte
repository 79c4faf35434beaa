<script lang="ts">
  import TextField from '../kit/TextField.svelte';
  import Alert from '../kit/Alert.svelte';
  import Choice from '../kit/Choice.svelte';
  import { readPlain } from '../../core/units/read-figure.ts';
  import { Button } from 'flowbite-svelte';
  import { kvByOneReading } from '../../core/shelf/kv-by-one-reading.ts';
  import { evaluateMotorTest, type MotorFigure, type MotorTestResult } from '../../core/shelf/motor-test.ts';
  import type { StoredPart } from '../../core/document/stored.ts';
  import { show } from '../../core/units/show.ts';
  import TabRow from '../kit/TabRow.svelte';
  import { freshPart } from './fresh-part.ts';
  import Dialog from '../kit/Dialog.svelte';

  /** The two-measurement motor test: readings become KV, R and I0 with their tolerance. */
  let {
    parts,
    onclose,
    onkeep
  }: {
    parts: StoredPart[];
    onclose: () => void;
    /** Called with the part that carries what was measured: one of the shelf, or a new one. */
    onkeep: (part: StoredPart) => void;
  } = $props();
  let open = $state(true);
  let chosen = $state('');
  const motors = $derived(parts.filter((p) => p.kind === 'motor'));
  let read = $state<Record<string, string>>({
    lv: '',
    la: '',
    lr: '',
    hv: '',
    ha: '',
    hr: '',
    sv: '',
    sa: '',
    dr: '',
    dv: '',
    ur: '',
    uv: '',
    ua: '',
    uo: ''
  });
  const FIELDS = [
    ['lv', 'low: volts'],
    ['la', 'amps'],
    ['lr', 'rpm'],
    ['hv', 'high: volts'],
    ['ha', 'amps'],
    ['hr', 'rpm'],
    ['sv', 'shaft held: volts across two leads'],
    ['sa', 'amps through them']
  ] as const;
  /** Single readings that tell the KV alone. */
  const ONE: Readonly<Record<'drill' | 'unloaded', readonly (readonly [string, string])[]>> = {
    drill: [
      ['dr', 'rpm of the drill'],
      ['dv', 'volts between two leads']
    ],
    unloaded: [
      ['ur', 'rpm, propeller off'],
      ['uv', 'volts at full throttle'],
      ['ua', 'amps'],
      ['uo', 'winding, mΩ (if known)']
    ]
  };
  type Way = 'two' | 'drill' | 'unloaded';
  let way = $state<Way>('two');
  let meter = $state<'ac' | 'rectified'>('ac');
  /** What such readings are, by the letter that a field ends in: rpm, volts, amps, milliohms. */
  const RANGES: Record<string, [number, number]> = {
    r: [50, 400_000],
    v: [0.001, 400],
    a: [0.001, 500],
    o: [0.1, 5000]
  };
  const n = (key: string): number => readPlain(read[key], RANGES[key.slice(-1)]) ?? NaN;
  const outcome = $derived.by((): { result: MotorTestResult | null; problem: string } => {
    if (FIELDS.some(([key]) => read[key].trim() === '')) return { result: null, problem: '' };
    try {
      const result = evaluateMotorTest({
        low: { volts: n('lv'), amps: n('la'), rpm: n('lr') },
        high: { volts: n('hv'), amps: n('ha'), rpm: n('hr') },
        held: { volts: n('sv'), amps: n('sa') }
      });
      return { result, problem: '' };
    } catch (error) {
      return { result: null, problem: (error as Error).message };
    }
  });

  /** KV by one reading; null until it is typed. */
  const one = $derived.by((): { kv: MotorFigure | null; problem: string } => {
    if (way === 'two' || ONE[way].some(([key]) => key !== 'uo' && read[key].trim() === ''))
      return { kv: null, problem: '' };
    try {
      return {
        kv: kvByOneReading(
          way === 'drill'
            ? { kind: 'drill', rpm: n('dr'), volts: n('dv'), meter }
            : {
                kind: 'unloaded',
                rpm: n('ur'),
                volts: n('uv'),
                amps: n('ua'),
                resistanceOhm: read.uo.trim() === '' ? null : n('uo') / 1000
              }
        ),
        problem: ''
      };
    } catch (error) {
      return { kv: null, problem: (error as Error).message };
    }
  });

  /** What is kept of the readings, by field; null until there is something. */
  const found = $derived.by((): Record<string, number> | null => {
    const r = outcome.result;
    if (way !== 'two') {
      if (!one.kv) return null;
      const kv = { kvRpmPerVolt: Number(one.kv.value.toPrecision(4)) };
      return way === 'drill' ? kv : { ...kv, noLoadCurrentA: n('ua'), noLoadVoltageV: n('uv') };
    }
    return (
      r && {
        kvRpmPerVolt: Number(r.kvRpmPerVolt.value.toPrecision(4)),
        resistanceOhm: Number(r.resistanceOhm.value.toPrecision(3)),
        noLoadCurrentA: r.noLoadCurrentA.value,
        noLoadVoltageV: r.noLoadVoltageV
      }
    );
  });

  function keep(): void {
    const measured = found;
    if (!measured) return;
    const known = motors.find((m) => String(m.id) === chosen);
    onkeep(
      known
        ? { ...($state.snapshot(known) as StoredPart), measured: { ...known.measured, ...measured } }
        : freshPart('motor', {
            note:
              way === 'two' ? 'no label: KV, winding and no-load current measured' : 'no label: KV measured',
            document: { kvRpmPerVolt: measured.kvRpmPerVolt },
            measured
          })
    );
  }
</script>

{#snippet figure(key: string, title: string)}
  <label class="text-xs"
    >{title}<TextField figure class="w-full" data-testid={`test-${key}`} bind:value={read[key]} /></label
  >
{/snippet}

<Dialog title="Measure a motor" bind:open size="md" {onclose}>
  <TabRow
    tabs={[
      ['two', 'two runs and a held shaft'],
      ['drill', 'by a drill'],
      ['unloaded', 'one unloaded run']
    ]}
    selected={way}
    label="How it is measured"
    prefix="way"
    onselect={(id) => (way = id as Way)}
  >
    {#if way === 'two'}
      <p class="text-ink-soft text-sm">
        Propeller off. Run it unloaded at a low and a high voltage; then, shaft held and for a second only,
        send a known current through two leads and read the volts across them.
      </p>
      <div class="mt-2 grid grid-cols-3 gap-2">
        {#each FIELDS as [key, title] (key)}
          {@render figure(key, title)}
        {/each}
      </div>
    {:else}
      <p class="text-ink-soft text-sm">
        {way === 'drill'
          ? 'Leads free, the shaft in a drill that turns steadily: volts between any two leads. It tells the KV without any load.'
          : 'Propeller off, full throttle for a second or two: the rpm by a tachometer, or by ear with a strip of tape on the shaft as one blade.'}
      </p>
      <div class="mt-2 grid grid-cols-2 gap-2">
        {#each ONE[way] as [key, title] (key)}
          {@render figure(key, title)}
        {/each}
        {#if way === 'drill'}
          <label class="text-xs"
            >the meter
            <Choice
              size="form"
              id="test-meter"
              items={[
                { value: 'ac', name: 'AC volts between the leads' },
                { value: 'rectified', name: 'DC volts behind a three-phase rectifier' }
              ]}
              bind:value={meter}
            /></label
          >
        {/if}
      </div>
    {/if}
  </TabRow>
  <Alert says={way === 'two' ? outcome.problem : one.problem} class="mt-2" />
  {#if way !== 'two' && one.kv}
    <p class="mt-3 text-sm" data-testid="test-kv">
      KV <b class="figure">{show(one.kv.value)}</b> ±{show(100 * one.kv.relativeSd, 2)} %
      <span class="text-ink-soft">{one.kv.working}</span>
    </p>
  {/if}
  {#if way === 'two' && outcome.result}
    {@const r = outcome.result}
    <dl class="mt-3 grid grid-cols-[9rem_1fr] text-sm" data-testid="test-result">
      <dt>KV</dt>
      <dd>
        <b class="figure">{show(r.kvRpmPerVolt.value, 4)}</b> ±{show(100 * r.kvRpmPerVolt.relativeSd, 2)} %
        <span class="text-ink-soft">{r.kvRpmPerVolt.working}</span>
      </dd>
      <dt>winding</dt>
      <dd>
        <b class="figure">{show(1000 * r.resistanceOhm.value)} mΩ</b> ±{show(
          100 * r.resistanceOhm.relativeSd,
          2
        )} % <span class="text-ink-soft">{r.resistanceOhm.working}</span>
      </dd>
      <dt>no-load current</dt>
      <dd>
        <b class="figure">{show(r.noLoadCurrentA.value)} A</b> ±{show(100 * r.noLoadCurrentA.relativeSd, 2)} %
        <span class="text-ink-soft">{r.noLoadCurrentA.working}</span>
      </dd>
    </dl>
  {/if}
  {#if found}
    <div class="mt-2 flex items-end gap-2">
      <label class="text-xs"
        >which motor<Choice
          class="w-56"
          value={chosen}
          id="test-motor"
          items={[
            { value: '', name: 'one that is not on the shelf yet' },
            ...motors.map((m) => ({ value: String(m.id), name: m.name }))
          ]}
          onchoose={(v) => (chosen = v)}
        /></label
      >
      <Button size="sm" onclick={keep} data-testid="test-keep">Put it on the shelf</Button>
    </div>
  {/if}
</Dialog>
