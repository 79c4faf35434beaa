/** A sound to be listened to. */
export interface Sound {
  readonly samples: Float32Array;
  readonly rateHz: number;
}

/** Longest part of a file that is listened to, s: from its middle, where it is steadiest. */
const LONGEST_S = 4;

/** A sound file as the browser reads it, mixed to one channel. @throws Error in words where it is none */
export async function soundOfFile(file: File): Promise<Sound> {
  const bytes = await file.arrayBuffer();
  const context = new OfflineAudioContext(1, 1, 48_000);
  let decoded: AudioBuffer;
  try {
    decoded = await context.decodeAudioData(bytes);
  } catch {
    throw new Error(`“${file.name}” is no sound file that this browser reads; WAV is.`);
  }
  const length = Math.min(decoded.length, LONGEST_S * decoded.sampleRate);
  const from = Math.floor((decoded.length - length) / 2);
  const samples = new Float32Array(length);
  for (let c = 0; c < decoded.numberOfChannels; c++) {
    const channel = decoded.getChannelData(c);
    for (let k = 0; k < length; k++) samples[k] += channel[from + k] / decoded.numberOfChannels;
  }
  return { samples, rateHz: decoded.sampleRate };
}

/** Listens to the microphone for a while, as it is: nothing filtered or levelled. @throws Error in words where it may not */
export async function soundOfMicrophone(seconds: number): Promise<Sound> {
  let stream: MediaStream;
  try {
    stream = await navigator.mediaDevices.getUserMedia({
      audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false }
    });
  } catch {
    throw new Error(
      'There is no microphone, or it may not be used; allow it in the browser, or give a sound file.'
    );
  }
  const context = new AudioContext();
  try {
    await context.audioWorklet.addModule('/capture-worklet.js');
    const source = context.createMediaStreamSource(stream);
    const capture = new AudioWorkletNode(context, 'capture', { numberOfOutputs: 0 });
    const blocks: Float32Array[] = [];
    capture.port.onmessage = (event: MessageEvent<Float32Array>) => blocks.push(event.data);
    source.connect(capture);
    await new Promise((done) => setTimeout(done, 1000 * seconds));
    source.disconnect();
    const samples = new Float32Array(blocks.reduce((sum, b) => sum + b.length, 0));
    let at = 0;
    for (const block of blocks) {
      samples.set(block, at);
      at += block.length;
    }
    return { samples, rateHz: context.sampleRate };
  } finally {
    stream.getTracks().forEach((track) => track.stop());
    await context.close();
  }
}
