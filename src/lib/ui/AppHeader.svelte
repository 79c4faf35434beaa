<script lang="ts">
  import type { Snippet } from 'svelte';

  /**
   * The user's rooms and, beside the craft's name, the rooms of the craft that is worked on, on every screen. What belongs to
   * a room stands at its right.
   */
  let {
    room,
    craft = null,
    children
  }: {
    room: 'hangar' | 'match' | 'find' | 'change' | 'test' | 'sheet' | 'help' | 'shelf' | 'settings';
    /** The craft that is worked on, by the setup that is open or was opened last; null where there is none. */
    craft?: { name: string; setupId: number } | null;
    children?: Snippet;
  } = $props();
  const own = [
    { id: 'hangar', title: 'Hangar', href: '/' },
    { id: 'shelf', title: 'Shelf', href: '/shelf' },
    { id: 'settings', title: 'Settings', href: '/settings' }
  ];
  const ofCraft = $derived(
    craft === null
      ? []
      : [
          { id: 'match', title: 'Match', href: `/match/${craft.setupId}` },
          { id: 'find', title: 'Find', href: `/find/${craft.setupId}` },
          { id: 'change', title: 'Change', href: `/change/${craft.setupId}` },
          { id: 'test', title: 'Test', href: `/test/${craft.setupId}` },
          { id: 'sheet', title: 'Sheet', href: `/sheet/${craft.setupId}` },
          { id: 'help', title: 'Help', href: `/help/${craft.setupId}/watts` }
        ]
  );
</script>

{#snippet link(r: { id: string; title: string; href: string })}
  <a
    href={r.href}
    class={`press inline-flex items-center ${
      r.id === room
        ? 'font-semibold underline decoration-2 underline-offset-[7px]'
        : 'text-ink-soft hover:text-ink'
    }`}
    aria-current={r.id === room ? 'page' : undefined}>{r.title}</a
  >
{/snippet}

<a
  href="#main"
  class="focus:bg-sheet sr-only focus:not-sr-only focus:absolute focus:z-30 focus:px-3 focus:py-1"
  data-testid="skip">skip to the content</a
>
<header class="border-line flex flex-wrap items-center gap-x-5 gap-y-1 border-b px-4 py-1.5">
  <a href="/" class="press inline-flex items-center text-2xl font-bold tracking-tight">Iskarn</a>
  <nav class="flex gap-4 text-base" aria-label="Rooms">
    {#each own as r (r.id)}{@render link(r)}{/each}
  </nav>
  {#if craft !== null}
    <nav
      class="border-line flex min-w-0 items-center gap-4 text-base sm:border-l sm:pl-5"
      aria-label={`Rooms of ${craft.name}`}
      data-testid="craft-rooms"
    >
      <span class="min-w-0 font-semibold break-words">{craft.name}</span>
      {#each ofCraft as r (r.id)}{@render link(r)}{/each}
    </nav>
  {/if}
  <div class="ml-auto flex items-center gap-3 text-sm">{@render children?.()}</div>
</header>
