import type { StandFault } from '../../document/run-schema.ts';
import type { Propulsor, SetupDocument } from '../../document/schema.ts';
import { INCH_M } from '../../units/convert.ts';

export const FAULT_WORDS: Readonly<Record<StandFault, string>> = {
  'loose-lead': 'a loose lead or connector',
  'weak-cell': 'a weak cell',
  'slipping-propeller': 'a propeller that slips on its shaft',
  'wrong-propeller': 'another propeller than the one named',
  'dragging-bearing': 'a dragging bearing'
};

/**
 * How bad a fault is; drawn from these ranges. What practitioners find: a contact that comes and goes and takes a twentieth to an eighth of the volts at full throttle, a
 * cell with three to six times the resistance of the others, a hub that slips by a tenth to a third, a propeller an inch
 * off, a bearing that takes a sixth to a third of the torque. (m)
 */
const RANGE: Readonly<Record<StandFault, readonly [number, number]>> = {
  'loose-lead': [0.06, 0.13],
  'weak-cell': [3, 6],
  'slipping-propeller': [0.12, 0.3],
  'wrong-propeller': [1, 1.5],
  'dragging-bearing': [0.17, 0.33]
};

/** A fault and its severity, in the unit of its kind. */
export interface Faulty {
  readonly fault: StandFault;
  readonly severity: number;
}

/** A fault of some severity. @param draw number in [0, 1) */
export function faultOf(fault: StandFault, draw: number): Faulty {
  const [low, high] = RANGE[fault];
  return { fault, severity: low + draw * (high - low) };
}

/** The propulsor that is really fitted where it is another than the one named: larger and steeper. */
export function otherPropulsor(p: Propulsor, { severity }: Faulty): Propulsor {
  const { coefficients: _measured, ...same } = p;
  const by =
    p.kind === 'propeller'
      ? (p.diameterM + severity * INCH_M * Math.min(p.diameterM / (10 * INCH_M), 1.5)) / p.diameterM
      : 1 + 0.1 * severity;
  return {
    ...same,
    diameterM: p.diameterM * by,
    ...(p.pitchM == null ? {} : { pitchM: p.pitchM * by })
  } as Propulsor;
}

/** The setup as it really is. */
export const really = (setup: SetupDocument, faulty: Faulty | null): SetupDocument =>
  faulty?.fault === 'wrong-propeller'
    ? { ...setup, propulsor: otherPropulsor(setup.propulsor, faulty) }
    : setup;
