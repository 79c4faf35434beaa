<script lang="ts">
  import type { MatchState } from './match-state.svelte.ts';

  /** Whether the ESC’s own supply is a linear or a switching one: what a label seldom tells and its heat depends on. */
  let { view, disabled }: { view: MatchState; disabled: boolean } = $props();

  const kind = $derived(view.document.esc?.becKind ?? '');
</script>

<label class="flex items-baseline gap-1 text-xs leading-[22px]">
  <span class="text-ink-soft min-w-0 flex-1">BEC is</span>
  <select
    class="border-line text-ink hover:border-cold h-5 rounded-[2px] border bg-transparent !py-0 !pr-6 !pl-1 text-xs leading-4"
    aria-label="kind of the ESC’s own supply"
    data-testid="esc.becKind"
    {disabled}
    value={kind}
    onchange={(e) =>
      void view.edit([{ path: 'esc.becKind', value: e.currentTarget.value || null }], 'kind of the BEC')}
  >
    <option value="">not known</option>
    <option value="linear">linear</option>
    <option value="switching">switching</option>
    <option value="none">none there</option>
  </select>
</label>
