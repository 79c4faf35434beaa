<script lang="ts">
  import Choice from '../kit/Choice.svelte';
  import { channel, FILE_CHANNELS, type ChannelName } from '../../core/registry/channels.ts';
  import type { ColumnFigures } from '../../core/testing/files/doubts.ts';
  import { show } from '../../core/units/show.ts';
  import type { FileColumn } from '../../core/testing/files/mapping.ts';

  /** The columns of a meter: what they are called, what stands in them, what each is and in which unit. */
  let {
    columns,
    rows,
    figures = [],
    oncolumn
  }: {
    columns: readonly FileColumn[];
    /** First rows as they are written. */
    rows: readonly (readonly string[])[];
    /** Least, middle and greatest of each column; null where it holds no figures; the rows are shown where it is left out. */
    figures?: readonly (ColumnFigures | null)[];
    /** Called with the place of a column and what it is now. */
    oncolumn: (at: number, column: FileColumn) => void;
  } = $props();

  const OUT = 'out';
  const roles = [
    { value: OUT, name: 'left out' },
    ...FILE_CHANNELS.map((r) => ({ value: r, name: channel(r).title }))
  ];
  function choose(at: number, value: string): void {
    const role = value === OUT ? null : (value as ChannelName);
    oncolumn(at, { title: columns[at].title, role, unit: role ? channel(role).units[0].id : '' });
  }
</script>

<p class="text-ink-soft text-xs">
  Each column with its least, middle and greatest figure as they are written.
</p>
<ul class="max-h-80 overflow-auto text-xs" data-testid="columns">
  {#each columns as column, k (k)}
    <li
      class="border-line grid grid-cols-[9rem_minmax(0,1fr)_11rem_9rem] items-center gap-x-2 gap-y-1 border-t py-1 max-sm:grid-cols-2"
    >
      <span class="font-semibold break-words">{column.title}</span>
      <span class="figure text-ink-soft break-words max-sm:text-right" data-testid={`column-${k}-figures`}
        >{figures[k]
          ? [figures[k].least, figures[k].middle, figures[k].greatest].map((v) => show(v, 4)).join(' · ')
          : rows.map((r) => (r[k] ?? '').trim().slice(0, 24)).join(' · ')}</span
      >
      <Choice
        size="form"
        items={roles}
        value={column.role ?? OUT}
        label={`what ${column.title} is`}
        id={`column-${k}-role`}
        onchoose={(v) => choose(k, v)}
      />
      {#if column.role}<Choice
          size="form"
          items={channel(column.role).units.map((u) => ({ value: u.id, name: u.label }))}
          value={column.unit}
          label={`unit of ${column.title}`}
          id={`column-${k}-unit`}
          onchoose={(v) => oncolumn(k, { ...column, unit: v })}
        />{:else}<span></span>{/if}
    </li>
  {/each}
</ul>
