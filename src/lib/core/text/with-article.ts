/** A thing with its article, by how its number is said: "an 80 A ESC", "an 11 × 5.5", "a 60 A ESC", "a 110 g motor". */
export const withArticle = (thing: string): string =>
  `${/^(8\d*|11|18)(?!\d)/.test(thing) ? 'an' : 'a'} ${thing}`;
