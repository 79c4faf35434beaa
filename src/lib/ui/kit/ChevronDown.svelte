<script lang="ts">
  /** That a list opens here. */
</script>

<svg viewBox="0 0 10 6" class="h-1.5 w-2.5 shrink-0" aria-hidden="true">
  <path d="M1 1l4 4 4-4" fill="none" stroke="currentColor" stroke-width="1.5" />
</svg>
