<script lang="ts">
  import type { CheckResult } from '../../core/checks/finding.ts';
  import { unbroken } from '../format/units.svelte.ts';

  /** The check whose headroom is drawn: a rail from zero, the prediction as a band, the school's limit as a notch. */
  let {
    check,
    onopen
  }: {
    check: CheckResult;
    /** Called when the working behind the rail is asked for. */
    onopen: () => void;
  } = $props();

  const top = $derived(
    Math.max(check.limit ?? 0, check.value ?? 0, check.marginLimit ?? 0, check.band?.[1] ?? 0) * 1.04 || 1
  );
  const x = (value: number): number => Math.min(Math.max((100 * value) / top, 0), 100);
  const low = $derived(check.band ? check.band[0] : (check.value ?? 0));
  const high = $derived(check.band ? check.band[1] : (check.value ?? 0));
</script>

<button
  class="block w-full text-left"
  aria-label={`${check.title}: ${check.sentence}, ${check.finding}; press for the working`}
  data-testid={`rail-${check.id}`}
  data-rail={check.id}
  onclick={onopen}
>
  <svg viewBox="0 0 100 8" preserveAspectRatio="none" class="h-2.5 w-full" aria-hidden="true">
    <rect x="0" y="2.5" width={check.limit === null ? 100 : x(check.limit)} height="3" fill="var(--line)" />
    {#if check.value !== null}
      <rect x="0" y="3.4" width={x(low)} height="1.2" fill="var(--cold)" />
      <rect x={x(low)} y="1.6" width={Math.max(x(high) - x(low), 1.2)} height="4.8" fill="var(--cold)" />
    {/if}
    {#if check.marginLimit !== null}
      <rect x={x(check.marginLimit) - 0.5} y="0" width="1" height="8" fill="var(--ink)" />
    {/if}
    {#if check.limit !== null}
      <rect x={x(check.limit) - 0.4} y="1" width="0.8" height="6" fill="var(--ink-soft)" />
    {/if}
  </svg>
  <span class="text-2xs text-ink-soft block pb-0.5 leading-[13px]">
    {check.title} <span class="text-ink tabular-nums">{unbroken(check.short)}</span>
  </span>
</button>
