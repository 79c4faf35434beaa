<script lang="ts">
  import { Button } from 'flowbite-svelte';

  /** Copies a text, and says whether the browser did. */
  let {
    text,
    words = 'copy as text',
    id
  }: {
    text: string;
    /** What the button says; "copy as text" by default. */
    words?: string;
    /** Test id of the button. */
    id: string;
  } = $props();

  let said = $state('');
  $effect(() => {
    // another text was not copied
    void text;
    said = '';
  });
  async function copy(): Promise<void> {
    try {
      await navigator.clipboard.writeText(text);
      said = 'Copied.';
    } catch {
      said = 'The browser does not allow copying here: mark the text and copy it by hand.';
    }
  }
</script>

<div class="flex items-center gap-3">
  <Button size="xs" color="alternative" data-testid={id} onclick={() => void copy()}>{words}</Button>
  <span class="text-xs" role="status">{said}</span>
</div>
