<script lang="ts">
  import FileField from '../marks/FileField.svelte';
  import { goto } from '$app/navigation';
  import { Button, Modal } from 'flowbite-svelte';
  import { call } from '../../api/client.ts';

  interface Plan {
    craft: { name: string; kind: string; isNew: boolean };
    setups: string[];
    craftId: number | null;
    setupIds: number[];
  }

  /** Import of a craft or a setup: what it will do first, then one step that can be undone. */
  let { onclose, ondone }: { onclose: () => void; ondone: () => Promise<void> } = $props();
  let open = $state(true);
  let value: unknown = null;
  let plan = $state<Plan | null>(null);
  let done = $state<Plan | null>(null);
  let problem = $state('');

  async function choose(file: File | undefined): Promise<void> {
    plan = done = null;
    problem = '';
    if (!file) return;
    try {
      value = JSON.parse(await file.text());
    } catch {
      problem = `${file.name} is not JSON; a setup or a craft is a .json file saved from Iskarn.`;
      return;
    }
    const answer = await call('importCraft', { body: JSON.stringify(value) });
    if (answer.ok) plan = answer.value;
    else problem = answer.message;
  }

  async function apply(): Promise<void> {
    const answer = await call('importCraft', { query: { apply: '1' }, body: JSON.stringify(value) });
    if (!answer.ok) {
      problem = answer.message;
      return;
    }
    done = answer.value;
    await ondone();
  }

  async function undo(): Promise<void> {
    if (!done) return;
    const answer = await call('undoCraftImport', {
      body: { craftId: done.craftId, setupIds: done.setupIds }
    });
    if (answer.ok) done = null;
    else problem = answer.message;
    await ondone();
  }
</script>

<Modal title="Import a craft or a setup" bind:open size="sm" {onclose}>
  <p class="text-ink-soft text-sm">
    A .json file saved with “export”. A setup whose craft is in the hangar already joins it.
  </p>
  <FileField
    class="mt-2"
    accept=".json,application/json"
    label="setup or craft file"
    testid="craft-file"
    onfile={(file) => void choose(file)}
  />
  {#if problem}<p
      class="border-ink mt-2 border-l-4 pl-2 text-sm"
      role="alert"
      data-testid="craft-import-problem"
    >
      {problem}
    </p>{/if}
  {#if plan && !done}
    <div class="mt-3 text-sm" data-testid="craft-import-plan">
      <p>
        {plan.craft.isNew
          ? `Makes the craft ${plan.craft.name} (${plan.craft.kind}) with`
          : `Adds to ${plan.craft.name}`}
        {plan.setups.length === 1 ? 'the setup' : `${plan.setups.length} setups:`}
        <b>{plan.setups.join(', ')}</b>. Nothing that is there is changed.
      </p>
      <Button class="mt-2" size="sm" data-testid="craft-import-apply" onclick={() => void apply()}
        >import</Button
      >
    </div>
  {/if}
  {#if done}
    <p class="mt-3 text-sm" data-testid="craft-import-done">
      Imported.
      <button
        class="text-cold font-semibold underline"
        onclick={() => void goto(`/match/${done?.setupIds[0]}`)}>open it</button
      >
      <button
        class="text-cold ml-2 font-semibold underline"
        data-testid="craft-import-undo"
        onclick={() => void undo()}>undo</button
      >
    </p>
  {/if}
</Modal>
