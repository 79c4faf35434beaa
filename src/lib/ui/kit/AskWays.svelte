<script lang="ts">
  import OutlineButton from './OutlineButton.svelte';
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
    <OutlineButton
      strong
      class="mt-1 mr-2 whitespace-nowrap"
      type="button"
      data-testid={`${id}-${k}`}
      onclick={(e) => {
        e.preventDefault();
        onchoose(way.value);
      }}>{way.words}</OutlineButton
    >
  {/each}
</span>
