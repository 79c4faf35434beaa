/** Changes of one place in a source, for mutation testing: those of a general package, and constants beside them. */
import { Instrumenter } from '@stryker-mutator/instrumenter';
import ts from 'typescript';

/** One change of one place: the text between two offsets becomes another. */
export interface Mutant {
  file: string;
  /** Line of the place, from 1. */
  line: number;
  start: number;
  end: number;
  replacement: string;
  kind: string;
}

const silent = new Proxy({}, { get: () => () => false }) as ConstructorParameters<typeof Instrumenter>[0];

/** Changes of the package: operators, conditions, blocks, booleans; words are left alone. */
export async function changesOf(file: string, text: string): Promise<Mutant[]> {
  const { mutants } = await new Instrumenter(silent).instrument(
    [{ name: file, content: text, mutate: true }],
    { ignorers: [], excludedMutations: ['StringLiteral', 'Regex', 'ObjectLiteral'], plugins: null } as never
  );
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest);
  const offset = (at: { line: number; column: number }): number =>
    ts.getPositionOfLineAndCharacter(source, at.line, at.column);
  return mutants
    .filter((m) => (m as { status?: string }).status !== 'Ignored')
    .map((m) => ({
      file,
      line: m.location.start.line + 1,
      start: offset(m.location.start),
      end: offset(m.location.end),
      replacement: m.replacement,
      kind: m.mutatorName
    }));
}

/** Constants, each half as large again; zero becomes one. */
export function constantsOf(file: string, text: string): Mutant[] {
  const out: Mutant[] = [];
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const visit = (node: ts.Node): void => {
    if (ts.isTypeNode(node)) return;
    if (ts.isNumericLiteral(node)) {
      const value = Number(node.text);
      const start = node.getStart(source);
      const whole = Number.isInteger(value);
      out.push({
        file,
        line: source.getLineAndCharacterOfPosition(start).line + 1,
        start,
        end: node.getEnd(),
        replacement: String(
          value === 0 ? 1 : whole ? value + Math.max(1, Math.round(value / 2)) : value * 1.5
        ),
        kind: 'Constant'
      });
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
  return out;
}

/** Chooses so many of a list, no two on one line. */
export function chosen(
  list: readonly Mutant[],
  count: number,
  random: () => number,
  taken: Set<string>
): Mutant[] {
  const left = [...list];
  const out: Mutant[] = [];
  while (out.length < count && left.length > 0) {
    const [m] = left.splice(Math.floor(random() * left.length), 1);
    const place = `${m.file}:${m.line}`;
    if (taken.has(place)) continue;
    taken.add(place);
    out.push(m);
  }
  return out;
}

/** Text with a change in it. */
export const changed = (text: string, m: Mutant): string =>
  text.slice(0, m.start) + m.replacement + text.slice(m.end);
