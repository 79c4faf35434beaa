<script lang="ts">
  import Alert from '../kit/Alert.svelte';
  import TextButton from '../kit/TextButton.svelte';
  import { invalidateAll } from '$app/navigation';
  import { Button } from 'flowbite-svelte';
  import { onMount } from 'svelte';
  import { call } from '../../api/client.ts';
  import type {
    BackupLook,
    BackupsHeld,
    KeptCounts,
    KeptDifference,
    TrashItem
  } from '../../api/schemas/backups.ts';
  import AppHeader from '../AppHeader.svelte';
  import { byClock, day } from '../format/dates.ts';
  import ArchivePanel from './ArchivePanel.svelte';

  /** What is kept against loss: backups and what each would put back, one file of everything, and what was deleted. */
  let {
    kept,
    trash,
    craft
  }: { kept: BackupsHeld; trash: readonly TrashItem[]; craft: { name: string; setupId: number } | null } =
    $props();

  let look = $state.raw<BackupLook | null>(null);
  let said = $state('');
  let problem = $state('');
  let working = $state('');
  let ready = $state(false);
  onMount(() => {
    ready = true;
  });

  const WHY: Readonly<Record<string, string>> = {
    daily: 'by itself',
    asked: 'asked for',
    'before-update': 'before an update',
    'before-restore': 'before a restore',
    'before-import': 'before an import'
  };
  const holds = (counts: KeptCounts): string =>
    Object.entries(counts)
      .filter(([, n]) => n > 0)
      .map(([kind, n]) => `${n} ${kind}`)
      .join(', ') || 'nothing';
  const time = (at: string): string => (ready ? byClock(at) : `${day(at)}, ${at.slice(11, 16)} UTC`);

  async function work<T>(
    what: string,
    ask: () => Promise<{ ok: true; value: T } | { ok: false; message: string }>,
    then: (value: T) => void
  ): Promise<void> {
    if (working !== '') return;
    working = what;
    problem = said = '';
    const answer = await ask();
    working = '';
    if (!answer.ok) {
      problem = answer.message;
      return;
    }
    then(answer.value);
    await invalidateAll();
  }
  const make = (): Promise<void> =>
    work(
      'backup',
      () => call('makeBackup', {}),
      (b) => (said = `A backup was made and looked through: ${holds(b.counts)}.`)
    );
  const open = (name: string): Promise<void> =>
    work(
      name,
      () => call('lookAtBackup', { words: { name } }),
      (value) => (look = value)
    );
  const restore = (name: string): Promise<void> =>
    work(
      name,
      () => call('restoreBackup', { words: { name } }),
      (done) => {
        look = null;
        said = `Done: ${holds(done.holds)}. What was there before is kept as a backup, at the top of the list.`;
      }
    );
  const ROUTE = {
    craft: 'restoreCraft',
    setup: 'restoreSetup',
    run: 'restoreRun',
    part: 'restorePart',
    table: 'restoreTable',
    record: 'restoreRecord',
    search: 'restoreSearch'
  } as const;
  const putBack = (item: TrashItem): Promise<void> =>
    work(
      `${item.kind} ${item.id}`,
      () =>
        call(ROUTE[item.kind], { id: item.id }) as Promise<
          { ok: true; value: unknown } | { ok: false; message: string }
        >,
      () => (said = `${item.name} is back.`)
    );
  const names = (list: readonly string[], count: number): string =>
    `${list.join('; ')}${count > list.length ? ` and ${count - list.length} more` : ''}`;
  const LINES = [
    ['comes', 'came', 'come back'],
    ['goes', 'went', 'go'],
    ['changes', 'changed', 'change']
  ] as const;
  const lines = (d: KeptDifference): string[] =>
    LINES.filter(([, count]) => d[count] > 0).map(
      ([list, count, verb]) => `${d.kind}, ${verb}: ${names(d[list], d[count])}`
    );
</script>

<svelte:head><title>Backups and trash · Iskarn</title></svelte:head>
<AppHeader room="settings" {craft} />

<main id="main" tabindex="-1" class="mx-auto max-w-[1100px] px-4 py-4" data-ready={ready}>
  <p class="text-sm"><a class="press inline-flex items-center underline" href="/settings">Settings</a></p>
  <h1>Backups and trash</h1>
  <p class="text-ink-soft text-sm" data-testid="holds">Here now: {holds(kept.holds)}.</p>
  <Alert says={problem} id="backups-problem" />
  {#if said}<p class="border-cold border-l-4 pl-2" role="status" data-testid="backups-said">{said}</p>{/if}
  <div class="mt-3 grid gap-x-12 gap-y-6 md:grid-cols-[minmax(0,1.4fr)_minmax(0,1fr)]">
    <section aria-labelledby="backups-title">
      <h2 id="backups-title">Backups</h2>
      <p class="text-ink-soft mb-2 text-sm">
        Made by themselves while something changes, before every update, and when you ask; each is opened and
        looked through. They lie in the folder of the data: copy that folder to another disk now and then, a
        backup beside the data does not outlive the disk.
      </p>
      <Button size="xs" disabled={working !== ''} data-testid="make-backup" onclick={() => void make()}
        >make one now</Button
      >
      <ul class="mt-2" data-testid="backups">
        {#each kept.backups as b (b.name)}
          <li class="border-line border-b py-1">
            <div class="flex flex-wrap items-baseline gap-x-3 text-sm">
              <b>{time(b.at)}</b><span class="text-ink-soft">{WHY[b.reason] ?? b.reason}</span>
              <span class="figure text-ink-soft text-xs">{(b.bytes / 1e6).toFixed(1)} MB</span>
              <TextButton
                tone="cold"
                size="sm"
                class="ml-auto"
                disabled={working !== ''}
                aria-expanded={look?.backup.name === b.name}
                data-testid={`look-${b.reason}`}
                onclick={() => void open(b.name)}>what it would change</TextButton
              >
            </div>
            {#if look?.backup.name === b.name}
              <div class="border-ink mt-1 border-l-4 pl-3 text-sm" data-testid="backup-look">
                <p>It is whole and holds {holds(look.backup.counts)}.</p>
                {#if look.changes.length === 0}
                  <p>It is what is here now: nothing would change.</p>
                {:else}
                  <ul class="list-disc pl-5">
                    {#each look.changes.flatMap(lines) as line (line)}<li>{line}</li>{/each}
                  </ul>
                  <p class="my-1">
                    What is here now is kept as a backup first, so that this too can be taken back.
                  </p>
                  <Button
                    size="xs"
                    disabled={working !== ''}
                    data-testid="restore-backup"
                    onclick={() => void restore(b.name)}>put it in place of the data</Button
                  >
                {/if}
              </div>
            {/if}
          </li>
        {:else}
          <li class="text-ink-soft text-sm">None yet.</li>
        {/each}
      </ul>
    </section>
    <div class="flex flex-col gap-6">
      <section aria-labelledby="trash-title">
        <h2 id="trash-title">Trash</h2>
        <p class="text-ink-soft mb-1 text-sm">What was deleted is kept for thirty days.</p>
        <ul data-testid="trash">
          {#each trash as t (`${t.kind} ${t.id}`)}
            <li class="border-line flex items-baseline gap-2 border-b py-1 text-sm">
              <span class="min-w-0 flex-1 break-words"
                ><b>{t.name}</b>
                <span class="text-ink-soft text-xs"
                  >{t.kind}, deleted {day(t.deletedAt)}, goes {day(t.goesAt)}</span
                ></span
              >
              <TextButton
                tone="cold"
                disabled={working !== ''}
                aria-label={`put ${t.name} back`}
                data-testid={`put-back-${t.kind}-${t.id}`}
                onclick={() => void putBack(t)}>put back</TextButton
              >
            </li>
          {:else}
            <li class="text-ink-soft text-sm">It is empty.</li>
          {/each}
        </ul>
      </section>
      <ArchivePanel
        empty={(kept.holds.crafts ?? 0) + (kept.holds.parts ?? 0) === 0}
        onsaid={(text) => (said = text)}
        onproblem={(text) => (problem = text)}
      />
    </div>
  </div>
</main>
