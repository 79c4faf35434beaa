import type { LoadKind } from './load-ids.ts';

/** What a load that is no servo usually draws, A at 5 V: standing by, working, stalled. From memory, ±50 %. A table of data. */
export const USUAL_LOADS: Readonly<
  Record<Exclude<LoadKind, 'servo'>, { title: string; idleA: number; movingA: number; stallA: number }>
> = {
  receiver: { title: 'receiver', idleA: 0.08, movingA: 0.08, stallA: 0.08 },
  'flight-controller': { title: 'flight controller', idleA: 0.25, movingA: 0.25, stallA: 0.25 },
  camera: { title: 'camera', idleA: 0.35, movingA: 0.35, stallA: 0.35 },
  video: { title: 'video sender', idleA: 0.6, movingA: 0.6, stallA: 0.6 },
  lights: { title: 'lights', idleA: 0.3, movingA: 0.3, stallA: 0.3 },
  retract: { title: 'retract', idleA: 0.02, movingA: 0.4, stallA: 1.2 },
  other: { title: 'another load', idleA: 0.1, movingA: 0.1, stallA: 0.1 }
};

/** Share of a flight in which a servo moves against its load. From memory of loggers, 0.15 to 0.35. */
export const MOVING_SHARE = 0.25;

/** Volts that a servo for 5 to 6 V stands: four NiMH cells of the charger's, rounded. Common practice, no source. */
export const STANDARD_SERVO_V = 6;
/** Volts that a servo sold for two lithium cells stands: 8.4 V. Common practice, no source. */
export const HIGH_VOLTAGE_SERVO_V = 8.4;
