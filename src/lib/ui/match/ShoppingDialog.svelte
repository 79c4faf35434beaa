<script lang="ts">
  import type { ShoppingLine } from '../../core/alternatives/shopping.ts';
  import CopyText from '../kit/CopyText.svelte';
  import type { MatchState } from './match-state.svelte.ts';
  import Dialog from '../kit/Dialog.svelte';

  /** What to buy for the setup on the screen: one line a part, as a shop is asked, to be copied. */
  let {
    view,
    owned,
    open = $bindable(false)
  }: {
    view: MatchState;
    /** Names of the parts on the shelf that are owned. */
    owned: ReadonlySet<string>;
    open?: boolean;
  } = $props();

  let lines = $state.raw<ShoppingLine[]>([]);
  $effect(() => {
    // asked again whenever the shown setup changes
    if (open && view.picture) void view.shopping().then((list) => (lines = list));
  });

  const nameOf = ({ part }: ShoppingLine): string =>
    (view.document[part] as { name?: string } | null | undefined)?.name ?? '';
  const isOwned = (line: ShoppingLine): boolean => owned.has(nameOf(line));
  /** What is copied: what is not on the shelf. */
  const text = $derived(
    lines
      .filter((line) => !isOwned(line))
      .map((l) => l.text)
      .join('\n')
  );
</script>

<Dialog title="What to buy" bind:open size="md">
  <ul class="flex flex-col gap-1 text-base leading-5" data-testid="shopping">
    {#each lines as line (line.part)}
      <li>
        {#if isOwned(line)}<s class="text-ink-soft">{line.text}</s>
          <span class="text-xs">yours: {nameOf(line)}</span>{:else}{line.text}{/if}
      </li>
    {/each}
  </ul>
  <p class="text-ink-soft mt-3 text-xs leading-4">
    From this setup’s worst case, with the upper edge of its band and your margins. What a label says differs
    from maker to maker: its own limits come first. A part that is near enough is entered under its own
    figures, and everything is worked out again with them before it is plugged in.
  </p>
  <div class="mt-3"><CopyText {text} words="copy" id="shopping-copy" /></div>
</Dialog>
