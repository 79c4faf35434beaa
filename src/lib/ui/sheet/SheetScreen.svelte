<script lang="ts">
  import Alert from '../kit/Alert.svelte';
  import TextButton from '../kit/TextButton.svelte';
  import Choice from '../kit/Choice.svelte';
  import { onMount, untrack } from 'svelte';
  import { call } from '../../api/client.ts';
  import type { StoredCraft, StoredSetup } from '../../core/document/stored.ts';
  import type { BuildSheet, SheetMore } from '../../core/sheet/sheet.ts';
  import type { Problem } from '../../core/text/issues.ts';
  import AppHeader from '../AppHeader.svelte';
  import { download, svgToPng } from '../charts/download.ts';
  import TabRow from '../kit/TabRow.svelte';
  import UndoButtons from '../kit/UndoButtons.svelte';
  import UndoToast from '../kit/UndoToast.svelte';
  import { undoKey } from '../editor/undo-keys.ts';
  import BalanceBoard from './BalanceBoard.svelte';
  import CautionList from './CautionList.svelte';
  import Paper from './Paper.svelte';
  import ReceiverPanel from './ReceiverPanel.svelte';
  import SharePanel from './SharePanel.svelte';
  import { SheetState } from './sheet-state.svelte.ts';
  import WiringPanel from './WiringPanel.svelte';

  /** The build sheet of a setup: the paper, and beside it what is decided on the way to it. */
  let {
    stored,
    sheet,
    problems,
    more,
    craft,
    acknowledged
  }: {
    stored: StoredSetup;
    /** Null where the stored document cannot be worked out: `problems` say why. */
    sheet: BuildSheet | null;
    problems: readonly Problem[];
    more: SheetMore;
    craft: StoredCraft;
    /** Cautions that were read. */
    acknowledged: Readonly<Record<string, boolean>>;
  } = $props();

  // the screen is made anew for another setup
  const view = untrack(() => new SheetState(stored, sheet, problems, more));
  let read = $state<Record<string, boolean>>(untrack(() => ({ ...acknowledged })));
  let ready = $state(false);
  let tab = $state('wiring');
  let paper = $state<'A4' | 'letter'>('A4');
  let address = $state('');
  onMount(() => {
    address = location.host;
    ready = true;
    void view.recover(stored);
  });
  // a page of paper is told of its size only by a style
  $effect(() => {
    const style = document.createElement('style');
    style.textContent = `@page { size: ${paper}; margin: 9mm; }`;
    document.head.append(style);
    return () => style.remove();
  });
  const TABS = [
    ['wiring', 'wiring'],
    ['receiver', 'receiver'],
    ['balance', 'balance'],
    ['cautions', 'cautions'],
    ['share', 'share']
  ] as const;
  const name = $derived(`${craft.name}-${view.document.name ?? 'setup'}`.replace(/[^\w-]+/g, '-'));

  async function acknowledge(id: string, now: boolean): Promise<void> {
    read = { ...read, [id]: now };
    const kept = await call('writeSettings', { body: { acknowledged: { [id]: now } } });
    if (!kept.ok) view.said = kept.message;
  }

  /** The drawing as it stands, in ink on white. */
  function drawing(): string {
    const svg = document.getElementById('schematic')?.cloneNode(true) as SVGSVGElement;
    svg.setAttribute('color', '#000');
    svg.removeAttribute('class');
    for (const blank of svg.querySelectorAll('.blank')) blank.setAttribute('fill', '#fff');
    const ground = document.createElementNS('http://www.w3.org/2000/svg', 'rect');
    for (const [k, v] of [
      ['width', '100%'],
      ['height', '100%'],
      ['fill', '#fff']
    ])
      ground.setAttribute(k, v);
    svg.prepend(ground);
    return new XMLSerializer().serializeToString(svg);
  }
</script>

<svelte:head>
  <title>Sheet · {craft.name} · Iskarn</title>
</svelte:head>
<svelte:window
  onkeydown={(e) => {
    const direction = undoKey(e);
    if (direction) void view[direction]();
  }}
/>

<div
  class="mx-auto flex min-h-dvh max-w-[1800px] flex-col lg:h-dvh print:block print:h-auto"
  data-ready={ready}
>
  <div class="print:hidden">
    <AppHeader room="sheet" craft={{ name: craft.name, setupId: stored.id }}>
      <span class="text-ink-soft" role="status" data-testid="saved" title={view.saveProblem}
        >{view.saved}{view.saveProblem ? `: ${view.saveProblem}` : ''}</span
      >
      <UndoButtons
        canUndo={view.canUndo}
        canRedo={view.canRedo}
        undoLabel={view.undoLabel}
        redoLabel={view.redoLabel}
        onundo={() => void view.undo()}
        onredo={() => void view.redo()}
      />
    </AppHeader>
  </div>
  <main
    id="main"
    tabindex="-1"
    class="grid min-h-0 flex-1 grid-cols-1 lg:grid-cols-[minmax(0,1fr)_420px] print:block"
  >
    <div class="min-w-0 px-4 py-3 lg:overflow-y-auto print:overflow-visible print:p-0">
      <div
        class="mx-auto mb-2 flex max-w-[820px] flex-wrap items-center gap-x-4 gap-y-1 text-sm print:hidden"
      >
        <TextButton tone="cold" strong data-testid="print" onclick={() => print()}>print</TextButton>
        <Choice
          class="w-24"
          label="paper"
          id="paper-size"
          bind:value={paper}
          items={[
            { value: 'A4', name: 'A4' },
            { value: 'letter', name: 'Letter' }
          ]}
        />
        <a
          class="press inline-flex items-center underline"
          data-testid="sheet-md"
          href={`/api/v1/setups/${stored.id}/sheet.md`}>Markdown</a
        >
        <a
          class="press inline-flex items-center underline"
          data-testid="sheet-json"
          href={`/api/v1/setups/${stored.id}/sheet.json`}>JSON</a
        >
        <TextButton
          data-testid="drawing-svg"
          onclick={() => download(`${name}-wiring.svg`, 'image/svg+xml', drawing())}
          >drawing as SVG</TextButton
        >
        <TextButton data-testid="drawing-png" onclick={() => void svgToPng(drawing(), `${name}-wiring.png`)}
          >as PNG</TextButton
        >
      </div>
      {#if view.sheet}
        <Paper sheet={view.sheet} {address} />
      {:else}
        <div class="border-ink border-l-4 pl-3" role="alert" data-testid="no-sheet">
          <p>The setup cannot be worked out as it is stored; open it in Match and mend what is named:</p>
          <ul>
            {#each view.refused as p (p.path)}<li>{p.message}</li>{/each}
          </ul>
        </div>
      {/if}
    </div>
    <aside
      class="border-line min-w-0 px-4 py-3 max-lg:border-t lg:overflow-y-auto lg:border-l print:hidden"
      aria-label="What the sheet is made of"
    >
      {#if view.sheet}<Alert
          id="sheet-refused"
          class="mb-2"
          says={view.refused
            .filter((p) => p.path === '')
            .map((p) => p.message)
            .join(' ')}
        />{/if}
      <TabRow
        tabs={TABS}
        selected={tab}
        label="What is decided"
        prefix="sheet-tab"
        onselect={(id) => (tab = id)}
      >
        {#if tab === 'wiring'}<WiringPanel {view} />
        {:else if tab === 'receiver'}<ReceiverPanel {view} />
        {:else if tab === 'balance'}<BalanceBoard {view} />
        {:else if tab === 'share'}<SharePanel setupId={stored.id} />
        {:else if view.sheet}
          <section class="flex flex-col gap-2 text-xs" data-testid="cautions-panel">
            <p class="text-ink-soft">What was read is folded, never gone; on the paper all of it stands.</p>
            {#each view.sheet.cautions as act (act.act)}
              <h2>{act.title}</h2>
              <CautionList cautions={act.cautions} acknowledged={read} onread={acknowledge} />
            {/each}
            <p class="font-semibold">{view.sheet.defers}</p>
          </section>
        {/if}
      </TabRow>
    </aside>
  </main>
</div>
{#if view.conflict}
  {@const conflict = view.conflict}
  {#await import('../editor/ConflictDialog.svelte') then { default: ConflictDialog }}
    <ConflictDialog {conflict} onchoose={(mine) => view.resolve(mine)} />
  {/await}
{/if}
{#if view.said}<UndoToast text={view.said} onclose={() => (view.said = '')} />{/if}
