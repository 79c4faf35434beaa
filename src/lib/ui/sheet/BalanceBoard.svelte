<script lang="ts">
  import TextField from '../kit/TextField.svelte';
  import TextButton from '../kit/TextButton.svelte';
  import Choice from '../kit/Choice.svelte';
  import { PART_TABLE, PLACED_PARTS } from '../../core/registry/parts.ts';
  import { Button } from 'flowbite-svelte';
  import { type BalanceSheet } from '../../core/document/schema.ts';
  import { showUnit } from '../../core/units/show.ts';
  import { figureUnit } from '../format/units.svelte.ts';
  import FigureField from '../kit/FigureField.svelte';
  import type { SheetState } from './sheet-state.svelte.ts';

  /** Masses along a craft: dragged or typed, with where it balances, where the pack belongs and what ballast is left. */
  let { view }: { view: SheetState } = $props();
  const sheet = $derived<BalanceSheet>(view.document.craft.balance ?? {});
  const items = $derived(sheet.items ?? []);
  const balance = $derived(view.sheet?.balance ?? null);
  const rotors = $derived(view.document.craft.kind === 'multirotor');
  const boat = $derived(view.document.craft.kind === 'boat');
  const front = $derived(rotors ? 'the middle' : boat ? 'the bow' : 'the front');
  let added = $state('');
  let dragged = $state<{ k: number; atM: number; acrossM: number | null } | null>(null);

  const set = (patch: Partial<BalanceSheet>, label: string): Promise<boolean> =>
    view.put([{ path: 'craft.balance', value: { ...sheet, ...patch } }], label);
  const setItem = (k: number, patch: object, label: string): Promise<boolean> =>
    set({ items: items.map((x, i) => (i === k ? { ...x, ...patch } : x)) }, label);
  function add(): void {
    if (added === '') return;
    const atM = balance?.atM ?? 0;
    const item =
      added === 'mass' ? { name: 'airframe', massKg: null, atM } : { part: added as 'battery', atM };
    added = '';
    void set({ items: [...items, item] }, 'a mass in the balance');
  }

  /** Ends of the rule, m: all that sits on it and a little more. */
  const ends = $derived.by(() => {
    const all = [
      ...items.map((x) => x.atM),
      sheet.pointM,
      sheet.packFromM,
      sheet.packToM,
      sheet.frontBallastM,
      sheet.rearBallastM,
      balance?.atM,
      rotors ? -0.1 : 0
    ].filter((x): x is number => x != null);
    const low = Math.min(...all);
    const high = Math.max(...all, low + 0.1);
    const room = 0.06 * (high - low);
    return [low - room, high + room] as const;
  });
  const W = 380;
  const x = (m: number): number => (W * (m - ends[0])) / (ends[1] - ends[0]);
  const placeOf = (k: number): number => (dragged?.k === k ? dragged.atM : items[k].atM);
  /** A rotor craft is seen from above, its front to the left: both directions on one scale. */
  const H = $derived(rotors ? 200 : 96);
  const acrossOf = (k: number): number =>
    (dragged?.k === k ? dragged.acrossM : null) ?? items[k].acrossM ?? 0;
  const y = (rightM: number): number => H / 2 - (W * rightM) / (ends[1] - ends[0]);

  const round = (m: number): number => Number(m.toFixed(4));
  function drag(event: PointerEvent, k: number): void {
    const svg = (event.currentTarget as Element).closest('svg') as SVGSVGElement;
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    const move = (e: PointerEvent): void => {
      const box = svg.getBoundingClientRect();
      const perPixel = (ends[1] - ends[0]) / box.width;
      dragged = {
        k,
        atM: round(ends[0] + perPixel * (e.clientX - box.left)),
        acrossM: rotors ? round(perPixel * (box.top + box.height / 2 - e.clientY)) : null
      };
    };
    const target = event.currentTarget as HTMLElement;
    target.onpointermove = move;
    target.onpointerup = () => {
      target.onpointermove = target.onpointerup = null;
      const to = dragged;
      dragged = null;
      if (to)
        void setItem(
          to.k,
          rotors ? { atM: to.atM, acrossM: to.acrossM } : { atM: to.atM },
          'place of a mass'
        );
    };
  }
  function keys(event: KeyboardEvent, k: number): void {
    const along = { ArrowLeft: -0.005, ArrowRight: 0.005 }[event.key];
    const across = rotors ? { ArrowUp: 0.005, ArrowDown: -0.005 }[event.key] : undefined;
    if (along === undefined && across === undefined) return;
    event.preventDefault();
    const patch =
      along === undefined
        ? { acrossM: round((items[k].acrossM ?? 0) + (across ?? 0)) }
        : { atM: round(items[k].atM + along) };
    void setItem(k, patch, 'place of a mass');
  }
  const mm = (m: number): string => figureUnit('screwLength', Math.abs(m));
  const title = (k: number): string => balance?.stations[k]?.title ?? items[k].name ?? 'mass';
</script>

<section class="flex flex-col gap-2" aria-labelledby="balance-title" data-testid="balance-board">
  <h2 id="balance-title">Balance</h2>
  {#if items.length === 0}
    <p class="text-ink-soft text-xs leading-4">
      Weigh the craft without its pack and find where it balances then: that is one mass at one place. Add it,
      and the pack; the parts of the setup bring their own weight. Places are measured from {front}{rotors
        ? ', behind it with a plus'
        : ' backwards'}.
    </p>
  {:else}
    <svg
      viewBox={`0 0 ${W} ${H}`}
      class="w-full max-w-[560px]"
      role="group"
      aria-label="masses along the craft"
    >
      {#if rotors}
        <line x1="0" x2={W} y1={H / 2} y2={H / 2} stroke="var(--line)" stroke-width="1.5" />
        <line x1={x(0)} x2={x(0)} y1="0" y2={H} stroke="var(--line)" stroke-width="1.5" />
        <text x="2" y={H / 2 - 4} font-size="11" fill="var(--ink-soft)">front</text>
        <text x={x(0) + 4} y="11" font-size="11" fill="var(--ink-soft)">right</text>
      {:else}
        <line x1="0" x2={W} y1="64" y2="64" stroke="currentColor" stroke-width="1.5" />
      {/if}
      {#if sheet.packFromM != null && sheet.packToM != null}
        <rect
          x={Math.min(x(sheet.packFromM), x(sheet.packToM))}
          y={rotors ? H / 2 - 4 : 60}
          width={Math.abs(x(sheet.packToM) - x(sheet.packFromM))}
          height="8"
          fill="var(--cold-faint)"
          stroke="var(--cold)"
        />
      {/if}
      {#if balance?.wantedM != null && rotors}
        <circle
          cx={x(balance.wantedM)}
          cy={y(0)}
          r={Math.max(x(balance.toleranceM) - x(0), 2)}
          fill="var(--line)"
        />
      {:else if balance?.wantedM != null}
        <rect
          x={x(balance.wantedM - balance.toleranceM)}
          y="66"
          width={Math.max(
            x(balance.wantedM + balance.toleranceM) - x(balance.wantedM - balance.toleranceM),
            1
          )}
          height="16"
          fill="var(--line)"
        />
        <line
          x1={x(balance.wantedM)}
          x2={x(balance.wantedM)}
          y1="64"
          y2="84"
          stroke="currentColor"
          stroke-width="2"
        />
      {/if}
      {#each items as _, k (k)}
        {@const kg = balance?.stations[k]?.kg ?? 0}
        {@const r = 5 + 13 * Math.sqrt(kg / Math.max(balance?.totalKg ?? 1, 1e-9))}
        <g
          role="slider"
          tabindex="0"
          aria-label={`place of ${title(k)}`}
          aria-valuenow={Math.round(1000 * placeOf(k))}
          aria-valuemin={Math.round(1000 * ends[0])}
          aria-valuemax={Math.round(1000 * ends[1])}
          aria-valuetext={`${mm(placeOf(k))} ${placeOf(k) < 0 ? 'before' : 'behind'} ${front}${rotors ? `, ${mm(acrossOf(k))} to the ${acrossOf(k) < 0 ? 'left' : 'right'}` : ''}`}
          class={rotors ? 'cursor-move' : 'cursor-ew-resize'}
          data-testid={`mass-${k}`}
          onpointerdown={(e) => drag(e, k)}
          onkeydown={(e) => keys(e, k)}
        >
          <circle
            cx={x(placeOf(k))}
            cy={rotors ? y(acrossOf(k)) : 62 - r}
            {r}
            fill={items[k].part === 'battery' ? 'var(--cold-soft)' : 'var(--sheet)'}
            stroke="currentColor"
            stroke-width="1.5"
          />
        </g>
      {/each}
      {#if balance && rotors}
        <path
          d={`M${x(balance.atM) - 7} ${y(balance.acrossM)}h14M${x(balance.atM)} ${y(balance.acrossM) - 7}v14`}
          stroke="currentColor"
          stroke-width="2.5"
          data-testid="balance-mark"
        />
      {:else if balance}
        <path d={`M${x(balance.atM)} 66l7 14h-14z`} fill="currentColor" data-testid="balance-mark" />
      {/if}
    </svg>
  {/if}
  {#if balance}
    <p class="text-sm leading-[18px]" data-testid="balance-says">
      The listed <span class="figure">{showUnit(balance.totalKg, 'kg')}</span> balance
      <b class="figure">{mm(balance.atM)}</b>
      {balance.atM < 0 ? 'before' : 'behind'}
      {front}{#if balance.offM !== null}, {Math.abs(balance.offM) <= balance.toleranceM
          ? 'where they should'
          : `${mm(balance.offM)} too far ${balance.offM > 0 ? 'back' : 'forward'}`}{/if}.
      {#if balance.packNeededM !== null && balance.packAtM !== null}
        The pack belongs <b class="figure">{mm(balance.packNeededM)}</b>
        {balance.packNeededM < 0 ? 'before' : 'behind'}
        {front}{#if balance.packBestM !== null && Math.abs(balance.packBestM - balance.packNeededM) > 0.0005},
          outside its room: at best at <b class="figure">{mm(balance.packBestM)}</b
          >{/if}{#if rotors && balance.packAcrossM !== null && Math.abs(balance.packAcrossM) > 0.0005}, and <b
            class="figure">{mm(balance.packAcrossM)}</b
          >
          to the {balance.packAcrossM > 0 ? 'right' : 'left'} of it{/if}.
        <TextButton
          tone="cold"
          data-testid="move-pack"
          onclick={() => {
            const by = (balance.packBestM ?? balance.packNeededM ?? 0) - (balance.packAtM ?? 0);
            void set(
              {
                items: items.map((i) =>
                  i.part === 'battery'
                    ? {
                        ...i,
                        atM: round(i.atM + by),
                        ...(rotors ? { acrossM: round(balance.packAcrossM ?? 0) } : {})
                      }
                    : i
                )
              },
              'pack where it balances'
            );
          }}>put it there</TextButton
        >
      {/if}
      {#if balance.ballast}
        Then <b class="figure">{figureUnit('mass', balance.ballast.kg)}</b> of ballast {mm(
          balance.ballast.atM
        )} behind
        {front}.
      {:else if balance.ballastUnplaced}
        Ballast is asked for: say where it could sit.
      {/if}
      {#if Math.abs(balance.acrossM) > 0.0005}
        Sideways it hangs <b class="figure">{mm(balance.acrossM)}</b> to the {balance.acrossM > 0
          ? 'right'
          : 'left'}.
      {/if}
      {#if balance.bowDownDeg !== null && Math.abs(balance.bowDownDeg) > 0.05}
        At rest it floats <b class="figure">{Math.abs(balance.bowDownDeg).toFixed(1)}°</b> by the {balance.bowDownDeg >
        0
          ? 'bow'
          : 'stern'}.
      {/if}
      {#if Math.abs(balance.unlistedKg) > 0.02 * balance.totalKg}
        <span class="text-ink-soft"
          >{balance.unlistedKg > 0
            ? `${showUnit(balance.unlistedKg, 'kg', 2)} of the all-up weight are not in the list.`
            : `The list holds ${showUnit(-balance.unlistedKg, 'kg', 2)} more than the all-up weight.`}</span
        >
      {/if}
    </p>
    {#if balance.others.length > 0}
      <details>
        <summary class="press cursor-pointer text-sm">Another pack in its place</summary>
        <ul class="figure text-xs leading-4" data-testid="other-packs">
          {#each balance.others as o (o.kg)}
            <li>
              {figureUnit('mass', o.kg)}: moves it {mm(o.movesM)}
              {o.movesM > 0 ? 'back' : 'forward'}; belongs {mm(o.neededM)}
              {o.neededM < 0 ? 'before' : 'behind'}
            </li>
          {/each}
        </ul>
      </details>
    {/if}
  {/if}
  {#each items as item, k (k)}
    <div class="border-line grid grid-cols-[1fr_auto] gap-x-3 border-b pb-1">
      <div class="flex items-center gap-1 text-sm">
        {#if item.part}<b>{title(k)}</b>{:else}
          <TextField
            size="row"
            class="min-w-0 flex-1"
            aria-label="name of the mass"
            value={item.name ?? ''}
            maxlength={80}
            onchange={(e) => void setItem(k, { name: e.currentTarget.value }, 'name of a mass')}
          />
        {/if}
        {#if item.part}<span class="figure text-xs">{figureUnit('mass', balance?.stations[k]?.kg ?? 0)}</span
          >{/if}
      </div>
      <TextButton
        tone="cold"
        size="xs"
        aria-label={`take ${title(k)} out`}
        onclick={() => void set({ items: items.filter((_, i) => i !== k) }, 'a mass out of the balance')}
        >take out</TextButton
      >
      <div class="col-span-2 grid grid-cols-2 gap-x-4 sm:grid-cols-3">
        {#if !item.part}
          <FigureField
            path={`craft.balance.items.${k}.massKg`}
            label="weighs"
            quantity="mass"
            value={item.massKg ?? null}
            problems={view.refused}
            onset={(massKg) => setItem(k, { massKg }, 'weight of a mass')}
          />
        {/if}
        <FigureField
          path={`craft.balance.items.${k}.atM`}
          label="at"
          quantity="screwLength"
          value={item.atM}
          problems={view.refused}
          onset={(atM) => setItem(k, { atM: atM ?? 0 }, 'place of a mass')}
        />
        {#if rotors}
          <FigureField
            path={`craft.balance.items.${k}.acrossM`}
            label="right"
            quantity="screwLength"
            value={item.acrossM ?? null}
            problems={view.refused}
            onset={(acrossM) => setItem(k, { acrossM }, 'place of a mass')}
          />
        {/if}
      </div>
    </div>
  {/each}
  <div class="flex items-center gap-2">
    <Choice
      size="form"
      class="min-w-0 flex-1"
      placeholder="a mass, or a part of the setup"
      label="what to add to the balance"
      id="add-mass-kind"
      bind:value={added}
      items={[
        { value: 'mass', name: 'a weighed mass: airframe, camera …' },
        ...PLACED_PARTS.filter((p) => !items.some((i) => i.part === p)).map((p) => ({
          value: p,
          name: PART_TABLE[p].word
        }))
      ]}
    />
    <Button size="xs" color="alternative" data-testid="add-mass" onclick={add}>add</Button>
  </div>
  <h3 class="font-semibold">Where it should</h3>
  <div class="grid grid-cols-2 gap-x-4">
    {#each [['pointM', 'balance at'], ['toleranceM', 'give or take'], ['packFromM', 'pack room from'], ['packToM', 'to'], ['frontBallastM', 'ballast, front'], ['rearBallastM', 'rear']] as [field, label] (field)}
      <FigureField
        path={`craft.balance.${field}`}
        {label}
        quantity="screwLength"
        value={sheet[field as 'pointM'] ?? null}
        problems={view.refused}
        onset={(v) => set({ [field]: v }, label)}
      />
    {/each}
  </div>
</section>
