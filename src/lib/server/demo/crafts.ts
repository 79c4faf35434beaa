import { ESCS, MOTORS, PACKS, PROPULSORS, type DemoPart } from './parts.ts';
import type { Craft, SetupDocument } from '../../core/setup/schema.ts';

const part = <T>(shelf: DemoPart<T>[], name: string): T => {
  const found = shelf.find((p) => p.name === name);
  if (!found) throw new RangeError(`demo: no part called ${name}`);
  return structuredClone(found.document);
};

interface SetupSpec {
  name: string;
  pack: string;
  esc: string;
  motor: string;
  propulsor: string;
  wiring?: SetupDocument['wiring'];
  count?: number;
  auxiliaryCurrentA?: number;
  environment?: SetupDocument['environment'];
  gearRatio?: number;
  craft?: Partial<Craft>;
}

/** One craft of the club with its setups; the first is in use. */
export interface DemoCraft {
  name: string;
  kind: Craft['kind'];
  story: string;
  craft: Craft;
  setups: SetupSpec[];
}

/** The document of a setup of a craft. */
export const setupDocument = (craft: DemoCraft, s: SetupSpec): SetupDocument => ({
  format: 'iskarn.setup/1',
  name: s.name,
  craft: { ...craft.craft, ...s.craft },
  environment: s.environment ?? {
    altitudeM: 110,
    airTemperatureC: 18,
    water: 'fresh',
    waterTemperatureC: 14
  },
  battery: part(PACKS, s.pack),
  wiring: s.wiring ?? { gaugeAwg: 12, leadLengthM: 0.15, connectorA: 60 },
  esc: part(ESCS, s.esc),
  motor: part(MOTORS, s.motor),
  gearRatio: s.gearRatio ?? 1,
  count: s.count ?? 1,
  ...(s.auxiliaryCurrentA === undefined ? {} : { auxiliaryCurrentA: s.auxiliaryCurrentA }),
  propulsor: part(PROPULSORS, s.propulsor)
});

/** The Saltmarsh Surveyors' craft on Lake Orrin. Invented, all of it. */
export const DEMO_CRAFTS: DemoCraft[] = [
  {
    name: 'Dunlin',
    kind: 'fixed-wing',
    story: 'A floatplane with a camera that does not quite leave the water on a calm day.',
    craft: {
      name: 'Dunlin',
      kind: 'fixed-wing',
      massKg: 3.3,
      purpose: 'floatplane',
      wingAreaM2: 0.46,
      wingSpanM: 1.65,
      zeroLiftDragCoefficient: 0.06,
      maxLiftCoefficient: 1.25,
      largestPropM: 0.3302,
      targetThrustToWeight: 0.95,
      targetSeconds: 540,
      runSeconds: 40,
      receiverCurrentA: 2.5
    },
    setups: [
      {
        name: 'Last season',
        pack: 'Tarn 4S 3.3 Ah 30C',
        esc: 'Weir 50',
        motor: 'Mere 3548-820',
        propulsor: '11 × 5.5 thin'
      },
      {
        name: 'Wide',
        pack: 'Tarn 4S 3.3 Ah 30C',
        esc: 'Weir 50',
        motor: 'Mere 3548-820',
        propulsor: '12 × 6 thin'
      },
      {
        name: 'Five cells',
        pack: 'Tarn 5S 3.3 Ah 30C',
        esc: 'Weir 60',
        motor: 'Mere 3548-820',
        propulsor: '10 × 5 thin'
      }
    ]
  },
  {
    name: 'Reedling',
    kind: 'fixed-wing',
    story: 'A 2.6 m survey glider with a folding propeller, built for two hours of slow climbs.',
    craft: {
      name: 'Reedling',
      kind: 'fixed-wing',
      massKg: 1.6,
      purpose: 'glider',
      wingAreaM2: 0.48,
      wingSpanM: 2.6,
      zeroLiftDragCoefficient: 0.022,
      maxLiftCoefficient: 1.15,
      largestPropM: 0.3556,
      targetSeconds: 7200,
      runSeconds: 30,
      receiverCurrentA: 1.5
    },
    setups: [
      {
        name: 'First motor',
        pack: 'Tarn 3S 3 Ah 30C',
        esc: 'Weir 40',
        motor: 'Rush 3536-910',
        propulsor: '12 × 6 folding'
      },
      {
        name: 'Slow and wide',
        pack: 'Tarn 4S 3.3 Ah 30C',
        esc: 'Weir 40',
        motor: 'Mere 4130-380',
        propulsor: '13 × 8 folding'
      }
    ]
  }
];
