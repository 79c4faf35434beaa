<script lang="ts">
  import { untrack } from 'svelte';
  import TextField from '../kit/TextField.svelte';
  import TextButton from '../kit/TextButton.svelte';
  import Choice from '../kit/Choice.svelte';
  import { pasted as pastedInto } from './grid-paste.ts';
  import FileField from '../kit/FileField.svelte';
  import {
    Button,
    Input,
    Table,
    TableBody,
    TableBodyCell,
    TableBodyRow,
    TableHead,
    TableHeadCell,
    Textarea
  } from 'flowbite-svelte';
  import type { FittedFigure, TableFit } from '../../core/calibration/fit-makers-table.ts';
  import type { RowComparison } from '../../core/shelf/compare-makers-table.ts';
  import { cellsOf, GRID, parseMakersTable, tableOfCells } from '../../core/shelf/makers-table.ts';
  import type { RowError } from '../../core/text/row-error.ts';
  import { asUsed } from '../../core/shelf/measured.ts';
  import type { Motor } from '../../core/document/schema.ts';
  import type { StoredMakersTable, StoredPart } from '../../core/document/stored.ts';
  import { show } from '../../core/units/show.ts';
  import { figure, figureUnit } from '../format/units.svelte.ts';
  import { askWorker } from '../../workers/client.ts';
  import { call } from '../../api/client.ts';
  import Dialog from '../kit/Dialog.svelte';

  /** Maker's tables of a motor: typed, pasted or read from a file, kept, with the prediction beside every row. */
  let {
    parts,
    tables,
    motorId,
    onclose,
    onkept
  }: {
    parts: StoredPart[];
    /** Every table that is kept. */
    tables: StoredMakersTable[];
    /** Motor shown first; null for the first on the shelf. */
    motorId: number | null;
    onclose: () => void;
    /** Called when a table was kept, changed or taken away. */
    onkept: () => Promise<void>;
  } = $props();

  const EMPTY_ROW = GRID.map(() => '');
  let open = $state(true);
  const motors = $derived(parts.filter((p) => p.kind === 'motor'));
  let chosen = $state(untrack(() => motorId));
  const motor = $derived(
    motors.find((m) => m.id === chosen) ??
      motors.find((m) => tables.some((t) => t.partId === m.id)) ??
      motors[0]
  );
  const kept = $derived(tables.filter((t) => t.partId === motor?.id));
  let tableId = $state<number | null>(null);
  let title = $state('');
  let cells = $state<string[][]>([[...EMPTY_ROW]]);
  let pasted = $state('');
  let readProblems = $state<RowError[]>([]);
  let said = $state('');
  let removed = $state<{ id: number; title: string } | null>(null);

  const table = $derived(tableOfCells($state.snapshot(cells)));
  const problems = $derived([...readProblems, ...table.problems]);
  /** The prediction beside each row, by the reader's line: worked out in the worker, the last asked wins. */
  let compared = $state.raw<ReadonlyMap<number, RowComparison>>(new Map());
  /** One fit of the motor to all rows. */
  let fit = $state.raw<TableFit | null>(null);
  let asked = 0;
  $effect(() => {
    const turn = ++asked;
    const { rows } = table;
    if (!motor || rows.length === 0) {
      compared = new Map();
      fit = null;
      return;
    }
    const used = asUsed($state.snapshot(motor) as StoredPart) as Motor;
    askWorker('thorough', (w) => w.compareWithTable(used, rows))
      .then((list) => {
        if (turn === asked) compared = new Map(list.map((c) => [c.line, c]));
        return askWorker('thorough', (w) => w.fitTable(used, rows));
      })
      .then((found) => {
        if (turn === asked) fit = found;
      })
      .catch((error: Error) => (said = `The rows cannot be predicted now: ${error.message}.`));
  });
  /** Cells that could not be read: their figures would be lost if the table were kept. */
  const unread = $derived(table.problems.filter((p) => p.unread));
  let theirs = $state.raw<StoredMakersTable | null>(null);
  let revision = 0;
  /** Line of the reader for each row of the grid: rows left empty have none. */
  const lines = $derived.by(() => {
    let line = 1;
    return cells.map((row) => (row.some((c) => c.trim() !== '') ? ++line : null));
  });
  const FIGURE = {
    kv: ['KV', 'kv'],
    loadedOhm: ['resistance under load', 'milliohm']
  } as const;
  const fitted = (f: FittedFigure): string => {
    const [title, quantity] = FIGURE[f.id];
    return `${title} ${figureUnit(quantity, f.value, 3)} (${figure(quantity, f.band[0], 3)} to ${figure(quantity, f.band[1], 3)}; before ${figureUnit(quantity, f.before, 3)})`;
  };
  const off = (v: number | null): string =>
    v === null ? '' : `${v >= 0 ? '+' : '−'}${show(Math.abs(100 * v), 2)} %`;

  function openTable(t: StoredMakersTable | null): void {
    tableId = t?.id ?? null;
    revision = t?.revision ?? 0;
    theirs = null;
    title = t?.title ?? '';
    cells = t ? cellsOf(t.rows) : [[...EMPTY_ROW]];
    readProblems = [];
    pasted = '';
    said = '';
  }

  // the first table that is kept opens by itself
  untrack(() => {
    if (kept.length > 0) openTable(kept[0]);
  });

  /** Takes a pasted or imported table into the grid. */
  function take(text: string): void {
    const read = parseMakersTable(text);
    // what stands in the grid is told from there; what did not get into it is told here
    readProblems = read.problems.filter((p) => p.line === 1);
    if (read.cells.length > 0) cells = read.cells;
    pasted = '';
  }

  async function keep(): Promise<void> {
    if (!motor) return;
    if (unread.length > 0) {
      const [first] = unread;
      said = `Not kept: row ${first.line - 1}, ${first.column}: ${first.message}`;
      return;
    }
    const body = { title: title.trim() || 'maker’s table', rows: table.rows, revision };
    const done =
      tableId === null
        ? await call('createTable', { id: motor.id, body })
        : await call('editTable', { id: tableId, body });
    said = done.ok ? 'kept' : done.message;
    if (!done.ok) {
      theirs = (done.current as StoredMakersTable | undefined) ?? null;
      return;
    }
    tableId = done.value.id;
    revision = done.value.revision;
    title = done.value.title;
    await onkept();
  }

  /** Goes on from the table as it stands now: with the rows here, or with theirs. */
  function settle(mine: boolean): void {
    const now = theirs;
    if (!now) return;
    if (mine) {
      revision = now.revision;
      theirs = null;
      void keep();
    } else openTable(now);
  }

  async function remove(): Promise<void> {
    if (tableId === null) return;
    const done = await call('deleteTable', { id: tableId });
    if (!done.ok) {
      said = done.message;
      return;
    }
    removed = { id: tableId, title };
    openTable(null);
    await onkept();
  }

  async function restore(): Promise<void> {
    if (!removed) return;
    await call('restoreTable', { id: removed.id });
    const { id } = removed;
    removed = null;
    await onkept();
    openTable(tables.find((t) => t.id === id) ?? null);
  }
</script>

<Dialog title="Maker’s table" bind:open size="xl" {onclose}>
  <div class="flex flex-wrap items-end gap-2 text-xs">
    <label
      >motor<Choice
        class="w-48"
        id="makers-motor"
        value={String(motor?.id ?? '')}
        items={motors.map((m) => ({ value: String(m.id), name: m.name }))}
        onchoose={(v) => {
          chosen = Number(v);
          openTable(tables.find((t) => t.partId === chosen) ?? null);
        }}
      /></label
    >
    <label
      >table<Choice
        class="w-48"
        id="makers-choice"
        value={String(tableId ?? '')}
        items={[
          ...kept.map((t) => ({ value: String(t.id), name: t.title })),
          { value: '', name: 'a new table' }
        ]}
        onchoose={(v) => openTable(kept.find((t) => String(t.id) === v) ?? null)}
      /></label
    >
    <label
      >name<Input
        class="h-7 w-44 !py-0 text-sm"
        bind:value={title}
        maxlength={120}
        placeholder="printed on the box"
        data-testid="makers-title"
      /></label
    >
    <div class="w-64">
      <FileField
        accept=".csv,.tsv,.txt,text/csv"
        label="table from a file"
        testid="makers-file"
        onfile={(file) => void file.text().then(take)}
      />
    </div>
  </div>
  <Textarea
    class="figure w-full text-xs"
    rows={2}
    bind:value={pasted}
    aria-label="paste a table with its header row"
    data-testid="makers-text"
    placeholder="paste rows copied from a spreadsheet, with their header row: volts, prop, throttle, amps, watts, thrust (g), rpm"
    oninput={() => {
      if (pasted.includes('\n')) take(pasted);
    }}
  />
  <div class="overflow-x-auto">
    <Table class="w-full text-sm" data-testid="makers-rows">
      <TableHead>
        {#each GRID as head (head)}<TableHeadCell class="px-1 text-right font-semibold">{head}</TableHeadCell
          >{/each}<TableHeadCell class="pl-3 text-right">predicted A</TableHeadCell><TableHeadCell
          class="pl-2 text-right">off</TableHeadCell
        ><TableHeadCell class="pl-3 text-right">thrust</TableHeadCell><TableHeadCell class="pl-2 text-right"
          >off</TableHeadCell
        ><TableHeadCell class="pl-3 text-right">rpm</TableHeadCell><TableHeadCell class="pl-2 text-right"
          >off</TableHeadCell
        ><TableHeadCell class="pl-3 text-left">in band</TableHeadCell>
      </TableHead>
      <TableBody>
        {#each cells as row, k (k)}
          {@const c = lines[k] === null ? undefined : compared.get(lines[k])}
          <TableBodyRow class="border-line border-b">
            {#each row as _, column (column)}
              <TableBodyCell class={column === 1 ? 'w-24' : 'w-[4.6rem]'}
                ><TextField
                  figure
                  size="row"
                  under
                  class="w-full min-w-[3.9rem]"
                  aria-label={`${GRID[column]}, row ${k + 1}`}
                  data-testid={`makers-${k}-${column}`}
                  bind:value={cells[k][column]}
                  onpaste={(e) => {
                    const text = e.clipboardData?.getData('text/plain') ?? '';
                    const filled = pastedInto($state.snapshot(cells), text, { row: k, column }, GRID.length);
                    if (filled === null) return;
                    e.preventDefault();
                    cells = filled;
                  }}
                  onkeydown={(e) => {
                    if (e.key === 'Enter' && k === cells.length - 1) cells.push([...EMPTY_ROW]);
                  }}
                /></TableBodyCell
              >
            {/each}
            <TableBodyCell class="figure pl-3 text-right whitespace-nowrap"
              >{c ? show(c.amps) : ''}</TableBodyCell
            >
            <TableBodyCell class="figure pl-2 text-right whitespace-nowrap"
              >{c ? off(c.ampsOff) : ''}</TableBodyCell
            >
            <TableBodyCell class="figure pl-3 text-right whitespace-nowrap"
              >{c ? figureUnit('thrust', c.thrustN) : ''}</TableBodyCell
            >
            <TableBodyCell class="figure pl-2 text-right whitespace-nowrap"
              >{c ? off(c.thrustOff) : ''}</TableBodyCell
            >
            <TableBodyCell class="figure pl-3 text-right whitespace-nowrap"
              >{c ? show(c.rpm) : ''}</TableBodyCell
            >
            <TableBodyCell class="figure pl-2 text-right whitespace-nowrap"
              >{c ? off(c.rpmOff) : ''}</TableBodyCell
            >
            <TableBodyCell class="pl-3"
              >{c?.inside == null ? '' : c.inside ? 'inside' : 'outside'}</TableBodyCell
            >
          </TableBodyRow>
        {/each}
      </TableBody>
    </Table>
  </div>
  <div class="flex flex-wrap items-center gap-2">
    <Button
      size="xs"
      color="alternative"
      data-testid="makers-add-row"
      onclick={() => cells.push([...EMPTY_ROW])}>another row</Button
    >
    <Button size="xs" disabled={table.rows.length === 0} data-testid="makers-keep" onclick={() => void keep()}
      >keep the table</Button
    >
    {#if tableId !== null}<Button
        size="xs"
        color="alternative"
        data-testid="makers-remove"
        onclick={() => void remove()}>take it away</Button
      >{/if}
    {#if removed}<span class="text-xs"
        >{removed.title} is gone.
        <TextButton tone="cold" strong data-testid="makers-undo" onclick={() => void restore()}
          >undo</TextButton
        ></span
      >{/if}
    <span class="text-ink-soft text-xs" role="status" data-testid="makers-said">{said}</span>
    {#if theirs}<span class="flex gap-3 text-xs"
        ><TextButton tone="cold" strong onclick={() => settle(true)}>keep mine</TextButton><TextButton
          tone="cold"
          strong
          onclick={() => settle(false)}>take theirs</TextButton
        ></span
      >{/if}
  </div>
  {#if fit}
    <p class="text-xs leading-[17px]" data-testid="makers-fit">
      One fit to {fit.rows} rows, each with its own propeller, warm: {fit.figures.map(fitted).join('; ')}.
      Amps then within {show(100 * fit.ampsOff[1], 2)} % of the table, {show(100 * fit.ampsOff[0], 2)} % before.
      <span class="text-ink-soft"
        >A maker’s row counts with ±5 % of its amps and ±12 % of its thrust.{fit.notes.length > 0
          ? ` ${fit.notes.join(' ')}`
          : ''}</span
      >
    </p>
  {/if}
  <ul class="text-xs" data-testid="makers-problems">
    {#each problems as p, k (k)}<li class="border-ink border-l-4 pl-2">
        row {p.line - 1}{p.column ? `, ${p.column}` : ''}: {p.message}
      </li>{/each}
  </ul>
  <p class="text-ink-soft text-xs">
    Each row is predicted at its own volts and throttle with this motor’s figures and a generic blade. Makers’
    currents are usually within a few per cent, thrust within ten to fifteen.
  </p>
</Dialog>
