import { setupSchema } from './schema.ts';

interface Node {
  title?: string;
  properties?: Record<string, Node>;
  anyOf?: readonly Node[];
  oneOf?: readonly Node[];
}

const child = (node: Node, key: string): Node | undefined => {
  if (node.properties && Object.hasOwn(node.properties, key)) return node.properties[key];
  return [...(node.oneOf ?? []), ...(node.anyOf ?? [])]
    .map((o) => child(o, key))
    .find((o) => o !== undefined);
};

/** A figure of a setup in a hobbyist's words, by its dotted path: the titles of the schema. */
export function fieldTitle(path: string): string {
  let node: Node | undefined = setupSchema as Node;
  let title = '';
  for (const key of path.split('.')) {
    node = node && child(node, key);
    title = node?.title ?? (key === 'name' ? `name of the ${title || 'setup'}` : key);
  }
  return title;
}
