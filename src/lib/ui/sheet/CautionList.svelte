<script lang="ts">
  import TextButton from '../kit/TextButton.svelte';
  import { severityWord, type Caution } from '../../core/cautions/cautions.ts';

  /**
   * Cautions of one act: a word and a shape say how bad it can get. One that was read is folded to its first words; none can
   * be taken away.
   */
  let {
    cautions,
    acknowledged = {},
    onread
  }: {
    cautions: readonly Caution[];
    /** Those that were read, by id. */
    acknowledged?: Readonly<Record<string, boolean>>;
    /** Called when one was read, or is shown again; without it none is pressed. */
    onread?: (id: string, read: boolean) => void;
  } = $props();
  const SIDES = { danger: 3, care: 4, mind: 0 } as const;
</script>

<ul class="flex flex-col gap-0.5 print:gap-0">
  {#each cautions as c (c.id)}
    {@const read = acknowledged[c.id] === true}
    <li class="flex items-start gap-1.5 leading-[1.25]" data-testid={`caution-${c.id}`} data-read={read}>
      <svg
        viewBox="0 0 14 14"
        width="14"
        height="14"
        class="mt-0.5 shrink-0 print:mt-0 print:h-[8pt]"
        aria-hidden="true"
      >
        {#if SIDES[c.severity] === 3}
          <path d="M7 1L13.4 12.6H0.6Z" fill="currentColor" />
        {:else if SIDES[c.severity] === 4}
          <path d="M2 2H12V12H2Z" fill="none" stroke="currentColor" stroke-width="2" />
        {:else}
          <circle cx="7" cy="7" r="2.6" fill="currentColor" />
        {/if}
      </svg>
      <span class={`min-w-0 flex-1 ${read ? 'text-ink-soft line-clamp-1 print:line-clamp-none' : ''}`}
        ><b>{severityWord(c.severity)}:</b> {c.text}</span
      >
      {#if onread}
        <TextButton
          tone="cold"
          size="xs"
          class="shrink-0 print:hidden"
          aria-label={`${read ? 'show again' : 'read'}: ${c.text.slice(0, 40)}`}
          onclick={() => onread(c.id, !read)}>{read ? 'again' : 'read'}</TextButton
        >
      {/if}
    </li>
  {/each}
</ul>
