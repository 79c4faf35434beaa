import { CHANNELS, type Channel, type Sample } from '../../core/testing/record/sample.ts';

/** Bytes before the columns: how many samples, and which channels there are. */
const HEAD = 8;
const EACH = 8;

/**
 * Samples as they are stored: count and mask of channels as 32-bit whole numbers, then the columns one after the other as
 * 64-bit floats, little end first, seconds before the channels; NaN where a channel was not read.
 */
export function blockOf(samples: readonly Sample[]): Buffer {
  const present = CHANNELS.filter((c) => samples.some((s) => s[c] != null));
  const mask = CHANNELS.reduce((bits, c, k) => (present.includes(c) ? bits | (1 << k) : bits), 0);
  const out = Buffer.alloc(HEAD + EACH * samples.length * (1 + present.length));
  out.writeUInt32LE(samples.length, 0);
  out.writeUInt32LE(mask, 4);
  let at = HEAD;
  const put = (value: number): void => {
    out.writeDoubleLE(value, at);
    at += EACH;
  };
  for (const s of samples) put(s.seconds);
  for (const c of present) for (const s of samples) put(s[c] ?? NaN);
  return out;
}

/** The samples of a block. @throws RangeError where it is cut short */
export function samplesOf(block: Buffer): Sample[] {
  const count = block.readUInt32LE(0);
  const mask = block.readUInt32LE(4);
  const present = CHANNELS.filter((_, k) => mask & (1 << k));
  const column = (index: number, row: number): number =>
    block.readDoubleLE(HEAD + EACH * (index * count + row));
  return Array.from({ length: count }, (_, row): Sample => {
    const sample: { seconds: number } & Partial<Record<Channel, number>> = { seconds: column(0, row) };
    present.forEach((c, k) => {
      const value = column(k + 1, row);
      if (!Number.isNaN(value)) sample[c] = value;
    });
    return sample;
  });
}
