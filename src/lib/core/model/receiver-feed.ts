import type { Load, RailPart, SetupDocument } from '../document/schema.ts';
import { loadTitle } from '../document/load-words.ts';
import { partTitleOnRail } from '../document/rail-words.ts';
import { CHEMISTRIES } from '../parts/pack/chemistry.ts';
import { openCircuitCellV } from '../parts/pack/open-circuit.ts';
import { MOVING_SHARE, USUAL_LOADS } from '../parts/bec/loads.ts';
import { supplyInputA, USUAL_OUTPUT_V } from '../parts/bec/regulator.ts';
import { SERVO_SIZES, servoAt, servoSize } from '../parts/bec/servo-sizes.ts';

/** One kind of load on the receiver supply, at the volts it gets: all of its number together. */
interface FedLoad {
  /** Where it stands in the document. */
  readonly path: string;
  readonly title: string;
  readonly count: number;
  readonly volts: number;
  /** Amps of all of them: at rest, moving, and held fast. */
  readonly idleA: number;
  readonly movingA: number;
  readonly stallA: number;
  /** Amps held fast of one of them. */
  readonly stallEachA: number;
  readonly movingEachA: number;
  /** Whether any of its amps are those usual for its kind. */
  readonly estimated: boolean;
  /** Whether it moves: at rest most of the time. */
  readonly moves: boolean;
}

/** What feeds receiver and servos, and what they ask for. */
export interface ReceiverFeed {
  readonly source: 'esc' | 'separate' | 'own-pack' | 'none';
  readonly name: string;
  readonly kind: 'linear' | 'switching' | 'direct';
  /** Whether it is told to be linear or switching; one that is not is taken as switching, and said so. */
  readonly kindTold: boolean;
  /** Whether nobody said what feeds the receiver: the ESC may have a supply of its own, or none. */
  readonly asked: boolean;
  /** Volts at its output; of an own pack without a regulator, those of the full pack. */
  readonly outputV: number;
  /** Whether those volts are told. */
  readonly outputTold: boolean;
  readonly outputsV: readonly number[];
  readonly continuousA: number | null;
  readonly burstA: number | null;
  readonly loads: readonly FedLoad[];
  /** Number of servos: of the loads, or of the brief. */
  readonly servos: number | null;
  /** All moving and the strongest held fast, A; null where nothing is known of the loads. */
  readonly peakA: number | null;
  /** All moving at once. */
  readonly movingA: number | null;
  /** On average in flight. */
  readonly averageA: number | null;
  /** What the brief or a meter told as the peak; null where the loads say it. */
  readonly toldPeakA: number | null;
}

/** Average over peak amps of servos and receiver where only the peak is told. From memory, 0.35 to 0.6. */
const AVERAGE_OF_PEAK = 0.5;

/**
 * Volts that an own pack gives: fresh off the charger, but for nickel cells, whose surface charge is gone with the first servo
 * that moves.
 */
const receiverPackV = (pack: NonNullable<NonNullable<SetupDocument['receiverSupply']>['pack']>): number =>
  pack.series * (pack.chemistry === 'nimh' ? CHEMISTRIES.nimh.nominalV : openCircuitCellV(pack.chemistry, 1));

type Source = Pick<
  ReceiverFeed,
  | 'source'
  | 'name'
  | 'kind'
  | 'kindTold'
  | 'asked'
  | 'outputV'
  | 'outputTold'
  | 'outputsV'
  | 'continuousA'
  | 'burstA'
>;

/**
 * Whether an ESC has a supply of its own: told by its kind, or by volts or amps that its label gives. One of which nothing is
 * told may have one: most have.
 */
export function escSupplyOf(esc: SetupDocument['esc'] | null): 'has' | 'has-not' | 'not-told' {
  if (esc?.becKind === 'none') return 'has-not';
  const told =
    esc?.becKind != null ||
    esc?.becV != null ||
    esc?.becA != null ||
    esc?.becBurstA != null ||
    (esc?.becOutputsV ?? []).length > 0;
  return told ? 'has' : 'not-told';
}

/** What feeds the receiver of a setup, without its loads. */
function sourceOf({ esc, receiverSupply }: SetupDocument): Source {
  if (receiverSupply) {
    const { kind, pack } = receiverSupply;
    const regulated = receiverSupply.outputV != null;
    return {
      source: kind === 'own-pack' ? 'own-pack' : 'separate',
      name: receiverSupply.name ?? (kind === 'own-pack' ? 'a pack of its own' : 'separate supply'),
      kind: kind === 'own-pack' ? (regulated ? 'switching' : 'direct') : kind,
      kindTold: true,
      asked: false,
      outputV: receiverSupply.outputV ?? (kind === 'own-pack' && pack ? receiverPackV(pack) : USUAL_OUTPUT_V),
      outputTold: regulated || (kind === 'own-pack' && pack != null),
      outputsV: receiverSupply.outputsV ?? [],
      continuousA:
        receiverSupply.continuousA ??
        (kind === 'own-pack' && pack?.continuousC != null ? pack.continuousC * pack.capacityAh : null),
      burstA: receiverSupply.burstA ?? null
    };
  }
  const supply = escSupplyOf(esc);
  const own = supply === 'has';
  return {
    source: own ? 'esc' : 'none',
    name: own ? 'the ESC’s own' : 'nothing yet',
    kind: esc?.becKind === 'linear' ? 'linear' : 'switching',
    kindTold: !own || esc?.becKind != null,
    asked: supply === 'not-told',
    outputV: esc?.becV ?? USUAL_OUTPUT_V,
    outputTold: esc?.becV != null,
    outputsV: esc?.becOutputsV ?? [],
    continuousA: own ? (esc?.becA ?? null) : null,
    burstA: own ? (esc?.becBurstA ?? null) : null
  };
}

/** A load at the volts it gets: told amps as they are, others by its size or kind. */
function fedLoad(load: Load, supplyV: number, path: string): FedLoad {
  const count = load.count ?? 1;
  const volts = load.stepDownV == null ? supplyV : Math.min(load.stepDownV, supplyV);
  const usual =
    load.kind === 'servo'
      ? servoAt(servoSize(load.size) ?? SERVO_SIZES[3], volts)
      : load.kind === 'retract'
        ? servoAt(USUAL_LOADS.retract, volts)
        : USUAL_LOADS[load.kind];
  const idle = load.idleA ?? Math.min(usual.idleA, load.movingA ?? Infinity, load.stallA ?? Infinity);
  const moving = load.movingA ?? Math.max(Math.min(usual.movingA, load.stallA ?? Infinity), idle);
  const moves = load.kind === 'servo' || load.kind === 'retract';
  const stall = load.stallA ?? (moves ? Math.max(usual.stallA, moving) : moving);
  // a step-down takes fewer amps at the supply's volts than it gives
  const share = load.stepDownV == null ? 1 : supplyInputA('switching', supplyV, volts, 1);
  return {
    path,
    title: loadTitle(load),
    count,
    volts,
    idleA: count * idle * share,
    movingA: count * moving * share,
    stallA: count * stall * share,
    stallEachA: stall * share,
    movingEachA: moving * share,
    estimated: load.movingA == null || (moves && load.stallA == null),
    moves
  };
}

const railLoad = (part: RailPart, at: number, supplyV: number): FedLoad[] =>
  part.fedBy === 'supply' && part.currentA != null && part.currentA > 0
    ? [
        fedLoad(
          { kind: 'other', name: partTitleOnRail(part), idleA: part.currentA, movingA: part.currentA },
          supplyV,
          `rail.${at}`
        )
      ]
    : [];

const sum = (list: readonly FedLoad[], of: (load: FedLoad) => number): number =>
  list.reduce((total, load) => total + of(load), 0);

/**
 * What feeds the receiver of a setup and what hangs on it. With loads listed their sums count: the peak is all of them moving
 * and the strongest of all held fast; on average a servo moves a quarter of the time. A peak told beside them counts where it
 * was measured, or where it is the larger.
 */
export function receiverFeedOf(setup: SetupDocument): ReceiverFeed {
  const source = sourceOf(setup);
  const loads = [
    ...(setup.loads ?? []).map((load, k) => fedLoad(load, source.outputV, `loads.${k}`)),
    ...(setup.rail ?? []).flatMap((part, k) => railLoad(part, k, source.outputV))
  ];
  const told = setup.craft.receiverCurrentA ?? null;
  const listed = setup.loads != null && setup.loads.length > 0;
  const movingA = sum(loads, (l) => l.movingA);
  const jammed = Math.max(0, ...loads.map((l) => l.stallEachA - l.movingEachA));
  const summedPeakA = movingA + jammed;
  const measured =
    (setup.sources as Record<string, string> | undefined)?.['craft.receiverCurrentA'] === 'measured';
  const byTold = told !== null && (!listed || measured || told > summedPeakA);
  const averageA = sum(loads, (l) => l.idleA + (l.moves ? MOVING_SHARE * (l.movingA - l.idleA) : 0));
  return {
    ...source,
    loads,
    servos: listed
      ? (setup.loads ?? []).reduce((n, l) => n + (l.kind === 'servo' ? (l.count ?? 1) : 0), 0)
      : (setup.craft.servos ?? null),
    peakA: byTold ? told : listed ? summedPeakA : null,
    movingA: listed ? movingA : null,
    averageA: listed
      ? byTold && summedPeakA > 0
        ? (averageA * (told as number)) / summedPeakA
        : averageA
      : told === null
        ? null
        : AVERAGE_OF_PEAK * told,
    toldPeakA: byTold ? told : null
  };
}

/**
 * Amps that receiver, servos and what else hangs on the pack take from it on average, A, at its nominal volts; null where no
 * loads are listed and nothing on the pack says its amps: then nothing is known.
 */
export function auxiliaryOf(setup: SetupDocument): number | null {
  const packV = setup.battery.series * CHEMISTRIES[setup.battery.chemistry].nominalV;
  const onPack = (setup.rail ?? []).filter((p) => p.fedBy !== 'supply' && p.currentA != null);
  if (!setup.loads?.length && onPack.length === 0) return null;
  const feed = receiverFeedOf(setup);
  const fromPack =
    feed.source === 'own-pack' || feed.averageA === null || !setup.loads?.length
      ? 0
      : supplyInputA(feed.kind, packV, feed.outputV, feed.averageA);
  return fromPack + onPack.reduce((a, p) => a + (p.currentA as number), 0);
}

/**
 * Watts that flight controller, receiver and video of a multirotor take, by the cells of its pack: from a board that flies on one
 * cell to a camera craft. From memory of meters on such craft, 2 to 6 W, ±50 %.
 */
const ELECTRONICS_W = [2, 3, 4, 5, 6] as const;

/**
 * Amps of a multirotor's electronics where neither they nor any load are told, A at the pack's nominal volts; null for other
 * craft, and for one motor, which is on a stand. An ESC that loses nothing, or a motor whose resistance under load is given, is
 * one of a worked circuit: nothing is added to it.
 */
function electronicsA({
  craft,
  battery,
  esc,
  motor,
  count
}: SetupDocument): { watts: number; amps: number } | null {
  if (craft.kind !== 'multirotor' || (count ?? 1) === 1) return null;
  if (esc?.switchingLossShare === 0 || motor.loadedResistanceFactor != null) return null;
  const watts = ELECTRONICS_W[Math.min(battery.series, ELECTRONICS_W.length) - 1];
  return { watts, amps: watts / (battery.series * CHEMISTRIES[battery.chemistry].nominalV) };
}

/** What hangs on the pack beside the powertrain where the document does not say it, A, and how that was found; null where nothing is known. */
export function estimatedAuxiliary(setup: SetupDocument): { amps: number; working: string } | null {
  const listed = auxiliaryOf(setup);
  if (listed !== null)
    return { amps: listed, working: 'the loads that are listed, on average, through their supply' };
  const usual = electronicsA(setup);
  return (
    usual && {
      amps: usual.amps,
      working: `flight controller, receiver and video of such craft take about ${usual.watts} W`
    }
  );
}
