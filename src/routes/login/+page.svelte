<script lang="ts">
  import TextField from '$lib/ui/kit/TextField.svelte';
  import { Button } from 'flowbite-svelte';
  import { onMount } from 'svelte';
  import { call } from '$lib/api/client';

  let { data } = $props();
  let passphrase = $state('');
  let problem = $state('');
  let working = $state(false);
  let ready = $state(false);
  onMount(() => {
    ready = true;
  });
  async function open(): Promise<void> {
    if (working) return;
    working = true;
    const answer = await call('logIn', { body: { passphrase } });
    working = false;
    if (answer.ok) location.assign(data.to);
    else problem = answer.message;
  }
</script>

<svelte:head><title>Log in · Iskarn</title></svelte:head>
<main id="main" class="mx-auto max-w-[420px] px-4 py-[14vh]" data-ready={ready}>
  <h1 class="tracking-tight">Iskarn</h1>
  {#if data.plain}<p class="border-ink my-2 border-l-4 pl-2 text-sm" data-testid="plain-warning">
      This connection is not encrypted: whoever is on the same network can read the passphrase and everything
      here.
    </p>{/if}
  <form
    class="mt-3 flex flex-col gap-2"
    onsubmit={(e) => {
      e.preventDefault();
      void open();
    }}
  >
    <label class="flex flex-col gap-1"
      >Passphrase
      <TextField
        class="h-11"
        type="password"
        name="passphrase"
        autocomplete="current-password"
        required
        data-testid="passphrase"
        bind:value={passphrase}
      /></label
    >
    {#if problem}<p role="alert" class="text-sm font-semibold" data-testid="login-problem">{problem}</p>{/if}
    <Button type="submit" disabled={working} data-testid="log-in">log in</Button>
  </form>
</main>
