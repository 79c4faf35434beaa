<script lang="ts">
  import {
    Radio,
    Table,
    TableBody,
    TableBodyCell,
    TableBodyRow,
    TableHead,
    TableHeadCell
  } from 'flowbite-svelte';

  /** Figures that stand in two versions, one of each to be picked. */
  interface Props {
    /** Each by its path, in words. */
    figures: readonly { path: string; title: string; mine: string; theirs: string }[];
    picked: Readonly<Record<string, 'mine' | 'theirs'>>;
    onpick: (path: string, side: 'mine' | 'theirs') => void;
  }
  const { figures, picked, onpick }: Props = $props();
</script>

<Table class="w-full text-sm">
  <TableHead>
    <TableHeadCell class="py-1 font-semibold">figure</TableHeadCell><TableHeadCell class="px-2 font-semibold"
      >mine</TableHeadCell
    ><TableHeadCell class="px-2 font-semibold">theirs</TableHeadCell>
  </TableHead>
  <TableBody>
    {#each figures as f (f.path)}
      <TableBodyRow class="border-line border-b" data-testid={`conflict-${f.path}`}>
        <TableBodyCell class="py-1 pr-2">{f.title}</TableBodyCell>
        {#each ['mine', 'theirs'] as const as side (side)}
          <TableBodyCell class="px-2 align-top">
            <Radio
              name={f.path}
              value={side}
              group={picked[f.path]}
              data-testid={`take-${side}-${f.path}`}
              onchange={() => onpick(f.path, side)}><span class="figure break-words">{f[side]}</span></Radio
            >
          </TableBodyCell>
        {/each}
      </TableBodyRow>
    {/each}
  </TableBody>
</Table>
