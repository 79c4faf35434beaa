<script lang="ts">
  import { Fileupload } from 'flowbite-svelte';

  /** A field for one file; the same file may be chosen again after it was mended. */
  let {
    accept,
    label,
    testid,
    onfile,
    class: klass = ''
  }: {
    /** Kinds of files, as the browser's dialog filters them. */
    accept: string;
    label: string;
    testid: string;
    onfile: (file: File) => void;
    class?: string;
  } = $props();
</script>

<Fileupload
  {accept}
  aria-label={label}
  data-testid={testid}
  size="sm"
  class={`file:!bg-ink-soft !ps-0 text-xs file:ms-0 file:mr-2 file:!px-2 file:!py-1.5 file:text-xs ${klass}`}
  onclick={(e) => ((e.currentTarget as HTMLInputElement).value = '')}
  onchange={(e) => {
    const file = (e.currentTarget as HTMLInputElement).files?.[0];
    if (file) onfile(file);
  }}
/>
