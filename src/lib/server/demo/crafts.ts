import type { RunDetails, RunReading } from '../../core/document/run-schema.ts';
import { ESCS, MOTORS, PACKS, PROPULSORS, type DemoPart } from './parts.ts';
import type { Craft, SetupDocument } from '../../core/document/schema.ts';
import { GRAVITY_MS2 } from '../../core/units/constants.ts';
import data from './crafts.json' with { type: 'json' };

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
  receiverSupply?: SetupDocument['receiverSupply'];
}

/** One craft of the club with its setups; the first is in use. */
interface DemoCraft {
  name: string;
  kind: Craft['kind'];
  story: string;
  craft: Craft;
  /** What hangs on the receiver supply, and on the pack beside the powertrain. */
  loads?: SetupDocument['loads'];
  rail?: SetupDocument['rail'];
  setups: SetupSpec[];
  /** A motor that lost its label, in every setup: what was measured of it, the rest estimated. */
  unlabelled?: Pick<SetupDocument, 'motor' | 'sources'>;
  /** Logged runs, by the setup's name. Invented readings. */
  runs?: DemoRun[];
}

interface DemoRun {
  setup: string;
  heldAt: string;
  title: string;
  verdict: string;
  readings: RunReading[];
  details?: RunDetails;
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
  propulsor: part(PROPULSORS, s.propulsor),
  ...(craft.loads ? { loads: craft.loads } : {}),
  ...(craft.rail ? { rail: craft.rail } : {}),
  ...(s.receiverSupply ? { receiverSupply: s.receiverSupply } : {}),
  ...craft.unlabelled
});

/** A reading as it stands in the data: throttle, volts, amps, grams, rpm. */
type Row = readonly [number, number, number, number | null, number | null];

const readingOf = ([throttle, batteryVoltageV, batteryCurrentA, grams, rpm]: Row): RunReading => ({
  throttle,
  speedMs: 0,
  batteryVoltageV,
  batteryCurrentA,
  thrustN: grams === null ? null : (grams / 1000) * GRAVITY_MS2,
  rpm
});

/** A craft as it stands in the data. */
type CraftData = Omit<DemoCraft, 'runs'> & { runs?: (Omit<DemoRun, 'readings'> & { readings: Row[] })[] };

/** The Saltmarsh Surveyors' craft on Lake Orrin. Invented, all of it. */
export const DEMO_CRAFTS: DemoCraft[] = (data as CraftData[]).map(({ runs, ...craft }) => ({
  ...craft,
  ...(runs ? { runs: runs.map((run) => ({ ...run, readings: run.readings.map(readingOf) })) } : {})
}));
