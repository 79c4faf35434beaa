<script lang="ts">
  import { Button, Modal, Select } from 'flowbite-svelte';
  import { PURPOSES } from '../../core/checks/schools.ts';
  import type { Change } from '../../core/checks/check.ts';
  import type { QuantityName } from '../../core/units/quantity.ts';
  import FigureField from './FigureField.svelte';
  import type { MatchState } from './match-state.svelte.ts';
  import { readPath } from './part-fields.ts';

  /** The brief: what the craft is, what it is for, what is wanted of it. Each figure saves by itself. */
  let { view, open = $bindable(false) }: { view: MatchState; open?: boolean } = $props();

  interface Row {
    path: string;
    label: string;
    quantity: QuantityName;
  }
  const craft = $derived(view.document.craft);
  const row = (path: string, label: string, quantity: QuantityName): Row => ({
    path: `craft.${path}`,
    label,
    quantity
  });
  const rows = $derived<Row[]>([
    row('massKg', 'all-up weight', 'craftMass'),
    ...(craft.kind === 'fixed-wing'
      ? [
          row('wingAreaM2', 'wing area', 'area'),
          row('wingSpanM', 'wing span', 'length'),
          row('zeroLiftDragCoefficient', 'drag coefficient', 'ratio'),
          row('maxLiftCoefficient', 'greatest lift coefficient', 'ratio')
        ]
      : craft.kind === 'multirotor'
        ? [row('dragAreaM2', 'drag area of the body', 'area')]
        : [
            row('waterlineLengthM', 'waterline length', 'length'),
            row('beamM', 'beam', 'length'),
            row('deadriseDeg', 'deadrise, degrees', 'count')
          ]),
    row(
      'largestPropM',
      craft.kind === 'boat' ? 'largest screw that fits' : 'largest prop that fits',
      craft.kind === 'boat' ? 'screwLength' : 'propLength'
    ),
    row('targetThrustToWeight', 'wanted thrust / weight', 'ratio'),
    row('targetSeconds', 'wanted time', 'minutes'),
    row('targetSpeedMs', 'wanted speed', 'speed'),
    row('runSeconds', 'full throttle at a stretch', 'minutes'),
    row('receiverCurrentA', 'servos and receiver, peak', 'current')
  ]);
  const around: Row[] = [
    { path: 'environment.altitudeM', label: 'altitude', quantity: 'length' },
    { path: 'environment.airTemperatureC', label: 'air temperature', quantity: 'temperature' },
    { path: 'auxiliaryCurrentA', label: 'receiver and video, steady', quantity: 'current' }
  ];

  function set(path: string, value: number | string | null, label: string): void {
    const changes: Change[] = [{ path, value }];
    void view.edit(changes, `brief: ${label}`);
  }

  /** All-up weight from an airframe: the chosen parts' masses are added to what is typed. */
  const partsKg = $derived(
    (view.document.battery.massKg ?? 0) +
      (view.document.count ?? 1) * ((view.document.motor.massKg ?? 0) + (view.document.esc?.massKg ?? 0))
  );
  let airframe = $state('');
  function fromAirframe(): void {
    const grams = Number(airframe.replace(',', '.'));
    if (Number.isFinite(grams) && grams > 0)
      set('craft.massKg', Number((grams / 1000 + partsKg).toFixed(4)), 'airframe weight');
  }
</script>

<Modal title={`Brief: ${craft.name ?? 'craft'}`} bind:open size="md" outsideclose>
  <div class="grid grid-cols-1 gap-x-8 sm:grid-cols-2" data-testid="brief">
    {#if craft.kind === 'fixed-wing'}
      <label class="flex items-center gap-2 text-[12px] sm:col-span-2"
        >for <Select
          classes={{ select: '!py-0 h-7' }}
          value={craft.purpose ?? ''}
          placeholder="choose what it is for"
          items={Object.entries(PURPOSES).map(([value, p]) => ({
            value,
            name: `${p.title}: thrust ${p.thrustToWeight[0]} to ${p.thrustToWeight[1]} × weight`
          }))}
          onchange={(e) => set('craft.purpose', (e.currentTarget as HTMLSelectElement).value, 'purpose')}
        /></label
      >
    {:else if craft.kind === 'boat'}
      <label class="flex items-center gap-2 text-[12px] sm:col-span-2"
        >hull <Select
          classes={{ select: '!py-0 h-7' }}
          value={craft.hull ?? 'planing-mono'}
          placeholder=""
          items={['planing-mono', 'hydroplane', 'displacement'].map((value) => ({ value, name: value }))}
          onchange={(e) => set('craft.hull', (e.currentTarget as HTMLSelectElement).value, 'hull')}
        /></label
      >
    {:else}
      <label class="flex items-center gap-2 text-[12px] sm:col-span-2"
        >rotors <Select
          classes={{ select: '!py-0 h-7' }}
          value={craft.rotorLayout ?? 'flat'}
          placeholder=""
          items={['flat', 'coaxial'].map((value) => ({ value, name: value }))}
          onchange={(e) =>
            set('craft.rotorLayout', (e.currentTarget as HTMLSelectElement).value, 'rotor layout')}
        /></label
      >
    {/if}
    {#each rows as r (r.path)}
      <FigureField
        path={r.path}
        label={r.label}
        quantity={r.quantity}
        value={readPath(view.document, r.path) as number | null | undefined}
        onset={(v) => set(r.path, v, r.label)}
      />
    {/each}
    {#each around as r (r.path)}
      <FigureField
        path={r.path}
        label={r.label}
        quantity={r.quantity}
        value={readPath(view.document, r.path) as number | null | undefined}
        onset={(v) => set(r.path, v, r.label)}
      />
    {/each}
  </div>
  <div class="mt-3 flex items-center gap-2 border-t border-[var(--line)] pt-3 text-[12px]">
    <span class="text-[var(--ink-soft)]">or weigh the bare airframe, g</span>
    <input
      class="figure w-20 rounded-[2px] border-[var(--line)] bg-[var(--sheet)] !py-0.5 text-right text-[13px]"
      aria-label="airframe weight, g"
      bind:value={airframe}
      inputmode="decimal"
    />
    <Button size="xs" color="alternative" class="py-0.5" onclick={fromAirframe}>add the parts</Button>
  </div>
  {#if view.refused}<p class="mt-2 border-l-4 border-[var(--ink)] pl-2 text-[13px]" role="alert">
      {view.refused}
    </p>{/if}
</Modal>
