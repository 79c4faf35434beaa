<script lang="ts">
  import { invalidateAll } from '$app/navigation';
  import { Radio, Select } from 'flowbite-svelte';
  import { MARGINS, type MarginName } from '$lib/core/document/schools';
  import { displayUnit, QUANTITIES, type QuantityName } from '$lib/core/units/quantity';
  import { show } from '$lib/core/units/show';
  import AppHeader from '$lib/ui/AppHeader.svelte';
  import { call } from '$lib/api/client';
  import type { Settings } from '$lib/core/document/settings-schema';

  let { data } = $props();
  let problem = $state('');
  let theme = $state(
    typeof localStorage === 'undefined' ? 'system' : (localStorage.getItem('iskarn-theme') ?? 'system')
  );

  const TITLES: Partial<Record<QuantityName, [title: string, example: number]>> = {
    propLength: ['propellers', 0.2794],
    screwLength: ['screws and fans', 0.042],
    length: ['lengths', 1.2],
    area: ['wing areas', 0.32],
    mass: ['parts', 0.17],
    craftMass: ['crafts', 1.6],
    thrust: ['thrust', 12],
    speed: ['speeds', 14],
    capacity: ['packs', 2.2]
  };
  const quantities = Object.keys(TITLES) as QuantityName[];

  async function save(next: Partial<Settings>): Promise<void> {
    const done = await call('writeSettings', { body: next });
    problem = done.ok ? '' : done.message;
    await invalidateAll();
  }

  function setTheme(next: string): void {
    theme = next;
    localStorage.setItem('iskarn-theme', next);
    const dark = next === 'dark' || (next === 'system' && matchMedia('(prefers-color-scheme: dark)').matches);
    document.documentElement.classList.toggle('dark', dark);
  }

  const school = (margin: MarginName): string =>
    data.settings.schools[margin] ?? MARGINS[margin].schools[0].id;
</script>

<svelte:head><title>Settings · Iskarn</title></svelte:head>
<AppHeader room="settings" matchId={data.lastMatch} />

<main class="mx-auto max-w-[1100px] px-4 py-4">
  <h1 class="text-[20px] font-bold">Settings</h1>
  {#if problem}<p class="border-l-4 border-[var(--ink)] pl-2" role="alert">{problem}</p>{/if}
  <div class="mt-3 grid gap-x-12 gap-y-6 md:grid-cols-[minmax(0,1fr)_minmax(0,1.6fr)]">
    <section>
      <h2 class="mb-1 text-[15px] font-bold">Units</h2>
      {#each quantities as q (q)}
        {@const unit = displayUnit(q, data.settings.units)}
        {@const [title, example] = TITLES[q] as [string, number]}
        <label class="flex items-center gap-2 border-b border-[var(--line)] py-1 text-[13px]">
          <span class="w-32">{title}</span>
          <Select
            class="w-24"
            classes={{ select: '!py-0 h-7' }}
            placeholder=""
            data-testid={`unit-${q}`}
            value={data.settings.units[q] ?? Object.keys(QUANTITIES[q])[0]}
            items={Object.entries(QUANTITIES[q]).map(([value, u]) => ({ value, name: u.label }))}
            onchange={(e) =>
              void save({
                units: { ...data.settings.units, [q]: (e.currentTarget as HTMLSelectElement).value }
              })}
          />
          <span class="figure text-[var(--ink-soft)]"
            >{show(example / unit.inSi, unit.digits)} {unit.label}</span
          >
        </label>
      {/each}
      <h2 class="mt-5 mb-1 text-[15px] font-bold">Theme</h2>
      <div class="flex gap-4 text-[13px]">
        {#each ['system', 'light', 'dark'] as t (t)}
          <Radio name="theme" value={t} group={theme} onchange={() => setTheme(t)}>{t}</Radio>
        {/each}
      </div>
    </section>
    <section>
      <h2 class="mb-1 text-[15px] font-bold">Schools</h2>
      <p class="mb-2 text-[13px] text-[var(--ink-soft)]">
        Practitioners disagree on margins. Choose yours; every finding that another school would judge
        differently says so.
      </p>
      {#each Object.entries(MARGINS) as [name, margin] (name)}
        <fieldset class="border-b border-[var(--line)] py-2">
          <legend class="mb-1 text-[13px] font-semibold">{margin.title}</legend>
          {#each margin.schools as s (s.id)}
            <label class="flex items-baseline gap-2 text-[13px]">
              <input
                type="radio"
                {name}
                value={s.id}
                checked={school(name as MarginName) === s.id}
                data-testid={`school-${s.id}`}
                onchange={() => void save({ schools: { ...data.settings.schools, [name]: s.id } })}
              />
              <span class="w-40 shrink-0">{s.title}</span><span class="text-[12px] text-[var(--ink-soft)]"
                >{s.why}</span
              >
            </label>
          {/each}
        </fieldset>
      {/each}
    </section>
  </div>
</main>
