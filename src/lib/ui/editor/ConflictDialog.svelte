<script lang="ts">
  import Alert from '../kit/Alert.svelte';
  import { Button } from 'flowbite-svelte';
  import { fieldTitle } from '../../core/document/field-title.ts';
  import { showValue } from '../../core/document/show-value.ts';
  import ChooseFigures from '../kit/ChooseFigures.svelte';
  import type { Conflict } from '../editor/conflict.ts';
  import Dialog from '../kit/Dialog.svelte';

  /** Two versions of one setup: mine, theirs, or figure by figure. It stays until one is chosen. */
  let {
    conflict,
    onchoose
  }: {
    conflict: Conflict;
    /** Called with the paths of the figures to take from mine; answers whether the choice can be worked out. */
    onchoose: (mine: string[]) => Promise<boolean>;
  } = $props();

  let open = $state(true);
  let problem = $state('');
  /** What the user picked; where nothing was, mine for what was changed here alone and theirs for the rest. */
  let touched = $state<Record<string, 'mine' | 'theirs'>>({});
  const picked = $derived(
    Object.fromEntries(
      conflict.figures.map((f) => [
        f.path,
        touched[f.path] ?? (f.disputed || f.onlyTheirs ? 'theirs' : 'mine')
      ])
    )
  );
  const figures = $derived(
    conflict.figures.map(({ path, mine, theirs }) => ({
      path,
      title: fieldTitle(path),
      mine: showValue(path, mine),
      theirs: showValue(path, theirs)
    }))
  );
  const all = $derived(conflict.figures.map((f) => f.path));

  async function choose(mine: string[]): Promise<void> {
    problem = (await onchoose(mine))
      ? ''
      : 'These figures do not go together; choose others, or one version whole.';
  }
</script>

<Dialog title="This setup stands in two versions" bind:open size="md" permanent>
  <p class="text-sm" data-testid="conflict">
    {conflict.why === 'kept-here'
      ? 'This browser kept an edit that was never sent, and the setup was changed since.'
      : 'While it was edited here, it was changed elsewhere: in another window or on another device.'}
    Nothing is lost until you choose; what you do not take stays in the setup’s history.
  </p>
  <ChooseFigures {figures} {picked} onpick={(path, side) => (touched[path] = side)} />
  <Alert says={problem} />
  <div class="flex flex-wrap gap-2">
    <Button size="sm" color="alternative" data-testid="conflict-mine" onclick={() => void choose(all)}
      >keep mine</Button
    >
    <Button size="sm" color="alternative" data-testid="conflict-theirs" onclick={() => void choose([])}
      >take theirs</Button
    >
    <Button
      size="sm"
      data-testid="conflict-picked"
      onclick={() => void choose(all.filter((p) => picked[p] === 'mine'))}>as picked above</Button
    >
  </div>
</Dialog>
