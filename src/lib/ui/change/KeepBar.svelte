<script lang="ts">
  import ListButton from '../kit/ListButton.svelte';
  import TextButton from '../kit/TextButton.svelte';
  import { Button } from 'flowbite-svelte';
  import { formOf, type ChangeChoice } from '../../core/change/kinds/all-kinds.ts';
  import type { ChangeState } from './change-state.svelte.ts';

  /** What is done with a change: kept as a setup, planned, looked for on the shelf, or followed by another. */
  let {
    view,
    choices,
    busy,
    onkeep,
    onfind,
    onplan
  }: {
    view: ChangeState;
    choices: readonly ChangeChoice[];
    /** Whether a setup is being made. */
    busy: boolean;
    onkeep: () => void;
    onfind: () => void;
    onplan: () => void;
  } = $props();
</script>

<div
  class="border-line bg-page sticky bottom-0 flex flex-wrap items-center gap-x-3 gap-y-1 border-t px-4 py-2"
>
  <Button size="sm" class="py-1" disabled={busy || view.seen !== null} data-testid="keep" onclick={onkeep}
    >make it a setup</Button
  >
  <Button
    size="sm"
    color="alternative"
    class="py-1"
    disabled={!view.advice?.plan}
    data-testid="plan-open"
    title={view.advice && !view.advice.plan
      ? 'something is over that would break: make it safe first'
      : 'the stages of its test'}
    onclick={onplan}>make a test plan</Button
  >
  {#if formOf(view.change)?.looksForParts}
    <TextButton size="sm" data-testid="keep-find" disabled={busy || view.seen !== null} onclick={onfind}
      >keep it and look for its parts on the shelf</TextButton
    >
  {/if}
  <details class="relative">
    <summary class="press cursor-pointer text-sm underline" data-testid="then">then another change</summary>
    <ul class="border-ink bg-sheet absolute bottom-full left-0 z-20 mb-1 min-w-52 border py-1 shadow">
      {#each choices as c (c.kind)}
        <li>
          <ListButton
            data-testid={`then-${c.kind}`}
            onclick={(e) => {
              e.currentTarget.closest('details')?.removeAttribute('open');
              view.then(c.kind);
            }}>{c.words}</ListButton
          >
        </li>
      {/each}
    </ul>
  </details>
  <span class="text-ink-soft text-xs max-sm:hidden">
    {view.advice && !view.advice.plan
      ? 'Something would break: make it safe before it is tested.'
      : 'Nothing of the real setup is touched until it is kept.'}
  </span>
</div>
