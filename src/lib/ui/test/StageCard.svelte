<script lang="ts">
  import { CAUTIONS, type CautionId } from '../../core/cautions/at-test.ts';
  import { watchWords } from '../../core/testing/plan/plan-text.ts';
  import type { Stage } from '../../core/testing/plan/stage.ts';
  import type { ActCautions } from '../../core/cautions/cautions.ts';
  import CautionList from '../sheet/CautionList.svelte';
  import { units } from '../format/units.svelte.ts';

  /** What a stage is: what to fit, what to do, what to watch, and the cautions of its act. */
  let {
    stage,
    cautions,
    acts,
    acknowledged,
    onread
  }: {
    stage: Stage;
    cautions: readonly CautionId[];
    /** Cautions of the setup by their acts: those of this stage's act that the plan does not say stand beside them. */
    acts: readonly ActCautions[];
    /** Those that were read. */
    acknowledged: Readonly<Record<string, boolean>>;
    onread: (id: string, read: boolean) => void;
  } = $props();
  const ACT = { bare: 'power', run: 'run', hover: 'run', time: 'out' } as const;
  const more = $derived(
    (acts.find((a) => a.act === ACT[stage.kind])?.cautions ?? []).filter(
      (c) => !(c.id in CAUTIONS) && !(cautions as readonly string[]).includes(c.id)
    )
  );
</script>

<section aria-labelledby="stage-title" data-testid="stage-card">
  <h1 id="stage-title" class="text-xl font-bold">{stage.title}</h1>
  <p class="text-ink-soft text-sm">Fit {stage.fit}.</p>
  <p class="mt-1 max-w-[68ch] text-base leading-5">{stage.do}</p>
  {#if stage.watch.length > 0}
    <ul class="figure mt-1 flex flex-wrap gap-x-4 text-xs">
      {#each stage.watch as w (w.quantity)}<li>{watchWords(w, units.choice)}</li>{/each}
    </ul>
  {/if}
  <ul class="border-ink mt-2 border-l-4 pl-2 text-sm leading-[18px]" data-testid="cautions">
    {#each cautions as id (id)}<li>{CAUTIONS[id]}</li>{/each}
  </ul>
  {#if more.length > 0}
    <div class="mt-1 max-w-[80ch] text-xs" data-testid="cautions-of-setup">
      <CautionList cautions={more} {acknowledged} {onread} />
    </div>
  {/if}
</section>
