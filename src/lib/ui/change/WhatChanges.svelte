<script lang="ts">
  import ListButton from '../kit/ListButton.svelte';
  import TextButton from '../kit/TextButton.svelte';
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
  <h2 id="what-title" class="mb-1">What changes</h2>
  <ul class="flex flex-wrap gap-x-1 lg:flex-col">
    {#each choices as c (c.kind)}
      <li>
        <ListButton
          pressed={view.change.kind === c.kind}
          data-testid={`kind-${c.kind}`}
          onclick={() => view.choose(c.kind)}>{c.words}</ListButton
        >
      </li>
    {/each}
  </ul>
</section>
{#if picture && picture.trail.length > 0 && (view.now.changes.length > 1 || view.seen)}
  <section aria-labelledby="steps-title" class="max-lg:order-2 max-lg:px-4 max-lg:pt-2" data-testid="trail">
    <h2 id="steps-title">Steps so far</h2>
    <ol class="list-inside list-decimal text-xs leading-[18px]">
      {#each picture.trail as sentence, k (k)}
        <li>
          {unbroken(sentence)}{#if view.now.changes.length > 1 && k < view.now.changes.length}
            <TextButton tone="soft" class="ml-1" data-testid={`drop-${k}`} onclick={() => view.dropStep(k)}
              >take out</TextButton
            >{/if}
        </li>
      {/each}
    </ol>
    {#if view.now.changes.length > 1 && !view.seen}
      <p class="mt-1 flex flex-wrap gap-x-3 text-xs">
        <span class="text-ink-soft">compared with</span>
        <TextButton pressed={view.against === 'step'} onclick={() => view.hold('step')}
          >the step before</TextButton
        >
        <TextButton
          pressed={view.against === 'start'}
          data-testid="against-start"
          onclick={() => view.hold('start')}>the setup as it is</TextButton
        >
      </p>
    {/if}
  </section>
{/if}
