import { RECORDED_CHANNELS, type RecordedChannel } from '../../registry/channels.ts';
import { type Samples } from './sample.ts';

/** Bytes before the columns: how many samples, and which channels there are. */
const HEAD = 8;
const EACH = 8;
/** Most samples of one block: what is sent and stored at once stays small. */
export const MOST_IN_BLOCK = 5000;

/**
 * Samples as they are sent and stored: count and mask of channels as 32-bit whole numbers, then the columns one after the
 * other as 64-bit floats, little end first, seconds before the channels; NaN where a channel was not read.
 */
export function blockOf({ seconds, channels }: Samples): Uint8Array<ArrayBuffer> {
  const present = RECORDED_CHANNELS.filter((c) => channels[c]);
  const count = seconds.length;
  const out = new Uint8Array(HEAD + EACH * count * (1 + present.length));
  const view = new DataView(out.buffer);
  view.setUint32(0, count, true);
  view.setUint32(
    4,
    RECORDED_CHANNELS.reduce((bits, c, k) => (channels[c] ? bits | (1 << k) : bits), 0),
    true
  );
  let at = HEAD;
  for (const column of [seconds, ...present.map((c) => channels[c] as Float64Array)])
    for (let k = 0; k < count; k++, at += EACH) view.setFloat64(at, column[k], true);
  return out;
}

/** The samples of a block. @throws RangeError where it is cut short, too long or of channels that there are not */
export function samplesIn(block: Uint8Array): Samples {
  if (block.byteLength < HEAD) throw new RangeError(`samplesIn: a block of ${block.byteLength} bytes`);
  const view = new DataView(block.buffer, block.byteOffset, block.byteLength);
  const count = view.getUint32(0, true);
  const mask = view.getUint32(4, true);
  const present = RECORDED_CHANNELS.filter((_, k) => mask & (1 << k));
  if (
    mask >= 1 << RECORDED_CHANNELS.length ||
    block.byteLength !== HEAD + EACH * count * (1 + present.length)
  )
    throw new RangeError(
      `samplesIn: ${block.byteLength} bytes for ${count} samples of ${present.length} channels`
    );
  const column = (index: number): Float64Array => {
    const out = new Float64Array(count);
    let at = HEAD + EACH * index * count;
    for (let k = 0; k < count; k++, at += EACH) out[k] = view.getFloat64(at, true);
    return out;
  };
  const channels: Partial<Record<RecordedChannel, Float64Array>> = {};
  present.forEach((c, k) => (channels[c] = column(k + 1)));
  return { seconds: column(0), channels };
}
