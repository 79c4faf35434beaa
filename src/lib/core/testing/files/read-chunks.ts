import type { UnitContext } from '../../registry/channels.ts';
import type { Samples } from '../record/sample.ts';
import type { Encoding } from './encoding.ts';
import type { Mapping } from './mapping.ts';
import { RunFileReader, type RunFileState } from './read-run-file.ts';

/** Most characters that are taken at once: a piece of any size is cut. */
const PIECE = 65_536;

/**
 * Reads the bytes of a meter's file as they come. Whoever takes the samples is waited for, so that no more than a few blocks
 * are ever held.
 * @param take is given each block of samples @param told after each piece, how many bytes were read
 */
export async function readChunks(
  chunks: AsyncIterable<Uint8Array>,
  encoding: Encoding,
  mapping: Mapping,
  context: UnitContext,
  take: (samples: Samples) => Promise<void> | void,
  told: (bytes: number, state: RunFileState) => void = () => {}
): Promise<RunFileState> {
  const decoder = new TextDecoder(encoding);
  let waiting: Samples[] = [];
  const reader = new RunFileReader(mapping, context, (samples) => waiting.push(samples));
  const pass = async (): Promise<void> => {
    const blocks = waiting;
    waiting = [];
    for (const block of blocks) await take(block);
  };
  const push = async (text: string): Promise<void> => {
    for (let at = 0; at < text.length; at += PIECE) {
      reader.push(text.slice(at, at + PIECE));
      await pass();
    }
  };
  let bytes = 0;
  for await (const chunk of chunks) {
    await push(decoder.decode(chunk, { stream: true }));
    bytes += chunk.byteLength;
    told(bytes, reader.state);
    if (reader.isStopped) break;
  }
  if (!reader.isStopped) await push(decoder.decode());
  const state = reader.end();
  await pass();
  return state;
}
