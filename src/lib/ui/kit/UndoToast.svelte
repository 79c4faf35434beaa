<script lang="ts">
  import TextButton from './TextButton.svelte';
  import { Toast } from 'flowbite-svelte';

  /** A sentence at the foot of the page, with an undo where the act can be taken back. */
  let {
    text,
    id = '',
    href = '',
    onundo,
    onclose
  }: {
    text: string;
    /** Test id of the undo. */
    id?: string;
    /** Where what was made is opened; no link by default. */
    href?: string;
    /** Called for undo; without it there is none. */
    onundo?: () => void;
    onclose: () => void;
  } = $props();
</script>

<Toast class="fixed bottom-14 left-4 z-50" dismissable {onclose}>
  {text}
  {#if href}<a class="text-cold ml-2 font-semibold underline" {href}>open it</a>{/if}
  {#if onundo}<TextButton tone="cold" strong class="ml-2" data-testid={id} onclick={onundo}>undo</TextButton
    >{/if}
</Toast>
