import type { SetupDocument } from '../../document/schema.ts';
import { shopWords } from '../../mend/shop-words.ts';
import type { Situation } from '../../situation/situation.ts';
import { show, showMinutes } from '../../units/show.ts';
import type { CautionId } from '../../cautions/at-test.ts';
import { gentler, type Gentler } from './gentler.ts';
import type { Stage } from './stage.ts';
import { firstFlightS } from './time-ladder.ts';
import { watchAt, watchHover } from './watch-at.ts';

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

const fitted = (s: Situation): string =>
  `${shopWords('battery', s.setup)}, ${shopWords('propulsor', s.setup)}`;

/** The stage without propulsor that every plan begins with. */
const bare = (s: Situation): Stage => ({
  id: 'without',
  kind: 'bare',
  title: s.kind === 'boat' ? 'Without the screw' : 'Without propellers',
  fit: s.kind === 'boat' ? 'everything but the screw' : 'everything but the propellers',
  do: `Plug in and run ${s.train.count > 1 ? 'each motor' : 'the motor'} up slowly: does it turn the right way, smoothly, and stop at closed throttle? Swap any two of its three leads to turn it round.${s.kind === 'multirotor' ? ' Check the order of the motors, each by its own control.' : ''} Afterwards feel ${s.train.count > 1 ? 'every motor' : 'the motor'}: warm without a load is a fault.`,
  changes: [],
  throttle: 0.3,
  seconds: BARE_S,
  watch: [],
  cautions: [s.kind === 'boat' ? 'screw-off' : 'props-off', 'pack-plug', 'makers']
});

/** The cautions of a bench run. */
function benchCautions(s: Situation): CautionId[] {
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
const grounded = (s: Situation): boolean =>
  s.kind === 'fixed-wing' && s.setup.propulsor.diameterM > (s.setup.craft.largestPropM ?? Infinity) * 1.001;

/** The flights that find the timer, after all else held. */
function ladder(s: Situation): Stage {
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

function boatStages(before: SetupDocument | null, s: Situation, owned: Owned): Stage[] {
  const steps: Gentler[] = [...gentler(before, s, owned), { title: 'the setup itself', s, changes: [] }];
  return steps.map(({ title, s: at, changes, throttle = 1 }, k) => ({
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
  }));
}

/** A run on the bench at a throttle. */
const benchRun = (s: Situation, throttle: number): Stage => {
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

function planeStages(before: SetupDocument | null, s: Situation, owned: Owned): Stage[] {
  const cells = gentler(before, s, owned).map(({ title, s: at, changes }, k): Stage => ({
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
  }));
  return [...cells, ...THROTTLES.map((throttle) => benchRun(s, throttle))];
}

/** Hovers before full throttle: a multirotor is tested in the air it stands in, low over grass. */
function rotorStages(before: SetupDocument | null, s: Situation, owned: Owned): Stage[] {
  const steps: { title: string; s: Situation; changes: Stage['changes'] }[] = [
    ...gentler(before, s, owned).map((g) => ({ ...g, title: `Fewer cells first: ${g.title}` })),
    { title: 'Hover low', s, changes: [] }
  ];
  const low = steps.flatMap(({ title, s: at, changes }, k): Stage[] =>
    at.hover
      ? [
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
          }
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
  return [...low, ...minute, climb];
}

const STAGES = { boat: boatStages, 'fixed-wing': planeStages, multirotor: rotorStages } as const;

/** Every stage of a setup's test: without propulsor, then the lightest load, then step by step to the setup itself, then the timer. */
export const stagesOf = (before: SetupDocument | null, s: Situation, owned: Owned = null): Stage[] => [
  bare(s),
  ...STAGES[s.kind](before, s, owned),
  ladder(s)
];
