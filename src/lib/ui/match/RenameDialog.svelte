<script lang="ts">
  import { untrack } from 'svelte';
  import { Button, Input } from 'flowbite-svelte';
  import Dialog from '../kit/Dialog.svelte';

  /** Another name for the setup. */
  let {
    name,
    onrename,
    open = $bindable(false)
  }: {
    name: string;
    /** Called with the new name. */
    onrename: (name: string) => void;
    open?: boolean;
  } = $props();
  let newName = $state('');
  // it begins with the name that stands, each time it is opened
  $effect(() => {
    if (open) newName = untrack(() => name);
  });
</script>

<Dialog title="Rename the setup" bind:open size="xs">
  <form
    onsubmit={(e) => {
      e.preventDefault();
      open = false;
      onrename(newName.trim());
    }}
    class="flex gap-2"
  >
    <Input bind:value={newName} aria-label="Name" data-testid="new-name" maxlength={200} />
    <Button type="submit" data-testid="rename-ok">Rename</Button>
  </form>
</Dialog>
