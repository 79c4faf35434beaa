/** How the bytes of a text stand for letters. */
export type Encoding = 'utf-8' | 'utf-16le' | 'utf-16be' | 'windows-1252';

/** Bytes that are looked at. */
const LOOKED_AT = 65_536;
/** Share of control characters above which bytes are no text. */
const MOST_CONTROL = 0.02;

/**
 * How a file's first bytes stand for letters: by its mark (Unicode 15, table 2-4), by zero bytes at every other place, by
 * being sound UTF-8, else as windows-1252, which every byte is sound in. Null where it is no text at all.
 */
export function encodingOf(head: Uint8Array): Encoding | null {
  const [a, b, c] = head;
  if (a === 0xff && b === 0xfe) return 'utf-16le';
  if (a === 0xfe && b === 0xff) return 'utf-16be';
  if (a === 0xef && b === 0xbb && c === 0xbf) return 'utf-8';
  const looked = head.subarray(0, LOOKED_AT);
  const zeros = [0, 0];
  let control = 0;
  looked.forEach((byte, at) => {
    if (byte === 0) zeros[at % 2]++;
    else if (byte < 32 && ![9, 10, 13, 12, 28, 29, 30, 31].includes(byte)) control++;
  });
  const half = looked.length / 2;
  if (half >= 2 && zeros[1] > 0.4 * half && zeros[0] < 0.1 * half) return 'utf-16le';
  if (half >= 2 && zeros[0] > 0.4 * half && zeros[1] < 0.1 * half) return 'utf-16be';
  if (zeros[0] + zeros[1] + control > MOST_CONTROL * looked.length) return null;
  try {
    // a letter that is cut at the end of what is looked at is no fault
    new TextDecoder('utf-8', { fatal: true }).decode(looked, { stream: true });
    return 'utf-8';
  } catch {
    return 'windows-1252';
  }
}
