import { checkOf } from '../../checks/all-checks.ts';
import { runCheck, type Check } from '../../checks/check.ts';
import { hullOf } from '../../model/hull.ts';
import { boatRun } from '../../powertrain/craft/boat-run.ts';
import type { SetupAnalysis } from '../../analysis/setup-analysis.ts';
import type { Band } from '../../powertrain/bands.ts';
import { airOf, fullThrottle, heatRun } from '../../powertrain/heat-run.ts';
import { mostCurrentA, STOP_CELL_SHARE, STOP_ESC_C, STOP_MOTOR_C } from './limits.ts';
import type { Watch } from './stage.ts';

/** Steps of the heat of one stage. */
const HEAT_STEPS = 24;
/** How far a predicted warming is out at the 10th and 90th percentile, as shares of it: air over a motor is hard to know. (m) */
const WARMING_SHARE: Band = [0.65, 1.4];

/** Band of a temperature that is `expected` from air of `airC`. */
export const warmBand = (expected: number, airC: number): Band => [
  airC + WARMING_SHARE[0] * (expected - airC),
  airC + WARMING_SHARE[1] * (expected - airC)
];

/** So far beyond the end of its band a stage's current ends the run: something is not as it was taken for. (m) */
const BEYOND_BAND = 1.5;

/** Amps at which a stage ends: the lowest rating, and well before it where this throttle should draw far less. */
function stopAmps(band: Band | null, mostA: number | null): number | null {
  if (!band) return mostA;
  const own = BEYOND_BAND * band[1];
  return mostA === null ? own : Math.min(own, mostA);
}

/** Speed that a boat comes to at a throttle, m/s; nothing for what is tied down. */
export function underWayMs(s: SetupAnalysis, throttle: number): number {
  if (!s.boat) return 0;
  if (throttle === 1) return s.boat.topSpeedMs;
  const { model, powertrain, supply } = s;
  return boatRun(
    powertrain,
    hullOf(s.setup.craft),
    model.hullWater,
    model.thrustDeduction,
    supply,
    1,
    throttle
  ).topSpeedMs;
}

/** What is watched during some seconds at a throttle; a boat's current and rpm are those under way. */
export function watchAt(s: SetupAnalysis, throttle: number, seconds: number): Watch[] {
  const speedMs = underWayMs(s, throttle);
  const [p] = s.at([{ throttle, speedMs, stateOfCharge: 1 }]);
  const way = throttle === 1 ? s.boat?.band : null;
  const { series } = s.setup.battery;
  const watch: Watch[] = [
    {
      quantity: 'batteryCurrentA',
      expected: p.batteryCurrentA,
      band: way?.batteryCurrentA ?? p.band?.batteryCurrentA ?? null,
      stopAt: stopAmps(way?.batteryCurrentA ?? p.band?.batteryCurrentA ?? null, mostCurrentA(s))
    },
    {
      quantity: 'cellVoltageV',
      expected: p.cellVoltageV,
      band: p.band ? [p.band.batteryVoltageV[0] / series, p.band.batteryVoltageV[1] / series] : null,
      stopAt: STOP_CELL_SHARE * (s.worst.openCircuitV / series)
    },
    { quantity: 'rpm', expected: p.rpm, band: way?.loadedRpm ?? p.band?.rpm ?? null, stopAt: null }
  ];
  if (s.kind !== 'boat')
    watch.push({ quantity: 'thrustN', expected: p.thrustN, band: p.band?.thrustN ?? null, stopAt: null });
  const airC = airOf(s.model);
  const mass = s.motorMassKg;
  if (mass !== null) {
    const run = { ...fullThrottle(seconds, speedMs), throttle };
    const { hottestCaseC } = heatRun(s.model, s.powertrain, mass, s.supply, [run], HEAT_STEPS);
    watch.push({
      quantity: 'motorC',
      expected: hottestCaseC,
      band: warmBand(hottestCaseC, airC),
      stopAt: STOP_MOTOR_C
    });
  }
  if (s.kind === 'boat') {
    const escC = runCheck(checkOf('esc-temperature') as Check, s)?.value;
    if (escC != null)
      watch.push({ quantity: 'escC', expected: escC, band: warmBand(escC, airC), stopAt: STOP_ESC_C });
  }
  return watch;
}

/** What is watched in a hover: the throttle follows from the weight, so amps and rpm are those that carry it. */
export function watchHover(s: SetupAnalysis, seconds: number): Watch[] {
  const { hover } = s;
  if (!hover) return [];
  return watchAt(s, hover.throttle, seconds).flatMap((w): Watch[] => {
    if (w.quantity === 'thrustN') return [];
    if (w.quantity === 'rpm') return [{ ...w, expected: hover.rpm }];
    if (w.quantity !== 'batteryCurrentA') return [w];
    return [{ ...w, expected: hover.batteryCurrentA, band: hover.band?.batteryCurrentA ?? w.band }];
  });
}
