<script lang="ts">
  import { Modal, Select, Textarea } from 'flowbite-svelte';
  import { compareMakersTable, parseMakersTable } from '../../core/shelf/makers-table.ts';
  import type { Motor, SetupDocument } from '../../core/setup/schema.ts';
  import type { StoredPart } from '../../core/setup/stored.ts';
  import { show } from '../../core/units/show.ts';
  import { figureUnit } from '../format/units.svelte.ts';

  /** A maker's table pasted beside the prediction for every row. */
  let { parts, onclose }: { parts: StoredPart[]; onclose: () => void } = $props();
  let open = $state(true);
  let text = $state('');
  const motors = $derived(parts.filter((p) => p.kind === 'motor'));
  let chosen = $state('');
  const motor = $derived(motors.find((m) => String(m.id) === chosen) ?? motors[0]);
  const table = $derived(parseMakersTable(text));
  const compared = $derived.by(() => {
    if (!motor || table.rows.length === 0)
      return new Map<number, ReturnType<typeof compareMakersTable>[number]>();
    const setup: SetupDocument = {
      format: 'iskarn.setup/1',
      craft: { kind: 'fixed-wing', massKg: 1 },
      battery: { chemistry: 'lipo', series: 3, capacityAh: 3 },
      motor: $state.snapshot(motor.document) as Motor,
      propulsor: { kind: 'propeller', diameterM: 0.25, pitchM: 0.12, family: 'thin-electric' }
    };
    return new Map(compareMakersTable(setup, table.rows).map((c) => [c.line, c]));
  });
  const off = (v: number | null): string =>
    v === null ? '' : `${v >= 0 ? '+' : '−'}${show(Math.abs(100 * v), 2)} %`;
</script>

<Modal title="Maker’s table" bind:open size="lg" {onclose}>
  <div class="grid gap-2 sm:grid-cols-[12rem_1fr]">
    <label class="text-[12px]"
      >motor<Select
        class="!py-1"
        placeholder=""
        value={String(motor?.id ?? '')}
        items={motors.map((m) => ({ value: String(m.id), name: m.name }))}
        onchange={(e) => (chosen = (e.currentTarget as HTMLSelectElement).value)}
      /></label
    >
    <label class="text-[12px]"
      >paste the table with its header row<Textarea
        class="figure w-full text-[12px]"
        rows={4}
        bind:value={text}
        data-testid="makers-text"
        placeholder="volts, prop, throttle, amps, watts, thrust (g), rpm"
      /></label
    >
  </div>
  {#if table.rows.length > 0}
    <table class="mt-2 w-full text-[13px]" data-testid="makers-rows">
      <thead
        ><tr class="border-b border-[var(--ink)] text-left"
          ><th>prop</th><th class="text-right">V</th><th class="text-right">throttle</th><th
            class="text-right">table A</th
          ><th class="text-right">predicted A</th><th class="text-right">off</th><th class="text-right"
            >table thrust</th
          ><th class="text-right">predicted</th><th class="text-right">off</th><th class="pl-3">band</th></tr
        ></thead
      >
      <tbody>
        {#each table.rows as r (r.line)}
          {@const c = compared.get(r.line)}
          <tr class="figure border-b border-[var(--line)]">
            <td>{r.propText}</td><td class="text-right">{r.volts ?? ''}</td><td class="text-right"
              >{show(100 * r.throttle)} %</td
            >
            <td class="text-right">{r.amps ?? ''}</td><td class="text-right">{c ? show(c.amps) : ''}</td><td
              class="text-right">{c ? off(c.ampsOff) : ''}</td
            >
            <td class="text-right">{figureUnit('thrust', r.thrustN)}</td><td class="text-right"
              >{c ? figureUnit('thrust', c.thrustN) : ''}</td
            ><td class="text-right">{c ? off(c.thrustOff) : ''}</td>
            <td class="pl-3 font-sans">{c?.inside == null ? '' : c.inside ? 'inside' : 'outside'}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  {/if}
  <ul class="mt-2 text-[12px]" data-testid="makers-problems">
    {#if text.trim() !== ''}{#each table.problems as p (p.line + p.column + p.message)}<li
          class="border-l-4 border-[var(--ink)] pl-2"
        >
          line {p.line}{p.column ? `, ${p.column}` : ''}: {p.message}
        </li>{/each}{/if}
  </ul>
  <p class="mt-2 text-[12px] text-[var(--ink-soft)]">
    Makers’ currents are usually within a few per cent, thrust within ten to fifteen.
  </p>
</Modal>
