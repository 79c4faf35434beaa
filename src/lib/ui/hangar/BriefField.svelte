<script lang="ts">
  import { Input, Label } from 'flowbite-svelte';
  import { displayUnit, type QuantityName } from '../../core/units/quantity.ts';
  import { sentenceAtField } from '../../core/text/field-message.ts';
  import type { Problem } from '../../core/text/issues.ts';
  import type { Entry } from '../../core/units/read-figure.ts';
  import AskWays from '../kit/AskWays.svelte';
  import { units } from '../format/units.svelte.ts';

  /** One field of a brief: a name, or a figure in its unit; what is wrong with it stands below it. */
  let {
    value = $bindable(''),
    label,
    field,
    quantity = null,
    placeholder,
    problems,
    asked = null,
    onchoose = () => {},
    testid,
    class: klass = ''
  }: {
    value?: string;
    label: string;
    /** The brief's field that it gives. */
    field: string;
    /** What is measured; null for a name. */
    quantity?: QuantityName | null;
    placeholder: string;
    problems: readonly Problem[];
    /** What is asked of what was typed; nothing by default. */
    asked?: Extract<Entry, { is: 'ask' }> | null;
    /** Called with the reading that is meant, SI. */
    onchoose?: (value: number) => void;
    testid: string;
    class?: string;
  } = $props();

  const unit = $derived(quantity === null ? '' : displayUnit(quantity, units.choice).label);
  const problem = $derived(problems.find((p) => p.path === field));
  const wrong = $derived(
    problem === undefined
      ? null
      : quantity === null
        ? problem.message
        : sentenceAtField(problem, quantity, units.choice)
  );
</script>

<Label class={`relative ${klass}`}
  >{label}{unit === '' ? '' : `, ${unit}`}<Input
    bind:value
    inputmode={quantity === null ? 'text' : 'decimal'}
    {placeholder}
    data-testid={testid}
    aria-invalid={wrong !== null}
    aria-describedby={wrong === null ? undefined : `${testid}-wrong`}
  />
  {#if asked !== null}<span class="border-ink mt-1 block border-l-4 pl-2 font-normal"
      ><AskWays question={asked.question} ways={asked.ways} {onchoose} id={`${testid}-ask`} /></span
    >{:else if wrong !== null}<span
      id={`${testid}-wrong`}
      role="alert"
      class="border-ink mt-1 block border-l-4 pl-2 text-sm font-normal"
      data-testid={`${testid}-wrong`}>{wrong}</span
    >{/if}
</Label>
