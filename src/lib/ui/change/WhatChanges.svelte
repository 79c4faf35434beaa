<script lang="ts">
  import type { ChangeChoice } from '../../core/change/kinds/all-kinds.ts';
  import { unbroken } from '../format/units.svelte.ts';
  import type { ChangeState } from './change-state.svelte.ts';

  /** The sentences to choose from, and the steps that were made so far. */
  let {
    view,
    choices
  }: {
    view: ChangeState;
    /** Changes that suit the craft. */
    choices: readonly ChangeChoice[];
  } = $props();

  const picture = $derived(view.picture);
</script>

<section aria-labelledby="what-title" class="max-lg:order-1 max-lg:px-4 max-lg:pt-3">
  <h2 id="what-title" class="mb-1 text-lg font-bold">What changes</h2>
  <ul class="flex flex-wrap gap-x-1 lg:flex-col">
    {#each choices as c (c.kind)}
      <li>
        <button
          class={`press w-full px-1.5 py-[3px] text-left text-sm ${view.change.kind === c.kind ? 'border-ink bg-sheet border font-bold' : 'hover:bg-sheet border border-transparent'}`}
          aria-pressed={view.change.kind === c.kind}
          data-testid={`kind-${c.kind}`}
          onclick={() => view.choose(c.kind)}>{c.words}</button
        >
      </li>
    {/each}
  </ul>
</section>
{#if picture && picture.trail.length > 0 && (view.now.changes.length > 1 || view.seen)}
  <section aria-labelledby="steps-title" class="max-lg:order-2 max-lg:px-4 max-lg:pt-2" data-testid="trail">
    <h2 id="steps-title" class="text-lg font-bold">Steps so far</h2>
    <ol class="list-inside list-decimal text-xs leading-[18px]">
      {#each picture.trail as sentence, k (k)}
        <li>
          {unbroken(sentence)}{#if view.now.changes.length > 1 && k < view.now.changes.length}
            <button
              class="press text-ink-soft ml-1 underline"
              data-testid={`drop-${k}`}
              onclick={() => view.dropStep(k)}>take out</button
            >{/if}
        </li>
      {/each}
    </ol>
    {#if view.now.changes.length > 1 && !view.seen}
      <p class="mt-1 flex flex-wrap gap-x-3 text-xs">
        <span class="text-ink-soft">compared with</span>
        <button
          class={`press ${view.against === 'step' ? 'font-bold' : 'underline'}`}
          aria-pressed={view.against === 'step'}
          onclick={() => view.hold('step')}>the step before</button
        >
        <button
          class={`press ${view.against === 'start' ? 'font-bold' : 'underline'}`}
          aria-pressed={view.against === 'start'}
          data-testid="against-start"
          onclick={() => view.hold('start')}>the setup as it is</button
        >
      </p>
    {/if}
  </section>
{/if}
