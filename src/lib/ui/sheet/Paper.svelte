<script lang="ts">
  import type { BuildSheet } from '../../core/sheet/sheet.ts';
  import { balanceWords } from '../../core/sheet/balance-words.ts';
  import { moneyWords } from '../../core/sheet/money.ts';
  import { watchWords } from '../../core/testing/plan/plan-text.ts';
  import { showUnit } from '../../core/units/show.ts';
  import { bandedFigure, figureUnit, units } from '../format/units.svelte.ts';
  import FindingMark from '../kit/FindingMark.svelte';
  import CautionList from './CautionList.svelte';
  import SchematicView from './SchematicView.svelte';
  import SquareCode from './SquareCode.svelte';

  /** The sheet as it prints, one to two pages: what is on the screen is what is on the paper. */
  let { sheet, address }: { sheet: BuildSheet; address: string } = $props();
  const present = $derived(sheet.receiver.choices.find((c) => c.present));
  /** The first sentences of what was told at an earlier stage are enough the second time. */
  const told = $derived(
    sheet.plan?.stages.map((stage, k, all) => {
      const before = all.slice(0, k).some((s) => s.kind === stage.kind);
      return before ? stage.do.split(/(?<=\.) /)[0] : stage.do;
    }) ?? []
  );
</script>

<article class="paper bg-sheet text-ink mx-auto" aria-label="Build sheet" data-testid="paper">
  <header class="flex items-start justify-between gap-4">
    <div class="min-w-0">
      <h1 class="leading-6 break-words">{sheet.craft.name} · {sheet.setup}</h1>
      <p class="text-xs">
        {sheet.craft.kind}{sheet.craft.purpose ? `, ${sheet.craft.purpose}` : ''},
        <span class="figure">{figureUnit('craftMass', sheet.craft.massKg)}</span>{sheet.revision === null
          ? ''
          : ` · revision ${sheet.revision}`}{sheet.madeOn ? ` · ${sheet.madeOn}` : ''}{sheet.fitted
          ? ' · fitted to runs'
          : ''}
      </p>
      {#if sheet.over.length > 0}
        <p class="border-ink mt-1 border-l-4 pl-2 text-xs" data-testid="not-to-power">
          <b>{sheet.plan ? 'Not at full throttle as it is.' : 'Not to be powered up as it is.'}</b>
          {sheet.over.join('; ')}.
        </p>
      {/if}
      <ul class="mt-1 flex flex-col" data-testid="sheet-findings">
        {#each sheet.findings as f (f.id)}
          <li class="flex items-center gap-1.5 text-xs leading-4">
            <FindingMark finding={f.finding} /><span
              ><b>{f.word}</b>
              {f.title}: <span class="figure">{f.short}</span></span
            >
          </li>
        {:else}<li class="text-xs">Everything that is known holds.</li>{/each}
      </ul>
    </div>
    <div class="flex shrink-0 gap-1">
      {#each sheet.carried as text, k (k)}
        <div class="w-[33mm]">
          <SquareCode
            {text}
            title={`The setup itself, ${sheet.carried.length === 1 ? 'one code' : `code ${k + 1} of ${sheet.carried.length}`}`}
          />
        </div>
      {/each}
    </div>
  </header>

  <div class="cols mt-2">
    <section aria-labelledby="sheet-parts">
      <h2 id="sheet-parts">Parts</h2>
      <table class="w-full" data-testid="sheet-parts">
        <tbody>
          {#each sheet.parts.parts as p (p.id)}
            <tr>
              <td class="figure pr-1 text-right whitespace-nowrap">{p.count > 1 ? `${p.count}×` : ''}</td>
              <td
                >{p.title}{p.name ? `: ${p.name}` : ''}<span class="text-ink-soft"
                  >{p.name && p.says === p.name ? '' : ` ${p.says}`}</span
                ></td
              >
              <td class="pl-2 text-right whitespace-nowrap"
                >{p.state === 'not on the shelf' ? '' : p.state}{p.price === null
                  ? ''
                  : ` ${moneyWords(p.price * p.count, sheet.parts.currency)}`}</td
              >
            </tr>
          {/each}
        </tbody>
      </table>
      {#if sheet.parts.toBuy !== null}<p>
          To buy: <b class="figure">{moneyWords(sheet.parts.toBuy, sheet.parts.currency)}</b>{sheet.parts
            .unpriced
            ? ' and what has no price yet'
            : ''}
        </p>{/if}
    </section>
    <section aria-labelledby="sheet-figures">
      <h2 id="sheet-figures">Predicted</h2>
      <table class="w-full" data-testid="sheet-figures">
        <tbody>
          {#each sheet.figures as f (f.id)}
            <tr>
              <td>{f.title}</td>
              <td
                class={f.moot ? 'text-right font-semibold' : 'figure text-right whitespace-nowrap'}
                data-figure={f.id}>{f.moot ?? bandedFigure(f.quantity, f.value, f.band)}</td
              >
            </tr>
          {/each}
        </tbody>
      </table>
      <p class="text-ink-soft">Where a figure has a width, eight of ten readings are expected inside it.</p>
    </section>
  </div>

  <section aria-labelledby="sheet-wiring">
    <h2 id="sheet-wiring">Wiring</h2>
    <div class="drawing keep"><SchematicView schematic={sheet.schematic} /></div>
    <div class="cols mt-1">
      <table class="w-full self-start" data-testid="sheet-wires">
        <tbody>
          {#each sheet.harness.segments as x (x.id)}
            <tr>
              <td>{x.title}</td>
              <td class="figure text-right whitespace-nowrap">gauge {x.awg}</td>
              <td class="figure text-right whitespace-nowrap">{showUnit(x.currentA, 'A', 2)}</td>
              <td class="figure text-right whitespace-nowrap"
                >{Number.isFinite(x.warmC) ? figureUnit('temperature', x.warmC, 2) : 'too hot'}</td
              >
            </tr>
          {/each}
        </tbody>
      </table>
      <div>
        {#each sheet.harness.joints as j (j.id)}<p>
            <b>{j.title}:</b>
            {j.fitted ?? `${j.suggested} would do`}. {j.says}
          </p>{/each}
      </div>
    </div>
    <div class="flow">
      <p><b>capacitor:</b> {sheet.harness.capacitor.says}</p>
      {#each sheet.harness.notes as n (n.id)}<p><b>{n.title}:</b> {n.text}</p>{/each}
      <p>
        <b>receiver:</b>
        {#if present}{present.title}, {showUnit(present.outputV, 'V', 2)}{present.peakA === null
            ? ''
            : `, at most ${showUnit(present.peakA, 'A', 2)} asked`}{present.ratedA === null
            ? ''
            : ` of ${showUnit(present.ratedA, 'A', 2)}`}.{/if}
        {sheet.receiver.notes.join(' ')}
      </p>
      {#if sheet.balance}
        <p data-testid="sheet-balance">
          <b>balance:</b>
          {balanceWords(sheet.balance, sheet.document.craft.kind, units.choice).join(' ')}
        </p>
      {/if}
    </div>
  </section>

  <section aria-labelledby="sheet-settings" class="keep">
    <h2 id="sheet-settings">Settings</h2>
    <ul class="flow" data-testid="sheet-settings">
      {#each sheet.settings as x (x.id)}
        <li class="flex items-start gap-1.5">
          <span class="box"></span><span><b>{x.title}:</b> {x.text}</span>
        </li>
      {/each}
    </ul>
  </section>

  <section aria-labelledby="sheet-cautions">
    <h2 id="sheet-cautions">Cautions</h2>
    <div class="flow">
      {#each sheet.cautions as act (act.act)}
        <h3>{act.title}</h3>
        <CautionList cautions={act.cautions} />
      {/each}
    </div>
    <p><b>{sheet.defers}</b></p>
  </section>

  <section aria-labelledby="sheet-test">
    <h2 id="sheet-test">Test</h2>
    {#if sheet.plan === null}
      <p>Not before what is over is put right.</p>
    {:else}
      {#if sheet.plan.last}<p data-testid="sheet-last">
          No further than the last step here: {sheet.plan.last.why}.
        </p>{/if}
      <table class="tests w-full" data-testid="sheet-test">
        <tbody>
          {#each sheet.plan.stages as stage, k (stage.id)}
            <tr class="border-line border-t align-top">
              <td class="w-5"><span class="box"></span></td>
              <td class="pr-3"><b>{k + 1}. {stage.title}.</b> {told[k]}</td>
              <td class="figure">
                {#each stage.watch as w (w.quantity)}<span class="mr-3 inline-block sm:whitespace-nowrap"
                    >{watchWords(w, units.choice)} <span class="blankline"></span></span
                  >{/each}
              </td>
            </tr>
          {/each}
        </tbody>
      </table>
      <p class="flex items-end gap-2">
        timer <span class="blankline w-24"></span> put back after <span class="blankline w-24"></span> min:
        <span class="blankline w-24"></span> mAh, rested at <span class="blankline w-24"></span> V a cell
      </p>
    {/if}
  </section>
  <footer class="text-ink-soft mt-1 flex justify-between gap-3">
    <span
      >The square code is this setup{sheet.carriedWhole ? '' : ', without what was fitted to runs'}: Iskarn’s
      import reads a picture of it.</span
    ><span class="figure">{address}</span>
  </footer>
</article>

<style>
  .paper {
    max-width: 820px;
    padding: 16px 20px;
    font-size: 12px;
    line-height: 15px;
  }
  .paper h2 {
    font-size: 14px;
    line-height: 18px;
    font-weight: 700;
    margin-top: 8px;
    border-bottom: 1.5px solid currentColor;
  }
  .paper h3 {
    font-weight: 700;
    margin-top: 4px;
    break-after: avoid;
  }
  .cols {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 0 20px;
    align-items: start;
  }
  .flow {
    columns: 2;
    column-gap: 20px;
  }
  .flow > :global(*) {
    break-inside: avoid;
  }
  .flow > :global(ul) {
    break-inside: auto;
  }
  .box {
    display: inline-block;
    width: 10px;
    height: 10px;
    margin-top: 2px;
    flex-shrink: 0;
    border: 1.3px solid currentColor;
  }
  .blankline {
    display: inline-block;
    min-width: 34px;
    border-bottom: 1px solid currentColor;
  }
  .tests td:last-child {
    width: 44%;
  }
  @media screen and (max-width: 640px) {
    .tests tr {
      display: grid;
      grid-template-columns: 20px 1fr;
    }
    .tests td:last-child {
      grid-column: 2;
      width: auto;
    }
    /* its words stay as large as they are: it is moved in its own frame */
    .drawing {
      overflow-x: auto;
    }
    .drawing > :global(svg) {
      min-width: 760px;
    }
    .paper {
      padding: 12px;
    }
    .cols {
      grid-template-columns: 1fr;
    }
    .flow {
      columns: 1;
    }
  }
  @media print {
    .paper {
      max-width: none;
      padding: 0;
      background: #fff;
      color: #000;
      font-size: 7.4pt;
      line-height: 9.2pt;
    }
    .paper h2 {
      font-size: 9pt;
      line-height: 11pt;
      margin-top: 4pt;
    }
    .cols {
      grid-template-columns: 1fr 1fr;
    }
    .flow {
      columns: 2;
    }
    .keep {
      break-inside: avoid-page;
    }
    .drawing > :global(svg) {
      max-height: 108mm;
    }
  }
</style>
