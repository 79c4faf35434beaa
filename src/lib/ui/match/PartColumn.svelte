<script lang="ts">
  import { Select } from 'flowbite-svelte';
  import type { CheckResult, PartName } from '../../core/checks/finding.ts';
  import type { SetupDocument } from '../../core/document/schema.ts';
  import type { StoredPart } from '../../core/document/stored.ts';
  import type { Reading } from '../../core/shorthand/parse.ts';
  import { takeReading } from '../../core/shorthand/take-reading.ts';
  import { withBelongings } from '../../core/model/belongings.ts';
  import { withShelfPart } from '../../core/shelf/measured.ts';
  import FigureField from './FigureField.svelte';
  import HeadroomRail from './HeadroomRail.svelte';
  import LabelInput from './LabelInput.svelte';
  import { fieldsOf, type ShelfSizes } from './part-fields.ts';
  import { readPath } from '../../core/document/change.ts';
  import type { MatchState } from './match-state.svelte.ts';

  /** One part of the power path: what it is, its decisive figures, its headroom. */
  let {
    part,
    title,
    view,
    parts,
    checks,
    readings,
    onwhy,
    onfinding
  }: {
    part: PartName;
    title: string;
    view: MatchState;
    /** Parts of this kind on the shelf. */
    parts: StoredPart[];
    /** Checks whose rails stand here. */
    checks: CheckResult[];
    /** Predicted figures of this part, already formatted. */
    readings: { id: string; text: string }[];
    /** Called with the id of a figure that is asked why. */
    onwhy: (id: string) => void;
    /** Called with the id of a check whose working is asked for. */
    onfinding: (id: string) => void;
  } = $props();

  const document = $derived(view.document);
  const fields = $derived(fieldsOf(part, document));
  const held = $derived(view.isFixed(part));
  const shelf = $derived<ShelfSizes>({
    kv: part === 'motor' ? parts.map((p) => (p.document as { kvRpmPerVolt: number }).kvRpmPerVolt) : []
  });
  const current = $derived((readPath(document, part) as { name?: string } | undefined)?.name ?? '');
  /** What stands in the picker's place where the shelf holds nothing of this kind. */
  const nameless = $derived(part === 'wiring' || part === 'craft' ? '' : current || 'none on the shelf');
  const onShelf = $derived(parts.some((p) => p.name === current));
  const items = $derived([
    ...(onShelf ? [] : [{ value: '', name: current || 'not from the shelf' }]),
    ...parts.map((p) => ({ value: String(p.id), name: p.owned ? p.name : `${p.name} (to buy)` }))
  ]);
  const selected = $derived(String(parts.find((p) => p.name === current)?.id ?? ''));

  function pick(id: string): void {
    const chosen = parts.find((p) => String(p.id) === id);
    if (!chosen) return;
    const plain = $state.snapshot(document) as SetupDocument;
    const next = withShelfPart(plain, $state.snapshot(chosen) as StoredPart);
    void view.exchange(withBelongings(plain, next), `${title.toLowerCase()}: ${chosen.name}`);
  }

  async function set(path: string, label: string, value: number | null): Promise<void> {
    await view.edit([{ path, value }], `${title.toLowerCase()} ${label}`);
  }

  /** A label was read: a whole part replaces this one, less corrects it. */
  async function take(reading: Reading, text: string): Promise<void> {
    const plain = $state.snapshot(document) as SetupDocument;
    const { document: next } = takeReading(plain, part as 'motor', reading, text);
    await view.exchange(withBelongings(plain, next), `${title.toLowerCase()}: ${text}`);
  }

  function step(path: string, label: string, up: boolean): boolean {
    const field = fields.find((f) => f.path === path);
    const changes = field?.next?.($state.snapshot(document) as SetupDocument, up, shelf);
    if (!changes) return false;
    void view.edit(changes, `${title.toLowerCase()} ${label}`);
    return true;
  }
</script>

<section class="min-w-0 px-1.5" aria-label={title}>
  <div class="flex items-baseline justify-between">
    <h3 class="text-[13px] font-semibold">{title}</h3>
    {#if part !== 'craft'}
      <button
        class={`text-[11px] ${held ? 'font-semibold' : 'text-[var(--ink-soft)]'}`}
        aria-pressed={held}
        data-testid={`fix-${part}`}
        title={held
          ? 'kept as it is; press to let it vary'
          : 'press to keep it as it is: nothing will change it'}
        onclick={() => void view.fix(part, !held)}>{held ? 'fixed' : 'free'}</button
      >
    {/if}
  </div>
  {#if parts.length > 0}
    <Select
      classes={{
        select:
          '!py-0 !pl-1 !pr-5 h-6 text-[12px] rounded-[2px] border-[var(--line)] bg-[right_0.3rem_center]'
      }}
      class="mt-0.5 mb-1 h-6 w-full truncate rounded-[2px] !py-0 !pr-5 !pl-1 text-[12px]"
      size="sm"
      {items}
      disabled={held}
      value={selected}
      placeholder=""
      aria-label={`${title} from the shelf`}
      data-testid={`pick-${part}`}
      onchange={(e) => pick((e.currentTarget as HTMLSelectElement).value)}
    />
  {:else}
    <div class="mt-0.5 mb-1 h-6 truncate text-[12px] leading-6 text-[var(--ink-soft)]">{nameless}</div>
  {/if}
  {#if part === 'battery' || part === 'esc' || part === 'motor' || part === 'propulsor'}
    <LabelInput
      {part}
      {parts}
      disabled={held}
      setup={document}
      onpick={(id) => pick(String(id))}
      ontake={(reading, text) => void take(reading, text)}
    />
  {:else}
    <div class="mb-1 h-6"></div>
  {/if}
  {#each fields as f (f.path)}
    <FigureField
      path={f.path}
      label={f.label}
      quantity={f.quantity}
      value={readPath(document, f.path) as number | null | undefined}
      disabled={held && f.path !== 'count'}
      onwhy={() => onwhy(f.path)}
      onset={(v) => void set(f.path, f.label, v)}
      onstep={f.next ? (up) => step(f.path, f.label, up) : undefined}
    />
  {/each}
  <ul class="figure mt-1 border-t border-[var(--line)] pt-1 text-[13px] leading-5">
    {#each readings as r (r.id)}
      <li>
        <button
          class="text-left hover:underline"
          data-testid={r.id}
          data-why={r.id}
          title="why? (w)"
          onclick={() => onwhy(r.id)}>{r.text}</button
        >
      </li>
    {/each}
  </ul>
  <div class="mt-1 flex flex-col gap-0.5">
    {#each checks as check (check.id)}
      <HeadroomRail {check} onopen={() => onfinding(check.id)} />
    {/each}
  </div>
</section>
