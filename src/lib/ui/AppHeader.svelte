<script lang="ts">
  import type { Snippet } from 'svelte';

  /** The rooms, on every screen; what belongs to a room stands at its right. */
  let {
    room,
    matchId = null,
    children
  }: {
    room: 'hangar' | 'match' | 'shelf' | 'settings';
    matchId?: number | null;
    children?: Snippet;
  } = $props();
  const rooms = $derived([
    { id: 'hangar', title: 'Hangar', href: '/' },
    ...(matchId === null ? [] : [{ id: 'match', title: 'Match', href: `/match/${matchId}` }]),
    { id: 'shelf', title: 'Shelf', href: '/shelf' },
    { id: 'settings', title: 'Settings', href: '/settings' }
  ]);
</script>

<header class="flex flex-wrap items-center gap-x-5 gap-y-1 border-b border-[var(--line)] px-4 py-1.5">
  <a href="/" class="text-[19px] font-bold tracking-tight">Iskarn</a>
  <nav class="flex gap-4 text-[14px]" aria-label="Rooms">
    {#each rooms as r (r.id)}
      <a
        href={r.href}
        class={r.id === room
          ? 'border-b-2 border-[var(--ink)] font-semibold'
          : 'text-[var(--ink-soft)] hover:text-[var(--ink)]'}
        aria-current={r.id === room ? 'page' : undefined}>{r.title}</a
      >
    {/each}
  </nav>
  <div class="ml-auto flex items-center gap-3 text-[13px]">{@render children?.()}</div>
</header>
