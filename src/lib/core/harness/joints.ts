import {
  CONNECTORS,
  MOTOR_JOINTS,
  type ConnectorFamily,
  type MotorJoint
} from '../standard-sizes/connectors.ts';
import type { Finding } from '../checks/finding.ts';
import { motorJointsOf, plugsOf } from '../model/plugs.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { showRound, showUnit } from '../units/show.ts';

/** Lead within an adapter, kg: some centimetres of it. Common practice, no source. */
const ADAPTER_LEAD_KG = 0.003;

/** A joint that can be parted: what is there, what would do, and what it loses. */
export interface Joint {
  readonly id: 'pack-plug' | 'esc-plug' | 'motor-joint';
  readonly title: string;
  readonly currentA: number;
  /** What is told of it; null where nothing is. */
  readonly fitted: string | null;
  readonly suggested: string;
  readonly ratedA: number | null;
  readonly dropV: number;
  readonly finding: Finding;
  readonly says: string;
}

/** The smallest family that carries the rest for as long as you like and the worst for a spell; the largest where none does. */
const familyFor = (worstA: number, rmsA: number): ConnectorFamily =>
  CONNECTORS.find((c) => c.keyed && c.continuousA >= rmsA && c.shortA >= worstA) ??
  CONNECTORS.find((c) => c.continuousA >= rmsA && c.shortA >= worstA) ??
  CONNECTORS[CONNECTORS.length - 1];

/** The smallest bullets that carry a motor's current. */
const motorJointFor = (amps: number): MotorJoint =>
  MOTOR_JOINTS.find((j) => j.id !== 'soldered' && j.continuousA >= amps) ?? MOTOR_JOINTS[0];

const judged = (family: ConnectorFamily, worstA: number, rmsA: number): Finding =>
  worstA > family.shortA || rmsA > family.continuousA
    ? 'over'
    : worstA > family.continuousA
      ? 'tight'
      : 'holds';

function plug(
  id: 'pack-plug' | 'esc-plug',
  title: string,
  family: ConnectorFamily | undefined,
  worstA: number,
  rmsA: number,
  says: string
): Joint {
  const suggested = familyFor(worstA, rmsA);
  const used = family ?? suggested;
  return {
    id,
    title,
    currentA: worstA,
    fitted: family?.title ?? null,
    suggested: suggested.title,
    ratedA: used.continuousA,
    dropV: worstA * used.pairOhm,
    finding: family ? judged(family, worstA, rmsA) : 'unknown',
    says: `${showUnit(worstA, 'A')} through ${showUnit(1000 * used.pairOhm, 'mΩ', 2)} lose ${showUnit(worstA * used.pairOhm, 'V', 2)}; made for ${showRound(used.continuousA)} A, ${showRound(used.shortA)} A for ten seconds.${used.keyed ? '' : ' Nothing in its shape forbids the wrong way round: a socket on the pack’s plus, a pin on its minus, and cover both.'}${says}`
  };
}

/** Mass of an adapter: one half of a pair of either kind, and a little lead. */
const adapterGrams = (a: ConnectorFamily, b: ConnectorFamily): string =>
  showUnit(1000 * ((a.pairKg + b.pairKg) / 2 + ADAPTER_LEAD_KG), 'g', 2);

/** What to do about the ends of the motor leads. */
function jointWords({ motor, esc, unlike }: ReturnType<typeof motorJointsOf>): string {
  const bullets = [motor, esc].find((j) => j && j.id !== 'soldered');
  if (motor?.id === 'soldered' && esc?.id === 'soldered') return ' Heat-shrink over each.';
  const sockets =
    ' Sockets on the ESC, so that nothing bare is live when the motor is off; heat-shrink over each.';
  if (!unlike || !motor || !esc) return sockets;
  return motor.id === 'soldered' || esc.id === 'soldered'
    ? ` The ${motor.id === 'soldered' ? 'ESC' : 'motor'} has ${bullets?.title}, the other is to be soldered: take the bullets off, or put their like on both. Heat-shrink over each.`
    : ` The motor has ${motor.title}, the ESC ${esc.title}: exchange one set, or solder the leads.${sockets}`;
}

/** The joints of a setup, in the order power flows. */
export function jointsOf(s: SetupAnalysis): Joint[] {
  const { worst, powertrain } = s;
  const n = powertrain.count;
  const total = worst.batteryCurrentA;
  const rms = s.drawn?.rmsCurrentA ?? total;
  const each = (a: number): number => Math.max(a - powertrain.auxiliaryCurrentA, 0) / n;
  const { pack, esc, unlike, adapter } = plugsOf(s.setup);
  const joints = motorJointsOf(s.setup);
  const match =
    pack && esc && n === 1
      ? unlike
        ? adapter
          ? ` The adapter to the ESC’s kind is a second pair: as much again is lost, and it weighs some ${adapterGrams(pack, esc)}.`
          : ` The ESC has another kind: solder one of them anew, or put an adapter between, which loses as much again and weighs some ${adapterGrams(pack, esc)}.`
        : ' The ESC has the same kind.'
      : n === 1
        ? ' The ESC must have the same kind.'
        : ' The lead of the distribution must have the same kind.';
  const list: Joint[] = [plug('pack-plug', 'plug of the pack', pack, total, rms, match)];
  if (n > 1 && (s.setup.esc?.channels ?? 1) === 1)
    list.push(
      plug(
        'esc-plug',
        'plug of each ESC',
        esc,
        each(total),
        each(rms),
        ' Soldered straight to the distribution it weighs and loses less.'
      )
    );
  const motorA = worst.motorCurrentA;
  const suggested = motorJointFor(motorA);
  const used = joints.motor ?? joints.esc ?? suggested;
  list.push({
    id: 'motor-joint',
    title: n > 1 ? 'joints of each motor' : 'joints of the motor',
    currentA: motorA,
    fitted: (joints.motor ?? joints.esc)?.title ?? null,
    suggested: suggested.title,
    ratedA: Number.isFinite(used.continuousA) ? used.continuousA : null,
    dropV: 2 * motorA * used.ohm,
    finding: !(joints.motor ?? joints.esc)
      ? 'unknown'
      : motorA > 1.4 * used.continuousA
        ? 'over'
        : motorA > used.continuousA
          ? 'tight'
          : 'holds',
    says: `Three of them, ${showUnit(1000 * used.ohm, 'mΩ', 2)} each.${jointWords(joints)}`
  });
  return list;
}
