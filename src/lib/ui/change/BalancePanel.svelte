<script lang="ts">
  import type { Balance } from '../../core/change/balance.ts';
  import { figureUnit } from '../format/units.svelte.ts';
  import SentenceFigure from '../kit/SentenceFigure.svelte';
  import type { Arms } from './change-state.svelte.ts';

  /** Where a pack of another weight must sit, or what ballast it asks for. */
  let {
    balance,
    onarm
  }: {
    balance: Balance;
    onarm: (arms: Arms, label: string) => void;
  } = $props();
  const millimetres = (m: number): string => figureUnit('screwLength', Math.abs(m));
  const side = (m: number): string => (m >= 0 ? 'before' : 'behind');
</script>

<section aria-labelledby="balance-title" data-testid="balance">
  <h2 id="balance-title">Balance</h2>
  <p class="text-sm leading-[22px]">
    The pack weighs <span class="figure">{figureUnit('mass', balance.afterKg)}</span> in place of
    <span class="figure">{figureUnit('mass', balance.beforeKg)}</span>. It sits
    <SentenceFigure
      id="pack-arm"
      label="millimetres before the balance point"
      quantity="screwLength"
      value={balance.armM ?? 0}
      next={(v, up) => v + (up ? 0.005 : -0.005)}
      onset={(packArmM) => onarm({ packArmM }, 'place of the pack')}
    />
    before the balance point (behind it: a minus).
  </p>
  {#if balance.newArmM !== null && balance.shiftM !== null && balance.armM !== 0}
    <p class="text-sm leading-[18px]" data-testid="balance-says">
      Left there, the balance point moves <b class="figure">{millimetres(balance.shiftM)}</b>
      {balance.shiftM >= 0 ? 'forward' : 'back'}. The new pack balances at
      <b class="figure">{millimetres(balance.newArmM)}</b>
      {side(balance.newArmM)} the point{#if balance.ballastKg !== null && balance.ballastArmM !== null}, or
        with
        <b class="figure">{figureUnit('mass', balance.ballastKg)}</b> of ballast {millimetres(
          balance.ballastArmM
        )}
        {side(balance.ballastArmM)} it{/if}.
    </p>
  {:else}
    <p class="text-ink-soft text-xs">
      Say where the pack sits, and it is worked out where the new one must sit or what ballast it asks for.
    </p>
  {/if}
</section>
