<script lang="ts">
  import TextButton from '$lib/ui/kit/TextButton.svelte';
  import { PART_KINDS, shelfOf, type PartKind } from '$lib/core/registry/parts';
  import { untrack } from 'svelte';
  import { invalidateAll } from '$app/navigation';
  import {
    Button,
    Checkbox,
    Input,
    Table,
    TableBody,
    TableBodyCell,
    TableBodyRow,
    TableHead,
    TableHeadCell
  } from 'flowbite-svelte';
  import {
    createTable,
    getCoreRowModel,
    getFilteredRowModel,
    getSortedRowModel,
    type ColumnDef,
    type SortingState
  } from '@tanstack/table-core';
  import { type StoredPart } from '$lib/core/document/stored';
  import { labelDifferences, type LabelDifference } from '$lib/core/shelf/measured';
  import { show } from '$lib/core/units/show';
  import AppHeader from '$lib/ui/AppHeader.svelte';
  import { labelFigure } from '$lib/ui/format/units.svelte';
  import TabRow from '$lib/ui/kit/TabRow.svelte';
  import UndoToast from '$lib/ui/kit/UndoToast.svelte';
  import { SHELF_FILES, SHELF_FORMATS } from '$lib/core/formats/shelf-formats';
  import { call, type Refused } from '$lib/api/client';
  import { outbox } from '$lib/ui/offline/outbox.svelte';
  import { shelfHere, waitingId } from '$lib/ui/offline/waiting';
  import { faultsOfPart } from '$lib/workers/part-client';
  import { choiceWord, shelfColumns, shownAs } from '$lib/core/registry/fields';
  import { fieldOf, freshPart } from '$lib/ui/shelf/fresh-part';
  import ImportShelf from '$lib/ui/shelf/ImportShelf.svelte';
  import LabelDecoder from '$lib/ui/shelf/LabelDecoder.svelte';
  import MakersTable from '$lib/ui/shelf/MakersTable.svelte';
  import MotorTest from '$lib/ui/shelf/MotorTest.svelte';
  import PartEditor from '$lib/ui/shelf/PartEditor.svelte';
  import PartLife from '$lib/ui/shelf/PartLife.svelte';

  let { data } = $props();
  let kind = $state<PartKind>('motor');
  let search = $state('');
  let ownedOnly = $state(false);
  let sorting = $state<SortingState>([{ id: 'name', desc: false }]);
  let editing = $state<StoredPart | null>(null);
  type Tool = 'decoder' | 'test' | 'table' | 'import';
  let tool = $state<Tool | null>(null);
  let living = $state<StoredPart | null>(null);
  let deleted = $state<{ id: number; name: string } | null>(null);
  let said = $state('');
  let tableMotor = $state<number | null>(null);

  /** What the server has answered, until the list is read again. */
  let arrived = $state.raw<StoredPart | null>(null);
  const withArrived = (list: StoredPart[]): StoredPart[] =>
    arrived ? [...list.filter((p) => p.id !== arrived?.id), arrived] : list;
  /** The shelf with what waits on this device to be sent. */
  const parts = $derived(shelfHere(withArrived(data.parts), outbox.items));
  const differences = $derived(
    new Map(parts.map((p) => [p.id, new Map(labelDifferences(p).map((d) => [d.field, d]))]))
  );
  const differencesOf = (p: StoredPart) => differences.get(p.id) ?? new Map<string, LabelDifference>();

  const shown = $derived(shelfColumns(kind));
  const columns = $derived<ColumnDef<StoredPart>[]>([
    { id: 'name', accessorFn: (p) => p.name },
    ...shown.map((c): ColumnDef<StoredPart> => ({
      id: c.name,
      accessorFn: (p) => p.measured[c.name] ?? fieldOf(p, c.name) ?? undefined,
      sortUndefined: 'last'
    }))
  ]);
  const rows = $derived(
    createTable<StoredPart>({
      data: parts.filter((p) => p.kind === kind && (!ownedOnly || p.owned)),
      columns,
      state: { sorting, globalFilter: search, columnPinning: {}, columnVisibility: {} },
      onStateChange: () => {},
      renderFallbackValue: null,
      globalFilterFn: (row, _id, text: string) =>
        JSON.stringify([row.original.name, row.original.note, row.original.document])
          .toLowerCase()
          .includes(text.toLowerCase()),
      getCoreRowModel: getCoreRowModel(),
      getSortedRowModel: getSortedRowModel(),
      getFilteredRowModel: getFilteredRowModel()
    }).getRowModel().rows
  );

  /** A dialog tells that it has closed a moment later, when another tool may have been opened already. */
  function shut(which: Tool): void {
    if (tool !== which) return;
    tool = null;
    tableMotor = null;
  }

  const sorted = (id: string): 'ascending' | 'descending' | 'none' => {
    const s = sorting.find((x) => x.id === id);
    return s === undefined ? 'none' : s.desc ? 'descending' : 'ascending';
  };
  const sortBy = (id: string): void => {
    sorting = [{ id, desc: sorted(id) === 'ascending' }];
  };

  /** What is wrong with a part that waits here: without a server nobody else would say so before it is too late to mend. */
  async function refusedHere(part: StoredPart): Promise<Refused | null> {
    const faults = await faultsOfPart(part);
    return faults.length === 0
      ? null
      : { ok: false, status: 422, message: faults[0].message, errors: [...faults] };
  }

  /** @param from the part that the edit was made from, as it stood then */
  async function save(part: StoredPart, from: StoredPart | undefined): Promise<Refused | null> {
    const { id, ...body } = part;
    const says = `The part “${part.name}”`;
    const waits = outbox.partWaiting(id);
    if (waits) {
      const wrong = await refusedHere(part);
      if (!wrong) await outbox.rewrite(waits.key, body, says);
      return wrong;
    }
    const done =
      id === 0
        ? await outbox.send('createPart', { body }, says)
        : await outbox.send('editPart', { id, body, base: from }, says);
    if (!done.ok && done.kept) {
      const wrong = await refusedHere(part);
      if (wrong) outbox.drop(done.kept);
      return wrong;
    }
    if (!done.ok) return done;
    arrived = done.value;
    await invalidateAll();
    arrived = null;
    return null;
  }

  async function own(part: StoredPart, owned: boolean): Promise<void> {
    const refused = await save({ ...part, owned }, part);
    if (refused) said = refused.message;
  }

  async function remove(part: StoredPart): Promise<void> {
    const waits = outbox.partWaiting(part.id);
    if (waits) {
      outbox.drop(waits.key);
      return;
    }
    const done = await outbox.send('deletePart', { id: part.id, body: {} }, `“${part.name}”, off the shelf,`);
    if (done.ok || done.kept) deleted = { id: part.id, name: part.name };
    else said = done.message;
    if (done.ok) await invalidateAll();
  }

  async function restore(): Promise<void> {
    if (!deleted) return;
    const { id } = deleted;
    deleted = null;
    const waits = outbox.items.find((w) => w.route === 'deletePart' && w.of === id);
    if (waits) {
      outbox.drop(waits.key);
      return;
    }
    const done = await call('restorePart', { id });
    if (!done.ok) said = done.message;
    await invalidateAll();
  }

  // what waited here and was sent stands on the shelf
  let sent = outbox.sentLate;
  $effect(() => {
    if (outbox.sentLate === sent) return;
    sent = outbox.sentLate;
    void invalidateAll();
  });

  /** Parts of which something waits to be sent. */
  const waits = $derived(
    new Set(
      outbox.items.flatMap((w, at) =>
        w.refused !== null
          ? []
          : w.route === 'createPart'
            ? [waitingId(at)]
            : w.route === 'editPart'
              ? [w.of]
              : []
      )
    )
  );
  const dueOf = (id: number): string[] => data.due.filter((d) => d.partId === id).map((d) => d.says);
  const tablesOf = (id: number): number => data.tables.filter((t) => t.partId === id).length;
</script>

<svelte:head><title>Shelf · Iskarn</title></svelte:head>
<AppHeader room="shelf" craft={data.lastMatch}>
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
    <div class="relative overflow-x-auto">
      <Table class="w-full text-sm" data-testid="shelf">
        <TableHead>
          <TableHeadCell aria-sort={sorted('name')}
            ><button class="py-1 font-semibold" onclick={() => sortBy('name')}
              >name{sorted('name') === 'ascending'
                ? ' ↑'
                : sorted('name') === 'descending'
                  ? ' ↓'
                  : ''}</button
            ></TableHeadCell
          >
          {#each shown as c (c.name)}
            <TableHeadCell class={c.quantity ? 'text-right' : 'pl-4'} aria-sort={sorted(c.name)}
              ><button class="py-1 font-semibold" onclick={() => sortBy(c.name)}
                >{c.heading ?? c.short}{sorted(c.name) === 'ascending'
                  ? ' ↑'
                  : sorted(c.name) === 'descending'
                    ? ' ↓'
                    : ''}</button
              ></TableHeadCell
            >
          {/each}
          <TableHeadCell class="pl-3">owned</TableHeadCell>
          <TableHeadCell><span class="sr-only">actions</span></TableHeadCell>
        </TableHead>
        <TableBody>
          {#each rows as row (row.original.id)}
            {@const p = row.original}
            <TableBodyRow class="border-line hover:bg-sheet border-b">
              <TableBodyCell class="py-1"
                ><button class="text-left font-semibold hover:underline" onclick={() => (editing = p)}
                  >{p.name}</button
                >{#if tablesOf(p.id) > 0}<TextButton
                    tone="cold"
                    size="xs"
                    class="ml-2"
                    data-testid={`tables-${p.name}`}
                    onclick={() => {
                      tableMotor = p.id;
                      tool = 'table';
                    }}>{tablesOf(p.id) === 1 ? 'maker’s table' : `${tablesOf(p.id)} tables`}</TextButton
                  >{/if}{#if p.fitted}<span
                    class="text-ink-soft ml-2 text-xs"
                    data-testid={`fitted-${p.name}`}>fitted</span
                  >{/if}{#if waits.has(p.id)}<span
                    class="text-ink-soft ml-2 text-xs"
                    data-testid={`waits-${p.name}`}>to be sent</span
                  >{/if}{#if p.retired}<span class="text-ink-soft ml-2 text-xs">retired</span
                  >{/if}{#each dueOf(p.id) as says (says)}<span
                    class="border-ink block border-l-4 pl-1 text-xs font-normal"
                    data-testid={`due-${p.name}`}>{says}</span
                  >{/each}</TableBodyCell
              >
              {#each shown as c (c.name)}
                {@const v = p.measured[c.name] ?? fieldOf(p, c.name)}
                {@const difference = differencesOf(p).get(c.name)}
                <TableBodyCell
                  class={`${c.quantity ? 'figure text-right' : 'pl-4'} ${c.name in p.measured ? 'font-semibold' : ''}`}
                  title={difference?.sentence ?? (c.name in p.measured ? 'measured' : '')}
                  >{#if difference?.beyond}<span
                      class="text-2xs mr-1 font-sans font-normal"
                      data-testid={`off-${p.name}-${c.name}`}
                      >label {difference.off >= 0 ? '−' : '+'}{show(
                        Math.abs(100 * (1 / (1 + difference.off) - 1)),
                        2
                      )} %</span
                    >{/if}{typeof v === 'number' && c.quantity
                    ? labelFigure(shownAs(c, fieldOf(p, 'kind')) ?? 'ratio', v)
                    : typeof v === 'string'
                      ? choiceWord(c, v)
                      : (v ?? '–')}</TableBodyCell
                >
              {/each}
              <TableBodyCell class="pl-3"
                ><Checkbox
                  checked={p.owned}
                  onchange={(e) => void own(p, (e.currentTarget as HTMLInputElement).checked)}
                  ><span class="sr-only">own {p.name}</span></Checkbox
                ></TableBodyCell
              >
              <TableBodyCell class="text-ink-soft pl-2 text-right text-xs whitespace-nowrap">
                <TextButton
                  aria-label={`duplicate ${p.name}`}
                  onclick={() =>
                    (editing = { ...p, id: 0, revision: 0, measured: {}, name: `${p.name}, copy` })}
                  >duplicate</TextButton
                >
                {#if p.id > 0}<TextButton
                    class="ml-2"
                    aria-label={`life of ${p.name}`}
                    data-testid={`life-${p.name}`}
                    onclick={() => (living = p)}>life</TextButton
                  >{/if}
                <TextButton class="ml-2" aria-label={`delete ${p.name}`} onclick={() => void remove(p)}
                  >delete</TextButton
                >
              </TableBodyCell>
            </TableBodyRow>
          {:else}
            <TableBodyRow
              ><TableBodyCell class="text-ink-soft py-6" colspan={12}
                >{search || ownedOnly
                  ? 'Nothing matches; clear the search.'
                  : 'Nothing here yet. Press "new part" and type what the label says: name, and the one or two figures printed large.'}</TableBodyCell
              ></TableBodyRow
            >
          {/each}
        </TableBody>
      </Table>
    </div>
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
      onsave={(part) => save(part, from)}
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
    parts={data.parts}
    tables={data.tables}
    motorId={tableMotor}
    onkept={() => invalidateAll()}
    onclose={() => shut('table')}
  />{/if}
{#if tool === 'import'}<ImportShelf onclose={() => shut('import')} ondone={() => void invalidateAll()} />{/if}

{#if deleted}<UndoToast
    text={`${deleted.name} is off the shelf.`}
    id="undo-delete-part"
    onundo={() => void restore()}
    onclose={() => (deleted = null)}
  />{/if}
{#if said}<UndoToast text={said} onclose={() => (said = '')} />{/if}
