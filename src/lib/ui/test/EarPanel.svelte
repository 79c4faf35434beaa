<script lang="ts">
  import { untrack } from 'svelte';
  import TextField from '../kit/TextField.svelte';
  import Alert from '../kit/Alert.svelte';
  import OutlineButton from '../kit/OutlineButton.svelte';
  import { Button, Fileupload } from 'flowbite-svelte';
  import type { RpmByEar } from '../../core/testing/instruments/rpm-by-ear.ts';
  import { show } from '../../core/units/show.ts';
  import { askWorker } from '../../workers/client.ts';
  import { figure } from '../format/units.svelte.ts';
  import { soundOfFile, soundOfMicrophone, type Sound } from './listen.ts';

  /** Rpm by the sound of the blades: from the microphone or a file, with how sure it is and what else it may be. */
  let {
    blades: known,
    unloadedRpm,
    ontake
  }: {
    /** Blades of the propulsor that is fitted. */
    blades: number;
    /** KV × volts, where the volts are known; null where not. */
    unloadedRpm: number | null;
    /** Called with the rpm that is taken. */
    ontake: (rpm: number) => void;
  } = $props();

  const LISTEN_S = 2;
  // asked once; the user may know better
  let blades = $state(untrack(() => known));
  let heard = $state.raw<RpmByEar | null>(null);
  let busy = $state('');
  let problem = $state('');

  async function hear(from: () => Promise<Sound>, word: string): Promise<void> {
    busy = word;
    problem = '';
    heard = null;
    try {
      const { samples, rateHz } = await from();
      heard = await askWorker('thorough', (w) => w.rpmByEar(samples, rateHz, { blades, unloadedRpm }));
    } catch (error) {
      problem = (error as Error).message;
    }
    busy = '';
  }
</script>

<section aria-labelledby="ear-title" data-testid="ear">
  <h3 id="ear-title" class="text-sm font-bold">rpm by ear</h3>
  <div class="flex flex-wrap items-center gap-x-3 gap-y-1 text-sm">
    <label class="flex items-center gap-1"
      >blades
      <TextField
        figure
        class="w-14"
        type="number"
        min="1"
        max="16"
        data-testid="ear-blades"
        bind:value={blades}
      /></label
    >
    <Button
      size="xs"
      color="alternative"
      disabled={busy !== ''}
      data-testid="ear-listen"
      onclick={() => void hear(() => soundOfMicrophone(LISTEN_S), `listening for ${LISTEN_S} s …`)}
      >listen {LISTEN_S} s</Button
    >
    <label class="flex items-center gap-2 text-xs"
      >or a sound file
      <Fileupload
        size="sm"
        accept="audio/*,.wav"
        class="w-56"
        data-testid="ear-file"
        onchange={(e: Event) => {
          const file = (e.currentTarget as HTMLInputElement).files?.[0];
          if (file) void hear(() => soundOfFile(file), 'listening …');
        }}
      /></label
    >
    <span class="text-ink-soft text-xs" role="status">{busy}</span>
  </div>
  <Alert says={problem} class="mt-1" />
  {#if heard}
    <p class="text-sm" data-testid="ear-heard" data-sure={heard.sure}>
      {#if heard.rpm === null}
        Nothing stands out of the noise: nearer, or steadier.
      {:else}
        {heard.sure ? '' : 'Not sure: '}<span class="figure font-bold">{figure('rpm', heard.rpm)}</span> rpm,
        the next candidate
        {show(100 * heard.confidence, 2)} % behind{heard.sure
          ? '.'
          : '; listen again, or type what fits volts × KV.'}
      {/if}
    </p>
    <div class="mt-1 flex flex-wrap gap-2">
      {#each heard.candidates as c, k (k)}
        <OutlineButton class="figure" data-testid={`ear-take-${k}`} onclick={() => ontake(c.rpm)}
          >{figure('rpm', c.rpm)}{c.fits === true
            ? ' fits volts × KV'
            : c.fits === false
              ? ' cannot be'
              : ''}</OutlineButton
        >
      {/each}
    </div>
  {/if}
</section>
