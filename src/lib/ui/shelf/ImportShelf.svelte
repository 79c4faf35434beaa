<script lang="ts">
  import Alert from '../kit/Alert.svelte';
  import TextButton from '../kit/TextButton.svelte';
  import FileField from '../kit/FileField.svelte';
  import { Button } from 'flowbite-svelte';
  import { SHELF_FILES, SHELF_FORMATS, shelfFormatIds } from '../../core/formats/shelf-formats.ts';
  import { joinList } from '../../core/text/join-list.ts';
  import { call } from '../../api/client.ts';
  import type { ShelfImport } from '../../api/schemas/shelf.ts';
  import Dialog from '../kit/Dialog.svelte';

  /** Import of a shelf: what it will do first, then one undoable step. */
  let { onclose, ondone }: { onclose: () => void; ondone: () => void } = $props();
  const ofOneKind = SHELF_FILES.filter((f) => f.kind !== null).map((f) => f.id);
  let open = $state(true);
  let file = $state<File | null>(null);
  let plan = $state<ShelfImport | null>(null);
  let done = $state<number[] | null>(null);
  let problem = $state('');

  async function send(apply: boolean, good: boolean): Promise<ShelfImport | null> {
    if (!file) return null;
    const query = { name: file.name, apply: apply ? '1' : '0', good: good ? '1' : '0' };
    const answer = await call('importShelf', { query, body: file });
    if (answer.ok) return answer.value;
    problem = answer.status === 0 ? 'The server does not answer; nothing was imported.' : answer.message;
    return null;
  }

  async function choose(chosen: File | undefined): Promise<void> {
    file = chosen ?? null;
    problem = '';
    done = null;
    plan = await send(false, false);
  }

  async function apply(good: boolean): Promise<void> {
    const result = await send(true, good);
    if (!result) return;
    done = result.added;
    ondone();
  }

  async function undo(): Promise<void> {
    await call('undoShelfImport', { body: { added: $state.snapshot(done) ?? [] } });
    done = null;
    plan = await send(false, false);
    ondone();
  }

  const adds = $derived(plan?.parts.filter((p) => p.action === 'add').length ?? 0);
  const serious = $derived(plan?.errors.some((e) => !e.harmless) ?? false);
</script>

<Dialog title="Import to the shelf" bind:open size="md" {onclose}>
  <p class="text-ink-soft text-sm">
    Files you can import: {joinList(shelfFormatIds.map((id) => SHELF_FORMATS[id].words))} ({joinList(
      ofOneKind
    )}). Units stand in the header row of a CSV file.
  </p>
  <FileField
    class="mt-2"
    accept={shelfFormatIds.map((id) => `.${SHELF_FORMATS[id].extension}`).join(',')}
    label="shelf file"
    testid="import-file"
    onfile={(file) => void choose(file)}
  />
  <Alert says={problem} class="mt-2" />
  {#if plan && done === null}
    <div class="mt-3 text-sm" data-testid="import-plan">
      <p>
        <b>{adds}</b> part{adds === 1 ? '' : 's'} would be added{plan.parts.length > adds
          ? `, ${plan.parts.length - adds} are there already and stay as they are`
          : ''}.
      </p>
      {#each plan.errors as e, k (k)}<p class="border-ink border-l-4 pl-2">
          line {e.line}{e.column ? `, ${e.column}` : ''}: {e.message}
        </p>{/each}
      <div class="mt-2 flex gap-2">
        {#if serious}<Button
            size="sm"
            color="alternative"
            disabled={adds === 0}
            data-testid="import-good"
            onclick={() => void apply(true)}>add the good rows only</Button
          >
        {:else}<Button
            size="sm"
            disabled={adds === 0}
            data-testid="import-apply"
            onclick={() => void apply(false)}>add them</Button
          >{/if}
      </div>
    </div>
  {/if}
  {#if done}
    <p class="mt-3 text-sm" data-testid="import-done">
      {done.length} part{done.length === 1 ? '' : 's'} added.
      <TextButton tone="cold" strong data-testid="import-undo" onclick={() => void undo()}
        >undo the import</TextButton
      >
    </p>
  {/if}
</Dialog>
