<script lang="ts">
  import { Button } from 'flowbite-svelte';

  /** Undo and redo, each told what it would take back or do again. */
  let {
    canUndo,
    canRedo,
    undoLabel,
    redoLabel,
    onundo,
    onredo
  }: {
    canUndo: boolean;
    canRedo: boolean;
    /** What undo takes back; empty where there is nothing. */
    undoLabel: string | null;
    /** What redo does again; empty where there is nothing. */
    redoLabel: string | null;
    onundo: () => void;
    onredo: () => void;
  } = $props();
</script>

<Button
  size="xs"
  color="alternative"
  class="py-0.5"
  disabled={!canUndo}
  data-testid="undo"
  title={undoLabel ? `undo: ${undoLabel} (Ctrl+Z)` : 'nothing to undo'}
  onclick={onundo}>undo</Button
>
<Button
  size="xs"
  color="alternative"
  class="py-0.5"
  disabled={!canRedo}
  data-testid="redo"
  title={redoLabel ? `redo: ${redoLabel} (Ctrl+Shift+Z)` : 'nothing to redo'}
  onclick={onredo}>redo</Button
>
