<script lang="ts">
  import { Button } from 'flowbite-svelte';
  import { cautionsOnce, planText, watchWords } from '../../core/testing/plan/plan-text.ts';
  import { CAUTIONS } from '../../core/cautions/at-test.ts';
  import type { Plan } from '../../core/testing/plan/stage.ts';
  import CopyText from '../kit/CopyText.svelte';
  import { units } from '../format/units.svelte.ts';
  import Dialog from '../kit/Dialog.svelte';

  /** The staged test of the changed setup: what is fitted, done and watched, where to stop; to be copied. */
  let {
    plan,
    title,
    open = $bindable(false),
    ontest
  }: {
    plan: Plan;
    title: string;
    open?: boolean;
    /** Called to keep the changed setup and go on in Test. */
    ontest: () => void;
  } = $props();
  const cautions = $derived(cautionsOnce(plan));
</script>

<Dialog {title} bind:open size="lg">
  <ol class="flex flex-col gap-3" data-testid="plan">
    {#each plan.stages as stage, k (stage.id)}
      <li class="border-cold text-ink border-l-4 pl-3 text-sm leading-[18px]">
        <h3>{k + 1}. {stage.title}</h3>
        <p class="text-ink-soft">Fit: {stage.fit}.</p>
        <p>{stage.do}</p>
        {#if stage.watch.length > 0}
          <ul class="figure text-xs">
            {#each stage.watch as w (w.quantity)}<li>{watchWords(w, units.choice)}</li>{/each}
          </ul>
        {/if}
        {#each cautions[k] as id (id)}<p class="text-ink-soft text-xs">{CAUTIONS[id]}</p>{/each}
      </li>
    {/each}
  </ol>
  <div class="mt-3 flex flex-wrap items-center gap-3">
    <Button size="sm" class="py-1" data-testid="plan-test" onclick={ontest}
      >make it a setup and test it</Button
    >
    <CopyText text={`${title}\n\n${planText(plan, units.choice)}`} id="plan-copy" />
  </div>
</Dialog>
