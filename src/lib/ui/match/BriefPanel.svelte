<script lang="ts">
  import Alert from '../kit/Alert.svelte';
  import Choice from '../kit/Choice.svelte';
  import { FIXABLE_PARTS } from '../../core/registry/parts.ts';
  import { Checkbox, Radio } from 'flowbite-svelte';
  import { partMasses } from '../../core/model/all-up-mass.ts';
  import { targetsOf } from '../../core/brief/targets.ts';
  import { MARGINS, MULTIROTOR_PURPOSES, PURPOSES, type MarginName } from '../../core/document/schools.ts';
  import { markOf } from '../../core/document/sources.ts';
  import { partWord } from '../../core/document/part-words.ts';
  import { type SetupDocument } from '../../core/document/schema.ts';
  import { withShelfPart } from '../../core/shelf/measured.ts';
  import type { StoredPart } from '../../core/document/stored.ts';
  import { figureUnit } from '../format/units.svelte.ts';
  import { briefRows } from './brief-rows.ts';
  import FigureField from '../kit/FigureField.svelte';
  import type { MatchState } from './match-state.svelte.ts';
  import { readPath } from '../../core/document/change.ts';
  import Dialog from '../kit/Dialog.svelte';

  /** The brief: what the craft is, what it is for, what is fixed, and what follows. Each figure saves by itself. */
  let {
    view,
    supplies,
    open = $bindable(false)
  }: {
    view: MatchState;
    /** Receiver supplies on the shelf. */
    supplies: StoredPart[];
    open?: boolean;
  } = $props();

  const craft = $derived(view.document.craft);
  const rows = $derived(briefRows(craft.kind, view.document.propulsor.kind));
  const targets = $derived(targetsOf(view.document, view.schools));
  const byParts = $derived(craft.airframeMassKg != null);
  const HULLS = [
    { value: 'planing-mono', name: 'planing mono hull: speed' },
    { value: 'hydroplane', name: 'hydroplane: speed' },
    { value: 'displacement', name: 'displacement: work' }
  ];
  const AIRFRAMES = [
    { value: '', name: 'as such models are built' },
    { value: 'clean', name: 'clean, without a gear' },
    { value: 'foam', name: 'foam, without a gear' },
    { value: 'fixed-gear', name: 'fixed gear' },
    { value: 'floats', name: 'floats' }
  ];
  const purposes = $derived(
    Object.entries(craft.kind === 'multirotor' ? MULTIROTOR_PURPOSES : PURPOSES).map(([value, p]) => ({
      value,
      name: `${p.title}: thrust ${p.thrustToWeight[0]} to ${p.thrustToWeight[1]} times its weight`
    }))
  );
  const choice = $derived(
    craft.kind === 'boat'
      ? { path: 'craft.hull', label: 'hull', value: craft.hull ?? 'planing-mono', items: HULLS }
      : { path: 'craft.purpose', label: 'for', value: craft.purpose ?? '', items: purposes }
  );
  const margins = $derived(
    (Object.keys(MARGINS) as MarginName[]).filter(
      (name) =>
        (name !== 'boat-rpm' || view.document.propulsor.kind === 'surface-drive') &&
        (name !== 'thrust-to-weight' || craft.kind === 'fixed-wing')
    )
  );
  const schools = $derived((view.document.schools ?? {}) as Record<string, string>);
  const supply = $derived(view.document.receiverSupply?.name ?? '');

  const plain = (): SetupDocument => $state.snapshot(view.document) as SetupDocument;

  const set = (path: string, value: number | string | null, label: string): Promise<boolean> =>
    view.edit([{ path, value }], `brief: ${label}`);
  /** What is wrong with something that no field here shows. */
  const elsewhere = $derived(
    view.refused.filter(
      (i) => !['craft.massKg', 'craft.airframeMassKg', ...rows.map((r) => r.path)].includes(i.path)
    )
  );

  /** All-up weight as it stands, or an airframe to which the chosen parts add. */
  function weigh(parts: boolean): void {
    const sum = partMasses(plain()).reduce((kg, p) => kg + p.kg, 0);
    const airframe = Math.max(craft.massKg - sum, 0.05 * craft.massKg);
    void set(
      'craft.airframeMassKg',
      parts ? Number(airframe.toPrecision(4)) : null,
      'how the weight is given'
    );
  }

  function chooseSchool(margin: MarginName, id: string): void {
    void view.replace((present) => {
      const { [margin]: _, ...others } = (present.schools ?? {}) as Record<string, string>;
      return { ...present, schools: id === '' ? others : { ...others, [margin]: id } };
    }, `school: ${MARGINS[margin].title}`);
  }

  function chooseSupply(id: string): void {
    const found = supplies.find((p) => String(p.id) === id);
    const part = found && ($state.snapshot(found) as StoredPart);
    const next = (present: SetupDocument): SetupDocument =>
      part ? withShelfPart(present, part) : { ...present, receiverSupply: null };
    void view.replace(next, `receiver supply: ${found ? found.name : 'the ESC’s own'}`);
  }
</script>

<Dialog title={`Brief: ${craft.name ?? 'craft'}`} bind:open size="lg">
  <div class="grid grid-cols-1 gap-x-8 gap-y-3 md:grid-cols-[1fr_1fr]">
    <div data-testid="brief">
      <label class="flex items-center gap-2 text-xs"
        >{choice.label}
        <Choice
          class="flex-1"
          value={choice.value}
          placeholder="choose what it is for"
          id="brief-purpose"
          items={choice.items}
          onchoose={(v) => void set(choice.path, v, choice.label)}
        /></label
      >
      {#if craft.kind === 'fixed-wing' && craft.zeroLiftDragCoefficient == null}
        <label class="mt-1 flex items-center gap-2 text-xs"
          >airframe
          <Choice
            class="flex-1"
            value={craft.airframe ?? ''}
            id="brief-airframe"
            items={AIRFRAMES}
            onchoose={(v) => void set('craft.airframe', v || null, 'airframe')}
          /></label
        >
      {/if}
      {#if craft.kind === 'multirotor'}
        <label class="mt-1 flex items-center gap-2 text-xs"
          >rotors
          <Choice
            class="flex-1"
            value={craft.rotorLayout ?? 'flat'}
            items={[
              { value: 'flat', name: 'flat: each by itself' },
              { value: 'coaxial', name: 'coaxial: in pairs on one axis' }
            ]}
            onchoose={(v) => void set('craft.rotorLayout', v, 'rotor layout')}
          /></label
        >
      {/if}
      <fieldset class="mt-2 flex flex-wrap gap-x-4 text-xs">
        <legend class="text-ink-soft">weight is given as</legend>
        <Radio name="weight" value="all-up" group={byParts ? 'parts' : 'all-up'} onchange={() => weigh(false)}
          >all-up</Radio
        >
        <Radio
          name="weight"
          value="parts"
          group={byParts ? 'parts' : 'all-up'}
          data-testid="by-airframe"
          onchange={() => weigh(true)}>bare airframe; the chosen parts add to it</Radio
        >
      </fieldset>
      {#if byParts}
        <FigureField
          path="craft.airframeMassKg"
          label="airframe weight"
          quantity="craftMass"
          value={craft.airframeMassKg}
          problems={view.refused}
          onset={(v) => set('craft.airframeMassKg', v, 'airframe weight')}
        />
      {/if}
      <FigureField
        path="craft.massKg"
        label={byParts ? 'all-up weight, from the parts' : 'all-up weight'}
        quantity="craftMass"
        value={craft.massKg}
        disabled={byParts}
        source={markOf(view.document, 'craft.massKg')}
        problems={view.refused}
        onset={(v) => set('craft.massKg', v, 'all-up weight')}
      />
      {#each rows as r (r.path)}
        <FigureField
          path={r.path}
          label={r.label}
          quantity={r.quantity}
          value={readPath(view.document, r.path) as number | null | undefined}
          problems={view.refused}
          source={markOf(view.document, r.path)}
          within={view.document}
          onset={(v) => set(r.path, v, r.label)}
        />
      {/each}
    </div>
    <div class="text-xs">
      <h3 class="text-sm font-semibold">What follows</h3>
      <dl data-testid="targets">
        {#each targets as t (t.id)}
          <div class="border-line border-b py-1">
            <div class="flex justify-between gap-2">
              <dt>{t.title}</dt>
              <dd class="figure font-semibold" data-testid={`target-${t.id}`}>
                {t.high === null ? 'at least ' : ''}{figureUnit(t.quantity, t.low, 2)}{t.high === null
                  ? ''
                  : ` to ${figureUnit(t.quantity, t.high, 2)}`}
              </dd>
            </div>
            <p class="text-ink-soft">
              {t.working}{t.school === null ? '' : `; by the school “${t.school}”`}
            </p>
          </div>
        {/each}
      </dl>
      <h3 class="mt-3 text-sm font-semibold">Kept as they are</h3>
      <div class="flex flex-wrap gap-x-4">
        {#each FIXABLE_PARTS as part (part)}
          <Checkbox
            checked={view.isFixed(part)}
            data-testid={`brief-fix-${part}`}
            onchange={(e) => void view.fix(part, (e.currentTarget as HTMLInputElement).checked)}
            >{partWord(part, view.document.propulsor.kind)}</Checkbox
          >
        {/each}
      </div>
      <p class="text-ink-soft">What you own and want to use. No remedy and no fitting changes it.</p>
      <h3 class="mt-3 text-sm font-semibold">Receiver supply</h3>
      <Choice
        class="w-full"
        value={String(supplies.find((s) => s.name === supply)?.id ?? '')}
        label="receiver supply"
        id="brief-supply"
        items={[
          { value: '', name: supply && !supplies.some((s) => s.name === supply) ? supply : 'the ESC’s own' },
          ...supplies.map((s) => ({ value: String(s.id), name: s.name }))
        ]}
        onchoose={chooseSupply}
      />
      <h3 class="mt-3 text-sm font-semibold">Margins for this setup</h3>
      {#each margins as name (name)}
        <label class="mt-1 block"
          ><span class="text-ink-soft">{MARGINS[name].title}</span>
          <Choice
            class="w-full"
            value={schools[name] ?? ''}
            id={`school-${name}`}
            items={[
              { value: '', name: 'as in the settings' },
              ...MARGINS[name].schools.map((s) => ({ value: s.id, name: s.title }))
            ]}
            onchoose={(v) => chooseSchool(name, v)}
          /></label
        >
      {/each}
    </div>
  </div>
  {#if elsewhere.length > 0}<Alert says={elsewhere.map((i) => i.message).join(' ')} class="mt-2" />{/if}
</Dialog>
