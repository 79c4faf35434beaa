<script lang="ts">
  import { invalidateAll } from '$app/navigation';
  import { Button } from 'flowbite-svelte';
  import { call } from '../../api/client.ts';
  import type { ArchiveImport } from '../../api/schemas/backups.ts';

  /** Everything as one file, and one file brought into an empty installation: what it holds is shown before it is done. */
  let {
    empty,
    onsaid,
    onproblem
  }: { empty: boolean; onsaid: (text: string) => void; onproblem: (text: string) => void } = $props();

  let file = $state.raw<File | null>(null);
  let would = $state.raw<ArchiveImport | null>(null);
  const holds = (of: ArchiveImport): string =>
    Object.entries(of.holds)
      .filter(([, n]) => n > 0)
      .map(([kind, n]) => `${n} ${kind}`)
      .join(', ');

  async function send(apply: boolean): Promise<void> {
    if (!file) return;
    onproblem('');
    onsaid('');
    const answer = await call('importArchive', { query: apply ? { apply: '1' } : {}, body: file });
    if (!answer.ok) {
      would = null;
      onproblem(
        [answer.message, ...answer.errors.slice(0, 5).map((e) => e.message)]
          .filter((t, k, all) => all.indexOf(t) === k)
          .join(' ')
      );
      return;
    }
    would = apply ? null : answer.value;
    if (apply) {
      onsaid(`It is here: ${holds(answer.value)}.`);
      await invalidateAll();
    }
  }
</script>

<section aria-labelledby="archive-title">
  <h2 id="archive-title">One file of everything</h2>
  <p class="text-ink-soft mb-1 text-sm">
    Crafts, setups with their history, shelf, runs with their samples, settings and trash, in open formats: a
    zip of JSON lines and CSV.
  </p>
  <a
    class="press inline-flex items-center text-sm underline"
    href="/api/v1/archive"
    download
    data-testid="export-archive">save it</a
  >
  {#if empty}
    <label class="mt-2 flex flex-col gap-1 text-sm"
      >bring one in
      <input
        type="file"
        accept=".zip,application/zip"
        data-testid="archive-file"
        onchange={(e) => {
          file = e.currentTarget.files?.[0] ?? null;
          void send(false);
        }}
      /></label
    >
    {#if would}
      <p class="mt-1 text-sm" data-testid="archive-would">It holds {holds(would)}.</p>
      <Button size="xs" data-testid="archive-bring" onclick={() => void send(true)}>bring it in</Button>
    {/if}
  {:else}
    <p class="text-ink-soft text-sm">
      It is brought into an empty installation: start one with another ISKARN_DATA, or `npm run data --
      archive import`.
    </p>
  {/if}
</section>
