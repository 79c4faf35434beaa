<script lang="ts">
  import OutlineButton from '../kit/OutlineButton.svelte';
  import Choice from '../kit/Choice.svelte';
  import { CONNECTORS, MOTOR_JOINTS } from '../../core/standard-sizes/connectors.ts';
  import { INSULATIONS } from '../../core/parts/wiring/insulation.ts';
  import { showRound, showUnit } from '../../core/units/show.ts';
  import { figureUnit } from '../format/units.svelte.ts';
  import FindingMark from '../kit/FindingMark.svelte';
  import FigureField from '../kit/FigureField.svelte';
  import type { SheetState } from './sheet-state.svelte.ts';

  /** Leads, plugs and what stands between pack and motor, each with what the next gauge would do. */
  let { view }: { view: SheetState } = $props();
  const h = $derived(view.sheet?.harness);
  const d = $derived(view.document);
  const PLUGS = CONNECTORS.map((c) => ({
    value: c.id as string,
    name: `${c.title}, ${showRound(c.continuousA)} A`
  }));
  const JOINTS = MOTOR_JOINTS.map((j) => ({
    value: j.id as string,
    name: Number.isFinite(j.continuousA) ? `${j.title}, ${showRound(j.continuousA)} A` : j.title
  }));
  const COVERS = INSULATIONS.map((i) => ({ value: i.id as string, name: `${i.title}, ${i.limitC} °C` }));
  const set = (path: string, value: string | number | null, label: string): Promise<boolean> =>
    view.edit([{ path, value: value === '' ? null : value }], label);
  const count = $derived(d.count ?? 1);
  const MICRO = 1e-6;
  /** Path, label, quantity, value as it is shown, and how many of the document's units one of it is. */
  const between = $derived([
    ['wiring.fuseA', 'fuse', 'current', d.wiring?.fuseA ?? null, 1],
    [
      'wiring.capacitorF',
      'capacitor, µF',
      'count',
      d.wiring?.capacitorF == null ? null : d.wiring.capacitorF / MICRO,
      MICRO
    ],
    ['wiring.capacitorV', 'its volts', 'voltage', d.wiring?.capacitorV ?? null, 1],
    ['battery.packsInSeries', 'packs in series', 'count', d.battery.packsInSeries ?? 1, 1],
    ['battery.packsInParallel', 'in parallel', 'count', d.battery.packsInParallel ?? 1, 1]
  ] as const);
</script>

{#snippet choose(
  path: string,
  label: string,
  value: string | null | undefined,
  items: { value: string; name: string }[]
)}
  <label class="flex items-center gap-2 text-xs"
    ><span class="text-ink-soft w-28 shrink-0">{label}</span>
    <Choice
      class="min-w-0 flex-1"
      placeholder="not told"
      id={path}
      value={value ?? ''}
      {items}
      onchoose={(v) => void set(path, v, label)}
    />
  </label>
{/snippet}

{#if h}
  <section class="flex flex-col gap-2" aria-labelledby="wiring-title" data-testid="wiring-panel">
    <h2 id="wiring-title">Leads</h2>
    {#each h.segments as x (x.id)}
      <div class="border-line border-b pb-1.5" data-testid={`segment-${x.id}`}>
        <div class="flex items-center gap-2 text-sm">
          <FindingMark finding={x.finding} /><b class="min-w-0 flex-1">{x.title}</b>
          <span class="figure text-xs"
            >{showUnit(x.currentA, 'A', 2)} · {showUnit(1000 * x.dropV, 'mV', 2)}</span
          >
        </div>
        <div class="flex flex-wrap gap-x-1 gap-y-0.5" role="group" aria-label={`gauge of ${x.title}`}>
          {#each x.choices as c (c.awg)}
            <OutlineButton
              pressed={c.awg === x.awg}
              size="xs"
              class="text-left leading-4"
              disabled={x.paths.gauge === null}
              data-testid={`gauge-${x.id}-${c.awg}`}
              onclick={() => x.paths.gauge && void set(x.paths.gauge, c.awg, `gauge ${c.awg}`)}
              ><span class="figure"
                >{c.awg} · {Number.isFinite(c.warmC) ? showUnit(c.warmC, '°C', 2) : 'burns'} · {figureUnit(
                  'mass',
                  c.massKg,
                  2
                )}</span
              >{c.awg === x.suggestedAwg ? ' does' : c.finding === 'over' ? ' too thin' : ''}</OutlineButton
            >
          {/each}
        </div>
        {#if x.paths.length}
          <div class="w-48">
            <FigureField
              path={x.paths.length}
              label="length, one way"
              quantity="length"
              value={x.lengthTold ? x.lengthM : null}
              problems={view.refused}
              onset={(v) => set(x.paths.length as string, v, 'length of the leads')}
            />
          </div>
        {/if}
        <p class="text-ink-soft text-xs leading-4">{x.working}</p>
      </div>
    {/each}
    {@render choose('wiring.insulation', 'insulation', d.wiring?.insulation, COVERS)}

    <h2 class="mt-1">Plugs</h2>
    {@render choose('battery.connector', 'plug of the pack', d.battery.connector, PLUGS)}
    {#if count === 1 || (d.esc?.channels ?? 1) === 1}
      {@render choose(
        'esc.connector',
        count > 1 ? 'plug of each ESC' : 'plug of the ESC',
        d.esc?.connector,
        PLUGS
      )}
    {/if}
    {@render choose('wiring.adapter', 'adapter', d.wiring?.adapter, [{ value: 'fitted', name: 'fitted' }])}
    {@render choose('esc.motorConnector', 'ESC to motor', d.esc?.motorConnector, JOINTS)}
    {@render choose('motor.connector', 'on the motor', d.motor.connector, JOINTS)}
    {#each h.joints as j (j.id)}
      <p class="flex items-start gap-2 text-xs leading-4" data-testid={`joint-${j.id}`}>
        <FindingMark finding={j.finding} /><span
          ><b>{j.title}:</b> {j.fitted ?? `${j.suggested} would do`}. {j.says}</span
        >
      </p>
    {/each}

    <h2 class="mt-1">Between</h2>
    <div class="grid grid-cols-2 gap-x-4">
      {#each between as [path, label, quantity, value, times] (path)}
        <FigureField
          {path}
          {label}
          {quantity}
          {value}
          problems={view.refused}
          onset={(v) => set(path, v === null ? null : v * times, label)}
        />
      {/each}
    </div>
    {@render choose('wiring.armingPlug', 'arming plug', d.wiring?.armingPlug, [
      { value: 'fitted', name: 'fitted' }
    ])}
    <p class="text-xs leading-4"><b>capacitor:</b> {h.capacitor.says}</p>
    {#each h.notes as n (n.id)}<p class="text-xs leading-4"><b>{n.title}:</b> {n.text}</p>{/each}
  </section>
{/if}
