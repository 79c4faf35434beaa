<script lang="ts">
  import { type PartName, COLUMN_PARTS } from '../../core/registry/parts.ts';
  import { wordOf, type CheckResult, type Remedy } from '../../core/checks/finding.ts';
  import type { Propulsor } from '../../core/document/schema.ts';
  import FindingMark from '../kit/FindingMark.svelte';
  import { partTitle } from './part-titles.ts';

  /** Findings one line each, worst first: those that fail, then the rest by part, folded. Each opens to its working. */
  let {
    checks,
    setupId,
    propulsor,
    opened,
    onopen,
    onapply
  }: {
    checks: CheckResult[];
    /** The setup with whose figures a page of help is opened. */
    setupId: number;
    /** Kind of propulsor, which has a word of its own. */
    propulsor: Propulsor['kind'];
    /** The finding that is open and what puts it right; null while that is worked out. */
    opened: { readonly id: string; readonly remedies: readonly Remedy[] | null } | null;
    onopen: (id: string | null) => void;
    onapply: (remedy: Remedy, check: CheckResult) => void;
  } = $props();

  const fails = (c: CheckResult): boolean => c.finding === 'over' || c.finding === 'tight';
  const failing = $derived(checks.filter(fails));
  const rest = $derived(
    COLUMN_PARTS.map((part) => ({ part, list: checks.filter((c) => c.part === part && !fails(c)) })).filter(
      ({ list }) => list.length > 0
    )
  );
  /** Groups that are unfolded; one that holds what is open is, whatever was chosen. */
  let unfolded = $state<Partial<Record<PartName, boolean>>>({});
  const isOpen = (part: PartName, list: readonly CheckResult[]): boolean =>
    unfolded[part] ?? list.some((c) => c.id === opened?.id);
  const told = (list: readonly CheckResult[]): string => {
    const holds = list.filter((c) => c.finding === 'holds').length;
    const unknown = list.length - holds;
    return [
      ...(holds > 0 ? [`${holds} hold${holds === 1 ? 's' : ''}`] : []),
      ...(unknown > 0 ? [`${unknown} not known`] : [])
    ].join(', ');
  };
</script>

{#snippet line(check: CheckResult)}
  <li class="border-line border-b" data-testid={`finding-${check.id}`} data-finding={check.finding}>
    <button
      class="press flex w-full items-start gap-2 py-1 text-left"
      aria-expanded={opened?.id === check.id}
      onclick={() => onopen(opened?.id === check.id ? null : check.id)}
    >
      <span class="mt-1"><FindingMark finding={check.finding} /></span>
      <span class="flex min-w-0 flex-1 flex-wrap justify-between gap-x-2 text-sm leading-[18px]">
        <span class={fails(check) ? 'font-semibold' : ''}>{check.title}</span>
        <span class="text-ink-soft text-right text-xs tabular-nums"
          >{#if fails(check)}<b class="text-ink">{`${wordOf(check)} `}</b>{/if}{check.short}</span
        >
      </span>
    </button>
    {#if opened?.id === check.id}
      <div class="mb-1.5 ml-[38px] text-xs leading-[17px]" data-testid="working">
        <p>{check.sentence}.</p>
        <p>{check.working}</p>
        <p>
          <a
            class="press text-cold inline-flex items-center underline"
            data-testid={`learn-${check.id}`}
            href={`/help/${setupId}/from/${check.id}`}>what is behind it</a
          >
        </p>
        {#if check.school}<p class="text-ink-soft mt-1">
            The margin is that of the school “{check.school}”: practitioners leave different shares between a
            rating and what is drawn. Yours is chosen in the
            <a class="underline" href="/settings">settings</a>, or in the brief for this setup alone.
          </p>{/if}
        {#each check.otherSchools as other (other.school)}
          <p class="text-ink-soft italic">{other.sentence}</p>
        {/each}
        {#if fails(check)}
          {#if opened.remedies === null}
            <p class="text-ink-soft mt-1" role="status">Looking for single changes …</p>
          {:else if opened.remedies.length === 0}
            <p class="text-ink-soft mt-1">No single change mends it and leaves fewer failing.</p>
          {:else}
            <ul class="mt-1">
              {#each opened.remedies as remedy (remedy.text)}
                <li>
                  <button
                    class="press text-cold py-0.5 text-left font-semibold hover:underline"
                    data-testid={`remedy-${check.id}`}
                    onclick={() => onapply(remedy, check)}>{`use ${remedy.text}`}</button
                  >
                </li>
              {/each}
            </ul>
          {/if}
        {/if}
      </div>
    {/if}
  </li>
{/snippet}

<div data-testid="ledger">
  <ol aria-label="Findings that fail" aria-live="polite" data-testid="failing">
    {#each failing as check (check.id)}{@render line(check)}{/each}
  </ol>
  {#each rest as { part, list } (part)}
    <details
      open={isOpen(part, list)}
      ontoggle={(e) => (unfolded[part] = (e.currentTarget as HTMLDetailsElement).open)}
      data-testid={`group-${part}`}
    >
      <summary
        class="press flex cursor-pointer justify-between gap-2 py-1 text-sm leading-[18px] max-sm:py-3"
      >
        <span class="font-semibold">{partTitle(part, propulsor)}</span>
        <span class="text-ink-soft text-xs">{told(list)}</span>
      </summary>
      <ol aria-label={`${partTitle(part, propulsor)}: findings`}>
        {#each list as check (check.id)}{@render line(check)}{/each}
      </ol>
    </details>
  {/each}
</div>
