/** What a servo of a size class draws at 5 V and weighs. */
interface ServoSize {
  readonly id: string;
  readonly title: string;
  /** Mass class, kg: what it is told by on the shelf. */
  readonly massKg: number;
  /** Standing still without load, moving a surface, and held against a stop, A at 5 V. */
  readonly idleA: number;
  readonly movingA: number;
  readonly stallA: number;
}

/**
 * Servos by size class. All from memory of data sheets and bench readings at 5 V, ±40 %: a digital servo idles higher and a
 * coreless one stalls higher than its class. A table of data.
 */
export const SERVO_SIZES = [
  {
    id: 'sub-micro',
    title: 'sub-micro, up to 6 g',
    massKg: 0.005,
    idleA: 0.005,
    movingA: 0.1,
    stallA: 0.4
  },
  { id: 'micro', title: 'micro, 8 to 13 g', massKg: 0.01, idleA: 0.008, movingA: 0.2, stallA: 0.75 },
  { id: 'mini', title: 'mini, 15 to 30 g', massKg: 0.022, idleA: 0.01, movingA: 0.35, stallA: 1.3 },
  { id: 'standard', title: 'standard, 35 to 55 g', massKg: 0.045, idleA: 0.012, movingA: 0.5, stallA: 2 },
  { id: 'strong', title: 'large or strong, 60 g up', massKg: 0.065, idleA: 0.02, movingA: 0.9, stallA: 4 }
] as const satisfies readonly ServoSize[];

/** Volts that the table's amps are at. */
const SERVO_TABLE_V = 5;

/** The class of a name; undefined for none. */
export const servoSize = (id: string | null | undefined): ServoSize | undefined =>
  SERVO_SIZES.find((s) => s.id === id);

/**
 * Amps at other volts than the table's: a stalled motor is a resistance, so its amps go with the volts; one that moves the
 * same load at the same torque keeps its amps. Ohm's law and torque = k I of a brushed motor.
 */
export const servoAt = (
  size: Pick<ServoSize, 'idleA' | 'movingA' | 'stallA'>,
  volts: number
): { idleA: number; movingA: number; stallA: number } => ({
  idleA: size.idleA,
  movingA: Math.min(size.movingA, (size.stallA * volts) / SERVO_TABLE_V),
  stallA: (size.stallA * volts) / SERVO_TABLE_V
});
