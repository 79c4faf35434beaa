<script lang="ts">
  import {
    Checkbox,
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
  import type { StoredPart } from '../../core/document/stored.ts';
  import { choiceWord, shelfColumns, shownAs } from '../../core/registry/fields.ts';
  import type { PartKind } from '../../core/registry/parts.ts';
  import { labelDifferences, type LabelDifference } from '../../core/shelf/measured.ts';
  import { show } from '../../core/units/show.ts';
  import { labelFigure } from '../format/units.svelte.ts';
  import TextButton from '../kit/TextButton.svelte';
  import { fieldOf } from './fresh-part.ts';

  /** The parts of one kind, to be sorted and looked through. */
  let {
    parts,
    kind,
    search,
    ownedOnly,
    waits,
    tablesOf,
    dueOf,
    onedit,
    ontables,
    onown,
    onlife,
    onremove
  }: {
    parts: readonly StoredPart[];
    kind: PartKind;
    /** Words to look for; all parts where it is empty. */
    search: string;
    ownedOnly: boolean;
    /** Parts of which something waits to be sent, by id. */
    waits: readonly number[];
    /** Number of makers' tables of a part. */
    tablesOf: (id: number) => number;
    /** What is to be done with a part now, in sentences. */
    dueOf: (id: number) => string[];
    /** Called with a part to be edited; a copy has no id. */
    onedit: (part: StoredPart) => void;
    ontables: (part: StoredPart) => void;
    onown: (part: StoredPart, owned: boolean) => void;
    onlife: (part: StoredPart) => void;
    onremove: (part: StoredPart) => void;
  } = $props();

  let sorting = $state<SortingState>([{ id: 'name', desc: false }]);
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
  const sorted = (id: string): 'ascending' | 'descending' | 'none' => {
    const s = sorting.find((x) => x.id === id);
    return s === undefined ? 'none' : s.desc ? 'descending' : 'ascending';
  };
  const sortBy = (id: string): void => {
    sorting = [{ id, desc: sorted(id) === 'ascending' }];
  };

  const arrow = (id: string): string => ({ ascending: ' ↑', descending: ' ↓', none: '' })[sorted(id)];
</script>

<div class="relative overflow-x-auto">
  <Table class="w-full text-sm" data-testid="shelf">
    <TableHead>
      <TableHeadCell aria-sort={sorted('name')}
        ><button class="py-1 font-semibold" onclick={() => sortBy('name')}>name{arrow('name')}</button
        ></TableHeadCell
      >
      {#each shown as c (c.name)}
        <TableHeadCell class={c.quantity ? 'text-right' : 'pl-4'} aria-sort={sorted(c.name)}
          ><button class="py-1 font-semibold" onclick={() => sortBy(c.name)}
            >{c.heading ?? c.short}{arrow(c.name)}</button
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
            ><button class="text-left font-semibold hover:underline" onclick={() => onedit(p)}
              >{p.name}</button
            >{#if tablesOf(p.id) > 0}<TextButton
                tone="cold"
                size="xs"
                class="ml-2"
                data-testid={`tables-${p.name}`}
                onclick={() => ontables(p)}
                >{tablesOf(p.id) === 1 ? 'maker’s table' : `${tablesOf(p.id)} tables`}</TextButton
              >{/if}{#if p.fitted}<span class="text-ink-soft ml-2 text-xs" data-testid={`fitted-${p.name}`}
                >fitted</span
              >{/if}{#if waits.includes(p.id)}<span
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
              onchange={(e) => onown(p, (e.currentTarget as HTMLInputElement).checked)}
              ><span class="sr-only">own {p.name}</span></Checkbox
            ></TableBodyCell
          >
          <TableBodyCell class="text-ink-soft pl-2 text-right text-xs whitespace-nowrap">
            <TextButton
              aria-label={`duplicate ${p.name}`}
              onclick={() => onedit({ ...p, id: 0, revision: 0, measured: {}, name: `${p.name}, copy` })}
              >duplicate</TextButton
            >
            {#if p.id > 0}<TextButton
                class="ml-2"
                aria-label={`life of ${p.name}`}
                data-testid={`life-${p.name}`}
                onclick={() => onlife(p)}>life</TextButton
              >{/if}
            <TextButton class="ml-2" aria-label={`delete ${p.name}`} onclick={() => onremove(p)}
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
