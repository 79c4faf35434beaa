/** A family of plugs for packs and ESCs: what a mated pair of both poles carries, loses and weighs. */
export interface ConnectorFamily {
  readonly id: string;
  readonly title: string;
  /** Amps for as long as you like, and for ten seconds. */
  readonly continuousA: number;
  readonly shortA: number;
  /** Resistance of a mated pair, both poles, ohm. */
  readonly pairOhm: number;
  /** Mass of a pair, plug and socket, kg. */
  readonly pairKg: number;
  /** Whether its shape forbids the wrong way round. */
  readonly keyed: boolean;
  /** Whether a resistor in it fills the ESC's capacitors before the contacts meet. */
  readonly softStart: boolean;
  /** Thickest lead that its cups take, AWG. */
  readonly thickestAwg: number;
}

/**
 * Families of plugs, told by form and pin: what a maker prints on one is another matter, and comes first. From memory of
 * data sheets and of a milliohm meter across clean pairs, amps ±20 %, ohms ±40 %: a worn or dirty pair has several times as
 * much. A table of data.
 */
export const CONNECTORS = [
  {
    id: 'two-pin-2.5',
    title: 'small two-pin plug, 2.5 mm apart',
    continuousA: 5,
    shortA: 8,
    pairOhm: 0.02,
    pairKg: 0.0012,
    keyed: true,
    softStart: false,
    thickestAwg: 20
  },
  {
    id: 'moulded-2',
    title: 'moulded plug, 2 mm pins',
    continuousA: 20,
    shortA: 30,
    pairOhm: 0.001,
    pairKg: 0.0026,
    keyed: true,
    softStart: false,
    thickestAwg: 16
  },
  {
    id: 'flat-blades',
    title: 'flat blades, one crosswise',
    continuousA: 45,
    shortA: 60,
    pairOhm: 0.0007,
    pairKg: 0.0066,
    keyed: true,
    softStart: false,
    thickestAwg: 12
  },
  {
    id: 'moulded-3.5',
    title: 'moulded plug, 3.5 mm pins',
    continuousA: 60,
    shortA: 100,
    pairOhm: 0.0005,
    pairKg: 0.0072,
    keyed: true,
    softStart: false,
    thickestAwg: 12
  },
  {
    id: 'moulded-4.5',
    title: 'moulded plug, 4.5 mm pins',
    continuousA: 90,
    shortA: 130,
    pairOhm: 0.00035,
    pairKg: 0.014,
    keyed: true,
    softStart: false,
    thickestAwg: 10
  },
  {
    id: 'moulded-soft',
    title: 'moulded plug with a soft-start contact, 5.5 mm pins',
    continuousA: 110,
    shortA: 160,
    pairOhm: 0.0003,
    pairKg: 0.023,
    keyed: true,
    softStart: true,
    thickestAwg: 8
  },
  {
    id: 'bullets-4',
    title: 'two bullets, 4 mm',
    continuousA: 60,
    shortA: 90,
    pairOhm: 0.0005,
    pairKg: 0.0068,
    keyed: false,
    softStart: false,
    thickestAwg: 12
  },
  {
    id: 'bullets-5.5',
    title: 'two bullets, 5.5 mm',
    continuousA: 110,
    shortA: 150,
    pairOhm: 0.0003,
    pairKg: 0.015,
    keyed: false,
    softStart: false,
    thickestAwg: 8
  },
  {
    id: 'bullets-8',
    title: 'two bullets, 8 mm',
    continuousA: 200,
    shortA: 300,
    pairOhm: 0.0002,
    pairKg: 0.036,
    keyed: false,
    softStart: false,
    thickestAwg: 6
  }
] as const satisfies readonly ConnectorFamily[];

/** The family of a name; undefined for none. */
export const connectorOf = (id: string | null | undefined): ConnectorFamily | undefined =>
  CONNECTORS.find((c) => c.id === id);

/** A joint between ESC and motor: three bullets, or solder. */
export interface MotorJoint {
  readonly id: string;
  readonly title: string;
  readonly continuousA: number;
  /** Resistance of one of the three, ohm. */
  readonly ohm: number;
  /** Mass of all three pairs, kg. */
  readonly kg: number;
}

/** Joints of motor leads. From memory, amps ±20 %, ohms ±40 %. A table of data. */
export const MOTOR_JOINTS = [
  { id: 'soldered', title: 'soldered', continuousA: Infinity, ohm: 0.00005, kg: 0.0005 },
  { id: 'bullets-2', title: '2 mm bullets', continuousA: 20, ohm: 0.0009, kg: 0.0021 },
  { id: 'bullets-3.5', title: '3.5 mm bullets', continuousA: 45, ohm: 0.0005, kg: 0.006 },
  { id: 'bullets-4', title: '4 mm bullets', continuousA: 70, ohm: 0.00045, kg: 0.0102 },
  { id: 'bullets-5.5', title: '5.5 mm bullets', continuousA: 120, ohm: 0.00025, kg: 0.0225 },
  { id: 'bullets-8', title: '8 mm bullets', continuousA: 220, ohm: 0.00014, kg: 0.054 }
] as const satisfies readonly MotorJoint[];

/** The joint of a name; undefined for none. */
export const motorJointOf = (id: string | null | undefined): MotorJoint | undefined =>
  MOTOR_JOINTS.find((j) => j.id === id);
