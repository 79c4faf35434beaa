/**
 * A text with its places filled: `{=name}` becomes the word of that name.
 * @throws RangeError where there is no such word: a gap in a sentence is never shown
 */
export const fill = (text: string, words: Readonly<Record<string, string | number>> = {}): string =>
  text.replace(/\{=(\w+)\}/g, (place, name: string) => {
    if (!Object.hasOwn(words, name)) throw new RangeError(`no word for ${place} in “${text}”`);
    return String(words[name]);
  });
