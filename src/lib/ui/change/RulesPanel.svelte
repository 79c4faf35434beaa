<script lang="ts">
  import type { Claim } from '../../core/change/judge-claims.ts';
  import type { RuleShown } from '../../core/change/rules/rule.ts';
  import type { Step } from '../../core/change/apply-change.ts';
  import { show } from '../../core/units/show.ts';
  import { figureUnit, unbroken } from '../format/units.svelte.ts';

  /** Rules of thumb beside the physics, and what is often said of such a change. */
  let {
    rules,
    claims,
    steps
  }: {
    rules: readonly RuleShown[];
    claims: readonly Claim[];
    /** How the parts were chosen; empty where the user chose them. */
    steps: readonly Step[];
  } = $props();

  const inUnit = (r: RuleShown, value: number): string =>
    r.unit === '×' ? `× ${show(value)}` : r.unit === '%' ? `${show(value)} %` : figureUnit(r.quantity, value);
  const off = (r: RuleShown): string =>
    r.offBy === null
      ? ''
      : Math.abs(r.offBy) < 0.015
        ? 'the rule is right here'
        : `the rule is ${show(100 * Math.abs(r.offBy), 2)} % ${r.offBy > 0 ? 'high' : 'low'} here`;
  const SO = { yes: 'so', no: 'not so', partly: 'partly so' };
</script>

<h2 class="text-xl font-bold">Why</h2>
{#if steps.length > 0}
  <section class="mt-1" data-testid="chain">
    <h3>How the parts follow</h3>
    <ol class="text-xs leading-[17px]">
      {#each steps as s (s.title)}
        <li class="border-line border-t py-1"><b>{s.title}</b>: {unbroken(s.working)}</li>
      {/each}
    </ol>
  </section>
{/if}
<section class="mt-1" aria-labelledby="rules-title" data-testid="rules">
  <h3 id="rules-title">Rules of thumb beside the model</h3>
  {#each rules as r (r.id)}
    <details class="border-line border-t py-1 text-xs leading-[17px]" data-testid={`rule-${r.id}`}>
      <summary class="cursor-pointer max-sm:py-2">
        <b>{r.title}</b>: <span class="figure">{inUnit(r, r.value)}</span>{#if r.physics !== null}, model
          <span class="figure">{inUnit(r, r.physics)}</span>{/if}{#if r.offBy !== null}; {off(r)}{/if}
      </summary>
      <p class="figure mt-0.5 break-words">{unbroken(r.formula)}</p>
      <p>{unbroken(r.says)}.</p>
      <p class="text-ink-soft">Common practice, no source. It holds: {unbroken(r.holds)}</p>
    </details>
  {/each}
</section>
{#if claims.length > 0}
  <section class="mt-2" aria-labelledby="claims-title" data-testid="claims">
    <h3 id="claims-title">Often said, and tried here</h3>
    {#each claims as c (c.id)}
      <div class="border-line border-t py-1 text-xs leading-[17px]" data-testid={`claim-${c.id}`}>
        <p><q>{c.claim}</q> <b>{SO[c.so]}</b></p>
        <p class="text-ink-soft">{unbroken(c.says)}</p>
      </div>
    {/each}
  </section>
{/if}
