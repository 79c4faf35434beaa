<script lang="ts">
  import { goto } from '$app/navigation';
  import { Button, Input, Label, Modal, Select } from 'flowbite-svelte';
  import { MULTIROTOR_PURPOSES, PURPOSES } from '../../core/document/schools.ts';
  import type { Brief } from '../../core/brief/brief.ts';
  import { displayUnit } from '../../core/units/quantity.ts';
  import { units } from '../format/units.svelte.ts';
  import { call } from '../../api/client.ts';

  /** A new craft from three or four figures; everything else is estimated by the core. */
  let { open = $bindable(false) }: { open?: boolean } = $props();

  let name = $state('');
  let kind = $state<'fixed-wing' | 'multirotor' | 'boat'>('fixed-wing');
  let purpose = $state('trainer');
  let mass = $state('');
  let size = $state('');
  let minutes = $state('');
  let rotors = $state('4');
  let problem = $state('');

  const purposes = $derived(
    kind === 'fixed-wing'
      ? Object.entries(PURPOSES).map(([value, p]) => ({ value, name: p.title }))
      : kind === 'multirotor'
        ? Object.entries(MULTIROTOR_PURPOSES).map(([value, p]) => ({ value, name: p.title }))
        : [
            { value: 'speed', name: 'speed, surface drive' },
            { value: 'work', name: 'work, submerged screw' }
          ]
  );
  const massUnit = $derived(displayUnit('craftMass', units.choice));
  const sizeUnit = $derived(displayUnit(kind === 'boat' ? 'length' : 'propLength', units.choice));
  const sizeLabel = $derived(
    kind === 'boat'
      ? 'Waterline length'
      : kind === 'multirotor'
        ? 'Largest prop the frame takes'
        : 'Largest prop that clears the ground'
  );

  function changeKind(next: string): void {
    kind = next as typeof kind;
    purpose = kind === 'fixed-wing' ? 'trainer' : kind === 'multirotor' ? 'hover' : 'speed';
  }

  const number = (text: string): number | null =>
    text.trim() === '' ? null : Number(text.replace(',', '.'));

  async function make(): Promise<void> {
    const m = number(mass);
    const s = number(size);
    const t = number(minutes);
    const brief = {
      name: name.trim(),
      kind,
      purpose,
      massKg: m === null ? null : m * massUnit.inSi,
      largestPropM: kind === 'boat' || s === null ? null : s * sizeUnit.inSi,
      waterlineLengthM: kind === 'boat' && s !== null ? s * sizeUnit.inSi : null,
      targetSeconds: t === null ? null : 60 * t,
      ...(kind === 'multirotor' ? { rotors: Number(rotors), coaxial: rotors === '8' } : {}),
      ...(kind === 'boat' ? { hull: purpose === 'work' ? 'displacement' : 'planing-mono' } : {})
    };
    const made = await call('sketchCraft', { body: brief as Brief });
    if (!made.ok) {
      problem = made.message;
      return;
    }
    open = false;
    await goto(`/match/${made.value.id}`);
  }
</script>

<Modal title="New craft" bind:open size="sm">
  <form
    class="grid grid-cols-2 gap-3"
    onsubmit={(e) => {
      e.preventDefault();
      void make();
    }}
  >
    <Label class="col-span-2"
      >Name<Input bind:value={name} placeholder="what you call it" data-testid="craft-name" /></Label
    >
    <Label
      >Kind
      <Select
        value={kind}
        placeholder=""
        data-testid="craft-kind"
        items={[
          { value: 'fixed-wing', name: 'aeroplane' },
          { value: 'multirotor', name: 'multirotor' },
          { value: 'boat', name: 'boat' }
        ]}
        onchange={(e) => changeKind((e.currentTarget as HTMLSelectElement).value)}
      />
    </Label>
    <Label
      >What it is for<Select
        bind:value={purpose}
        placeholder=""
        items={purposes}
        data-testid="craft-purpose"
      /></Label
    >
    <Label
      >All-up weight, {massUnit.label}<Input
        bind:value={mass}
        inputmode="decimal"
        placeholder="with pack and motor"
        data-testid="craft-mass"
      /></Label
    >
    <Label
      >{sizeLabel}, {sizeUnit.label}<Input
        bind:value={size}
        inputmode="decimal"
        placeholder="if you know it"
        data-testid="craft-size"
      /></Label
    >
    <Label
      >Wanted time, min<Input
        bind:value={minutes}
        inputmode="decimal"
        placeholder="if you have one"
        data-testid="craft-minutes"
      /></Label
    >
    {#if kind === 'multirotor'}
      <Label
        >Rotors<Select
          bind:value={rotors}
          placeholder=""
          items={[
            { value: '4', name: '4' },
            { value: '6', name: '6' },
            { value: '8', name: '8, coaxial' }
          ]}
        /></Label
      >
    {/if}
    {#if problem}<p
        class="col-span-2 border-l-4 border-[var(--ink)] pl-2 text-[13px]"
        role="alert"
        data-testid="craft-problem"
      >
        {problem}
      </p>{/if}
    <p class="col-span-2 text-[12px] text-[var(--ink-soft)]">
      Everything not given here is estimated and marked so; a first setup is drawn at once.
    </p>
    <Button type="submit" class="col-span-2" data-testid="craft-make">Draw a first setup</Button>
  </form>
</Modal>
