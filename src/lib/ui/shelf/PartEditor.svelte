<script lang="ts">
  import { untrack } from 'svelte';
  import TextField from '../kit/TextField.svelte';
  import Alert from '../kit/Alert.svelte';
  import Choice from '../kit/Choice.svelte';
  import { shelfOf } from '../../core/registry/parts.ts';
  import { Button, Checkbox, Input, Label, Textarea } from 'flowbite-svelte';
  import { parseCoefficients } from '../../core/formats/coefficient-columns.ts';
  import { labelDifferences, MEASURABLE } from '../../core/shelf/measured.ts';
  import { motorMassOf } from '../../core/parts/motor/mass.ts';
  import { figureUnit } from '../format/units.svelte.ts';
  import { parseShorthand } from '../../core/shorthand/parse.ts';
  import { CONNECTORS, MOTOR_JOINTS } from '../../core/standard-sizes/connectors.ts';
  import type { StoredPart } from '../../core/document/stored.ts';
  import FigureField from '../kit/FigureField.svelte';
  import type { Problem } from '../../core/text/issues.ts';
  import type { Refused } from '../../api/client.ts';
  import type { Propulsor } from '../../core/document/schema.ts';
  import { choiceWord, shelfColumns, shelfFields, shownAs, type Field } from '../../core/registry/fields.ts';
  import type { QuantityName } from '../../core/units/quantity.ts';
  import Dialog from '../kit/Dialog.svelte';

  /** Editing one part of the shelf: a label read aloud, the figures, a note, and a propeller's measured columns. */
  let {
    part,
    onsave,
    onclose
  }: {
    part: StoredPart;
    /** Stores the part; null when that is done, else why it is refused. */
    onsave: (part: StoredPart) => Promise<Refused | null>;
    onclose: () => void;
  } = $props();

  // an own copy: nothing of the list changes before it is saved
  let name = $state(untrack(() => part.name));
  let note = $state(untrack(() => part.note));
  let owned = $state(untrack(() => part.owned));
  let price = $state<number | null>(untrack(() => part.price));
  let document = $state<Record<string, unknown>>(
    untrack(() => structuredClone($state.snapshot(part.document)) as Record<string, unknown>)
  );
  let measured = $state<Record<string, number | null>>(untrack(() => ({ ...part.measured })));
  let label = $state('');
  let columns = $state('');
  let problem = $state('');
  /** What the shelf refuses, figure by figure. */
  let problems = $state.raw<readonly Problem[]>([]);
  let open = $state(true);

  const figures = (given: Record<string, number | null>): Record<string, number> =>
    Object.fromEntries(Object.entries(given).filter((e): e is [string, number] => e[1] !== null));

  const measurable = $derived(Object.keys(MEASURABLE[part.kind]));
  const differences = $derived(
    new Map(
      labelDifferences({
        kind: part.kind,
        document: $state.snapshot(document) as StoredPart['document'],
        measured: figures($state.snapshot(measured))
      }).map((d) => [d.field, d])
    )
  );

  /** What a motor weighs by its size or rating, where no weight is given. */
  const mass = $derived.by(() => {
    if (part.kind !== 'motor' || document.massKg != null || measured.massKg != null) return null;
    return motorMassOf({
      name: name || label,
      maxPowerW: document.maxPowerW as number | null | undefined
    });
  });
  const reading = $derived(parseShorthand(part.kind, label));
  const example = $derived(shelfOf(part.kind).example);
  /** Columns of the table first, then what else its kind has. */
  const fields = $derived.by(() => {
    const columns = shelfColumns(part.kind);
    const names = new Set(columns.map((f) => f.name));
    return [...columns, ...shelfFields(part.kind).filter((f) => !names.has(f.name))];
  });
  const shown = $derived(
    fields.filter((f) => f.kinds === null || f.kinds.includes(document.kind as Propulsor['kind']))
  );
  const fieldNamed = (name: string): Field | undefined => fields.find((f) => f.name === name);
  const words = (name: string): string => fieldNamed(name)?.short ?? name;
  const quantityOf = (name: string): QuantityName => {
    const field = fieldNamed(name);
    return (field && shownAs(field, document.kind)) ?? 'ratio';
  };
  /** A value of a choice in words: a plug by its title, others as the registry says. */
  const optionWord = (field: Field, value: string): string =>
    [...CONNECTORS, ...MOTOR_JOINTS].find((c) => c.id === value)?.title ?? choiceWord(field, value);

  /**
   * Takes what the label says, when the field is left and when the part is kept; false where nothing in it was read.
   * Leaving says and clears nothing: the dialog must not move under the button that is being pressed.
   */
  function readLabel(leaving = false): boolean {
    const text = label.trim();
    if (text === '') return true;
    if (reading.changes.length === 0) {
      if (leaving) return false;
      problem = `“${text}” was not understood as a label of this kind of part; write it as ${example}, or empty the field.`;
      return false;
    }
    for (const c of reading.changes) {
      const field = c.path.slice(part.kind.length + 1);
      if (field !== 'name') document[field] = c.value;
    }
    // a name that was given stays; only a size that nothing else tells of goes behind it, where the mass is estimated from it
    const size = reading.changes.find((c) => c.path.endsWith('.name'))?.value;
    if (name === '') name = text;
    else if (size != null && document.massKg == null && !name.includes(String(size)))
      name = `${name} ${size}`.slice(0, 120);
    if (reading.notRead.length > 0)
      note = [note, `label: ${text}`]
        .filter((t) => t !== '')
        .join('; ')
        .slice(0, 2000);
    label = '';
    if (!leaving) problem = '';
    return true;
  }

  function attach(): void {
    const read = parseCoefficients(columns);
    if (!read.ok) {
      problem = read.message;
      return;
    }
    problem = '';
    document.coefficients = { advanceRatio: read.advanceRatio, thrust: read.thrust, power: read.power };
    columns = '';
  }

  async function save(): Promise<void> {
    if (!readLabel()) return;
    if (columns.trim() !== '') attach();
    if (problem !== '' && columns.trim() !== '') return;
    const clean = Object.fromEntries(
      Object.entries($state.snapshot(document)).filter(([, v]) => v !== null && v !== '')
    );
    const refused = await onsave({
      ...($state.snapshot(part) as StoredPart),
      name,
      note,
      owned,
      price,
      document: { ...clean, name } as StoredPart['document'],
      measured: figures($state.snapshot(measured))
    });
    if (refused === null) {
      onclose();
      return;
    }
    problems = refused.errors.map((e) => ({ ...e, path: e.path.replace(/^document\./, 'part.') }));
    // what stands at no field is told below them
    const here = [...fields.map((f) => `part.${f.name}`), ...measurable.map((f) => `measured.${f}`)];
    const others = problems.filter((e) => !here.includes(e.path)).map((e) => e.message);
    problem = problems.length === 0 ? refused.message : others.join(' ');
  }
</script>

<Dialog title={part.id === 0 ? 'New part' : part.name} bind:open size="md" {onclose}>
  <form
    class="grid grid-cols-2 gap-x-8 gap-y-1"
    onsubmit={(e) => {
      e.preventDefault();
      void save();
    }}
  >
    <Label class="col-span-2">Name<Input bind:value={name} data-testid="part-name" maxlength={120} /></Label>
    <Label class="col-span-2"
      >As the label says
      <Input
        bind:value={label}
        data-testid="part-label"
        placeholder={example}
        onblur={() => void readLabel(true)}
        onkeydown={(e: KeyboardEvent) => {
          if (e.key === 'Enter') {
            e.preventDefault();
            readLabel();
          }
        }}
      />
    </Label>
    <!-- there even when empty: what is read on leaving must not move the button that is being pressed -->
    <p class="text-ink-soft col-span-2 line-clamp-2 min-h-8 text-xs leading-4">
      {#if label}read as {reading.read.join(', ') || 'nothing yet'}{reading.notRead.length > 0
          ? `; not understood: ${reading.notRead.join(' ')}`
          : ''}; taken with Enter and when the field is left{/if}
    </p>
    {#each shown as field (field.name)}
      {@const f = field.name}
      {#if field.options}
        <label class="flex items-center justify-between gap-2 text-xs"
          ><span class="text-ink-soft">{field.short}</span>
          <Choice
            class="w-36"
            placeholder="not given"
            value={String(document[f] ?? '')}
            items={field.options.map((v) => ({ value: v, name: optionWord(field, v) }))}
            onchoose={(v) => (document[f] = v)}
          />
        </label>
      {:else if field.isList}
        <label class="flex items-center justify-between gap-2 text-xs"
          ><span class="text-ink-soft">{field.short}</span>
          <TextField
            figure
            class="w-36"
            placeholder="5; 6; 7.4"
            value={((document[f] as number[] | undefined) ?? []).join('; ')}
            onchange={(e) => {
              const list = e.currentTarget.value.split(/[;/ ]+/).filter((x) => x !== '');
              document[f] = list.length > 0 ? list.map((x) => Number(x.replace(',', '.'))) : null;
            }}
          />
        </label>
      {:else}
        <FigureField
          path={`part.${f}`}
          label={field.short}
          quantity={quantityOf(f)}
          value={document[f] as number | null | undefined}
          {problems}
          onset={(v) => {
            document[f] = v;
            problems = problems.filter((e) => e.path !== `part.${f}`);
          }}
        />
      {/if}
    {/each}
    {#if part.kind === 'motor'}
      <!-- its line is there before its words are: nothing below moves while a press is on its way -->
      <p class="text-ink-soft col-span-2 min-h-4 text-xs leading-4" data-testid="estimated-mass">
        {mass
          ? `No weight given: about ${figureUnit('mass', mass.kg, 2)}, from ${mass.from}. Weigh it when you have it.`
          : ''}
      </p>
    {/if}
    <h3 class="col-span-2 mt-2 text-sm font-semibold">Measured by you</h3>
    <p class="text-ink-soft col-span-2 text-xs leading-4">
      A measured figure stands in for the label’s in every prediction, with its smaller tolerance.
    </p>
    {#each measurable as f (f)}
      {@const difference = differences.get(f)}
      <div>
        <FigureField
          path={`measured.${f}`}
          label={words(f)}
          quantity={quantityOf(f)}
          value={measured[f]}
          {problems}
          onset={(v) => {
            measured[f] = v;
            problems = problems.filter((e) => e.path !== `measured.${f}`);
          }}
        />
        {#if difference}<p
            class={`text-2xs leading-4 ${difference.beyond ? 'font-semibold' : 'text-ink-soft'}`}
            data-testid={`difference-${f}`}
          >
            {difference.sentence}
          </p>{/if}
      </div>
    {/each}
    <Label class="col-span-2 mt-2"
      >Note<Input bind:value={note} placeholder="bent shaft, rewound, lent to somebody" /></Label
    >
    {#if part.kind === 'propulsor'}
      <Label class="col-span-2 mt-2"
        >Measured columns J, CT, CP {document.coefficients
          ? '(attached: they replace the generic blade)'
          : ''}
        <Textarea
          class="figure w-full text-xs"
          rows={3}
          bind:value={columns}
          placeholder="0.0 0.094 0.038"
          data-testid="part-columns"
        />
      </Label>
      <Button size="xs" color="alternative" class="justify-self-start" onclick={attach}>attach</Button>
    {/if}
    <div class="col-span-2 mt-1 flex items-center justify-between gap-4">
      <Checkbox bind:checked={owned}>owned</Checkbox>
      <div class="w-56">
        <FigureField
          path="part.price"
          label="price of one, your money"
          quantity="count"
          value={price}
          {problems}
          onset={(v) => void (price = v)}
        />
      </div>
    </div>
    <Alert says={problem} class="col-span-2" id="part-problem" />
    <Button type="submit" class="col-span-2 mt-2" data-testid="part-save">Keep on the shelf</Button>
  </form>
</Dialog>
