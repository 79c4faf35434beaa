import {
  connectorOf,
  motorJointOf,
  type ConnectorFamily,
  type MotorJoint
} from '../standard-sizes/connectors.ts';
import type { SetupDocument } from '../document/schema.ts';

/** Plugs between pack and ESC of a setup: what is told of them. */
export interface Plugs {
  readonly pack: ConnectorFamily | undefined;
  readonly esc: ConnectorFamily | undefined;
  /** Whether both are known and do not fit each other. */
  readonly unlike: boolean;
  readonly adapter: boolean;
  /** Rating of what the whole current goes through, A; null where nothing is told. */
  readonly ratingA: number | null;
  /** What has that rating, in words. */
  readonly weakest: string;
}

/** Rating of what the whole current goes through, A: as it is told, else the weaker plug's; Infinity where nothing is told. */
export function plugRatingA(
  { wiring, count }: Pick<SetupDocument, 'wiring' | 'count'>,
  pack: string | null | undefined,
  esc: string | null | undefined
): number {
  return (
    wiring?.connectorA ??
    Math.min(
      connectorOf(pack)?.continuousA ?? Infinity,
      // of several ESCs each plug carries its own share
      (count ?? 1) === 1 ? (connectorOf(esc)?.continuousA ?? Infinity) : Infinity
    )
  );
}

/** The plugs of a setup. With several ESCs the pack's plug alone carries everything. */
export function plugsOf(setup: SetupDocument): Plugs {
  const pack = connectorOf(setup.battery.connector);
  const esc = connectorOf(setup.esc?.connector);
  const one = (setup.count ?? 1) === 1;
  const ratingA = plugRatingA(setup, pack?.id, esc?.id);
  const weakest = [pack, esc].find((f) => f?.continuousA === ratingA);
  return {
    pack,
    esc,
    unlike: one && pack !== undefined && esc !== undefined && pack.id !== esc.id,
    adapter: setup.wiring?.adapter === 'fitted',
    ratingA: Number.isFinite(ratingA) ? ratingA : null,
    weakest: setup.wiring?.connectorA == null && weakest ? `a ${weakest.title}` : 'a connector'
  };
}

/** Joints between ESC and motor: what is told of either, and whether they differ. */
export function motorJointsOf(setup: SetupDocument): {
  readonly esc: MotorJoint | undefined;
  readonly motor: MotorJoint | undefined;
  readonly unlike: boolean;
} {
  const esc = motorJointOf(setup.esc?.motorConnector);
  const motor = motorJointOf(setup.motor.connector);
  return { esc, motor, unlike: esc !== undefined && motor !== undefined && esc.id !== motor.id };
}
