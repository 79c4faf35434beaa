<script lang="ts">
  import TextField from '../kit/TextField.svelte';
  import OutlineButton from '../kit/OutlineButton.svelte';
  import Alert from '../kit/Alert.svelte';
  import type { RunDetails } from '../../core/document/run-schema.ts';
  import { readPlain } from '../../core/units/read-figure.ts';
  import { Button, Progressbar } from 'flowbite-svelte';
  import { onDestroy, untrack } from 'svelte';
  import type { StoredSetup } from '../../core/document/stored.ts';
  import { withChanges } from '../../core/document/change.ts';
  import type { SetupDocument } from '../../core/document/schema.ts';
  import type { Stage } from '../../core/testing/plan/stage.ts';
  import { show, showMinutes } from '../../core/units/show.ts';
  import FileField from '../kit/FileField.svelte';
  import ColumnsTable from './ColumnsTable.svelte';
  import { RunFile } from './run-file.svelte.ts';

  /** A file of a meter or logger becomes a run: how it was read is shown, may be changed, and is remembered. */
  let {
    stored,
    stage,
    onkept
  }: {
    stored: StoredSetup;
    /** The stage that it may be the run of; null for none. */
    stage: Stage | null;
    /** Called with the id of the run that was kept. */
    onkept: (id: number) => void;
  } = $props();

  // the panel is made anew for another setup
  const reading = untrack(
    () =>
      new RunFile(
        stored.id,
        // the stage's cells are those that were measured
        withChanges($state.snapshot(stored.document) as SetupDocument, stage?.changes ?? [])
      )
  );
  onDestroy(() => reading.leave());
  let ofStage = $state(true);

  const DELIMITER_WORDS: Record<string, string> = {
    ',': 'commas',
    ';': 'semicolons',
    '\t': 'tabs',
    ' ': 'blanks',
    '\u001f': 'unit separators',
    '\u001e': 'record separators'
  };
  const { mapping, found, look } = $derived(reading);
  /** Whether a column is read as electrical rpm. */
  const electrical = $derived(
    mapping?.columns.some((c) => c.role === 'rpm' && c.unit.startsWith('erpm')) ?? false
  );
  const written = $derived(
    mapping && look
      ? `${look.encoding}, parted by ${DELIMITER_WORDS[mapping.delimiter] ?? `“${mapping.delimiter}”`}, decimal ${mapping.decimal === ',' ? 'comma' : 'point'}, ${mapping.headerLine > 0 ? `titles in line ${mapping.headerLine}` : 'no titles'}, figures from line ${mapping.firstLine}`
      : ''
  );
  const figureOf = (text: string): number | null => {
    const value = readPlain(text);
    return value !== null && Number.isFinite(value) && value > 0 ? value : null;
  };

  async function keep(): Promise<void> {
    const details: RunDetails = ofStage && stage ? { stage: stage.id, changes: [...stage.changes] } : {};
    const id = await reading.keep(details);
    if (id !== null) onkept(id);
  }
</script>

<section aria-label="A file of a meter" data-testid="file-panel" class="flex flex-col gap-2">
  <p class="text-ink-soft text-xs">
    CSV or text as meters and loggers write it: any delimiter, decimal point or comma, up to five million
    rows.
  </p>
  <FileField
    accept=".csv,.txt,.tsv,.log,.dat,text/*"
    label="file of a meter"
    testid="run-file"
    onfile={(file) => void reading.choose(file)}
  />
  {#if reading.busy}
    <div class="flex items-center gap-3 text-sm" role="status" data-testid="file-busy">
      <span class="figure whitespace-nowrap"
        >{reading.busy}
        {reading.rows > 0 ? `${reading.rows.toLocaleString('en').replaceAll(',', '\u2009')} rows` : ''}</span
      >
      <Progressbar progress={Math.round(100 * reading.share)} size="h-1.5" class="flex-1" />
      <Button size="xs" color="alternative" data-testid="file-cancel" onclick={() => void reading.cancel()}
        >cancel</Button
      >
    </div>
  {/if}
  <Alert says={reading.problem} id="file-problem" />
  {#if mapping && look}
    <p class="text-xs" data-testid="file-written">
      Read as {written}{reading.wasRemembered ? '; columns as the last time' : ''}.
    </p>
    <div class="flex flex-wrap items-center gap-x-4 gap-y-1 text-xs">
      <label class="flex items-center gap-1 max-sm:min-h-11"
        >parted by <TextField
          figure
          class="w-10 text-center"
          maxlength={1}
          data-testid="file-delimiter"
          value={mapping.delimiter === '\t' ? '⇥' : mapping.delimiter === ' ' ? '␣' : mapping.delimiter}
          onchange={(e) => {
            const typed = e.currentTarget.value;
            const delimiter = typed === '⇥' ? '\t' : typed === '␣' || typed === '' ? ' ' : typed;
            if (reading.file) void reading.choose(reading.file, delimiter);
          }}
        /></label
      >
      <label class="flex items-center gap-1 max-sm:min-h-11"
        ><input
          type="checkbox"
          data-testid="file-comma"
          checked={mapping.decimal === ','}
          onchange={(e) => void reading.change({ decimal: e.currentTarget.checked ? ',' : '.' })}
        /> decimal comma</label
      >
      {#if !reading.has('seconds')}
        <label class="flex items-center gap-1"
          >no column tells the time: rows a second <TextField
            figure
            class="w-16"
            data-testid="file-rate"
            value={mapping.rateHz}
            onchange={(e) => {
              const rateHz = figureOf(e.currentTarget.value);
              if (rateHz) void reading.change({ rateHz });
            }}
          /></label
        >
      {/if}
      {#if !reading.has('throttle')}
        <label class="flex items-center gap-1"
          >no throttle in it: the hardest draw was at <TextField
            figure
            class="w-16"
            data-testid="file-throttle"
            value={show(100 * reading.heldThrottle)}
            onchange={(e) => {
              const share = figureOf(e.currentTarget.value);
              if (share && share <= 100) reading.heldThrottle = share / 100;
            }}
          /> %</label
        >
      {/if}
    </div>
    <ColumnsTable
      columns={mapping.columns}
      figures={reading.figures}
      rows={look.rows}
      oncolumn={(at, column) => void reading.setColumn(at, column)}
    />
  {/if}
  {#if electrical}
    <label class="flex items-center gap-1 text-xs"
      >electrical rpm ÷ <span class="figure">{reading.context.poles / 2}</span>
      pole pairs: magnets in the bell
      <TextField
        figure
        class="w-14"
        inputmode="numeric"
        data-testid="file-poles"
        value={reading.context.poles}
        onchange={(e) => {
          const poles = figureOf(e.currentTarget.value);
          if (poles && poles % 2 === 0 && poles <= 100) void reading.setPoles(poles);
          else e.currentTarget.value = String(reading.context.poles);
        }}
      />{reading.expected?.poles === null ? ', not told in the setup' : ''}</label
    >
  {/if}
  {#each reading.busy ? [] : reading.doubts as doubt (doubt.id)}
    <div class="border-ink border-l-4 pl-2" data-testid={`doubt-${doubt.id}`} role="alert">
      <p class="text-sm">{doubt.question}</p>
      <div class="flex flex-wrap gap-2">
        {#each doubt.ways as way, k (way.words)}
          <OutlineButton
            strong={k === 0}
            class="mt-1"
            data-testid={`doubt-${doubt.id}-${k}`}
            onclick={() => void reading.answer(doubt, way)}>{way.words}</OutlineButton
          >
        {/each}
      </div>
    </div>
  {/each}
  {#if found}
    <div class="text-sm" data-testid="file-found" role="status">
      <p>
        <b class="figure">{found.rows.toLocaleString('en').replaceAll(',', '\u2009')}</b> rows over
        <span class="figure">{showMinutes(found.seconds)}</span>{found.heldAt
          ? `, begun ${found.heldAt.slice(0, 16).replace('T', ' ')}`
          : ''}.
        {#if found.faults > 0}<b data-testid="file-faults"
            >{found.faults.toLocaleString('en').replaceAll(',', '\u2009')}
            {found.faults === 1 ? 'line' : 'lines'} cannot be read:</b
          >{/if}
      </p>
      {#if found.errors.length > 0}
        <ul class="border-ink mt-1 max-h-40 overflow-auto border-l-4 pl-2 text-xs" data-testid="file-errors">
          {#each found.errors as e, k (k)}<li>
              line {e.line}{e.column ? `, ${e.column}` : ''}: {e.message}
            </li>{/each}
          {#if found.faults > found.errors.length}<li>
              and {found.faults - found.errors.length} more.
            </li>{/if}
        </ul>
      {/if}
    </div>
    {#if stage}
      <label class="flex items-center gap-2 text-sm max-sm:min-h-11"
        ><input type="checkbox" data-testid="file-of-stage" bind:checked={ofStage} /> it is the run of “{stage.title}”</label
      >
    {/if}
    <div class="flex gap-2">
      <Button
        size="sm"
        class="py-1"
        disabled={found.rows === 0 ||
          reading.busy !== '' ||
          found.channels.length === 0 ||
          reading.doubts.length > 0}
        data-testid="file-keep"
        onclick={() => void keep()}
        >{found.faults > 0 ? 'keep it without these lines' : 'keep it in the log'}</Button
      >
      <Button
        size="sm"
        color="alternative"
        class="py-1"
        data-testid="file-leave"
        onclick={() => reading.leave()}>leave it</Button
      >
    </div>
  {/if}
</section>
