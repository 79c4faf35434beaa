import type { PartKind } from '../registry/parts.ts';
import { fieldTitle } from '../document/field-title.ts';

const OWN: Readonly<Record<string, string>> = { name: 'name', note: 'note', owned: 'owned', price: 'price' };

/** A figure of a part in words, by its path in the part: `document.massKg`, `measured.massKg`, `price`. */
export function partFigureTitle(kind: PartKind, path: string): string {
  if (Object.hasOwn(OWN, path)) return OWN[path];
  const [place, ...rest] = path.split('.');
  if (rest.length === 0) return place === 'document' ? 'the label’s figures' : 'what was measured';
  const title = fieldTitle(`${kind === 'receiver-supply' ? 'receiverSupply' : kind}.${rest.join('.')}`);
  return place === 'measured' ? `${title}, measured` : title;
}
