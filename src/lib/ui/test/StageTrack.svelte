<script lang="ts">
  import { FEEL_WORDS } from '../../core/testing/plan/log-entry.ts';
  import type { Stage } from '../../core/testing/plan/stage.ts';
  import type { TestState } from './test-state.svelte.ts';

  /** The stages of a test in their order, what became of each, and which comes next. */
  let { view }: { view: TestState } = $props();

  const next = $derived(view.planned.plan?.next.stage ?? null);
  /** What is said under a stage: how it left the parts, that it comes next, or that it was left out. */
  const under = (stage: Stage, k: number): string => {
    const run = view.runOf(stage.id);
    const feel = run?.details.feel;
    if (stage.id === next) return run ? 'again' : 'next';
    if (run?.details.end?.rule === 'limit') return 'stopped at a limit';
    if (run) return feel ? FEEL_WORDS[feel] : 'logged';
    return view.stages.slice(k + 1).some((later) => view.runOf(later.id)) ? 'left out' : '';
  };
</script>

<ol
  class="flex min-w-0 overflow-x-auto px-4 pt-2 pb-1.5"
  data-testid="stages"
  aria-label="Stages of the test"
>
  {#each view.stages as stage, k (stage.id)}
    {@const isNext = stage.id === next}
    {@const isOpen = stage.id === view.stage?.id}
    <li class="relative min-w-[8.5rem] flex-1">
      {#if k > 0}<span
          class={`absolute top-[9px] h-[3px] ${view.runOf(view.stages[k - 1].id) ? 'bg-cold' : 'bg-line'}`}
          style="left: calc(-100% + 18px); right: calc(100% + 2px)"
          aria-hidden="true"
        ></span>{/if}
      <button
        class="press block w-full pr-2 text-left text-sm leading-4"
        aria-current={isOpen ? 'step' : undefined}
        data-testid={`stage-${stage.id}`}
        onclick={() => (view.chosen = stage.id)}
      >
        <span
          class={`mb-1 block rounded-full border-[3px] ${isNext ? 'border-cold bg-page size-5' : view.runOf(stage.id) ? 'border-cold bg-cold my-[3px] size-[14px]' : 'border-line bg-page my-[3px] size-[14px]'}`}
          aria-hidden="true"
        ></span>
        <span class={isOpen ? 'font-bold underline decoration-2 underline-offset-4' : ''}>{stage.title}</span>
        <span class="text-ink-soft block text-xs">{under(stage, k)}</span>
      </button>
    </li>
  {/each}
</ol>
