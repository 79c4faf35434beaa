/** The screens are made of the kit: what looks alike is written once, so that the face can change in one place. */
import assert from 'node:assert/strict';
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { test } from 'node:test';
import { parse, type AST } from 'svelte/compiler';

const SRC = join(import.meta.dirname, '..', 'src');
const KIT = join('lib', 'ui', 'kit');
const screens = readdirSync(SRC, { recursive: true, encoding: 'utf8' })
  .filter((f) => f.endsWith('.svelte') && !f.startsWith(KIT))
  .sort();

/** Words of a class string that say where something stands and how large it is, not how it looks. */
const LAYOUT =
  /^(?:(?:max-|min-)?(?:sm|md|lg):|print:|data-|-?m[trblxy]?-|p[trblxy]?-|-?(?:top|left|right|bottom|inset)|w-|h-|(?:min|max)-[wh]-|size-|gap|grid|flex|inline|block|hidden|col-|row-|order-|items-|justify-|self-|content-|place-|absolute|relative|sticky|fixed|z-|overflow|shrink|grow|whitespace|truncate|break-|leading|\[)/;
const MOST_LOOKS = 8;

/** Every element of a screen with its name and attributes. */
function elementsOf(
  file: string
): { name: string; attributes: AST.BaseElement['attributes']; text: string }[] {
  const text = readFileSync(join(SRC, file), 'utf8');
  const found: ReturnType<typeof elementsOf> = [];
  const walk = (node: unknown): void => {
    if (Array.isArray(node)) return node.forEach(walk);
    if (typeof node !== 'object' || node === null) return;
    const at = node as Partial<AST.BaseElement> & { start?: number; end?: number };
    if (typeof at.name === 'string' && Array.isArray(at.attributes))
      found.push({ name: at.name, attributes: at.attributes, text: text.slice(at.start, at.end) });
    for (const value of Object.values(node)) walk(value);
  };
  walk(parse(text, { modern: true }).fragment);
  return found;
}

/** The words of a class attribute that can be read without running it. */
function classWords(attributes: AST.BaseElement['attributes']): string[] {
  const attribute = attributes.find((a) => a.type === 'Attribute' && a.name === 'class');
  if (attribute?.type !== 'Attribute' || attribute.value === true) return [];
  const words: string[] = [];
  const read = (node: unknown): void => {
    if (Array.isArray(node)) return node.forEach(read);
    if (typeof node !== 'object' || node === null) return;
    const { type, data, value } = node as { type?: string; data?: string; value?: unknown };
    if (type === 'Text') words.push(...(data ?? '').split(/\s+/));
    if (type === 'TemplateElement') words.push(...(value as { raw: string }).raw.split(/\s+/));
    if (type === 'Literal' && typeof value === 'string') words.push(...value.split(/\s+/));
    for (const child of Object.values(node)) read(child);
  };
  read(attribute.value);
  return words.filter((word) => word !== '');
}

test('no class string outside the kit says more than eight things about a look', () => {
  const long = screens.flatMap((file) =>
    elementsOf(file)
      .map(({ name, attributes }) => ({ name, looks: classWords(attributes).filter((w) => !LAYOUT.test(w)) }))
      .filter(({ looks }) => looks.length > MOST_LOOKS)
      .map(({ name, looks }) => `${file}: ${name} ${looks.join(' ')}`)
  );
  assert.deepEqual(long, []);
});

test('what is chosen, typed, pressed like a link and said as an alert comes from the kit', () => {
  const made: string[] = [];
  for (const file of screens)
    for (const { name, attributes, text } of elementsOf(file)) {
      const words = classWords(attributes);
      const is = (attribute: string, value: string): boolean =>
        new RegExp(`^<${name}[^>]*\\b${attribute}="${value}"`, 's').test(text);
      if (name === 'Modal' || name === 'dialog') made.push(`${file}: a dialog of its own`);
      if (name === 'select') made.push(`${file}: a choice of its own`);
      if (name === 'button' && words.includes('underline')) made.push(`${file}: a text button of its own`);
      if (name === 'p' && is('role', 'alert') && words.includes('border-l-4'))
        made.push(`${file}: an alert of its own`);
      if (name === 'input' && words.includes('border-line')) made.push(`${file}: a field of its own`);
    }
  assert.deepEqual(made, []);
});
