import {
  RECEIVER_PACKS,
  SUPPLIES_A,
  supplyMassKg,
  type ReceiverPackSize
} from '../standard-sizes/receiver-supplies.ts';
import { runCheck } from '../checks/check.ts';
import type { CheckResult, Finding } from '../checks/finding.ts';
import { loadVolts } from '../checks/load-volts.ts';
import { OUT_OF_THE_LOOP, receiverSupply } from '../checks/receiver-supply.ts';
import { receiverVolts } from '../checks/receiver-volts.ts';
import { withChanges, type Change } from '../document/change.ts';
import type { SetupDocument } from '../document/schema.ts';
import { MARGINS } from '../document/schools.ts';
import { escSupplyOf, receiverFeedOf, type ReceiverFeed } from '../model/receiver-feed.ts';
import { CHEMISTRIES } from '../parts/pack/chemistry.ts';
import { estimatePackMassKg } from '../parts/pack/estimate-mass.ts';
import { supplyHeatW } from '../parts/bec/regulator.ts';
import { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { show, showUnit } from '../units/show.ts';

/** One way to feed the receiver, with what it gives, weighs and asks for. */
interface SupplyChoice {
  readonly id: string;
  readonly title: string;
  /** Whether it is what the setup has now. */
  readonly present: boolean;
  readonly outputV: number;
  readonly ratedA: number | null;
  readonly peakA: number | null;
  readonly averageA: number | null;
  /** Heat it makes on average, W. */
  readonly heatW: number | null;
  /** What it adds to the craft, kg: 0 for the ESC's own. */
  readonly massKg: number;
  /** Flights of ordinary length from one charge of a pack of its own; null where the flight pack feeds it. */
  readonly flights: number | null;
  /** Whether the receiver goes dead with the flight pack. */
  readonly diesWithPack: boolean;
  readonly finding: Finding;
  /** What it is judged by, worst first. */
  readonly findings: readonly CheckResult[];
  /** Why one would, or would not. */
  readonly says: string;
  /** Makes it so; null for what the setup has now. */
  readonly changes: readonly Change[] | null;
}

/** What feeds receiver and servos of a setup, what hangs on it, and the other ways. */
export interface ReceiverPicture {
  readonly feed: ReceiverFeed;
  readonly choices: readonly SupplyChoice[];
  /** How each school of when to separate turns out here. */
  readonly schools: readonly { id: string; title: string; why: string; separate: boolean }[];
  /** What is to be done with the ESC's own supply, and what one battery more is for. */
  readonly notes: readonly string[];
}

/** Share of a receiver pack that is used between charges. Common practice, no source. */
const USABLE = 0.8;
/** A flight where the setup's own length is not known, s. */
const FLIGHT_S = 600;
/** Flights that a pack of its own should last at least: a day at the field. Common practice, no source. */
const DAY_FLIGHTS = 4;
/** How many sizes of each chemistry are shown. */
const SIZES = 2;

const RANK: readonly Finding[] = ['over', 'unknown', 'tight', 'holds'];
const CHEMISTRY_WORDS: Readonly<Record<string, string>> = {
  lipo: 'two lithium cells: 8.4 V full, so servos must be made for it, or a regulator goes behind',
  lifepo4: 'two iron-phosphate cells: 7.2 V full, 6.4 V most of the time, calm with charging',
  nimh: 'four nickel cells: what every servo and receiver takes, heavy, and sags in the cold'
};

/** Flights from one charge of a pack that gives `averageA` at its output. */
function flightsOf(capacityAh: number, averageA: number | null, flightS: number): number | null {
  return averageA === null || !(averageA > 0)
    ? null
    : Math.floor((USABLE * capacityAh * 3600) / (averageA * flightS));
}

function choiceOf(
  s: SetupAnalysis,
  id: string,
  title: string,
  changes: readonly Change[] | null,
  says: string
): SupplyChoice {
  const document = changes === null ? s.document : withChanges(s.document, changes);
  const at = changes === null ? s : new SetupAnalysis(document, { ...s.look, bands: false });
  const feed = receiverFeedOf(at.setup);
  const findings = [receiverSupply, loadVolts, receiverVolts]
    .flatMap((check) => runCheck(check, at) ?? [])
    .sort((a, b) => RANK.indexOf(a.finding) - RANK.indexOf(b.finding));
  const own = at.setup.receiverSupply?.kind === 'own-pack' ? at.setup.receiverSupply.pack : null;
  const inputV = at.worst.openCircuitV;
  const massKg =
    feed.source === 'separate' || feed.source === 'own-pack'
      ? (at.setup.receiverSupply?.massKg ??
        (own ? (own.massKg ?? estimatePackMassKg(own.chemistry, own.series, own.capacityAh)) : 0))
      : 0;
  return {
    id,
    title,
    present: changes === null,
    outputV: feed.outputV,
    ratedA: feed.continuousA,
    peakA: feed.peakA,
    averageA: feed.averageA,
    heatW:
      feed.averageA === null || feed.source === 'own-pack'
        ? null
        : supplyHeatW(feed.kind, inputV, feed.outputV, feed.averageA),
    massKg,
    flights: own ? flightsOf(own.capacityAh, feed.averageA, at.lasting('mixed')?.seconds || FLIGHT_S) : null,
    diesWithPack: feed.source !== 'own-pack',
    finding: findings[0]?.finding ?? 'unknown',
    findings,
    says,
    changes
  };
}

const CLEARED: readonly Change[] = [
  { path: 'receiverSupply.name', value: null },
  { path: 'receiverSupply.minVoltageV', value: null },
  { path: 'receiverSupply.maxVoltageV', value: null },
  { path: 'receiverSupply.burstA', value: null }
];

const packTitle = (p: ReceiverPackSize): string =>
  `${p.series} × ${CHEMISTRIES[p.chemistry].name}, ${show(p.capacityAh, 2)} Ah`;

function ownPack(s: SetupAnalysis, p: ReceiverPackSize, regulated = false): SupplyChoice {
  const cells = estimatePackMassKg(p.chemistry, p.series, p.capacityAh);
  const massKg = Number((cells + (regulated ? REGULATOR_KG : 0)).toPrecision(2));
  return choiceOf(
    s,
    `own-${p.chemistry}-${p.capacityAh}${regulated ? '-regulated' : ''}`,
    `a pack of its own: ${packTitle(p)}${regulated ? ', regulated' : ''}`,
    [
      // names are text and may not be null: an own pack is called by what it is
      ...CLEARED.filter((c) => c.path !== 'receiverSupply.name'),
      { path: 'receiverSupply.name', value: `own pack, ${packTitle(p)}` },
      { path: 'receiverSupply.kind', value: 'own-pack' },
      { path: 'receiverSupply.outputV', value: regulated ? REGULATED_V : null },
      { path: 'receiverSupply.continuousA', value: Number((p.continuousC * p.capacityAh).toPrecision(3)) },
      { path: 'receiverSupply.massKg', value: massKg },
      { path: 'receiverSupply.pack.chemistry', value: p.chemistry },
      { path: 'receiverSupply.pack.series', value: p.series },
      { path: 'receiverSupply.pack.capacityAh', value: p.capacityAh },
      { path: 'receiverSupply.pack.continuousC', value: p.continuousC },
      { path: 'receiverSupply.pack.massKg', value: massKg }
    ],
    regulated
      ? 'two lithium cells behind a regulator of 5 V: light, and for any servo; one part more that can fail.'
      : `${CHEMISTRY_WORDS[p.chemistry]}.`
  );
}

/** A small regulator behind a pack of its own: its mass and volts. Common practice, no source. */
const REGULATOR_KG = 0.01;
const REGULATED_V = 5;

/** The sizes of each chemistry that last a day at the field, the smallest first; the largest where none does. */
function ownPacks(s: SetupAnalysis): SupplyChoice[] {
  const chemistries = [...new Set(RECEIVER_PACKS.map((p) => p.chemistry))];
  return chemistries.flatMap((chemistry) => {
    const all = RECEIVER_PACKS.filter((p) => p.chemistry === chemistry).map((p) => ownPack(s, p));
    const from = all.findIndex((c) => (c.flights ?? 0) >= DAY_FLIGHTS);
    const first = Math.max(from < 0 ? all.length - SIZES : Math.min(from, all.length - SIZES), 0);
    const shown = all.slice(first, first + SIZES);
    const sizes = RECEIVER_PACKS.filter((p) => p.chemistry === chemistry);
    return chemistry === 'lipo' ? [...shown, ownPack(s, sizes[first], true)] : shown;
  });
}

const presentTitle = (feed: ReceiverFeed): string =>
  feed.source === 'none'
    ? feed.asked
      ? 'not told: does the ESC feed it?'
      : 'nothing feeds it yet'
    : `as it is: ${feed.name}`;

/** The smallest separate supply that gives the peak; the largest where none does. */
function separate(s: SetupAnalysis, feed: ReceiverFeed): SupplyChoice {
  const amps = SUPPLIES_A.find((a) => a >= (feed.peakA ?? 0)) ?? SUPPLIES_A[SUPPLIES_A.length - 1];
  const outputV = s.setup.esc?.becV ?? 5;
  const full = Math.ceil(10 * s.worst.openCircuitV - 1e-9) / 10;
  return choiceOf(
    s,
    'separate',
    `a switching supply of its own, ${showUnit(amps, 'A', 2)}`,
    [
      ...CLEARED.filter((c) => c.path !== 'receiverSupply.name' && c.path !== 'receiverSupply.maxVoltageV'),
      { path: 'receiverSupply.name', value: `${show(amps, 2)} A supply` },
      { path: 'receiverSupply.kind', value: 'switching' },
      { path: 'receiverSupply.outputV', value: outputV },
      { path: 'receiverSupply.continuousA', value: amps },
      { path: 'receiverSupply.maxVoltageV', value: full },
      { path: 'receiverSupply.massKg', value: supplyMassKg(amps) }
    ],
    'hangs on the flight pack; runs cool whatever the cells, and keeps the servos’ jolts away from the ESC.'
  );
}

/**
 * What feeds receiver and servos of a setup, what hangs on it, and the other ways to do it, each judged by the same checks.
 * Flights are of the length of ordinary use.
 */
export function receiverPictureOf(s: SetupAnalysis): ReceiverPicture {
  const feed = receiverFeedOf(s.setup);
  const { esc } = s.setup;
  const own = escSupplyOf(esc);
  const hasOwn = own === 'has';
  const choices: SupplyChoice[] = [
    choiceOf(s, 'present', presentTitle(feed), null, 'what the setup says now.')
  ];
  if (hasOwn && feed.source !== 'esc') choices.push(ofEsc(s));
  if (feed.source !== 'separate') choices.push(separate(s, feed));
  choices.push(...ownPacks(s));
  const cells = s.setup.battery.series;
  const servos = feed.servos ?? 0;
  const present = choices[0];
  const wants: Readonly<Record<string, boolean>> = {
    own: feed.source === 'none' || present.finding === 'over',
    separate: cells >= 4,
    'separate-servos': servos >= 4
  };
  const lightest = choices
    .filter((c) => !c.diesWithPack && (c.finding === 'holds' || c.finding === 'tight'))
    .sort((a, b) => a.massKg - b.massKg)[0];
  return {
    feed,
    choices,
    schools: MARGINS['receiver-supply'].schools.map((school) => ({ ...school, separate: wants[school.id] })),
    notes: [
      hasOwn
        ? `Whenever something else feeds the receiver: ${OUT_OF_THE_LOOP}. Two supplies on one lead fight each other.`
        : own === 'not-told'
          ? `Whether this ESC has a supply of its own is not told: look on its label for BEC, with volts and amps. If it has one and something else feeds the receiver, ${OUT_OF_THE_LOOP}.`
          : 'This ESC has no supply of its own: its lead carries only the signal and its return, and something else must feed the receiver.',
      lightest
        ? `A flight pack that cuts out or comes unplugged must not take the receiver with it: ${lightest.title} costs ${showUnit(1000 * lightest.massKg, 'g', 2)} and leaves the controls alive.`
        : 'A flight pack that cuts out or comes unplugged must not take the receiver with it: only a pack of its own does that.'
    ]
  };
}

/** The ESC's own supply again. */
const ofEsc = (s: SetupAnalysis): SupplyChoice => {
  const document: SetupDocument = { ...s.document, receiverSupply: null };
  const at = new SetupAnalysis(document, { ...s.look, bands: false });
  return {
    ...choiceOf(at, 'esc', 'the ESC’s own', null, 'no weight and no wire more; dies with the flight pack.'),
    present: false,
    changes: [{ path: 'receiverSupply', value: null }]
  };
};
