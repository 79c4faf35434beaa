import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { PredictRequest } from '../../src/lib/core/document/schema.ts';
import { predict } from '../../src/lib/core/predict/predict.ts';

/** What practitioners see of a class of craft: low, middle and high of each figure. From memory. */
export interface ClassRow {
  id: string;
  class: string;
  what: string;
  source: string;
  request: PredictRequest;
  expected: Record<string, [low: number, middle: number, high: number]>;
}

/** The rows that ship with the project. */
export const classRows = (): ClassRow[] =>
  readFileSync(join(process.cwd(), 'tests/reference/data/class-rows.ndjson'), 'utf8')
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as ClassRow);

/** One figure of a row against its prediction. */
export interface HeldAgainst {
  readonly row: ClassRow;
  readonly key: 'current' | 'thrust' | 'rpm' | 'topSpeedMs' | 'climbMs';
  readonly middle: number;
  readonly got: number;
  readonly band: readonly [number, number] | null;
}

type Owner = Record<string, number> & { band?: Record<string, [number, number]> };

/** Every figure of a row against its prediction and that one's band. */
export function heldAgainst(row: ClassRow): HeldAgainst[] {
  const answer = predict({ ...row.request, checks: false });
  return Object.entries(row.expected).map(([path, [, middle]]): HeldAgainst => {
    const [whole, own] = path.split('.') as [keyof typeof answer, string | undefined];
    const owner = (own === undefined ? answer.points[0] : answer[whole]) as unknown as Owner;
    const name = own ?? whole;
    const key = /current/i.test(name) ? 'current' : /thrust/i.test(name) ? 'thrust' : name;
    return {
      row,
      key: key as HeldAgainst['key'],
      middle,
      got: owner[name],
      band: owner.band?.[name] ?? null
    };
  });
}

export const errorOf = (h: HeldAgainst): number => h.got / h.middle - 1;
export const isInside = ({ band, middle }: HeldAgainst): boolean =>
  band !== null && band[0] <= middle && middle <= band[1];
