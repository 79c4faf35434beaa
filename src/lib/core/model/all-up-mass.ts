import type { PlacedPart } from '../registry/parts.ts';
import { estimatePackMassKg } from '../parts/pack/estimate-mass.ts';
import { estimateEscMassKg } from '../parts/esc/estimate-mass.ts';
import { motorMassOf } from '../parts/motor/mass.ts';
import type { SetupDocument } from '../document/schema.ts';
import { isTyped } from '../document/sources.ts';

/** One part's share of the all-up weight. */
export interface MassShare {
  readonly part: PlacedPart;
  readonly title: string;
  readonly kg: number;
  readonly estimated: boolean;
}

/** How many ESCs a setup has: one a motor, or boards that drive several; as many as are counted. */
export const escBoardsOf = ({ count, esc }: SetupDocument): number =>
  (esc?.channels ?? 1) > 1 ? (esc?.boards ?? Math.ceil((count ?? 1) / (esc?.channels ?? 1))) : (count ?? 1);

/** What the chosen parts weigh, kg each: given, or estimated where the part's size allows it. */
export function partMasses(setup: SetupDocument): MassShare[] {
  const count = setup.count ?? 1;
  const { battery, motor, esc, propulsor, receiverSupply } = setup;
  const list: MassShare[] = [];
  const add = (
    part: MassShare['part'],
    title: string,
    given: number | null | undefined,
    estimate: number | null,
    times = 1
  ): void => {
    const kg = given ?? estimate;
    if (kg !== null && kg > 0) list.push({ part, title, kg: times * kg, estimated: given == null });
  };
  add(
    'battery',
    'pack',
    battery.massKg,
    estimatePackMassKg(battery.chemistry, battery.series, battery.capacityAh)
  );
  const boards = escBoardsOf(setup);
  add(
    'esc',
    boards < count
      ? `${boards > 1 ? `${boards} ESC boards` : 'ESC board'}`
      : count > 1
        ? `${count} ESCs`
        : 'ESC',
    esc?.massKg,
    esc?.continuousA == null ? null : estimateEscMassKg(esc.continuousA, esc.channels ?? 1),
    boards
  );
  add('motor', count > 1 ? `${count} motors` : 'motor', motor.massKg, motorMassOf(motor)?.kg ?? null, count);
  add('propulsor', count > 1 ? `${count} propulsors` : 'propulsor', propulsor.massKg, null, count);
  const own = receiverSupply?.kind === 'own-pack' ? receiverSupply.pack : null;
  add(
    'receiverSupply',
    own ? 'receiver pack' : 'receiver supply',
    receiverSupply?.massKg ?? own?.massKg,
    own ? estimatePackMassKg(own.chemistry, own.series, own.capacityAh) : null
  );
  return list;
}

/**
 * The setup with its all-up weight made from the airframe's, where the brief gives that: the chosen parts add to it. A
 * setup with a fixed all-up weight is returned as it is.
 */
export function withAllUpMass(setup: SetupDocument): SetupDocument {
  const { airframeMassKg } = setup.craft;
  if (airframeMassKg == null) return setup;
  const sum = partMasses(setup).reduce((kg, part) => kg + part.kg, airframeMassKg);
  const massKg = Number(sum.toPrecision(6));
  return massKg === setup.craft.massKg ? setup : { ...setup, craft: { ...setup.craft, massKg } };
}

/** What the parts weigh together, kg. */
export const partsKg = (setup: SetupDocument): number =>
  Number(
    partMasses(setup)
      .reduce((kg, part) => kg + part.kg, 0)
      .toPrecision(6)
  );

/** Share of the all-up weight below which another sum is the same weight. (m) */
const SAME_SHARE = 0.01;

/** What parts and airframe add up to beside the all-up weight that was typed. */
interface OtherWeight {
  /** As it was typed, kg. */
  readonly typedKg: number;
  /** What airframe and parts add up to, kg; the parts alone where those are heavier than what was typed. */
  readonly sumKg: number;
  /** What the parts weigh, kg. */
  readonly partsKg: number;
  /** Whether the parts alone weigh more than the craft is said to. */
  readonly impossible: boolean;
}

/**
 * The all-up weight that airframe and parts would make: what was typed, with the parts of now in place of those that were
 * weighed then. @param before the setup whose parts were weighed, where the document does not say
 */
export const summedKg = (setup: SetupDocument, before: SetupDocument = setup): number =>
  setup.craft.massKg - (setup.craft.weighedPartsKg ?? partsKg(before)) + partsKg(setup);

/** Where the parts make another all-up weight than the one that was typed: what to ask beside it; null where they agree. */
export function otherWeightOf(setup: SetupDocument): OtherWeight | null {
  const { craft } = setup;
  if (craft.airframeMassKg != null || !isTyped(setup, 'craft.massKg')) return null;
  const parts = partsKg(setup);
  const impossible = parts > craft.massKg;
  const sum = impossible ? Math.max(summedKg(setup), parts) : summedKg(setup);
  if (!impossible && Math.abs(sum / craft.massKg - 1) < SAME_SHARE) return null;
  return { typedKg: craft.massKg, sumKg: toGrams(Math.max(sum, parts)), partsKg: parts, impossible };
}

/** An all-up weight as people weigh it: to a gram, small ones to a tenth. */
export const toGrams = (kg: number): number => Number(kg.toFixed(kg < 0.1 ? 4 : 3));

/**
 * A changed setup at the weight that its parts add up to, where that is more than the all-up weight that was typed; else as it
 * is. A proposal holds at both: what was typed stays, but what is added to it does not count for nothing.
 */
export function asProposed(before: SetupDocument, after: SetupDocument): SetupDocument {
  if (!isTyped(after, 'craft.massKg') || after.craft.airframeMassKg != null) return after;
  const massKg = toGrams(summedKg(after, before));
  return massKg > after.craft.massKg ? { ...after, craft: { ...after.craft, massKg } } : after;
}
