<script lang="ts">
  import Choice from '../kit/Choice.svelte';
  import { readPath } from '../../core/document/change.ts';
  import { choiceWord, type PathField } from '../../core/registry/fields.ts';
  import type { MatchState } from './match-state.svelte.ts';

  /** A choice of a part that a label seldom tells: how its supply works, how it is cooled, how it has lived. */
  let { view, field, disabled }: { view: MatchState; field: PathField; disabled: boolean } = $props();

  const value = $derived((readPath(view.document, field.path) as string | null | undefined) ?? '');
</script>

<label class="flex items-baseline gap-1 text-xs leading-[22px]">
  <span class="text-ink-soft min-w-0 flex-1">{field.short}</span>
  <Choice
    size="cell"
    class="max-w-36"
    label={field.title}
    id={field.path}
    {disabled}
    {value}
    items={[
      { value: '', name: 'not known' },
      ...(field.options ?? []).map((id) => ({ value: id, name: choiceWord(field, id) }))
    ]}
    onchoose={(id) => void view.edit([{ path: field.path, value: id || null }], field.title)}
  />
</label>
