import { strToU8, Zip, ZipDeflate } from 'fflate';

/** Files as a zip that is packed while it is sent: no more than a block of samples is ever held. */
export function zipStream(files: Generator<[string, Iterable<string>]>): ReadableStream<Uint8Array> {
  let pieces: Iterator<string> | null = null;
  let file: ZipDeflate | null = null;
  let waiting: Uint8Array[] = [];
  let ended = false;
  let fault: Error | null = null;
  const zip = new Zip((error, data, final) => {
    if (error) fault = error;
    if (data.length > 0) waiting.push(data);
    ended ||= final;
  });
  const step = (): void => {
    if (pieces && file) {
      const piece = pieces.next();
      if (!piece.done) return file.push(strToU8(piece.value));
      file.push(new Uint8Array(0), true);
      pieces = file = null;
      return;
    }
    const next = files.next();
    if (next.done) return zip.end();
    file = new ZipDeflate(next.value[0], { level: 6 });
    file.mtime = '1980-01-02T00:00:00';
    zip.add(file);
    pieces = next.value[1][Symbol.iterator]();
  };
  return new ReadableStream<Uint8Array>({
    pull(controller) {
      while (waiting.length === 0 && !ended && !fault) step();
      if (fault) return controller.error(fault);
      for (const data of waiting) controller.enqueue(data);
      waiting = [];
      if (ended) controller.close();
    },
    cancel: () => void files.return(undefined)
  });
}
