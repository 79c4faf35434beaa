<script lang="ts">
  import type { Finding } from '../../core/checks/finding.ts';

  /** Which finding to draw: a bar that stops before, at, or past a notch; dashes where nothing is known. */
  let { finding }: { finding: Finding } = $props();
  const reach = { holds: 11, tight: 19, over: 20, unknown: 0 };
</script>

<svg viewBox="0 0 30 12" width="30" height="12" aria-hidden="true" class="shrink-0">
  <line x1="1" y1="6" x2="29" y2="6" stroke="var(--line)" stroke-width="5" />
  {#if finding === 'unknown'}
    <line x1="1" y1="6" x2="29" y2="6" stroke="var(--ink-soft)" stroke-width="2" stroke-dasharray="2 3" />
  {:else}
    <line x1="1" y1="6" x2={reach[finding]} y2="6" stroke="var(--ink)" stroke-width="5" />
    <line x1="20" y1="0" x2="20" y2="12" stroke="var(--ink)" stroke-width="2" />
    {#if finding === 'over'}
      <rect x="22.5" y="1.5" width="6.5" height="9" fill="var(--ink)" />
      <line x1="20" y1="0" x2="20" y2="12" stroke="var(--page)" stroke-width="1" />
    {/if}
  {/if}
</svg>
