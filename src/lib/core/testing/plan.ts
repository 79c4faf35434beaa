import { screwDiametersM } from '../catalogue/screws.ts';
import { checkOf, type CheckId } from '../checks/all-checks.ts';
import { runCheck, type Check } from '../checks/check.ts';
import type { CheckResult } from '../checks/finding.ts';
import type { Change } from '../document/change.ts';
import type { SetupDocument } from '../document/schema.ts';
import { shopWords } from '../mend/shop-words.ts';
import { Bench } from '../remedy/bench.ts';
import type { Situation } from '../situation/situation.ts';
import type { Band } from '../train/bands.ts';
import { fullThrottle, heatRun } from '../train/heat-run.ts';
import { show } from '../units/show.ts';
import type { CautionId } from './cautions.ts';

/** One figure to watch during a stage, SI: what is expected, with its band, and where to stop. */
export interface Watch {
  readonly quantity: 'batteryCurrentA' | 'cellVoltageV' | 'motorC' | 'escC' | 'rpm' | 'thrustN';
  readonly expected: number;
  readonly band: Band | null;
  /** Beyond it the run ends at once; null where nothing is known to break. */
  readonly stopAt: number | null;
}

/** One stage of a test: what is fitted, what is done, what is watched. */
export interface Stage {
  readonly id: string;
  readonly title: string;
  readonly fit: string;
  readonly do: string;
  readonly watch: readonly Watch[];
  readonly cautions: readonly CautionId[];
}

/** A staged test of a setup, and the stage that comes next. */
export interface Plan {
  readonly stages: readonly Stage[];
  readonly next: { readonly stage: string | null; readonly why: string };
}

/** Temperatures at which a run ends whatever the school of warmth, °C: a case and an ESC too hot to touch. Common practice. */
const STOP_MOTOR_C = 80;
const STOP_ESC_C = 85;
/** Loaded volts per lithium cell below which a run ends. Common practice, no source. */
const STOP_CELL_SHARE = 0.79;

/** Checks of what a craft is wished to do: none of them breaks a part. */
const WISHES: readonly string[] = [
  'time',
  'thrust-to-weight',
  'hover-throttle',
  'payload',
  'hand-launch',
  'level-speed',
  'climb',
  'boat-planing',
  'top-speed',
  'pitch-speed',
  'cells-by-propeller',
  'pack-weight',
  'stalled-blade'
] satisfies readonly CheckId[];

/** Whether a setup may be put on the bench at all: nothing is over that would break. */
export const mayBeTested = (results: readonly CheckResult[]): boolean =>
  !results.some((r) => r.finding === 'over' && !WISHES.includes(r.id));

/** The lowest of what the labels allow of the pack's current, A; null where none says anything. */
function mostCurrentA(s: Situation): number | null {
  const limits = (['esc-current', 'pack-current', 'motor-current', 'connector-current'] as const).flatMap(
    (id: CheckId) => {
      const check = checkOf(id);
      const result = check ? runCheck(check, s) : null;
      if (!result || result.limit === null) return [];
      const each = id === 'esc-current' || id === 'motor-current';
      return [each ? result.limit * s.train.count + s.train.auxiliaryCurrentA : result.limit];
    }
  );
  return limits.length === 0 ? null : Math.min(...limits);
}

/** Steps of the heat of one stage. */
const HEAT_STEPS = 24;

/** What is watched during some seconds at a throttle; a boat's current and rpm are those under way. */
function watchAt(s: Situation, throttle: number, seconds: number): Watch[] {
  const [p] = s.at([{ throttle, speedMs: s.boat?.topSpeedMs ?? 0, stateOfCharge: 1 }]);
  const way = s.boat?.band;
  const watch: Watch[] = [
    {
      quantity: 'batteryCurrentA',
      expected: p.batteryCurrentA,
      band: way?.batteryCurrentA ?? p.band?.batteryCurrentA ?? null,
      stopAt: mostCurrentA(s)
    },
    {
      quantity: 'cellVoltageV',
      expected: p.cellVoltageV,
      band: null,
      stopAt: STOP_CELL_SHARE * (s.worst.openCircuitV / s.setup.battery.series)
    },
    { quantity: 'rpm', expected: p.rpm, band: way?.loadedRpm ?? p.band?.rpm ?? null, stopAt: null }
  ];
  const mass = s.motorMassKg;
  if (mass !== null) {
    const run = fullThrottle(seconds, s.boat?.topSpeedMs ?? 0);
    const heat = heatRun(s.model, s.train, mass, s.supply, [{ ...run, throttle }], HEAT_STEPS);
    watch.push({ quantity: 'motorC', expected: heat.hottestCaseC, band: null, stopAt: STOP_MOTOR_C });
  }
  if (s.kind === 'boat') {
    const escC = runCheck(checkOf('esc-temperature') as Check, s)?.value;
    if (escC != null) watch.push({ quantity: 'escC', expected: escC, band: null, stopAt: STOP_ESC_C });
  }
  return watch;
}

/** The stage without propulsor that every plan begins with. */
const bare = (s: Situation): Stage => ({
  id: 'without',
  title: s.kind === 'boat' ? 'Without the screw' : 'Without propellers',
  fit: s.kind === 'boat' ? 'everything but the screw' : 'everything but the propellers',
  do: `Plug in and run ${s.train.count > 1 ? 'each motor' : 'the motor'} up slowly: does it turn the right way, smoothly, and stop at closed throttle? Swap any two of its three leads to turn it round.${s.kind === 'multirotor' ? ' Check the order of the motors.' : ''}`,
  watch: [],
  cautions: ['props-off', 'pack-plug', 'makers']
});

const RUN_CAUTIONS: Readonly<Record<SetupDocument['craft']['kind'], readonly CautionId[]>> = {
  'fixed-wing': ['restrain', 'out-of-plane', 'eyes', 'short-runs', 'too-hot'],
  multirotor: ['restrain', 'out-of-plane', 'eyes', 'short-runs', 'too-hot'],
  boat: ['no-bystanders', 'screw-clear', 'short-runs', 'too-hot']
};

/** Cell counts from the present to the wanted one: two steps at a time where there are many between. */
function cellSteps(from: number, to: number): number[] {
  if (to <= from) return [];
  const step = Math.max(Math.ceil((to - from) / 3), 1);
  const between = [];
  for (let n = from + step; n < to; n += step) between.push(n);
  return between;
}

/** What is fitted before the setup itself, the lightest load first: the smallest screw on fewer cells, then on all, then larger ones. */
function gentler(before: SetupDocument | null, s: Situation): { title: string; s: Situation }[] {
  const { battery, propulsor: p } = s.setup;
  const cells = cellSteps(before?.battery.series ?? battery.series, battery.series);
  const screws =
    s.kind !== 'boat' || p.kind === 'propeller' || p.kind === 'ducted-fan' || p.coefficients
      ? []
      : screwDiametersM(p.diameterM, 0.76, 0.88, 2).map((diameterM) => ({
          title: `${Math.round(1000 * diameterM)} mm screw`,
          changes: [
            { path: 'propulsor.diameterM', value: diameterM },
            {
              path: 'propulsor.pitchM',
              value: Number(((s.train.pitchM / p.diameterM) * diameterM).toFixed(4))
            }
          ]
        }));
  const smallest = screws[0]?.changes ?? [];
  const bench = new Bench(s, []);
  // a step that no document could hold is left out
  const step = (title: string, changes: readonly Change[]): { title: string; s: Situation }[] => {
    const trial = bench.try([{ text: title, changes }]);
    return trial ? [{ title, s: trial.asLookedAt }] : [];
  };
  return [
    ...cells.flatMap((series) =>
      step(`${series} cells${screws.length > 0 ? `, ${screws[0].title}` : ''}`, [
        { path: 'battery.series', value: series },
        ...smallest
      ])
    ),
    ...screws.flatMap(({ title, changes }) => step(title, changes))
  ];
}

const fitted = (s: Situation): string =>
  `${shopWords('battery', s.setup)}, ${shopWords('propulsor', s.setup)}`;

/** Seconds of a run: a boat's, and at full and part throttle on the bench. Common practice, no source. */
const BOAT_S = 45;
const FULL_S = 5;
const PART_S = 10;

/** Throttles of a bench run of an aeroplane, and of a multirotor that is tied down. */
const THROTTLES = [0.5, 0.75, 1] as const;

function boatStages(before: SetupDocument | null, s: Situation): Stage[] {
  const steps = [...gentler(before, s), { title: 'the setup itself', s }];
  return steps.map(({ title, s: at }, k) => ({
    id: `run-${k + 1}`,
    title: k === steps.length - 1 ? `Run ${k + 1}: as it is meant to be` : `Run ${k + 1}: ${title}`,
    fit: fitted(at),
    do: 'Run 30 to 60 s, bring it in, pull the pack and feel the motor front and back, the ESC, both sets of wires and the pack. Stone cold: leave out a step. Warm: one step further. Too hot to hold: stop, and go back a step.',
    watch: watchAt(at, 1, BOAT_S),
    cautions: RUN_CAUTIONS.boat
  }));
}

function airStages(before: SetupDocument | null, s: Situation): Stage[] {
  const cells = gentler(before, s).map(({ title, s: at }, k): Stage => ({
    id: `cells-${k + 1}`,
    title: `Fewer cells first: ${title}`,
    fit: fitted(at),
    do: `Full throttle for ${FULL_S} s, tied down. Read amps and volts; feel motor, ESC and pack.`,
    watch: watchAt(at, 1, FULL_S),
    cautions: RUN_CAUTIONS[s.kind]
  }));
  const throttles = THROTTLES.map((throttle): Stage => ({
    id: `throttle-${Math.round(100 * throttle)}`,
    title: throttle === 1 ? 'Full throttle' : `${Math.round(100 * throttle)} % throttle`,
    fit: fitted(s),
    do: `Tied down, ${throttle === 1 ? FULL_S : PART_S} s at ${show(100 * throttle)} %. Read amps, volts and rpm; feel motor, ESC, leads and pack.`,
    watch: watchAt(s, throttle, throttle === 1 ? FULL_S : PART_S),
    cautions: RUN_CAUTIONS[s.kind]
  }));
  const first: Stage =
    s.kind === 'multirotor' && s.hover
      ? {
          id: 'hover',
          title: 'Hover',
          fit: fitted(s),
          do: 'Hover low for 60 s over grass, land, pull the pack and feel every motor, the ESCs and the pack.',
          watch: [
            {
              quantity: 'batteryCurrentA',
              expected: s.hover.batteryCurrentA,
              band: s.hover.band?.batteryCurrentA ?? null,
              stopAt: mostCurrentA(s)
            }
          ],
          cautions: ['out-of-plane', 'eyes', 'too-hot']
        }
      : {
          id: 'flight',
          title: 'First flight, short',
          fit: fitted(s),
          do: 'Two minutes, land, read the resting volts per cell and what goes back in; only then a longer one.',
          watch: [],
          cautions: ['too-hot']
        };
  return [...cells, ...throttles, first];
}

/**
 * A staged test of a setup: without propulsor, then the lightest load, then step by step to the setup itself, each stage with
 * what is expected and where to stop. The order is common practice; the figures are the prediction's.
 * @param before the setup that it was changed from; null for a first test
 */
export function planOf(before: SetupDocument | null, s: Situation): Plan {
  const stages = [bare(s), ...(s.kind === 'boat' ? boatStages(before, s) : airStages(before, s))];
  return {
    stages,
    next: { stage: stages[0].id, why: 'nothing has been logged yet: begin without the propulsor' }
  };
}
