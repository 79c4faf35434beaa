import { runChecks } from '../checks/run-checks.ts';
import type { SetupDocument } from '../document/schema.ts';
import { analysisOf } from '../analysis/setup-analysis.ts';
import type { Band } from '../powertrain/bands.ts';
import { GRAVITY_MS2 } from '../units/constants.ts';
import { reasonOf } from '../yardstick/reason.ts';
import type { Axis } from '../yardstick/objectives.ts';

/** A combination as it is told when it is looked at: bands of what it gives, and what is not quite right with it. */
export interface CandidateDetail {
  readonly bands: Readonly<Partial<Record<Axis, Band>>>;
  readonly notes: readonly {
    readonly title: string;
    readonly finding: 'tight' | 'over' | 'unknown';
    readonly short: string;
  }[];
  /** Why it is recommended, in a line, by what such craft are judged by. */
  readonly why: string;
  /** How many findings hold. */
  readonly holds: number;
}

/** Works a candidate out whole, with its bands. */
export function tellCandidate(setup: SetupDocument, schools: Record<string, string>): CandidateDetail {
  const s = analysisOf(setup, { schools, bands: true });
  const results = runChecks(s);
  const { band } = s.worst;
  const weight = s.setup.craft.massKg * GRAVITY_MS2;
  const time = s.endurance('mixed')?.band;
  const top = (s.level ?? s.boat)?.band?.topSpeedMs;
  const rpm = band?.rpm;
  const pitch = s.powertrain.pitchM / 60;
  const bands: Partial<Record<Axis, Band>> = {};
  if (band) {
    bands.current = band.batteryCurrentA;
    bands.thrust = band.thrustN;
    if (s.kind !== 'boat') bands.thrustToWeight = [band.thrustN[0] / weight, band.thrustN[1] / weight];
  }
  if (rpm) bands.pitchSpeed = [rpm[0] * pitch, rpm[1] * pitch];
  if (time) bands.time = time;
  if (top) bands.topSpeed = top;
  if (s.hover?.band) bands.hoverThrottle = s.hover.band.throttle;
  return {
    bands,
    notes: results.flatMap(({ title, finding, short }) =>
      finding === 'tight' || finding === 'over' || finding === 'unknown' ? [{ title, finding, short }] : []
    ),
    why: reasonOf(s),
    holds: results.filter((r) => r.finding === 'holds').length
  };
}
