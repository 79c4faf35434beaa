import { otherPropulsors } from '../checks/propulsor-candidates.ts';
import type { Rung } from '../checks/candidates.ts';
import type { Change } from '../document/change.ts';
import { Bench } from '../alternatives/trials.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import type { Band } from '../powertrain/bands.ts';
import { airPerTurnM3 } from './rules/air-per-turn.ts';

/** One propulsor that fits the craft, predicted beside the rule of air per turn. */
export interface Choice {
  readonly text: string;
  readonly changes: readonly Change[];
  readonly diameterM: number;
  readonly pitchM: number;
  readonly blades: number;
  readonly currentA: number;
  readonly band: Band | null;
  readonly thrustN: number;
  readonly pitchSpeedMs: number;
  readonly airPerTurnM3: number;
  /** What the rule of air per turn makes of the present current, A, and by how much it is off; null where it does not apply. */
  readonly ruleA: number | null;
  readonly ruleOffBy: number | null;
  /** Titles of what would be over. */
  readonly over: readonly string[];
}

/** No change: the load of the present propulsor. */
const AS_IT_IS: Rung = { text: '', changes: [] };

/** Most choices on either side of the present one. */
const EACH_WAY = 7;
const BLADE_WORDS: Readonly<Record<number, string>> = {
  2: 'two',
  3: 'three',
  4: 'four',
  5: 'five',
  6: 'six'
};

/** The present size with other numbers of blades. */
function otherBlades(s: SetupAnalysis): Rung[] {
  const { propulsor: p } = s.setup;
  if (p.kind !== 'propeller' || p.coefficients) return [];
  return [2, 3, 4]
    .filter((blades) => blades !== (p.blades ?? 2))
    .map((value) => ({
      text: `the same size with ${BLADE_WORDS[value]} blades`,
      changes: [{ path: 'propulsor.blades', value }]
    }));
}

/** Propellers cut down at the tips, in half inches: the blade that is left keeps its chord. */
function cutDown(s: SetupAnalysis): Rung[] {
  const { propulsor: p } = s.setup;
  if (p.kind !== 'propeller' || p.coefficients || p.cutFromM != null) return [];
  return [0.95, 0.9].map((by) => {
    const diameterM = Number((p.diameterM * by).toPrecision(4));
    return {
      text: `cut down to ${(diameterM / 0.0254).toFixed(1)} in`,
      changes: [
        { path: 'propulsor.diameterM', value: diameterM },
        { path: 'propulsor.cutFromM', value: p.diameterM },
        { path: 'propulsor.tip', value: 'blunt' }
      ]
    };
  });
}

/**
 * Propulsors on sale near the present one that fit the room, other numbers of blades and cut-down tips among them, each
 * predicted with its band, lightest load first.
 */
export function choicesOf(s: SetupAnalysis): Choice[] {
  const { propulsor: present } = s.setup;
  const load = (rung: Rung): number => {
    const at = (path: string, otherwise: number): number =>
      (rung.changes.find((c) => c.path === path)?.value as number | undefined) ?? otherwise;
    return (
      at('propulsor.diameterM', present.diameterM) ** 4 *
      at('propulsor.pitchM', s.powertrain.pitchM) *
      (at('propulsor.blades', present.blades ?? 2) / 2) ** 0.95
    );
  };
  const own = load(AS_IT_IS);
  const rungs = otherPropulsors(s);
  const near = [
    ...rungs.filter((r) => load(r) < own).slice(0, EACH_WAY),
    ...rungs.filter((r) => load(r) >= own).slice(0, EACH_WAY),
    ...otherBlades(s),
    ...cutDown(s)
  ].sort((a, b) => load(a) - load(b));
  const presentAir = airPerTurnM3(present.diameterM, s.powertrain.pitchM);
  const bench = new Bench(s, []);
  return near.flatMap((rung): Choice[] => {
    const trial = bench.try([rung]);
    if (!trial) return [];
    const { worst, powertrain, setup } = trial.asLookedAt;
    const air = airPerTurnM3(powertrain.diameterM, powertrain.pitchM);
    const ruled = present.kind === 'propeller';
    const ruleA = ruled ? (s.worst.batteryCurrentA * air) / presentAir : null;
    return [
      {
        text: rung.text,
        changes: trial.changes,
        diameterM: powertrain.diameterM,
        pitchM: powertrain.pitchM,
        blades: setup.propulsor.blades ?? 2,
        currentA: worst.batteryCurrentA,
        band: worst.band?.batteryCurrentA ?? null,
        thrustN: worst.thrustN,
        pitchSpeedMs: worst.pitchSpeedMs,
        airPerTurnM3: air,
        ruleA,
        ruleOffBy: ruleA === null ? null : ruleA / worst.batteryCurrentA - 1,
        over: trial.over.map((r) => r.title)
      }
    ];
  });
}
