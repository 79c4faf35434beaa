<script lang="ts">
  import type { Way } from '../../core/units/read-figure.ts';

  /** A figure that may be read in more than one way: the question, and a button for each reading. */
  let {
    question,
    ways,
    onchoose,
    id
  }: {
    question: string;
    ways: readonly Way[];
    /** Called with the reading that is meant, SI. */
    onchoose: (value: number) => void;
    /** Test id of the question; each button is that and its place. */
    id: string;
  } = $props();
</script>

<span role="alert" class="block text-sm leading-5" data-testid={id}>
  <span class="block">{question}</span>
  {#each ways as way, k (k)}
    <button
      type="button"
      class="press border-line bg-page mt-1 mr-2 rounded border px-2 py-0.5 font-semibold whitespace-nowrap"
      data-testid={`${id}-${k}`}
      onclick={(e) => {
        e.preventDefault();
        onchoose(way.value);
      }}>{way.words}</button
    >
  {/each}
</span>
