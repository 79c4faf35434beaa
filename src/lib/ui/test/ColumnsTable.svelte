<script lang="ts">
  import { Select } from 'flowbite-svelte';
  import type { Column } from '../../core/testing/files/mapping.ts';
  import { ROLE_TITLES, ROLE_UNITS, ROLES, type Role } from '../../core/testing/files/roles.ts';

  /** The columns of a meter: what they are called, what stands in them, what each is and in which unit. */
  let {
    columns,
    rows,
    oncolumn
  }: {
    columns: readonly Column[];
    /** First rows as they are written. */
    rows: readonly (readonly string[])[];
    /** Called with the place of a column and what it is now. */
    oncolumn: (at: number, column: Column) => void;
  } = $props();

  const roles = [{ value: '', name: 'left out' }, ...ROLES.map((r) => ({ value: r, name: ROLE_TITLES[r] }))];
  const select = { select: '!py-0 !pl-1.5 !pr-6 h-8 text-xs max-sm:h-11' };
  function choose(at: number, value: string): void {
    const role = value === '' ? null : (value as Role);
    oncolumn(at, { title: columns[at].title, role, unit: role ? ROLE_UNITS[role][0].id : '' });
  }
</script>

<div class="max-h-80 overflow-auto" data-testid="columns">
  <table class="w-full text-xs">
    <thead class="text-ink-soft text-left">
      <tr>
        <th class="pr-2 font-normal">column</th>
        <th class="pr-2 font-normal">its first figures</th>
        <th class="pr-2 font-normal">is</th>
        <th class="font-normal">in</th>
      </tr>
    </thead>
    <tbody>
      {#each columns as column, k (k)}
        <tr class="border-line border-t">
          <th class="max-w-40 truncate py-1 pr-2 text-left font-semibold" scope="row" title={column.title}
            >{column.title}</th
          >
          <td class="figure text-ink-soft max-w-48 truncate pr-2"
            >{rows.map((r) => (r[k] ?? '').trim()).join(' · ')}</td
          >
          <td class="pr-2"
            ><Select
              class="w-44 max-sm:w-36"
              classes={select}
              items={roles}
              value={column.role ?? ''}
              aria-label={`what ${column.title} is`}
              data-testid={`column-${k}-role`}
              onchange={(e) => choose(k, (e.currentTarget as HTMLSelectElement).value)}
            /></td
          >
          <td
            >{#if column.role}<Select
                class="w-36 max-sm:w-28"
                classes={select}
                items={ROLE_UNITS[column.role].map((u) => ({ value: u.id, name: u.label }))}
                value={column.unit}
                aria-label={`unit of ${column.title}`}
                data-testid={`column-${k}-unit`}
                onchange={(e) =>
                  oncolumn(k, { ...column, unit: (e.currentTarget as HTMLSelectElement).value })}
              />{/if}</td
          >
        </tr>
      {/each}
    </tbody>
  </table>
</div>
