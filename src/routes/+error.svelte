<script lang="ts">
  import TextButton from '$lib/ui/kit/TextButton.svelte';
  import { page } from '$app/state';
  import { NO_ANSWER } from '$lib/ui/no-answer';
  import AppHeader from '$lib/ui/AppHeader.svelte';

  /** What went wrong with a page, in Iskarn's own words. */
  const offline = $derived(page.error?.message === NO_ANSWER);
</script>

<svelte:head><title>{offline ? 'No answer' : 'Not found'} · Iskarn</title></svelte:head>
<AppHeader room="hangar" />
<main id="main" tabindex="-1" class="mx-auto max-w-[1180px] px-4 py-6" data-testid="error-page">
  <h1>
    {offline ? 'Iskarn does not answer' : page.status === 404 ? 'Not here' : 'This cannot be shown'}
  </h1>
  <p class="mt-2 max-w-xl text-sm" role="alert">
    {#if offline}
      The program that holds your data is not running, or this tablet has lost the way to it. What you typed
      last is kept in this browser and sent when it answers again. Start it with <code>npm start</code>, or go
      back within reach, and
      <TextButton onclick={() => location.reload()}>try again</TextButton>.
    {:else}
      {page.error?.message} Go back to the <a class="underline" href="/">hangar</a>.
    {/if}
  </p>
</main>
