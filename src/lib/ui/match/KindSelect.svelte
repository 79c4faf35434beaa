<script lang="ts">
  import { readPath } from '../../core/document/change.ts';
  import { choiceWord, type PathField } from '../../core/registry/fields.ts';
  import type { MatchState } from './match-state.svelte.ts';

  /** A choice of a part that a label seldom tells: how its supply works, how it is cooled, how it has lived. */
  let { view, field, disabled }: { view: MatchState; field: PathField; disabled: boolean } = $props();

  const value = $derived((readPath(view.document, field.path) as string | null | undefined) ?? '');
</script>

<label class="flex items-baseline gap-1 text-xs leading-[22px]">
  <span class="text-ink-soft min-w-0 flex-1">{field.short}</span>
  <select
    class="border-line text-ink hover:border-cold h-5 max-w-36 rounded-[2px] border bg-transparent !py-0 !pr-6 !pl-1 text-xs leading-4"
    aria-label={field.title}
    data-testid={field.path}
    {disabled}
    {value}
    onchange={(e) =>
      void view.edit([{ path: field.path, value: e.currentTarget.value || null }], field.title)}
  >
    <option value="">not known</option>
    {#each field.options ?? [] as id (id)}<option value={id}>{choiceWord(field, id)}</option>{/each}
  </select>
</label>
