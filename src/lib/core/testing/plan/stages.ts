import type { SetupDocument } from '../../document/schema.ts';
import { shopWords } from '../../alternatives/shop-words.ts';
import type { SetupAnalysis } from '../../analysis/setup-analysis.ts';
import { show, showMinutes } from '../../units/show.ts';
import type { CautionId } from '../../cautions/at-test.ts';
import { gentler, type Gentler } from './gentler.ts';
import { passesAt } from './limits.ts';
import type { Last, Stage } from './stage.ts';
import { firstFlightS } from './time-ladder.ts';
import { underWayMs, watchAt, watchHover } from './watch-at.ts';

/** Seconds of a run: a boat's, and at full and part throttle on the bench; of hovers and a climb. Common practice, no source. */
const BOAT_S = 45;
const FULL_S = 5;
const PART_S = 10;
const LOW_HOVER_S = 20;
const HOVER_S = 60;
const CLIMB_S = 3;
const BARE_S = 20;

/** Throttles of a bench run of an aeroplane. */
const THROTTLES = [0.3, 0.5, 0.75, 1] as const;

/** From so many watts, or so large a propeller, a bench run is not stood beside. Common practice, no source. */
const STRONG_W = 1000;
const LARGE_M = 0.38;

/** Cell counts of the owned packs; null where nobody said. */
type Owned = readonly number[] | null;

const METER =
  'A meter that shows volts or amps, not both, needs the run twice, once for each: from the same charge.';

const fitted = (s: SetupAnalysis): string =>
  `${shopWords('battery', s.setup)}, ${shopWords('propulsor', s.setup)}`;

/** The stage without propulsor that every plan begins with. */
const bare = (s: SetupAnalysis): Stage => ({
  id: 'without',
  kind: 'bare',
  title: s.kind === 'boat' ? 'Without the screw' : 'Without propellers',
  fit: s.kind === 'boat' ? 'everything but the screw' : 'everything but the propellers',
  do: `Plug in and run ${s.powertrain.count > 1 ? 'each motor' : 'the motor'} up slowly: does it turn the right way, smoothly, and stop at closed throttle? Swap any two of its three leads to turn it round.${s.kind === 'multirotor' ? ' Check the order of the motors, each by its own control.' : ''} Afterwards feel ${s.powertrain.count > 1 ? 'every motor' : 'the motor'}: warm without a load is a fault.`,
  changes: [],
  throttle: 0.3,
  seconds: BARE_S,
  watch: [],
  cautions: [s.kind === 'boat' ? 'screw-off' : 'props-off', 'pack-plug', 'makers']
});

/** The cautions of a bench run. */
function benchCautions(s: SetupAnalysis): CautionId[] {
  const loud =
    s.worst.electricalPowerW > STRONG_W ||
    s.setup.propulsor.diameterM >= LARGE_M ||
    s.setup.propulsor.kind === 'ducted-fan';
  return [
    'restrain',
    'out-of-plane',
    ...(loud ? (['another-room'] as const) : []),
    'eyes',
    'short-runs',
    'too-hot'
  ];
}

/** Whether the propeller is larger than the room above the ground: fit for a bench, not for a flight. */
const grounded = (s: SetupAnalysis): boolean =>
  s.kind === 'fixed-wing' && s.setup.propulsor.diameterM > (s.setup.craft.largestPropM ?? Infinity) * 1.001;

/** The flights that find the timer, after all else held. */
function ladder(s: SetupAnalysis): Stage {
  const seconds = firstFlightS(s);
  const boat = s.kind === 'boat';
  return {
    id: 'time',
    kind: 'time',
    title: boat ? 'The timer: short run, then longer' : 'The timer: short flight, then longer',
    fit: fitted(s),
    do: `${grounded(s) ? 'Not before the propeller clears the ground. ' : ''}${showMinutes(seconds)}, ${boat ? 'bring it in' : 'land'}, let the pack rest and read the volts per cell, or what goes back in; then the next one, as long as that allows, until the timer is known.`,
    changes: [],
    throttle: 1,
    seconds,
    watch: [],
    cautions: boat ? ['no-bystanders', 'cell-floor', 'too-hot'] : ['open-field', 'cell-floor', 'too-hot']
  };
}

/** A stage, the setup that it is run with, and what that is predicted to pass. */
interface Made {
  readonly stage: Stage;
  readonly passes: string | null;
}

/** A stage with what it is predicted to pass; hovers and boats at the speed they come to. */
const made = (stage: Stage, at: SetupAnalysis, share: number): Made => ({
  stage,
  passes: passesAt(at, stage.throttle, underWayMs(at, stage.throttle), share)
});

/** Throttles of a boat's own setup that are run where full throttle would pass a rating. */
const OWN_THROTTLES = [0.5, 0.65, 0.8, 0.92] as const;

/** Throttles of the setup itself that are tried where full throttle would pass a rating; the highest that holds is the last stage. */
const LAST_THROTTLES = [0.92, 0.85, 0.65, 0.4, 0.2] as const;

function boatStages(before: SetupDocument | null, s: SetupAnalysis, owned: Owned, share: number): Made[] {
  const steps: Gentler[] = [
    ...gentler(before, s, owned),
    // a setup that does not hold full throttle is run itself as far as it does
    ...(passesAt(s, 1, underWayMs(s, 1)) === null
      ? []
      : OWN_THROTTLES.map((throttle) => ({
          title: `${Math.round(100 * throttle)} % throttle`,
          s,
          changes: [],
          throttle
        }))),
    { title: 'the setup itself', s, changes: [] }
  ];
  const stages = steps.map(({ title, s: at, changes, throttle = 1 }, k): Made =>
    made(
      {
        id: `run-${k + 1}`,
        kind: 'run',
        title: k === steps.length - 1 ? `Run ${k + 1}: as it is meant to be` : `Run ${k + 1}: ${title}`,
        fit: fitted(at),
        do: 'Run 30 to 60 s, bring it in, pull the pack and feel the motor front and back, the ESC, both sets of wires and the pack. Stone cold: leave out a step. Warm: one step further. Too hot to hold: stop, and go back a step.',
        changes,
        throttle,
        seconds: BOAT_S,
        watch: watchAt(at, throttle, BOAT_S),
        cautions: ['no-bystanders', 'screw-clear', 'short-runs', 'too-hot']
      },
      at,
      share
    )
  );
  return stages;
}

/** A run on the bench at a throttle. */
const benchRun = (s: SetupAnalysis, throttle: number): Stage => {
  const full = throttle === 1;
  const seconds = full ? FULL_S : PART_S;
  return {
    id: `throttle-${Math.round(100 * throttle)}`,
    kind: 'run',
    title: full ? 'Full throttle' : `${Math.round(100 * throttle)} % throttle`,
    fit: fitted(s),
    do: `Tied down, ${seconds} s at ${show(100 * throttle)} %. Read amps, volts, rpm and thrust; feel motor, ESC, leads and pack. ${METER}`,
    changes: [],
    throttle,
    seconds,
    watch: watchAt(s, throttle, seconds),
    cautions: benchCautions(s)
  };
};

function planeStages(before: SetupDocument | null, s: SetupAnalysis, owned: Owned, share: number): Made[] {
  const cells = gentler(before, s, owned).map(({ title, s: at, changes }, k): Made =>
    made(
      {
        id: `cells-${k + 1}`,
        kind: 'run',
        title: `Fewer cells first: ${title}`,
        fit: fitted(at),
        do: `Full throttle for ${FULL_S} s, tied down. Read amps and volts; feel motor, ESC and pack. ${METER}`,
        changes,
        throttle: 1,
        seconds: FULL_S,
        watch: watchAt(at, 1, FULL_S),
        cautions: benchCautions(at)
      },
      at,
      share
    )
  );
  const runs = THROTTLES.map((throttle) => made(benchRun(s, throttle), s, share));
  // short of full throttle the last stage is the highest that holds
  const held = THROTTLES.filter((t) => passesAt(s, t, 0) === null).length;
  const between =
    held === runs.length
      ? undefined
      : LAST_THROTTLES.find(
          (t) => t < THROTTLES[held] && t > (THROTTLES[held - 1] ?? 0) && passesAt(s, t, 0) === null
        );
  const last = between === undefined ? [] : [made(benchRun(s, between), s, share)];
  return [...cells, ...runs.slice(0, held), ...last, ...runs.slice(held)];
}

/** Hovers before full throttle: a multirotor is tested in the air it stands in, low over grass. */
function rotorStages(before: SetupDocument | null, s: SetupAnalysis, owned: Owned, share: number): Made[] {
  const steps: { title: string; s: SetupAnalysis; changes: Stage['changes'] }[] = [
    ...gentler(before, s, owned).map((g) => ({ ...g, title: `Fewer cells first: ${g.title}` })),
    { title: 'Hover low', s, changes: [] }
  ];
  const low = steps.flatMap(({ title, s: at, changes }, k): Made[] =>
    at.hover
      ? [
          made(
            {
              id: k === steps.length - 1 ? 'hover-low' : `cells-${k + 1}`,
              kind: 'hover',
              title,
              fit: fitted(at),
              do: `Lift off to knee height for ${LOW_HOVER_S} s: does it stand without drifting, shaking or howling? Land at once if not; feel every motor.`,
              changes,
              throttle: at.hover.throttle,
              seconds: LOW_HOVER_S,
              watch: watchHover(at, LOW_HOVER_S),
              cautions: ['open-field', 'eyes', 'too-hot']
            },
            at,
            share
          )
        ]
      : []
  );
  const minute: Stage[] = s.hover
    ? [
        {
          id: 'hover',
          kind: 'hover',
          title: 'Hover for a minute',
          fit: fitted(s),
          do: 'Hover low for 60 s over grass, land, pull the pack and feel every motor, the ESCs and the pack.',
          changes: [],
          throttle: s.hover.throttle,
          seconds: HOVER_S,
          watch: watchHover(s, HOVER_S),
          cautions: ['open-field', 'eyes', 'too-hot']
        }
      ]
    : [];
  const climb: Stage = {
    id: 'throttle-100',
    kind: 'run',
    title: 'Full throttle, a short climb',
    fit: fitted(s),
    do: `Straight up at full throttle for ${CLIMB_S} s from a hover, back, land. Read the highest amps and the lowest volts from the log or the goggles; feel motors, ESCs and pack. ${METER}`,
    changes: [],
    throttle: 1,
    seconds: CLIMB_S,
    watch: watchAt(s, 1, CLIMB_S),
    cautions: ['open-field', 'short-runs', 'too-hot']
  };
  return [...low, ...[...minute, climb].map((stage) => made(stage, s, share))];
}

const STAGES = { boat: boatStages, 'fixed-wing': planeStages, multirotor: rotorStages } as const;

/** Stages of the setup itself at part throttle that draw no more than a gentler one before them tell nothing: they are left out. */
function climbing(stages: readonly Stage[]): Stage[] {
  let most = 0;
  return stages.filter((stage) => {
    const amps = stage.watch.find((w) => w.quantity === 'batteryCurrentA')?.expected ?? Infinity;
    if (stage.throttle < 1 && stage.kind === 'run' && amps <= most) return false;
    most = Math.max(most, amps);
    return true;
  });
}

/** The stages of a setup's test, and where they end. */
export interface Staged {
  readonly stages: readonly Stage[];
  readonly last: Last | null;
}

/**
 * The stages of a setup's test: without propulsor, then the lightest load, then step by step to the setup itself, then the timer.
 * What is predicted to pass a rating is left out, and with it the timer: then the plan says which stage is the last and why.
 * Without any that holds there is no test.
 * @param share of the predicted amps that were read at gentler steps; 1 where nothing was
 */
export function stagesOf(
  before: SetupDocument | null,
  s: SetupAnalysis,
  owned: Owned = null,
  over: string | null = null,
  share = 1
): Staged {
  const all = STAGES[s.kind](before, s, owned, share);
  const held = climbing(all.filter((m) => m.passes === null).map((m) => m.stage));
  const refused = all.find((m) => m.passes !== null);
  if (held.length === 0) return { stages: [], last: null };
  const last = held[held.length - 1];
  if (!refused)
    return over === null
      ? { stages: [bare(s), ...held, ladder(s)], last: null }
      : {
          stages: [bare(s), ...held],
          last: { stage: last.id, why: `full throttle holds for these short runs only: ${over}` }
        };
  return {
    stages: [bare(s), ...held],
    last: { stage: last.id, why: `“${refused.stage.title}” ${refused.passes as string}` }
  };
}
