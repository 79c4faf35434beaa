<script lang="ts">
  import { untrack } from 'svelte';
  import TextField from '../kit/TextField.svelte';
  import TextButton from '../kit/TextButton.svelte';
  import { Button } from 'flowbite-svelte';
  import { call } from '../../api/client.ts';
  import type { ExerciseRecord } from '../../core/document/exercise-schema.ts';
  import type { SetupDocument } from '../../core/document/schema.ts';
  import { checkAnswer, exerciseOf, EXERCISES, type Checked } from '../../core/exercises/check.ts';
  import { displayUnit } from '../../core/units/quantity.ts';
  import { labelFigure, units } from '../format/units.svelte.ts';

  /** Cases to be worked by hand: of the user's own setup or made ones, checked, explained, and kept count of. */
  let {
    document: setup,
    topic,
    records
  }: {
    document: SetupDocument;
    /** Page of help beside which it stands: its exercises come first. */
    topic: string;
    records: readonly ExerciseRecord[];
  } = $props();

  let done = $state.raw<readonly ExerciseRecord[]>(untrack(() => records));
  let chosen = $state(EXERCISES.find((e) => e.page === topic)?.id ?? EXERCISES[0].id);
  let seed = $state(1);
  let own = $state(true);
  let typed = $state('');
  let wrong = $state(0);
  /** Whether the way was shown, at any step. */
  let looked = $state(false);
  let answerField: HTMLInputElement | undefined = $state();
  let checked = $state.raw<Checked | null>(null);
  let shown = $state(false);
  let problem = $state('');
  /** Which step of a case is worked, and how many of its answers were wrong so far. */
  let step = $state(0);
  const steps = $derived(exerciseOf(chosen, seed, own ? setup : null));
  const exercise = $derived(steps.at(step));
  const last = $derived(step >= steps.length - 1);
  const kind = $derived(EXERCISES.find((e) => e.id === chosen) ?? EXERCISES[0]);
  const LEVELS = ['first sums', 'two steps', 'rules and powers', 'a whole match'];
  const recordOf = (id: string): ExerciseRecord | undefined => done.find((r) => r.exercise === id);

  function clear(): void {
    typed = '';
    checked = null;
    shown = false;
  }
  function begin(id: string, next: number): void {
    chosen = id;
    seed = next;
    step = 0;
    wrong = 0;
    looked = false;
    clear();
  }
  function onward(): void {
    step += 1;
    clear();
    answerField?.focus();
  }
  async function note(right: boolean, tries: number): Promise<void> {
    const kept = await call('recordExercise', {
      body: { exercise: chosen, level: kind.level, right, tries }
    });
    if (kept.ok) done = [...done.filter((r) => r.exercise !== kept.value.exercise), kept.value];
    else problem = kept.message;
  }
  function check(): void {
    if (!exercise || checked?.right || shown) return;
    checked = checkAnswer(exercise, typed, units.choice);
    // what is no number is no try
    if (!checked.attempt) return;
    if (!checked.right) wrong += 1;
    else if (last) void note(!looked, wrong + 1);
  }
  function show(): void {
    if (shown || checked?.right) return;
    shown = true;
    looked = true;
    // looking is no try either: what was tried before it is kept
    if (last && wrong > 0) void note(false, wrong);
  }
</script>

<section class="flex flex-col gap-2" aria-labelledby="exercise-title" data-testid="exercises">
  <h2 id="exercise-title">By hand</h2>
  {#if exercise}
    <div class="border-ink border-l-4 pl-3">
      <h3 class="font-semibold" data-testid="exercise-name">{kind.title}</h3>
      {#if steps.length > 1}
        <ol class="figure my-1 text-xs leading-[18px]" data-testid="exercise-so-far">
          {#each steps.slice(0, step) as s, k (k)}
            <li>{k + 1}. {s.asked.title} <b>{labelFigure(s.asked.quantity, s.asked.value)}</b></li>
          {/each}
          <li class="text-ink-soft">step {step + 1} of {steps.length}</li>
        </ol>
      {/if}
      <p class="text-sm leading-[18px]">{exercise.question}</p>
      <ul class="mt-1 text-sm" data-testid="exercise-givens">
        {#each exercise.givens as g (g.title)}
          <li>
            <span class="text-ink-soft">{g.title}</span>
            <b class="figure">{labelFigure(g.quantity, g.value)}</b>
          </li>
        {/each}
      </ul>
      <form
        class="mt-2 flex items-center gap-2"
        onsubmit={(e) => {
          e.preventDefault();
          check();
        }}
      >
        <label class="flex min-w-0 flex-1 items-center gap-2 text-sm"
          >{exercise.asked.title}
          <TextField
            figure
            class="min-w-0 flex-1"
            bind:element={answerField}
            bind:value={typed}
            data-testid="exercise-answer"
          />
          <span class="text-ink-soft text-xs">{displayUnit(exercise.asked.quantity, units.choice).label}</span
          ></label
        >
        <Button size="xs" type="submit" data-testid="exercise-check">check</Button>
      </form>
      {#if checked}<p class="mt-1 text-sm font-semibold" role="status" data-testid="exercise-says">
          {checked.says}
        </p>{/if}
      {#if shown || checked?.right}
        <ol class="figure mt-1 list-decimal pl-5 text-xs leading-[18px]" data-testid="exercise-steps">
          {#each exercise.steps as way (way)}<li>{way}</li>{/each}
        </ol>
        {#if !last}<Button size="xs" class="mt-1" data-testid="exercise-onward" onclick={onward}
            >next step</Button
          >{/if}
      {/if}
      {#if problem}<p class="text-xs" role="alert">{problem}</p>{/if}
      <div class="mt-1 flex gap-4 text-sm">
        <TextButton tone="cold" data-testid="exercise-show" onclick={show}>show the way</TextButton>
        <TextButton
          tone="cold"
          data-testid="exercise-next"
          onclick={() => {
            own = false;
            begin(chosen, seed + 1);
          }}>another case</TextButton
        >
        {#if !own}<TextButton
            tone="cold"
            onclick={() => {
              own = true;
              begin(chosen, seed + 1);
            }}>of my setup</TextButton
          >{/if}
      </div>
    </div>
  {/if}
  {#each LEVELS as level, k (level)}
    <h3 class="text-ink-soft text-xs">{level}</h3>
    <ul class="flex flex-col">
      {#each EXERCISES.filter((e) => e.level === k + 1) as e (e.id)}
        {@const record = recordOf(e.id)}
        <li class="flex items-baseline gap-2 text-sm">
          <TextButton
            pressed={e.id === chosen}
            tone="cold"
            data-testid={`exercise-${e.id}`}
            onclick={() => begin(e.id, seed + 1)}>{e.title}</TextButton
          >
          <span class="figure text-ink-soft text-xs" data-testid={`record-${e.id}`}
            >{record ? `${record.right} of ${record.worked} at once` : ''}</span
          >
        </li>
      {/each}
    </ul>
  {/each}
</section>
