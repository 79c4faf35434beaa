<script lang="ts">
  import OutlineButton from '../kit/OutlineButton.svelte';
  import TextField from '../kit/TextField.svelte';
  import Alert from '../kit/Alert.svelte';
  import Choice from '../kit/Choice.svelte';
  import { DRIVE_PARTS, type DrivePart } from '../../core/registry/parts.ts';
  import { Checkbox } from 'flowbite-svelte';
  import type { QuantityName } from '../../core/units/quantity.ts';
  import { partWord } from '../../core/document/part-words.ts';
  import type { SearchLimits } from '../../core/search/search-request.ts';
  import { otherWishes } from '../../core/search/wishes.ts';
  import FigureField from '../kit/FigureField.svelte';
  import { figureUnit } from '../format/units.svelte.ts';
  import type { FindState } from './find-state.svelte.ts';

  /** What is wanted of the combinations, and which parts are looked at. */
  let { view }: { view: FindState } = $props();

  type Figure = keyof Pick<
    SearchLimits,
    | 'leastThrustToWeight'
    | 'leastSeconds'
    | 'leastSpeedMs'
    | 'largestPropM'
    | 'maxCurrentA'
    | 'maxMassKg'
    | 'maxHoverThrottle'
  >;
  const craft = $derived(view.brief.craft);
  const kind = $derived(view.setup.propulsor.kind);
  const inWater = $derived(kind === 'submerged-screw' || kind === 'surface-drive');
  const rows = $derived<[Figure, string, QuantityName][]>([
    ...(craft.kind === 'boat'
      ? []
      : [['leastThrustToWeight', 'thrust × weight ≥', 'ratio'] as [Figure, string, QuantityName]]),
    ['leastSeconds', 'time ≥', 'minutes'],
    ['leastSpeedMs', 'top speed ≥', 'speed'],
    [
      'largestPropM',
      `${partWord('propulsor', kind)} ≤`,
      inWater || kind === 'ducted-fan' ? 'screwLength' : 'propLength'
    ],
    ['maxCurrentA', 'current ≤', 'current'],
    ...(craft.airframeMassKg == null
      ? []
      : [['maxMassKg', 'all-up weight ≤', 'craftMass'] as [Figure, string, QuantityName]]),
    ...(craft.kind === 'multirotor'
      ? [['maxHoverThrottle', 'hover throttle ≤', 'share'] as [Figure, string, QuantityName]]
      : [])
  ]);
  const WISH_WORDS = {
    leastThrustToWeight: 'thrust',
    leastSeconds: 'time',
    leastSpeedMs: 'speed',
    largestPropM: 'room'
  } as const;
  const others = $derived(otherWishes(view.setup, view.limits));
  const cells = $derived(
    [...new Set(view.parts.battery.map((b) => b.document.series))].sort((a, b) => a - b)
  );
  const series = $derived(view.limits.series ?? []);
  const toggle = (n: number): void => {
    const next = series.includes(n) ? series.filter((c) => c !== n) : [...series, n].sort((a, b) => a - b);
    view.wish({ series: next.length === 0 || next.length === cells.length ? null : next });
  };
  const heldName = (part: DrivePart): string =>
    (view.limits.fixed?.[part] as { name?: string } | null)?.name ?? '';
  function hold(part: DrivePart, name: string): void {
    const fixed: Record<string, unknown> = { ...view.limits.fixed };
    if (name === '') delete fixed[part];
    else fixed[part] = view.parts[part].find((p) => p.name === name)?.document ?? view.setup[part];
    view.wish({ fixed: fixed as SearchLimits['fixed'] });
  }
  const KIND_WORDS = {
    propeller: 'propellers',
    'ducted-fan': 'fans',
    'submerged-screw': 'screws',
    'surface-drive': 'surface screws'
  } as const;
  const kinds = $derived(
    [...new Set(view.parts.propulsor.map((p) => p.document.kind))].filter(
      (k) => craft.kind === 'boat' || k === 'propeller' || k === 'ducted-fan'
    )
  );
  const gear = $derived((view.limits.gearRatios ?? [view.brief.gearRatio ?? 1]).join(', '));
  let gearProblem = $state('');
  /** Gear ratios as people write them: "1, 2.4" or "1 3,7". */
  function setGears(text: string): void {
    const list = text
      .split(/[;\s]+|,(?=\s)/)
      .filter((t) => t !== '')
      .map((t) => Number(t.replace(',', '.')));
    if (list.length === 0) {
      gearProblem = '';
      view.wish({ gearRatios: null });
    } else if (list.some((r) => !(r >= 0.05 && r <= 100)) || list.length > 40)
      gearProblem = 'Gear ratios are numbers from 0.05 to 100, a blank between them: 1 2.4 3.7.';
    else {
      gearProblem = '';
      view.wish({ gearRatios: [...new Set(list)] });
    }
  }
</script>

<section aria-labelledby="wanted-title" data-testid="wanted">
  <h2 id="wanted-title" class="mb-1">What is wanted</h2>
  <div class="flex flex-col gap-0.5">
    {#each rows as [field, label, quantity] (field)}
      <FigureField
        path={`limit.${field}`}
        {label}
        {quantity}
        value={view.limits[field]}
        onset={(value) => {
          if (value !== null && !(typeof value === 'number' && value > 0)) return Promise.resolve(false);
          view.wish({ [field]: value });
          return Promise.resolve(true);
        }}
      />
    {/each}
    {#if craft.kind === 'boat'}
      {#each [0, 1] as k (k)}
        <FigureField
          path={`limit.rpmWindow.${k}`}
          label={k === 0 ? 'rpm under way ≥' : 'rpm under way ≤'}
          quantity="rpm"
          value={view.limits.rpmWindow?.[k] ?? null}
          onset={(value) => {
            const now = view.limits.rpmWindow ?? [0, 500000];
            const next = value === null ? (k === 0 ? 0 : 500000) : value;
            const window = k === 0 ? [next, now[1]] : [now[0], next];
            if (!(window[0] >= 0 && window[1] <= 500000 && window[0] <= window[1]))
              return Promise.resolve(false);
            view.wish({ rpmWindow: window[0] === 0 && window[1] === 500000 ? null : window });
            return Promise.resolve(true);
          }}
        />
      {/each}
    {/if}
  </div>
  {#if view.airframe}
    <Checkbox
      class="mt-1 text-xs max-sm:min-h-11"
      checked={view.byParts}
      onchange={(e) => {
        view.byParts = (e.currentTarget as HTMLInputElement).checked;
        view.later();
      }}
      data-testid="weight-by-parts">weight follows the parts</Checkbox
    >
    <p class="text-2xs text-ink-soft leading-[14px]">
      {#if view.byParts}Airframe {figureUnit('craftMass', view.airframe.kg)}{view.airframe.given
          ? ''
          : ': the all-up weight without the parts it has now'}.{:else}All-up weight held at {figureUnit(
          'craftMass',
          craft.massKg
        )}.{/if}
    </p>
  {:else}
    <p class="text-2xs text-ink-soft mt-1 leading-[14px]">
      All-up weight is held at {figureUnit('craftMass', craft.massKg)}. Give the airframe’s weight in the
      <a class="underline" href={`/match/${view.setupId}`}>brief</a> and it follows the parts.
    </p>
  {/if}

  {#if others.length > 0}
    <p class="text-2xs text-ink-soft mt-1 leading-[14px]" data-testid="other-wishes">
      Asked otherwise than in the brief: {others.map((w) => WISH_WORDS[w]).join(', ')}. A setup made here
      keeps what is asked here.
    </p>
  {/if}

  <h3 class="mt-2.5 mb-1 text-sm font-semibold">Parts</h3>
  <Checkbox
    class="text-xs max-sm:min-h-11"
    checked={view.limits.ownedOnly === true}
    onchange={(e) => view.wish({ ownedOnly: (e.currentTarget as HTMLInputElement).checked })}
    data-testid="owned-only">only what is owned</Checkbox
  >
  <fieldset class="mt-1.5 flex flex-wrap items-center gap-x-1 gap-y-1">
    <legend class="text-ink-soft float-left mr-1.5 text-xs">cells</legend>
    {#each cells as n (n)}
      {@const on = series.length === 0 || series.includes(n)}
      <OutlineButton
        pressed={series.includes(n)}
        size="xs"
        struck={!on}
        data-testid={`cells-${n}`}
        onclick={() => toggle(n)}>{n}S</OutlineButton
      >
    {/each}
  </fieldset>
  <div class="mt-1.5 grid grid-cols-[auto_minmax(0,1fr)] items-center gap-x-2 gap-y-1 text-xs">
    {#each DRIVE_PARTS as part (part)}
      {@const now = (view.setup[part] as { name?: string } | undefined)?.name ?? ''}
      <span class="text-ink-soft"
        >{part === 'battery'
          ? 'pack'
          : part === 'esc'
            ? 'ESC'
            : part === 'propulsor'
              ? partWord('propulsor', kind)
              : part}</span
      >
      <Choice
        size="line"
        class="min-w-0"
        label={`hold ${part}`}
        id={`hold-${part}`}
        value={heldName(part)}
        onchoose={(v) => hold(part, v)}
        items={[
          { value: '', name: 'any' },
          ...view.parts[part].map((p) => ({
            value: p.name,
            name: `${p.name}${p.name === now ? ' (as it is)' : ''}${p.owned ? '' : ' – not owned'}`
          })),
          ...(now !== '' && !view.parts[part].some((p) => p.name === now)
            ? [{ value: now, name: `${now} (as it is)` }]
            : [])
        ]}
      />
    {/each}
    {#if kinds.length > 1}
      <span class="text-ink-soft">kind</span>
      <Choice
        size="line"
        class="min-w-0"
        label="kind of propulsor"
        id="propulsor-kinds"
        value={(view.limits.propulsorKinds ?? []).length === 1 ? view.limits.propulsorKinds?.[0] : ''}
        onchoose={(v) => {
          const chosen = v;
          view.wish({ propulsorKinds: chosen === '' ? null : ([chosen] as SearchLimits['propulsorKinds']) });
        }}
        items={[{ value: '', name: 'any' }, ...kinds.map((k) => ({ value: k, name: KIND_WORDS[k] }))]}
      />
    {/if}
    <span class="text-ink-soft">gears</span>
    <TextField
      figure
      size="line"
      class="min-w-0"
      value={gear}
      aria-label="gear ratios, a blank between them"
      aria-invalid={gearProblem !== ''}
      data-testid="gears"
      onchange={(e) => setGears(e.currentTarget.value)}
    />
  </div>
  <Alert says={gearProblem} small class="mt-1" />
</section>
