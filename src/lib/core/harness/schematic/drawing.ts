/** A schematic as shapes and words: what the screen, the paper and a file all draw. Lengths in drawing units, y downwards. */
export interface Schematic {
  readonly width: number;
  readonly height: number;
  readonly boxes: readonly Box[];
  readonly lines: readonly Line[];
  readonly marks: readonly Mark[];
  readonly labels: readonly Label[];
  /** The same in words, for those who do not see it. */
  readonly words: string;
}

/** A part, with its name and what is to be known of it. */
export interface Box {
  readonly id: string;
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
  readonly title: readonly string[];
  readonly lines: readonly string[];
}

/** A conductor: plus thick, minus thin, phases between, a servo lead dashed. */
export interface Line {
  readonly id: string;
  readonly kind: 'plus' | 'minus' | 'phase' | 'servo' | 'shaft';
  readonly points: readonly (readonly [x: number, y: number])[];
}

/** A small sign on a conductor. */
export interface Mark {
  readonly kind:
    'plus' | 'minus' | 'plug' | 'fuse' | 'arming' | 'capacitor' | 'cut' | 'clockwise' | 'anticlockwise';
  readonly x: number;
  readonly y: number;
}

/** Words beside a conductor; y is the baseline. */
export interface Label {
  readonly id: string;
  readonly x: number;
  readonly y: number;
  readonly anchor: 'start' | 'middle' | 'end';
  readonly text: string;
}

/** Size of the drawing's type, and the height of a line of it. */
export const TYPE = 13;
export const LINE = 16;

const NARROW = /[ijlrtfI.,:;|'’!()[\] ·]/;
const WIDE = /[mwMW%Ω—–×]/;
const TALL = /[A-Z0-9µ]/;

/** Width of a text in the drawing's type: a little more than any of the shipped faces takes, so that words never meet. */
export function textWidth(text: string, size = TYPE): number {
  let em = 0;
  for (const c of text) em += NARROW.test(c) ? 0.36 : WIDE.test(c) ? 0.9 : TALL.test(c) ? 0.68 : 0.58;
  return em * size;
}

/** A text in lines that keep to a width; a word that is longer than it is cut. */
export function wrapped(text: string, width: number, size = TYPE): string[] {
  const out: string[] = [];
  let line = '';
  for (const word of text.split(' ')) {
    const longer = line === '' ? word : `${line} ${word}`;
    if (textWidth(longer, size) <= width || line === '') line = longer;
    else {
      out.push(line);
      line = word;
    }
    while (textWidth(line, size) > width && line.length > 1) {
      let fits = line.length - 1;
      while (fits > 1 && textWidth(`${line.slice(0, fits)}-`, size) > width) fits--;
      out.push(`${line.slice(0, fits)}-`);
      line = line.slice(fits);
    }
  }
  return line === '' ? out : [...out, line];
}

/** Room round the words of a box. */
const PAD = 8;

/** A box as high as its words ask for, and at least `least`. */
export function boxOf(
  id: string,
  x: number,
  y: number,
  w: number,
  title: string,
  lines: readonly string[],
  least = 0
): Box {
  const heads = wrapped(title, w - 2 * PAD, TYPE * 1.06);
  const rest = lines.filter((l) => l !== '').flatMap((l) => wrapped(l, w - 2 * PAD));
  const h = Math.max(2 * PAD + LINE * (heads.length + rest.length), least);
  return { id, x, y, w, h, title: heads, lines: rest };
}

/** Words of a box with their places, as labels. */
export const wordsOf = (box: Box): { text: string; x: number; y: number; head: boolean }[] =>
  [
    ...box.title.map((text) => ({ text, head: true })),
    ...box.lines.map((text) => ({ text, head: false }))
  ].map((line, k) => ({ ...line, x: box.x + PAD, y: box.y + PAD + LINE * (k + 1) - 4 }));
