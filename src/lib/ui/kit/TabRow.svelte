<script lang="ts">
  import { TabItem, Tabs } from 'flowbite-svelte';
  import type { Snippet } from 'svelte';

  /** Tabs of the interface library with the keys that tabs have: arrows, Home and End. */
  let {
    tabs,
    selected,
    label,
    prefix,
    onselect,
    children
  }: {
    tabs: readonly (readonly [id: string, title: string])[];
    selected: string;
    /** What the tabs choose from. */
    label: string;
    /** Begins the test ids of the tabs. */
    prefix: string;
    onselect: (id: string) => void;
    /** What the selected tab shows. */
    children: Snippet;
  } = $props();

  function keys(event: KeyboardEvent & { currentTarget: HTMLElement }): void {
    const all = [...event.currentTarget.querySelectorAll<HTMLButtonElement>('[role=tab]')];
    const at = all.indexOf(event.target as HTMLButtonElement);
    if (at < 0) return;
    const to = {
      ArrowRight: (at + 1) % all.length,
      ArrowLeft: (at - 1 + all.length) % all.length,
      Home: 0,
      End: all.length - 1
    }[event.key];
    if (to === undefined) return;
    event.preventDefault();
    all[to].focus();
    all[to].click();
  }
</script>

<Tabs
  bind:selected={
    () => selected,
    (id) => {
      if (id && id !== selected) onselect(id);
    }
  }
  tabStyle="none"
  divider={false}
  class="flex flex-wrap gap-x-4 text-sm"
  classes={{ content: 'mt-1 bg-transparent p-0 dark:bg-transparent' }}
  aria-label={label}
  onkeydown={keys}
>
  {#each tabs as [id, title] (id)}
    <TabItem
      key={id}
      {title}
      open={id === selected}
      data-testid={`${prefix}-${id}`}
      activeClass="press font-semibold underline decoration-2 underline-offset-4"
      inactiveClass="press text-ink-soft hover:text-ink"
      {children}
    />
  {/each}
</Tabs>
