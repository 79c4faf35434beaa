<script lang="ts">
  import Alert from '../kit/Alert.svelte';
  import Choice from '../kit/Choice.svelte';
  import { goto } from '$app/navigation';
  import { Button, Label } from 'flowbite-svelte';
  import { MULTIROTOR_PURPOSES, PURPOSES } from '../../core/document/schools.ts';
  import type { Brief } from '../../core/brief/brief.ts';
  import { usualSeconds } from '../../core/brief/usual-time.ts';
  import { enterAt } from '../../core/shorthand/enter-at.ts';
  import type { Entry } from '../../core/units/read-figure.ts';
  import { displayUnit, type QuantityName } from '../../core/units/quantity.ts';
  import { units } from '../format/units.svelte.ts';
  import { call, type Refused } from '../../api/client.ts';
  import { historyAtRest } from '../kit/overlay.svelte.ts';
  import BriefField from './BriefField.svelte';
  import Dialog from '../kit/Dialog.svelte';

  /** A new craft from three or four figures; everything else is estimated by the core. */
  type Ask = Extract<Entry, { is: 'ask' }>;
  let { open = $bindable(false) }: { open?: boolean } = $props();

  let name = $state('');
  let kind = $state<'fixed-wing' | 'multirotor' | 'boat'>('fixed-wing');
  let purpose = $state('trainer');
  let mass = $state('');
  let size = $state('');
  let minutes = $state('');
  let rotors = $state('4');
  let cells = $state('');
  let refused = $state.raw<Refused | null>(null);

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
  const fan = $derived(kind === 'fixed-wing' && purpose === 'jet');
  const sizeQuantity = $derived<QuantityName>(
    kind === 'boat' ? 'length' : fan ? 'screwLength' : 'propLength'
  );
  const sizeField = $derived(kind === 'boat' ? 'waterlineLengthM' : 'largestPropM');
  const FIELDS = ['name', 'massKg', 'largestPropM', 'waterlineLengthM', 'targetSeconds', 'series'];
  const problems = $derived(refused?.errors ?? []);
  /** What is wrong beside the fields. */
  const elsewhere = $derived(
    refused === null || (problems.length > 0 && problems.every((e) => FIELDS.includes(e.path)))
      ? ''
      : problems.length > 0
        ? problems
            .filter((e) => !FIELDS.includes(e.path))
            .map((e) => e.message)
            .join(' ')
        : refused.message
  );
  const hull = $derived(purpose === 'work' ? ('displacement' as const) : ('planing-mono' as const));
  const usualMin = $derived(usualSeconds({ kind, purpose, hull }) / 60);
  const sizeLabel = $derived(
    kind === 'boat'
      ? 'Waterline length'
      : kind === 'multirotor'
        ? 'Largest propeller the frame takes'
        : fan
          ? 'Largest fan that fits'
          : 'Largest propeller that clears the ground'
  );

  function changeKind(next: string): void {
    kind = next as typeof kind;
    purpose = kind === 'fixed-wing' ? 'trainer' : kind === 'multirotor' ? 'hover' : 'speed';
  }

  /** What is asked of the figures that were typed, by field. */
  let asked = $state<Partial<Record<string, Ask>>>({});
  /** Readings that were chosen, SI, each for the text it was chosen for. */
  let chosen: Partial<Record<string, { text: string; value: number }>> = {};

  const TYPED = $derived<readonly (readonly [field: string, text: string, quantity: QuantityName])[]>([
    ['massKg', mass, 'craftMass'],
    [sizeField, size, sizeQuantity],
    ['targetSeconds', minutes, 'minutes'],
    ...(kind === 'boat' ? [['series', cells, 'count'] as const] : [])
  ]);

  /** The figures as they are typed, "1200 g" too; what is none goes on as it is, to be refused in words. */
  function figures(): Record<string, number | null> {
    const read: Record<string, number | null> = {};
    const open: typeof asked = {};
    for (const [field, text, quantity] of TYPED) {
      const entry = enterAt(text, field, quantity, units.choice);
      if (chosen[field]?.text === text) read[field] = chosen[field].value;
      else if (entry.is === 'ask') open[field] = entry;
      else
        read[field] =
          entry.is === 'figure' ? entry.value : entry.is === 'empty' ? null : (text as unknown as number);
    }
    asked = open;
    return read;
  }

  /** Takes the reading that was meant, and goes on where nothing else is asked. */
  function choose(field: string, value: number): void {
    const quantity = TYPED.find(([f]) => f === field)?.[2] ?? 'count';
    const text = String(Number((value / displayUnit(quantity, units.choice).inSi).toPrecision(9)));
    if (field === 'massKg') mass = text;
    else if (field === 'targetSeconds') minutes = text;
    else if (field === 'series') cells = text;
    else size = text;
    chosen = { ...chosen, [field]: { text, value } };
    const { [field]: _answered, ...others } = asked;
    asked = others;
  }

  async function make(): Promise<void> {
    const read = figures();
    if (Object.keys(asked).length > 0) return;
    const brief = {
      name: name.trim(),
      kind,
      purpose,
      ...read,
      ...(kind === 'multirotor' ? { rotors: Number(rotors), coaxial: rotors === '8' } : {}),
      ...(kind === 'boat' ? { hull } : {})
    };
    const made = await call('sketchCraft', { body: brief as Brief });
    refused = made.ok ? null : made;
    if (!made.ok) return;
    open = false;
    await historyAtRest();
    await goto(`/match/${made.value.id}`);
  }
</script>

<Dialog title="New craft" bind:open size="sm">
  <form
    class="grid grid-cols-2 gap-3"
    onsubmit={(e) => {
      e.preventDefault();
      void make();
    }}
  >
    <BriefField
      class="col-span-2"
      label="Name"
      field="name"
      placeholder="what you call it"
      {problems}
      testid="craft-name"
      bind:value={name}
    />
    <Label
      >Kind
      <Choice
        size="form"
        value={kind}
        id="craft-kind"
        items={[
          { value: 'fixed-wing', name: 'aeroplane' },
          { value: 'multirotor', name: 'multirotor' },
          { value: 'boat', name: 'boat' }
        ]}
        onchoose={changeKind}
      />
    </Label>
    <Label
      >What it is for<Choice size="form" bind:value={purpose} items={purposes} id="craft-purpose" /></Label
    >
    <BriefField
      label="All-up weight"
      field="massKg"
      asked={asked.massKg ?? null}
      onchoose={(value) => choose('massKg', value)}
      quantity="craftMass"
      placeholder="with pack and motor"
      {problems}
      testid="craft-mass"
      bind:value={mass}
    />
    <BriefField
      label={sizeLabel}
      field={sizeField}
      asked={asked[sizeField] ?? null}
      onchoose={(value) => choose(sizeField, value)}
      quantity={sizeQuantity}
      placeholder="if you know it"
      {problems}
      testid="craft-size"
      bind:value={size}
    />
    <BriefField
      label="Wanted time"
      field="targetSeconds"
      asked={asked.targetSeconds ?? null}
      onchoose={(value) => choose('targetSeconds', value)}
      quantity="minutes"
      placeholder={`${usualMin} is usual`}
      {problems}
      testid="craft-minutes"
      bind:value={minutes}
    />
    {#if kind === 'boat'}
      <BriefField
        label="Cells of the pack"
        field="series"
        asked={asked.series ?? null}
        onchoose={(value) => choose('series', value)}
        quantity="count"
        placeholder="if you have a pack"
        {problems}
        testid="craft-cells"
        bind:value={cells}
      />
    {/if}
    {#if kind === 'multirotor'}
      <Label
        >Rotors<Choice
          size="form"
          bind:value={rotors}
          items={[
            { value: '4', name: '4' },
            { value: '6', name: '6' },
            { value: '8', name: '8, coaxial' }
          ]}
        /></Label
      >
    {/if}
    <Alert says={elsewhere} class="col-span-2" id="craft-problem" />
    <p class="text-ink-soft col-span-2 text-xs">
      Everything not given here is estimated and marked so; a first setup is drawn at once.
    </p>
    <Button type="submit" class="col-span-2" data-testid="craft-make">Draw a first setup</Button>
  </form>
</Dialog>
