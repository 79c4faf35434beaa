<script lang="ts">
  import type { Snippet } from 'svelte';
  import { ROOMS, roomsOf, type RoomName } from './rooms.ts';

  /**
   * The user's rooms and, beside the craft's name, the rooms of the craft that is worked on, on every screen. What belongs to
   * a room stands at its right.
   */
  let {
    room,
    craft = null,
    children
  }: {
    room: RoomName;
    /** The craft that is worked on, by the setup that is open or was opened last; null where there is none. */
    craft?: { name: string; setupId: number } | null;
    children?: Snippet;
  } = $props();
</script>

{#snippet link(name: RoomName)}
  <a
    href={ROOMS[name].page(craft?.setupId ?? 0)}
    class={`press inline-flex items-center ${
      name === room
        ? 'font-semibold underline decoration-2 underline-offset-[7px]'
        : 'text-ink-soft hover:text-ink'
    }`}
    aria-current={name === room ? 'page' : undefined}>{ROOMS[name].title}</a
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
    {#each roomsOf(false) as name (name)}{@render link(name)}{/each}
  </nav>
  {#if craft !== null}
    <nav
      class="border-line flex min-w-0 items-center gap-4 text-base sm:border-l sm:pl-5"
      aria-label={`Rooms of ${craft.name}`}
      data-testid="craft-rooms"
    >
      <span class="min-w-0 font-semibold break-words">{craft.name}</span>
      {#each roomsOf(true) as name (name)}{@render link(name)}{/each}
    </nav>
  {/if}
  <div class="ml-auto flex items-center gap-3 text-sm">{@render children?.()}</div>
</header>
