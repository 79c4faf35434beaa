<script lang="ts">
  import { PART_KINDS, shelfOf, type PartKind } from '../../core/registry/parts.ts';
  import { untrack } from 'svelte';
  import { invalidateAll } from '$app/navigation';
  import { Button, Checkbox, Input } from 'flowbite-svelte';
  import type { StoredMakersTable, StoredPart } from '../../core/document/stored.ts';
  import { SHELF_FILES, SHELF_FORMATS } from '../../core/formats/shelf-formats.ts';
  import AppHeader from '../AppHeader.svelte';
  import TabRow from '../kit/TabRow.svelte';
  import TextButton from '../kit/TextButton.svelte';
  import UndoToast from '../kit/UndoToast.svelte';
  import { freshPart } from './fresh-part.ts';
  import ImportShelf from './ImportShelf.svelte';
  import LabelDecoder from './LabelDecoder.svelte';
  import MakersTable from './MakersTable.svelte';
  import MotorTest from './MotorTest.svelte';
  import PartEditor from './PartEditor.svelte';
  import PartLife from './PartLife.svelte';
  import { ShelfEdits } from './shelf-edits.svelte.ts';
  import ShelfTable from './ShelfTable.svelte';

  /** The user's parts by kind, and the tools that go with them. */
  let {
    parts: listed,
    tables,
    due,
    lastMatch
  }: {
    parts: StoredPart[];
    tables: StoredMakersTable[];
    /** What is to be done with parts now. */
    due: readonly { partId: number; says: string }[];
    lastMatch: { name: string; setupId: number } | null;
  } = $props();
  let kind = $state<PartKind>('motor');
  let search = $state('');
  let ownedOnly = $state(false);
  let editing = $state<StoredPart | null>(null);
  type Tool = 'decoder' | 'test' | 'table' | 'import';
  let tool = $state<Tool | null>(null);
  let living = $state<StoredPart | null>(null);
  let tableMotor = $state<number | null>(null);

  const edits = new ShelfEdits(() => listed, invalidateAll);
  const { parts } = $derived(edits);
  $effect(() => edits.follow());

  /** A dialog tells that it has closed a moment later, when another tool may have been opened already. */
  function shut(which: Tool): void {
    if (tool !== which) return;
    tool = null;
    tableMotor = null;
  }

  const dueOf = (id: number): string[] => due.filter((d) => d.partId === id).map((d) => d.says);
  const tablesOf = (id: number): number => tables.filter((t) => t.partId === id).length;
</script>

<svelte:head><title>Shelf · Iskarn</title></svelte:head>
<AppHeader room="shelf" craft={lastMatch}>
  <span class="flex flex-wrap gap-2 text-xs">
    {#each SHELF_FILES.filter((f) => f.kind === null || f.kind === kind) as file (file.id)}
      <a class="press inline-flex items-center underline" href={`/api/v1/shelf/${file.id}`} download
        >{SHELF_FORMATS[file.format].title}</a
      >
    {/each}
  </span>
  <Button
    size="xs"
    color="alternative"
    class="py-0.5"
    data-testid="import-open"
    onclick={() => (tool = 'import')}>import</Button
  >
  <Button size="xs" class="py-0.5" data-testid="new-part" onclick={() => (editing = freshPart(kind))}
    >new part</Button
  >
</AppHeader>

<main id="main" tabindex="-1" class="mx-auto max-w-[1280px] px-4 py-3">
  <div class="flex flex-wrap items-center gap-x-5 gap-y-2">
    <h1>Shelf</h1>
    <span class="w-44"
      ><Input
        class="h-7 !py-0 text-sm"
        placeholder="search"
        aria-label="search the shelf"
        data-testid="search"
        bind:value={search}
      /></span
    >
    <Checkbox bind:checked={ownedOnly} data-testid="owned-only">owned</Checkbox>
    <span class="ml-auto flex gap-3 text-sm">
      <TextButton data-testid="decoder-open" onclick={() => (tool = 'decoder')}>decode a label</TextButton>
      <TextButton data-testid="motor-test-open" onclick={() => (tool = 'test')}>measure a motor</TextButton>
      <TextButton data-testid="makers-table-open" onclick={() => (tool = 'table')}>maker’s table</TextButton>
    </span>
  </div>

  <TabRow
    tabs={PART_KINDS.map((k) => [k, shelfOf(k).heading] as const)}
    selected={kind}
    label="Kinds of parts"
    prefix="kind"
    onselect={(k) => (kind = k as PartKind)}
  >
    <ShelfTable
      {parts}
      {kind}
      {search}
      {ownedOnly}
      waits={edits.waits}
      {tablesOf}
      {dueOf}
      onedit={(part) => (editing = part)}
      ontables={(part) => {
        tableMotor = part.id;
        tool = 'table';
      }}
      onown={(part, owned) => void edits.own(part, owned)}
      onlife={(part) => (living = part)}
      onremove={(part) => void edits.remove(part)}
    />
    <p class="text-ink-soft mt-2 text-xs">
      In bold: measured by you, and used instead of the label’s figure. A word beside it tells how far the
      label is off where that is more than labels commonly are.
    </p>
  </TabRow>
</main>

{#if editing}
  {#key editing}
    {@const opened = editing}
    {@const from = untrack(() => parts.find((p) => p.id === opened.id))}
    <PartEditor
      part={opened}
      onsave={(part) => edits.save(part, from)}
      onclose={() => {
        // another part may have been opened while this one was being stored
        if (editing === opened) editing = null;
      }}
    />
  {/key}
{/if}
{#if living}
  {#key living.id}
    <PartLife
      part={living}
      onclose={() => {
        living = null;
        void invalidateAll();
      }}
      onchange={() => void invalidateAll()}
    />
  {/key}
{/if}
{#if tool === 'decoder'}<LabelDecoder onclose={() => shut('decoder')} />{/if}
{#if tool === 'test'}<MotorTest
    {parts}
    onclose={() => shut('test')}
    onkeep={(part) => {
      tool = null;
      editing = part;
    }}
  />{/if}
{#if tool === 'table'}<MakersTable
    parts={listed}
    {tables}
    motorId={tableMotor}
    onkept={() => invalidateAll()}
    onclose={() => shut('table')}
  />{/if}
{#if tool === 'import'}<ImportShelf onclose={() => shut('import')} ondone={() => void invalidateAll()} />{/if}

{#if edits.deleted}<UndoToast
    text={`${edits.deleted.name} is off the shelf.`}
    id="undo-delete-part"
    onundo={() => void edits.restore()}
    onclose={() => (edits.deleted = null)}
  />{/if}
{#if edits.said}<UndoToast text={edits.said} onclose={() => (edits.said = '')} />{/if}
