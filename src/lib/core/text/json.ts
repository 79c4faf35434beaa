/** How much of a JSON text is taken. */
export interface JsonLimits {
  /** Deepest nesting of lists and objects. */
  readonly depth: number;
  /** Most values of all kinds together. */
  readonly values: number;
}

/** For one document: a setup with every column it may carry has some 20 000 values. */
export const DOCUMENT_LIMITS: JsonLimits = { depth: 40, values: 60_000 };
/** For a whole shelf or a craft with all its setups. */
export const FILE_LIMITS: JsonLimits = { depth: 40, values: 1_000_000 };

type ParsedJson = { ok: true; value: unknown } | { ok: false; message: string };

const bad = (message: string): ParsedJson => ({ ok: false, message });

const shortened = (text: string): string => (text.length > 60 ? `${text.slice(0, 57)}…` : text);

/** Deepest nesting of a JSON text, counted along it once; stops when it passes `most`. */
function depthOf(text: string, most: number): number {
  let depth = 0;
  let deepest = 0;
  let inString = false;
  for (let at = 0; at < text.length; at++) {
    const c = text.charCodeAt(at);
    if (inString) {
      if (c === 92) at++;
      else if (c === 34) inString = false;
    } else if (c === 34) inString = true;
    else if (c === 91 || c === 123) {
      deepest = Math.max(deepest, ++depth);
      if (deepest > most) return deepest;
    } else if (c === 93 || c === 125) depth--;
  }
  return deepest;
}

/** What is wrong with a parsed value's size or its names; null when nothing is. Walks without recursion. */
function refusalOf(value: unknown, limits: JsonLimits): string | null {
  let values = 0;
  const open: unknown[] = [value];
  while (open.length > 0) {
    const node = open.pop();
    if (++values > limits.values) return `This holds more than ${limits.values} values; send less at a time.`;
    if (node === null || typeof node !== 'object') continue;
    if (Array.isArray(node)) for (const inner of node) open.push(inner);
    else
      for (const [key, inner] of Object.entries(node)) {
        if (key in Object.prototype)
          return `"${key}" may not be the name of a field: it means something else to a program. Give it another name.`;
        open.push(inner);
      }
  }
  return null;
}

/**
 * Parses JSON from outside: a byte order mark is skipped; nesting, number of values and names that mean something to a
 * program (`__proto__`, `constructor`, `toString` …) are refused in words. One pass before and one after parsing; never
 * throws.
 */
export function parseJson(text: string, limits: JsonLimits = DOCUMENT_LIMITS): ParsedJson {
  const plain = text.charCodeAt(0) === 0xfeff ? text.slice(1) : text;
  if (plain.trim() === '') return bad('This is empty; a JSON document is wanted.');
  if (plain.includes('\0')) return bad('This is no text: it holds zero bytes. A JSON document is wanted.');
  if (depthOf(plain, limits.depth) > limits.depth)
    return bad(`This is nested more than ${limits.depth} deep; no document of Iskarn’s is.`);
  let value: unknown;
  try {
    value = JSON.parse(plain);
  } catch (error) {
    return bad(`This is not JSON: ${shortened((error as Error).message)}.`);
  }
  const refusal = refusalOf(value, limits);
  return refusal === null ? { ok: true, value } : bad(refusal);
}
