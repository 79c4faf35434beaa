import { create } from 'qrcode';

/** A square code as a path of unit squares. */
export interface SquareCode {
  /** Little squares a side, without the quiet rim of four that belongs round it. */
  readonly size: number;
  /** SVG path, runs of dark squares row by row. */
  readonly path: string;
}

/**
 * A text of capitals and digits as a square code (ISO/IEC 18004) that a smudge of one part in seven does not harm
 * (error correction M).
 */
export function squareCode(text: string): SquareCode {
  const { modules } = create(text, { errorCorrectionLevel: 'M' });
  const { size } = modules;
  let path = '';
  for (let y = 0; y < size; y++)
    for (let x = 0; x < size; x++) {
      if (!modules.get(y, x)) continue;
      let run = 1;
      while (x + run < size && modules.get(y, x + run)) run++;
      path += `M${x} ${y}h${run}v1h-${run}z`;
      x += run;
    }
  return { size, path };
}
