<script lang="ts">
  import TextField from '../kit/TextField.svelte';
  import Alert from '../kit/Alert.svelte';
  import TextButton from '../kit/TextButton.svelte';
  import Choice from '../kit/Choice.svelte';
  import { invalidateAll } from '$app/navigation';
  import { Radio } from 'flowbite-svelte';
  import { onMount } from 'svelte';
  import { MARGINS, type MarginName } from '../../core/document/schools.ts';
  import { displayUnit, QUANTITIES, type QuantityName } from '../../core/units/quantity.ts';
  import { show } from '../../core/units/show.ts';
  import AppHeader from '../AppHeader.svelte';
  import { call } from '../../api/client.ts';
  import { forgetPages } from '../offline/install.svelte.ts';
  import type { Settings } from '../../core/document/settings-schema.ts';

  interface Props {
    settings: Settings;
    /** What was open last; the header leads to its rooms. */
    lastMatch: { name: string; setupId: number } | null;
  }
  /** Units, theme and schools of this installation; logging out where there is a passphrase. */
  const { settings, lastMatch }: Props = $props();
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

  /** Whether there is anything to log out of. */
  let needed = $state(false);
  onMount(async () => {
    const session = await call('readSession');
    needed = session.ok && session.value.needed;
  });
  async function leave(everywhere: boolean): Promise<void> {
    const done = await call(everywhere ? 'logOutEverywhere' : 'logOut', {});
    if (done.ok) {
      forgetPages();
      location.assign('/login');
    } else problem = done.message;
  }

  function setTheme(next: string): void {
    theme = next;
    localStorage.setItem('iskarn-theme', next);
    const dark = next === 'dark' || (next === 'system' && matchMedia('(prefers-color-scheme: dark)').matches);
    document.documentElement.classList.toggle('dark', dark);
  }

  const school = (margin: MarginName): string => settings.schools[margin] ?? MARGINS[margin].schools[0].id;
</script>

<svelte:head><title>Settings · Iskarn</title></svelte:head>
<AppHeader room="settings" craft={lastMatch} />

<main id="main" tabindex="-1" class="mx-auto max-w-[1100px] px-4 py-4">
  <div class="flex flex-wrap items-baseline gap-x-6">
    <h1>Settings</h1>
    <a
      class="press inline-flex items-center text-sm underline"
      href="/settings/backups"
      data-testid="to-backups">backups and trash</a
    >
    {#if needed}
      <TextButton size="sm" data-testid="log-out" onclick={() => void leave(false)}>log out</TextButton>
      <TextButton size="sm" data-testid="log-out-everywhere" onclick={() => void leave(true)}
        >log out all devices</TextButton
      >
    {/if}
  </div>
  <Alert says={problem} />
  <div class="mt-3 grid gap-x-12 gap-y-6 md:grid-cols-[minmax(0,1fr)_minmax(0,1.6fr)]">
    <section>
      <h2 class="mb-1">Units</h2>
      {#each quantities as q (q)}
        {@const unit = displayUnit(q, settings.units)}
        {@const [title, example] = TITLES[q] as [string, number]}
        <label class="border-line flex items-center gap-2 border-b py-1 text-sm">
          <span class="w-32">{title}</span>
          <Choice
            class="w-24"
            id={`unit-${q}`}
            value={settings.units[q] ?? Object.keys(QUANTITIES[q])[0]}
            items={Object.entries(QUANTITIES[q]).map(([value, u]) => ({ value, name: u.label }))}
            onchoose={(v) =>
              void save({
                units: { ...settings.units, [q]: v }
              })}
          />
          <span class="figure text-ink-soft">{show(example / unit.inSi, unit.digits)} {unit.label}</span>
        </label>
      {/each}
      <label class="flex items-center gap-2 py-1 text-sm">
        <span class="w-32">prices</span>
        <TextField
          size="row"
          class="w-24"
          maxlength={6}
          placeholder="currency"
          data-testid="currency"
          value={settings.currency}
          onchange={(e) => void save({ currency: e.currentTarget.value })}
        />
      </label>
      <h2 class="mt-5 mb-1">Theme</h2>
      <div class="flex gap-4 text-sm">
        {#each ['system', 'light', 'dark'] as t (t)}
          <Radio name="theme" value={t} group={theme} onchange={() => setTheme(t)}>{t}</Radio>
        {/each}
      </div>
    </section>
    <section>
      <h2 class="mb-1">Schools</h2>
      <p class="text-ink-soft mb-2 text-sm">
        Practitioners disagree on margins. Choose yours; every finding that another school would judge
        differently says so.
      </p>
      {#each Object.entries(MARGINS) as [name, margin] (name)}
        <fieldset class="border-line border-b py-2">
          <legend class="mb-1 text-sm font-semibold">{margin.title}</legend>
          {#each margin.schools as s (s.id)}
            <Radio
              {name}
              value={s.id}
              group={school(name as MarginName)}
              data-testid={`school-${s.id}`}
              onchange={() => void save({ schools: { ...settings.schools, [name]: s.id } })}
            >
              <span class="w-40 shrink-0 font-normal">{s.title}</span><span
                class="text-ink-soft text-xs font-normal">{s.why}</span
              >
            </Radio>
          {/each}
        </fieldset>
      {/each}
    </section>
  </div>
</main>
