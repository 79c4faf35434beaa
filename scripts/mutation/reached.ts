/** Which tests reach which places of the sources, found by running every test once on sources with a mark at each place. */
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';
import type { Mutant } from './changes.ts';

/** What a test file reached, and how long it took alone. */
export interface Reached {
  test: string;
  places: Set<number>;
  seconds: number;
}

/**
 * A source with a mark at every place of a list: an expression e becomes (mark(n), e), a block { … } gets a mark at its
 * head. A place that is neither (a case of a switch, say) is not marked and counts as reached by whatever loads the file.
 */
export function marked(text: string, file: string, places: readonly { m: Mutant; number: number }[]): string {
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const inserts: { at: number; text: string; order: number }[] = [];
  for (const { m, number } of places) {
    const node = nodeAt(source, m);
    if (!node) inserts.push({ at: 0, text: `globalThis.isk?.(${number});`, order: 0 });
    else if (ts.isBlock(node))
      inserts.push({ at: m.start + 1, text: `globalThis.isk?.(${number});`, order: 0 });
    else {
      inserts.push({ at: m.start, text: `(globalThis.isk?.(${number}), `, order: -(m.end - m.start) });
      inserts.push({ at: m.end, text: ')', order: -1 });
    }
  }
  inserts.sort((a, b) => a.at - b.at || a.order - b.order);
  let out = '';
  let from = 0;
  for (const insert of inserts) {
    out += text.slice(from, insert.at) + insert.text;
    from = insert.at;
  }
  return out + text.slice(from);
}

/** The expression or block that fills a place exactly and may be marked; undefined where there is none. */
function nodeAt(source: ts.SourceFile, m: Mutant): ts.Node | undefined {
  let found: ts.Node | undefined;
  const visit = (node: ts.Node): void => {
    if (ts.isTypeNode(node)) return;
    if (node.getStart(source) === m.start && node.getEnd() === m.end && markable(node)) found ??= node;
    if (node.pos <= m.start && node.end >= m.end) ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
}

/** Whether a node may stand in parentheses, or is a block: a name that is assigned to, a key or a callee may not. */
function markable(node: ts.Node): boolean {
  if (ts.isBlock(node)) return true;
  if (!ts.isExpression(node)) return false;
  const up = node.parent;
  if (ts.isPropertyAssignment(up) && up.name === node) return false;
  if (ts.isEnumMember(up) || ts.isLiteralTypeNode(up)) return false;
  if ((ts.isCallExpression(up) || ts.isPropertyAccessExpression(up)) && up.expression === node) return false;
  return !(
    ts.isBinaryExpression(up) &&
    up.left === node &&
    up.operatorToken.kind >= ts.SyntaxKind.FirstAssignment &&
    up.operatorToken.kind <= ts.SyntaxKind.LastAssignment
  );
}

/** Script that a run preloads: it gathers the marks that are reached and writes them down at the end. */
export const GATHERER = `
const seen = new Set();
globalThis.isk = (n) => { seen.add(n); };
process.on('exit', () => require('node:fs').appendFileSync(process.env.ISKARN_REACHED, [...seen].join('\\n') + '\\n'));
`;

/** Marks a copy of the sources; the numbers are the places' indices in the list. */
export function markSources(folder: string, mutants: readonly Mutant[]): void {
  const byFile = new Map<string, { m: Mutant; number: number }[]>();
  mutants.forEach((m, number) => byFile.set(m.file, [...(byFile.get(m.file) ?? []), { m, number }]));
  for (const [file, places] of byFile) {
    const path = join(folder, file);
    writeFileSync(path, marked(readFileSync(path, 'utf8'), file, places));
  }
}

/** Numbers of the places that a run wrote down. */
export const readMarks = (path: string): Set<number> =>
  new Set(existsSync(path) ? readFileSync(path, 'utf8').split('\n').filter(Boolean).map(Number) : []);
