<script lang="ts">
  import { invalidateAll } from '$app/navigation';
  import { Button, Input } from 'flowbite-svelte';
  import {
    createTable,
    getCoreRowModel,
    getFilteredRowModel,
    getSortedRowModel,
    type ColumnDef,
    type SortingState
  } from '@tanstack/table-core';
  import { PART_KINDS, type PartKind, type StoredPart } from '$lib/core/document/stored';
  import { labelDifferences, type LabelDifference } from '$lib/core/shelf/measured';
  import { show } from '$lib/core/units/show';
  import AppHeader from '$lib/ui/AppHeader.svelte';
  import { labelFigure } from '$lib/ui/format/units.svelte';
  import UndoToast from '$lib/ui/marks/UndoToast.svelte';
  import { call, type Refused } from '$lib/api/client';
  import { COLUMNS, fieldOf, freshPart, KIND_TITLES } from '$lib/ui/shelf/columns';
  import ImportShelf from '$lib/ui/shelf/ImportShelf.svelte';
  import LabelDecoder from '$lib/ui/shelf/LabelDecoder.svelte';
  import MakersTable from '$lib/ui/shelf/MakersTable.svelte';
  import MotorTest from '$lib/ui/shelf/MotorTest.svelte';
  import PartEditor from '$lib/ui/shelf/PartEditor.svelte';

  let { data } = $props();
  let kind = $state<PartKind>('motor');
  let search = $state('');
  let ownedOnly = $state(false);
  let sorting = $state<SortingState>([{ id: 'name', desc: false }]);
  let editing = $state<StoredPart | null>(null);
  let tool = $state<'decoder' | 'test' | 'table' | 'import' | null>(null);
  let deleted = $state<{ id: number; name: string } | null>(null);
  let said = $state('');
  let tableMotor = $state<number | null>(null);

  const differences = $derived(
    new Map(data.parts.map((p) => [p.id, new Map(labelDifferences(p).map((d) => [d.field, d]))]))
  );
  const differencesOf = (p: StoredPart) => differences.get(p.id) ?? new Map<string, LabelDifference>();

  const columns = $derived<ColumnDef<StoredPart>[]>([
    { id: 'name', accessorFn: (p) => p.name },
    ...COLUMNS[kind].map((c): ColumnDef<StoredPart> => ({
      id: c.field,
      accessorFn: (p) => p.measured[c.field] ?? fieldOf(p, c.field) ?? undefined,
      sortUndefined: 'last'
    }))
  ]);
  const rows = $derived(
    createTable<StoredPart>({
      data: data.parts.filter((p) => p.kind === kind && (!ownedOnly || p.owned)),
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

  const sorted = (id: string): 'ascending' | 'descending' | 'none' => {
    const s = sorting.find((x) => x.id === id);
    return s === undefined ? 'none' : s.desc ? 'descending' : 'ascending';
  };
  const sortBy = (id: string): void => {
    sorting = [{ id, desc: sorted(id) === 'ascending' }];
  };

  async function save(part: StoredPart): Promise<Refused | null> {
    const { id, ...body } = part;
    const done = id === 0 ? await call('createPart', { body }) : await call('editPart', { id, body });
    if (!done.ok) return done;
    await invalidateAll();
    return null;
  }

  /** Owned or not is one figure: where the part was changed elsewhere meanwhile, both changes are kept. */
  async function own(part: StoredPart, owned: boolean): Promise<void> {
    let refused = await save({ ...part, owned });
    if (refused?.current) refused = await save({ ...(refused.current as StoredPart), owned });
    if (refused) said = refused.message;
  }

  async function remove(part: StoredPart): Promise<void> {
    const done = await call('deletePart', { id: part.id });
    if (done.ok) deleted = { id: part.id, name: part.name };
    else said = done.message;
    await invalidateAll();
  }

  async function restore(): Promise<void> {
    if (deleted) await call('restorePart', { id: deleted.id });
    deleted = null;
    await invalidateAll();
  }

  const tablesOf = (id: number): number => data.tables.filter((t) => t.partId === id).length;
</script>

<svelte:head><title>Shelf · Iskarn</title></svelte:head>
<AppHeader room="shelf" matchId={data.lastMatch}>
  <span class="flex flex-wrap gap-2 text-[12px]">
    <a class="underline" href="/api/v1/shelf/json" download>JSON</a>
    <a class="underline" href={`/api/v1/shelf/${kind}.csv`} download>CSV</a>
    <a class="underline" href="/api/v1/shelf/zip" download>data package</a>
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

<main class="mx-auto max-w-[1280px] px-4 py-3">
  <div class="flex flex-wrap items-center gap-x-5 gap-y-2">
    <h1 class="text-[20px] font-bold">Shelf</h1>
    <div class="flex flex-wrap gap-x-4 text-[14px]" role="tablist" aria-label="Kinds of parts">
      {#each PART_KINDS as k (k)}
        <button
          role="tab"
          aria-selected={kind === k}
          data-testid={`kind-${k}`}
          class={kind === k
            ? 'font-semibold underline decoration-2 underline-offset-4'
            : 'text-[var(--ink-soft)]'}
          onclick={() => (kind = k)}>{KIND_TITLES[k]}</button
        >
      {/each}
    </div>
    <span class="w-44"
      ><Input
        class="h-7 !py-0 text-[13px]"
        placeholder="search"
        aria-label="search the shelf"
        data-testid="search"
        bind:value={search}
      /></span
    >
    <label class="flex items-center gap-1 text-[13px]"
      ><input type="checkbox" bind:checked={ownedOnly} data-testid="owned-only" /> owned</label
    >
    <span class="ml-auto flex gap-3 text-[13px]">
      <button class="underline" data-testid="decoder-open" onclick={() => (tool = 'decoder')}
        >decode a label</button
      >
      <button class="underline" data-testid="motor-test-open" onclick={() => (tool = 'test')}
        >measure a motor</button
      >
      <button class="underline" data-testid="makers-table-open" onclick={() => (tool = 'table')}
        >maker’s table</button
      >
    </span>
  </div>

  <div class="relative mt-2 overflow-x-auto">
    <table class="w-full text-[13px]" data-testid="shelf">
      <thead>
        <tr class="border-b border-[var(--ink)] text-left">
          <th aria-sort={sorted('name')}
            ><button class="py-1 font-semibold" onclick={() => sortBy('name')}
              >name{sorted('name') === 'ascending'
                ? ' ↑'
                : sorted('name') === 'descending'
                  ? ' ↓'
                  : ''}</button
            ></th
          >
          {#each COLUMNS[kind] as c (c.field)}
            <th class={c.quantity ? 'text-right' : ''} aria-sort={sorted(c.field)}
              ><button class="py-1 font-semibold" onclick={() => sortBy(c.field)}
                >{c.title}{sorted(c.field) === 'ascending'
                  ? ' ↑'
                  : sorted(c.field) === 'descending'
                    ? ' ↓'
                    : ''}</button
              ></th
            >
          {/each}
          <th class="pl-3">owned</th>
          <th><span class="sr-only">actions</span></th>
        </tr>
      </thead>
      <tbody>
        {#each rows as row (row.original.id)}
          {@const p = row.original}
          <tr class="border-b border-[var(--line)] hover:bg-[var(--sheet)]">
            <td class="py-1"
              ><button class="text-left font-semibold hover:underline" onclick={() => (editing = p)}
                >{p.name}</button
              >{#if tablesOf(p.id) > 0}<button
                  class="ml-2 text-[12px] text-[var(--cold)] underline"
                  data-testid={`tables-${p.name}`}
                  onclick={() => {
                    tableMotor = p.id;
                    tool = 'table';
                  }}>{tablesOf(p.id) === 1 ? 'maker’s table' : `${tablesOf(p.id)} tables`}</button
                >{/if}</td
            >
            {#each COLUMNS[kind] as c (c.field)}
              {@const v = p.measured[c.field] ?? fieldOf(p, c.field)}
              {@const difference = differencesOf(p).get(c.field)}
              <td
                class={`${c.quantity ? 'figure text-right' : ''} ${c.field in p.measured ? 'font-semibold' : ''}`}
                title={difference?.sentence ?? (c.field in p.measured ? 'measured' : '')}
                >{#if difference?.beyond}<span
                    class="mr-1 font-sans text-[11px] font-normal"
                    data-testid={`off-${p.name}-${c.field}`}
                    >label {difference.off >= 0 ? '−' : '+'}{show(
                      Math.abs(100 * (1 / (1 + difference.off) - 1)),
                      2
                    )} %</span
                  >{/if}{typeof v === 'number' && c.quantity
                  ? labelFigure(
                      p.kind === 'propulsor' &&
                        c.quantity === 'propLength' &&
                        fieldOf(p, 'kind') !== 'propeller'
                        ? 'screwLength'
                        : c.quantity,
                      v
                    )
                  : (v ?? '–')}</td
              >
            {/each}
            <td class="pl-3"
              ><input
                type="checkbox"
                checked={p.owned}
                aria-label={`own ${p.name}`}
                onchange={(e) => void own(p, e.currentTarget.checked)}
              /></td
            >
            <td class="pl-2 text-right text-[12px] whitespace-nowrap text-[var(--ink-soft)]">
              <button
                class="underline"
                aria-label={`duplicate ${p.name}`}
                onclick={() =>
                  (editing = { ...p, id: 0, revision: 0, measured: {}, name: `${p.name}, copy` })}
                >duplicate</button
              >
              <button class="ml-2 underline" aria-label={`delete ${p.name}`} onclick={() => void remove(p)}
                >delete</button
              >
            </td>
          </tr>
        {:else}
          <tr
            ><td class="py-6 text-[var(--ink-soft)]" colspan="12"
              >{search || ownedOnly
                ? 'Nothing matches; clear the search.'
                : 'Nothing here yet. Press "new part" and type what the label says: name, and the one or two figures printed large.'}</td
            ></tr
          >
        {/each}
      </tbody>
    </table>
  </div>
  <p class="mt-2 text-[12px] text-[var(--ink-soft)]">
    In bold: measured by you, and used instead of the label’s figure. A word beside it tells how far the label
    is off where that is more than labels commonly are.
  </p>
</main>

{#if editing}
  {#key editing}
    {@const opened = editing}
    <PartEditor
      part={opened}
      onsave={save}
      onclose={() => {
        // another part may have been opened while this one was being stored
        if (editing === opened) editing = null;
      }}
    />
  {/key}
{/if}
{#if tool === 'decoder'}<LabelDecoder onclose={() => (tool = null)} />{/if}
{#if tool === 'test'}<MotorTest
    parts={data.parts}
    onclose={() => (tool = null)}
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
    onclose={() => {
      tool = null;
      tableMotor = null;
    }}
  />{/if}
{#if tool === 'import'}<ImportShelf onclose={() => (tool = null)} ondone={() => void invalidateAll()} />{/if}

{#if deleted}<UndoToast
    text={`${deleted.name} is off the shelf.`}
    id="undo-delete-part"
    onundo={() => void restore()}
    onclose={() => (deleted = null)}
  />{/if}
{#if said}<UndoToast text={said} onclose={() => (said = '')} />{/if}
