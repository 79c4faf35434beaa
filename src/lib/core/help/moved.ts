import { withChanges, type Change } from '../document/change.ts';
import type { SetupDocument } from '../document/schema.ts';
import { withBelongings } from '../model/belongings.ts';
import { analysisOf, type Look, type SetupAnalysis } from '../analysis/setup-analysis.ts';
import { show } from '../units/show.ts';

/** A document with one figure moved, and what goes with it: as a page's knob moves it. */
export function withMoved(document: SetupDocument, path: string, value: number): SetupDocument {
  const changes: Change[] = [{ path, value }];
  return withBelongings(document, withChanges(document, changes), changes, 'follows').document;
}

/** A figure of a setup moved: its path, and where to. */
type Move = (document: SetupDocument) => readonly [path: string, value: number];

/** What a text may ask to be moved: `{oneCellMore.batteryCurrentA}`. */
export const MOVES = {
  oneCellMore: (d) => ['battery.series', d.battery.series + 1],
  tenthMoreKv: (d) => ['motor.kvRpmPerVolt', 1.1 * d.motor.kvRpmPerVolt],
  twiceTheAh: (d) => ['battery.capacityAh', 2 * d.battery.capacityAh],
  /** Of a pack that has a C. */
  twiceTheC: (d) => ['battery.continuousC', 2 * (d.battery.continuousC as number)],
  tenthWider: (d) => ['propulsor.diameterM', 1.1 * d.propulsor.diameterM],
  millimetreWider: (d) => ['propulsor.diameterM', d.propulsor.diameterM + 0.001],
  /** Of a propulsor that has a pitch. */
  tenthSteeper: (d) => ['propulsor.pitchM', 1.1 * (d.propulsor.pitchM as number)]
} satisfies Readonly<Record<string, Move>>;
export type MoveId = keyof typeof MOVES;

/** Situations that were moved already, by the one they came from: a page asks for several figures of each. */
const kept = new WeakMap<SetupAnalysis, Map<Move, SetupAnalysis>>();

function movedOf(s: SetupAnalysis, move: Move): SetupAnalysis {
  const known = kept.get(s) ?? new Map<Move, SetupAnalysis>();
  kept.set(s, known);
  const before = known.get(move);
  if (before) return before;
  const look: Look = { ...s.look, bands: false };
  const made = analysisOf(withMoved(s.document, ...move(s.document)), look);
  known.set(move, made);
  return made;
}

/** How many times a figure of the worst case is what it was, with another figure moved: 1.19. */
export const ratioOf = (
  s: SetupAnalysis,
  move: Move,
  read: (worst: SetupAnalysis['worst']) => number
): number => read(movedOf(s, move).worst) / read(s.worst);

/** The same in words: "1.19 times". */
export const times = (
  s: SetupAnalysis,
  move: Move,
  read: (worst: SetupAnalysis['worst']) => number
): string => `${show(ratioOf(s, move, read))} times`;

/** Torque of a propulsor a tenth wider over its torque now, at the same turns: torque goes with their square. */
export const torqueAtSameTurns = (s: SetupAnalysis): number =>
  ratioOf(s, MOVES.tenthWider, (w) => w.torqueNm) / ratioOf(s, MOVES.tenthWider, (w) => w.rpm) ** 2;

/** What the rule of the trade says of one cell more: amps go with the cells to the power of 1.6. Common practice, no source. */
export const cellsRule = ({ setup: { battery } }: SetupAnalysis): number =>
  ((battery.series + 1) / battery.series) ** 1.6;
