<script lang="ts">
  import { squareCode } from '../../core/sheet/square-code.ts';

  /** A text as a square code, dark on white in either dress: a camera reads no other. */
  let {
    text,
    title
  }: {
    text: string;
    /** What it carries, for those who do not see it. */
    title: string;
  } = $props();
  const code = $derived(squareCode(text));
</script>

<svg
  viewBox={`-4 -4 ${code.size + 8} ${code.size + 8}`}
  class="h-auto w-full"
  role="img"
  aria-label={title}
  data-testid="square-code"
  shape-rendering="crispEdges"
>
  <rect x="-4" y="-4" width={code.size + 8} height={code.size + 8} fill="#fff" />
  <path d={code.path} fill="#000" />
</svg>
