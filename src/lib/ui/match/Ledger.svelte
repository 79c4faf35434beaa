<script lang="ts">
  import { Button } from 'flowbite-svelte';
  import type { CheckResult, Remedy } from '../../core/checks/finding.ts';
  import FindingMark from '../marks/FindingMark.svelte';

  /** Findings worst first, each opening to its working, and the remedies that apply themselves. */
  let {
    checks,
    settled,
    onapply,
    open = $bindable(null)
  }: {
    checks: CheckResult[];
    /** Whether remedies are worked out; until then they are on their way. */
    settled: boolean;
    onapply: (remedy: Remedy, check: CheckResult) => void;
    /** Check whose working is open. */
    open?: string | null;
  } = $props();
</script>

<ol class="flex flex-col" data-testid="ledger">
  {#each checks as check (check.id)}
    <li
      class="border-b border-[var(--line)] py-1.5 [contain-intrinsic-size:auto_46px] [content-visibility:auto]"
      data-testid={`finding-${check.id}`}
      data-finding={check.finding}
    >
      <button
        class="flex w-full items-start gap-2 text-left"
        aria-expanded={open === check.id}
        onclick={() => (open = open === check.id ? null : check.id)}
      >
        <span class="mt-1"><FindingMark finding={check.finding} /></span>
        <span class="min-w-0 flex-1">
          <span class="flex justify-between gap-2 text-[13px]">
            <span class={check.finding === 'over' ? 'font-bold' : 'font-semibold'}>{check.title}</span>
            <span class={check.finding === 'over' ? 'font-bold' : 'text-[var(--ink-soft)]'}
              >{check.finding}</span
            >
          </span>
          <span class="block text-[12px] leading-4 text-[var(--ink-soft)]">{check.sentence}</span>
        </span>
      </button>
      {#if open === check.id}
        <div class="mt-1 ml-[38px] text-[12px] leading-[17px]" data-testid="working">
          <p>{check.working}</p>
          {#if check.school}<p class="mt-1 text-[var(--ink-soft)]">School: {check.school}.</p>{/if}
        </div>
      {/if}
      {#each check.otherSchools as other (other.school)}
        <p class="ml-[38px] text-[12px] text-[var(--ink-soft)] italic">{other.sentence}</p>
      {/each}
      {#if !settled && (check.finding === 'over' || check.finding === 'tight')}
        <p class="mt-1 ml-[38px] py-0.5 text-[12px] leading-4 text-[var(--ink-soft)]">
          looking for what puts it right …
        </p>
      {:else if check.remedies.length > 0}
        <div class="mt-1 ml-[38px] flex flex-col items-start gap-0.5">
          {#each check.remedies as remedy (remedy.text)}
            <Button
              color="alternative"
              size="xs"
              class="justify-start border-0 !bg-transparent !px-0 py-0.5 text-left text-[12px] font-semibold !text-[var(--cold)] shadow-none hover:underline"
              data-testid={`remedy-${check.id}`}
              onclick={() => onapply(remedy, check)}>{`use ${remedy.text}`}</Button
            >
          {/each}
        </div>
      {/if}
    </li>
  {/each}
</ol>
