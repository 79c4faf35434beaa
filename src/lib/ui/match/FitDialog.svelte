<script lang="ts">
  import Alert from '../kit/Alert.svelte';
  import { Button } from 'flowbite-svelte';
  import { outbox } from '../offline/outbox.svelte.ts';
  import type { StoredCraft, StoredPart } from '../../core/document/stored.ts';
  import { partWord } from '../../core/document/part-words.ts';
  import type { SetupDocument } from '../../core/document/schema.ts';
  import { fittedDocument } from '../../core/alternatives/fitted-setup.ts';
  import { type Fitting, type Fittings, type WorstCase } from '../../core/alternatives/fittings.ts';
  import { joinList } from '../../core/text/join-list.ts';
  import { bandedFigure, figureUnit } from '../format/units.svelte.ts';
  import { partTitle } from './part-titles.ts';
  import type { MatchState } from './match-state.svelte.ts';
  import Dialog from '../kit/Dialog.svelte';

  /** Ways to fit what is free, looked at before one is taken: what changes, what it comes to, here or into a copy. */
  let {
    view,
    craft,
    parts,
    onopen,
    open = $bindable(false)
  }: {
    view: MatchState;
    craft: StoredCraft;
    /** The shelf. */
    parts: StoredPart[];
    /** Opens another setup. */
    onopen: (id: number) => void;
    open?: boolean;
  } = $props();

  let found = $state.raw<{ of: SetupDocument; fittings: Fittings | null } | null>(null);
  let said = $state('');
  $effect(() => {
    if (!open || view.document === found?.of) return;
    found = null;
    said = '';
    const owned = parts.filter((p) => p.owned);
    void view.fittings($state.snapshot(owned) as StoredPart[]).then((f) => {
      if (f.of === view.document) found = f;
    });
  });

  const fittings = $derived(found?.fittings ?? null);
  const kind = $derived(view.document.propulsor.kind);
  const held = $derived((view.document.fixed ?? []).map((part) => partWord(part, kind)));

  /** "everything holds", "1 over: ESC current; 2 tight: …". */
  const verdict = ({ over, tight }: WorstCase): string =>
    [
      ...(over.length > 0 ? [`${over.length} beyond the limit: ${joinList(over)}`] : []),
      ...(tight.length > 0 ? [`${tight.length} tight: ${joinList(tight)}`] : [])
    ].join('; ') || 'everything holds';

  const HOLDS: Readonly<Record<Fitting['holds'], string>> = {
    comfortable: 'Comfortable',
    'just enough': 'Just enough',
    'not whole': 'Not whole'
  };

  const figures = (o: WorstCase): string =>
    [
      bandedFigure('current', o.currentA.value, o.currentA.band),
      o.thrustN
        ? `${bandedFigure('thrust', o.thrustN.value, o.thrustN.band)} of thrust`
        : bandedFigure('rpm', o.rpm.value, o.rpm.band),
      figureUnit('craftMass', o.massKg)
    ].join(', ');

  /** A weight that changes, in grams or ounces, with its sign. */
  function grams(o: WorstCase, now: WorstCase): string {
    const change = o.massKg - now.massKg;
    if (Math.abs(change) < 0.0005) return 'no change of weight';
    return `${figureUnit('mass', Math.abs(change), 3)} ${change > 0 ? 'more' : 'less'}`;
  }

  async function take(fitting: Fitting): Promise<void> {
    if (!found) return;
    if (await view.takeFitting(fitting, found.of)) open = false;
    else said = view.refused.map((i) => i.message).join(' ') || 'The setup has changed since; look again.';
  }

  async function copy(fitting: Fitting): Promise<void> {
    if (!found) return;
    await view.flush();
    const document = {
      ...fittedDocument(found.of, fitting),
      name: `${found.of.name ?? 'Setup'}, fitted`.slice(0, 120)
    };
    const made = await outbox.send(
      'createSetup',
      { body: { craftId: craft.id, document } },
      `The setup “${document.name}”`
    );
    if (!made.ok) {
      said = made.message;
      return;
    }
    open = false;
    onopen(made.value.id);
  }
</script>

<Dialog title="Fit what is free" bind:open size="lg">
  <p class="text-sm">
    {held.length > 0
      ? `Stays as it is: ${joinList(held)}. Everything else is chosen for what the brief wants`
      : 'Every part is free and is chosen for what the brief wants'}, your own parts first. Nothing changes
    before you take one. To keep a part, press <b>free</b> over it.
  </p>
  {#if fittings}
    <p class="border-line border-l-4 pl-2 text-sm" data-testid="fit-now">
      <span class="text-ink-soft">As it stands:</span>
      {figures(fittings.now)}; {verdict(fittings.now)}.
    </p>
    <ol class="flex flex-col gap-2" data-testid="fittings">
      {#each fittings.offers as offer, k (k)}
        <li class="border-cold bg-page border-l-4 px-3 py-2" data-testid={`fitting-${k}`}>
          <p class="text-base font-semibold">
            {HOLDS[offer.holds]}: {verdict(offer.outcome)}
          </p>
          <p class="text-sm" data-testid={`fitting-why-${k}`}>{offer.why}</p>
          <p class="figure text-sm">
            {figures(offer.outcome)} ({grams(offer.outcome, fittings.now)})
          </p>
          <dl class="mt-1 text-sm leading-5 sm:grid sm:grid-cols-2 sm:gap-x-6">
            {#each offer.parts as part (part.part)}
              <div class="flex gap-2">
                <dt class="text-ink-soft w-16 shrink-0">{partTitle(part.part, kind)}</dt>
                <dd class={part.from === 'as it is' ? 'text-ink-soft' : ''}>
                  {part.text}<span class="text-ink-soft"
                    >{part.from === 'to buy'
                      ? ', to buy'
                      : part.from === 'yours'
                        ? ', yours'
                        : ', as it is'}</span
                  >
                </dd>
              </div>
            {/each}
          </dl>
          <div class="mt-1.5 flex gap-2">
            <Button size="xs" data-testid={`take-${k}`} onclick={() => void take(offer)}>take it</Button>
            <Button size="xs" color="alternative" data-testid={`copy-${k}`} onclick={() => void copy(offer)}
              >into a copy</Button
            >
          </div>
        </li>
      {/each}
    </ol>
    {#if fittings.offers.length === 0}
      <p class="text-sm" role="status">
        {held.length >= 5
          ? 'Every part is held: free one to have it fitted.'
          : 'No choice of the free parts is better than what is there: none has less beyond a limit, and none does more of what the brief wants. Free another part, or see what would have to give under “To put it right”.'}
      </p>
    {/if}
  {:else}
    <p class="text-ink-soft text-sm" role="status">
      {found
        ? 'The setup is not sound as it stands; mend what is wrong with it first.'
        : 'Fitting and judging …'}
    </p>
  {/if}
  <Alert says={said} />
</Dialog>
