import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { MOVES, times, type MoveId } from './moved.ts';
import type { HelpParagraph, HelpWords } from './page.ts';

/** A piece of a paragraph: words, or a figure by its id. */
export type HelpPiece = { readonly words: string } | { readonly figure: string };

/** What can stand in a text: `{figure}`, `{=word}`, `{move.figure}`. */
const PLACE = /\{(?:=(\w+)|(\w+)\.(\w+)|(\w+))\}/g;

type Row = Readonly<Record<string, string>>;

/** What a place in a text stands for. @throws RangeError where nothing is known by that name */
function filled(place: RegExpMatchArray, words: HelpWords, row: Row, s: SetupAnalysis): HelpPiece {
  const [all, word, move, read, figure] = place;
  if (figure !== undefined) return { figure };
  if (word !== undefined) {
    const known = row[word] ?? words[word];
    if (typeof known !== 'string') throw new RangeError(`no word for ${all}`);
    return { words: known };
  }
  const value = read as keyof SetupAnalysis['worst'];
  if (!Object.hasOwn(MOVES, move) || typeof s.worst[value] !== 'number')
    throw new RangeError(`nothing moved for ${all}`);
  return { words: times(s, MOVES[move as MoveId], (worst) => worst[value] as number) };
}

function piecesOf(text: string, words: HelpWords, row: Row, s: SetupAnalysis): HelpPiece[] {
  const pieces: HelpPiece[] = [];
  let spoken = '';
  let from = 0;
  for (const place of text.matchAll(PLACE)) {
    spoken += text.slice(from, place.index);
    from = place.index + place[0].length;
    const piece = filled(place, words, row, s);
    if ('words' in piece) spoken += piece.words;
    else {
      if (spoken !== '') pieces.push({ words: spoken });
      pieces.push(piece);
      spoken = '';
    }
  }
  spoken += text.slice(from);
  return spoken === '' ? pieces : [...pieces, { words: spoken }];
}

/**
 * What the paragraphs of a page say of a setup.
 * @throws RangeError where a text has a place for something that the page does not know
 */
export function said(
  paragraphs: readonly HelpParagraph[],
  words: HelpWords,
  s: SetupAnalysis
): HelpPiece[][] {
  return paragraphs.flatMap((paragraph) => {
    if (typeof paragraph === 'string') return [piecesOf(paragraph, words, {}, s)];
    if (paragraph.if !== undefined && !words[paragraph.if]) return [];
    if (paragraph.unless !== undefined && words[paragraph.unless]) return [];
    const rows = paragraph.each === undefined ? [{}] : words[paragraph.each];
    if (!Array.isArray(rows)) throw new RangeError(`no rows for ${paragraph.each}`);
    return (rows as readonly Row[]).map((row) => piecesOf(paragraph.text, words, row, s));
  });
}
