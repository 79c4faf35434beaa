<script lang="ts">
  import Alert from '../kit/Alert.svelte';
  import TextButton from '../kit/TextButton.svelte';
  import { onMount, untrack } from 'svelte';
  import type { ExerciseRecord } from '../../core/document/exercise-schema.ts';
  import type { StoredCraft, StoredSetup } from '../../core/document/stored.ts';
  import { CONTENTS, type HelpView } from '../../core/help/help.ts';
  import { helpInWorker } from '../../workers/help-client.ts';
  import AppHeader from '../AppHeader.svelte';
  import { figureUnit, labelFigure } from '../format/units.svelte.ts';
  import AnswerBars from './AnswerBars.svelte';
  import ExercisePanel from './ExercisePanel.svelte';

  /** One page of help with the figures of the user's own setup: what can be moved is moved here, and nothing is kept. */
  let {
    stored,
    craft,
    topic,
    first,
    schools,
    records
  }: {
    stored: StoredSetup;
    craft: StoredCraft;
    topic: string;
    /** Null where the setup cannot be worked out. */
    first: HelpView | null;
    schools: Record<string, string>;
    records: readonly ExerciseRecord[];
  } = $props();

  // the screen is made anew for another page
  let view = $state.raw<HelpView | null>(untrack(() => first));
  let value = $state(untrack(() => first?.knob?.value ?? 0));
  let ready = $state(false);
  let problem = $state('');
  let asked = 0;
  onMount(() => {
    ready = true;
  });

  async function move(to: number): Promise<void> {
    value = to;
    const turn = ++asked;
    try {
      const next = await helpInWorker(topic, stored.document, to, schools);
      if (turn === asked && next) view = next;
    } catch (error) {
      problem = `It could not be worked out: ${(error as Error).message}. Load the page again.`;
    }
  }
  const shown = $derived(new Map((view?.figures ?? []).map((f) => [f.id, f])));
</script>

<svelte:head><title>{view?.title ?? 'Help'} · {craft.name} · Iskarn</title></svelte:head>

<div class="mx-auto flex min-h-dvh max-w-[1800px] flex-col lg:h-dvh" data-ready={ready}>
  <AppHeader room="help" craft={{ name: craft.name, setupId: stored.id }} />
  <main
    id="main"
    tabindex="-1"
    class="grid min-h-0 flex-1 grid-cols-1 lg:grid-cols-[230px_minmax(0,1fr)_380px]"
  >
    <nav
      class="border-line min-w-0 px-4 py-3 max-lg:border-b lg:overflow-y-auto lg:border-r"
      aria-label="Pages of help"
      data-testid="help-contents"
    >
      <ul class="flex gap-x-4 gap-y-0.5 max-lg:flex-wrap lg:flex-col">
        {#each CONTENTS as p (p.id)}
          <li>
            <a
              class={`press inline-flex items-center text-sm ${p.id === topic ? 'font-semibold underline decoration-2 underline-offset-4' : 'text-ink-soft hover:text-ink'}`}
              aria-current={p.id === topic ? 'page' : undefined}
              href={`/help/${stored.id}/${p.id}`}>{p.title}</a
            >
          </li>
        {/each}
      </ul>
    </nav>
    <article class="min-w-0 px-5 py-3 lg:overflow-y-auto" data-testid="help-page">
      {#if view}
        <h1>{view.title}</h1>
        <p class="text-ink-soft text-base">{view.question}</p>
        <p class="text-ink-soft text-xs">
          Figures: {craft.name}, {stored.document.name}, full throttle, standing, unless it says otherwise.
        </p>
        <div class="mt-3 flex max-w-[68ch] flex-col gap-3 text-base leading-[22px]" data-testid="help-text">
          {#each view.paragraphs as paragraph, k (k)}
            <p>
              {#each paragraph as piece, i (i)}{#if 'words' in piece}{piece.words}{:else}{@const f =
                    shown.get(piece.figure)}<b class="figure whitespace-nowrap"
                    >{f ? figureUnit(f.quantity, f.value) : ''}</b
                  >{/if}{/each}
            </p>
          {/each}
        </div>
        {#if view.knob}
          <label class="mt-4 flex max-w-[68ch] flex-wrap items-center gap-x-3 text-sm">
            <b>Move it: {view.knob.title}</b>
            <input
              type="range"
              class="min-w-40 flex-1 accent-[var(--cold)]"
              min={view.knob.low}
              max={view.knob.high}
              step={view.knob.step}
              {value}
              data-testid="help-knob"
              aria-valuetext={figureUnit(view.knob.quantity, value)}
              oninput={(e) => void move(Number(e.currentTarget.value))}
            />
            <span class="figure w-24 text-right" data-testid="help-moved"
              >{labelFigure(view.knob.quantity, value)}</span
            >
            <TextButton
              tone="cold"
              size="xs"
              data-testid="help-back"
              onclick={() => view?.knob && void move(view.knob.own)}>as it is</TextButton
            >
          </label>
        {/if}
        {#if view.figures.length > 0}
          <div class="mt-3 max-w-[760px]"><AnswerBars figures={view.figures} /></div>
        {/if}
        <p class="text-ink-soft mt-2 text-xs">Nothing that is moved here changes the setup.</p>
      {:else}
        <p role="alert">
          The setup cannot be worked out as it is stored; open it in Match and mend what is named.
        </p>
      {/if}
      <Alert says={problem} />
    </article>
    <aside
      class="border-line min-w-0 px-4 py-3 max-lg:border-t lg:overflow-y-auto lg:border-l"
      aria-label="Exercises"
    >
      <ExercisePanel document={stored.document} {topic} {records} />
    </aside>
  </main>
</div>
