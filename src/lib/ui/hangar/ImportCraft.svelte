<script lang="ts">
  import Alert from '../kit/Alert.svelte';
  import TextButton from '../kit/TextButton.svelte';
  import FileField from '../kit/FileField.svelte';
  import { goto } from '$app/navigation';
  import { Button, Textarea } from 'flowbite-svelte';
  import { isCarried, readCarried } from '../../core/formats/qr-payload.ts';
  import { squareCodesIn } from './square-codes.ts';
  import { call } from '../../api/client.ts';
  import Dialog from '../kit/Dialog.svelte';

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

  /** What was read of a sheet's codes so far: a long setup stands in several. */
  let carried = $state('');
  let pasted = $state('');

  function forget(): void {
    plan = done = null;
    problem = '';
  }

  async function choose(file: File): Promise<void> {
    forget();
    if (file.type.startsWith('image/')) return look(file);
    const text = await file.text();
    if (isCarried(text)) return take(text);
    try {
      value = JSON.parse(text);
    } catch {
      problem = `${file.name} is not JSON; a setup or a craft is a .json file saved from Iskarn, or a picture of the square code on its sheet.`;
      return;
    }
    await ask();
  }

  /** Looks for square codes in a picture. */
  async function look(picture: Blob): Promise<void> {
    try {
      const texts = await squareCodesIn(picture);
      await take(texts.join('\n'));
    } catch (error) {
      problem = (error as Error).message;
    }
  }

  /** Takes the text of codes, beside those that were read before. */
  async function take(text: string): Promise<void> {
    forget();
    const alone = readCarried(text);
    const together = alone.ok ? alone : readCarried(`${carried}\n${text}`);
    if (together.ok) {
      carried = '';
      value = JSON.parse(together.text);
      await ask();
    } else if (!alone.ok) {
      // one of several is kept for the others; a code of another sheet begins anew
      const partial = alone.errors[0].code === 'carried-missing';
      const fits = together.errors[0].code === 'carried-missing';
      if (partial) carried = fits ? `${carried}\n${text}` : text;
      problem = (partial && fits ? together : alone).errors[0].message;
    }
  }

  async function ask(): Promise<void> {
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

<Dialog title="Import a craft or a setup" bind:open size="sm" {onclose}>
  <p class="text-ink-soft text-sm">
    A .json file saved with “export”, or the square code of a printed sheet: a picture of it, or its text. A
    setup whose craft is in the hangar already joins it.
  </p>
  <FileField
    class="mt-2"
    accept=".json,application/json,image/*"
    label="setup or craft file, or a picture of a sheet’s code"
    testid="craft-file"
    onfile={(file) => void choose(file)}
  />
  <label class="mt-2 block text-sm"
    >or the text of the code
    <Textarea
      class="figure w-full text-xs"
      rows={2}
      bind:value={pasted}
      placeholder="ISKARN1:1.1.…"
      data-testid="craft-code"
    /></label
  >
  <Button
    size="xs"
    color="alternative"
    class="mt-1"
    data-testid="craft-code-read"
    disabled={pasted.trim() === ''}
    onclick={() => void take(pasted)}>read it</Button
  >
  <Alert says={problem} class="mt-2" id="craft-import-problem" />
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
      <TextButton tone="cold" strong onclick={() => void goto(`/match/${done?.setupIds[0]}`)}
        >open it</TextButton
      >
      <TextButton tone="cold" strong class="ml-2" data-testid="craft-import-undo" onclick={() => void undo()}
        >undo</TextButton
      >
    </p>
  {/if}
</Dialog>
