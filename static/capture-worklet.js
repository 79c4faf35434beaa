// Hands on what a microphone hears, block by block, to the page that listens.
registerProcessor(
  'capture',
  class extends AudioWorkletProcessor {
    process([input]) {
      const [mono] = input;
      if (mono) this.port.postMessage(mono.slice());
      return true;
    }
  }
);
