<script lang="ts">
  import { Button } from 'flowbite-svelte';
  import { showValue } from '../../core/document/show-value.ts';
  import { mergePart, type PartEdited } from '../../core/shelf/merge-part.ts';
  import { partFigureTitle } from '../../core/shelf/part-figure-title.ts';
  import ChooseFigures from '../kit/ChooseFigures.svelte';
  import type { Waiting } from './waiting.ts';
  import Dialog from '../kit/Dialog.svelte';

  /** A part whose edit was disputed: the figures that were changed here and elsewhere, each otherwise. */
  interface Props {
    item: Waiting;
    /** Called with the paths of the figures to take from mine. */
    onchoose: (mine: string[]) => void;
    /** Chooses later: the edit goes on waiting. */
    onlater: () => void;
  }
  const { item, onchoose, onlater }: Props = $props();

  let open = $state(true);
  let touched = $state<Record<string, 'mine' | 'theirs'>>({});
  const figures = $derived(
    item.base && item.theirs
      ? mergePart(item.base, item.body as PartEdited, item.theirs).disputed.map((d) => ({
          path: d.path,
          title: partFigureTitle(item.theirs?.kind ?? 'motor', d.path),
          mine: showValue(d.path, d.mine),
          theirs: showValue(d.path, d.theirs)
        }))
      : []
  );
  const picked = $derived(Object.fromEntries(figures.map((f) => [f.path, touched[f.path] ?? 'theirs'])));
  const all = $derived(figures.map((f) => f.path));
</script>

<Dialog
  title={`${item.theirs?.name ?? 'This part'} was changed in two places`}
  bind:open
  size="md"
  onclose={onlater}
>
  <p class="text-sm" data-testid="part-conflict">
    While it was changed here, it was changed elsewhere: in another window or on another device. What only one
    of them changed is kept of both; of these figures one has to be chosen.
  </p>
  <ChooseFigures {figures} {picked} onpick={(path, side) => (touched[path] = side)} />
  <div class="flex flex-wrap gap-2">
    <Button size="sm" color="alternative" data-testid="part-mine" onclick={() => onchoose(all)}
      >keep mine</Button
    >
    <Button size="sm" color="alternative" data-testid="part-theirs" onclick={() => onchoose([])}
      >take theirs</Button
    >
    <Button
      size="sm"
      data-testid="part-picked"
      onclick={() => onchoose(all.filter((path) => picked[path] === 'mine'))}>as picked above</Button
    >
  </div>
</Dialog>
