import type { FromSchema } from 'json-schema-to-ts';
import { screwDiametersM } from '../../standard-sizes/screws.ts';
import { kvSold } from '../../standard-sizes/windings.ts';
import { rpmWindowOf, rpmWindowsFor } from '../../checks/boat-rpm.ts';
import { runCheck } from '../../checks/check.ts';
import { checkOf, type CheckId } from '../../checks/all-checks.ts';
import { diameterOfMm, massOfBoatMotorKg } from '../../parts/motor/boat-size.ts';
import type { Motor, Propulsor, SetupDocument } from '../../document/schema.ts';
import { sizedEsc } from '../../alternatives/size-electrics.ts';
import { analysisOf } from '../../analysis/setup-analysis.ts';
import { issue } from '../../text/issues.ts';
import { show, showUnit } from '../../units/show.ts';
import { alteredTo, type Altered, type ChosenBy, type Step } from '../apply-change.ts';
import { torque } from '../judge-claims.ts';
import type { ChangeForm, ChangeKind } from './change-kind.ts';
import { cellsFigure, kindField, openFigure, seriesField } from './fields.ts';

const schema = {
  title: 'a boat re-powered',
  type: 'object',
  required: ['kind', 'series'],
  properties: {
    kind: kindField('repower'),
    series: seriesField,
    motorDiameterMm: openFigure('diameter of the motor, mm', 10, 200)
  }
} as const;
type RepowerChange = FromSchema<typeof schema>;

/** Diameter of a boat motor of which no mass is told, mm. Common practice, no source. */
const USUAL_MM = 36;

/** How far up its window a hull turns its screw: low for mono hulls and beginners, high for hydroplanes. Common practice, no source. */
const UP_THE_WINDOW = { 'planing-mono': 0.35, hydroplane: 0.8, displacement: 0.15 } as const;

/** How far a motor of the shelf may be from the wanted mass, share. (m) */
const MASS_WITHIN = 0.5;

/** Boat motors from this mass are of the size that the trade's windows are for, kg. (m) */
const LARGE_KG = 0.85;

/** What sets how fast a boat's motor should turn. */
interface Turning {
  readonly rpm: number;
  readonly kv: number;
  readonly kvWindow: readonly [number, number] | null;
  readonly steps: readonly Step[];
}

/** KV from the cells' loaded volts and the hull's rpm window: both schools said, the user's own taken. */
function byWindow(before: SetupDocument, series: number, massKg: number, by: ChosenBy): Turning {
  const schools = { ...by.schools, ...(before.schools as Record<string, string> | undefined) };
  // the one by which the rpm is judged afterwards
  const chosen = rpmWindowOf(schools, massKg);
  const hull = before.craft.hull ?? 'planing-mono';
  const gear = before.gearRatio ?? 1;
  const kvOf = (rpm: number, cellV: number): number => (rpm * gear) / (series * cellV);
  const steps = rpmWindowsFor(massKg).map(({ rpm, cellV }): Step => {
    const loaded = cellV === 4;
    return {
      title: loaded ? 'KV by the loaded window' : 'KV by the unloaded window',
      working: `${show(rpm[0])} to ${show(rpm[1])} rpm / (${series} cells × ${cellV.toFixed(1)} V) = ${show(kvOf(rpm[0], cellV))} to ${show(kvOf(rpm[1], cellV))} KV${loaded ? `, for motors of ${massKg > LARGE_KG ? '56 to 58' : `about ${Math.round(diameterOfMm(massKg))}`} mm` : '; the low end for mono hulls and beginners, the high end for hydroplanes'}${chosen.cellV === cellV ? ': the one taken here' : ''}`,
      value: kvOf(rpm[0], cellV),
      unit: 'rpm/V'
    };
  });
  const [low, high] = chosen.rpm;
  const rpm = low + UP_THE_WINDOW[hull] * (high - low);
  return {
    rpm,
    kv: kvOf(rpm, chosen.cellV),
    kvWindow: [kvOf(low, chosen.cellV), kvOf(high, chosen.cellV)],
    steps: [
      ...steps,
      {
        title: 'rpm for this hull',
        working: `${show(rpm)} rpm, ${hull === 'hydroplane' ? 'high' : 'low'} in the window, as for a ${hull === 'planing-mono' ? 'mono hull' : hull === 'hydroplane' ? 'hydroplane' : 'displacement hull'}`,
        value: rpm,
        unit: 'rpm'
      }
    ]
  };
}

/** KV that keeps the rpm of a submerged screw as it is: no window is known for it. */
function asBefore(before: SetupDocument, series: number): Turning {
  const { kvRpmPerVolt } = before.motor;
  const kv = (kvRpmPerVolt * before.battery.series) / series;
  const rpm = analysisOf(before).worst.rpm;
  return {
    rpm,
    kv,
    kvWindow: null,
    steps: [
      {
        title: 'KV for the rpm of now',
        working: `the rpm windows are for surface-piercing screws only; this one keeps its rpm: ${show(kvRpmPerVolt)} KV × ${before.battery.series} / ${series} cells = ${show(kv)} KV`,
        value: kv,
        unit: 'rpm/V'
      }
    ]
  };
}

/** The motor of the shelf whose KV lies in the window and whose mass is about that of the wanted size; the nearest in KV. */
function fromShelf(turning: Turning, massKg: number, by: ChosenBy): { name: string; motor: Motor } | null {
  const [low, high] = turning.kvWindow ?? [0.93 * turning.kv, 1.07 * turning.kv];
  const fits = (by.shelf?.motor ?? []).filter(
    ({ owned, document: m }) =>
      owned &&
      m.kvRpmPerVolt >= low &&
      m.kvRpmPerVolt <= high &&
      m.massKg != null &&
      Math.abs(m.massKg / massKg - 1) <= MASS_WITHIN
  );
  const off = (m: Motor): number => Math.abs(Math.log(m.kvRpmPerVolt / turning.kv));
  const [best] = fits.sort((a, b) => off(a.document) - off(b.document));
  return best ? { name: best.name, motor: { ...best.document, name: best.name } } : null;
}

/** Checks that a first screw must not push over: what burns. */
const BURNS: readonly CheckId[] = [
  'pack-current',
  'credible-current',
  'esc-current',
  'motor-current',
  'motor-power',
  'motor-temperature'
];

/** The largest screw from three fifths to the whole of the present one with which nothing burns; null where each burns. */
function screwFor(setup: SetupDocument, present: Propulsor): Propulsor | null {
  if (present.kind === 'propeller' || present.kind === 'ducted-fan' || present.coefficients) return present;
  const ratio = present.pitchM / present.diameterM;
  const { name: _name, ...same } = present;
  const sizes = screwDiametersM(present.diameterM, 0.6, 1, 9).reverse();
  const burns = (propulsor: Propulsor): boolean => {
    const s = analysisOf({ ...setup, propulsor });
    return BURNS.some((id) => {
      const check = checkOf(id);
      return check !== undefined && runCheck(check, s)?.finding === 'over';
    });
  };
  const made = sizes.map((diameterM): Propulsor =>
    diameterM === present.diameterM
      ? present
      : { ...same, diameterM, pitchM: Number((ratio * diameterM).toFixed(4)) }
  );
  return made.find((propulsor) => !burns(propulsor)) ?? null;
}

/** How often ESC and screw are made to suit each other. */
const ROUNDS = 2;

/**
 * A boat's whole drive from its cells: loaded volts → KV for the rpm window of the hull → motor of that size on the shelf or
 * on sale → screw → ESC. The first screw on the water is smaller still: that stands in the plan.
 */
export const repowerKind = {
  schema,
  faults: ({ craft }) => (craft.kind === 'boat' ? [] : [issue('kind', 'repower-craft', {})]),
  sentence: (before, { series, motorDiameterMm }, after) =>
    `re-powered for ${series} cells${motorDiameterMm == null ? '' : ` and a ${Math.round(motorDiameterMm)} mm motor`}: ${Math.round(after.motor.kvRpmPerVolt)} KV instead of ${Math.round(before.motor.kvRpmPerVolt)}`,
  alter: (before, { series, motorDiameterMm }, by): Altered => {
    const massKg =
      motorDiameterMm == null
        ? (before.motor.massKg ?? massOfBoatMotorKg(USUAL_MM))
        : massOfBoatMotorKg(motorDiameterMm);
    const diameterMm = motorDiameterMm ?? diameterOfMm(massKg);
    const surface = before.propulsor.kind === 'surface-drive';
    const turning = surface ? byWindow(before, series, massKg, by) : asBefore(before, series);
    const found = fromShelf(turning, massKg, by);
    // fast boats have the water for a jacket, whatever the label says
    const cooling =
      found?.motor.cooling ?? before.motor.cooling ?? (before.craft.hull === 'displacement' ? null : 'water');
    const motor: Motor = (found && { ...found.motor, cooling }) ?? {
      kvRpmPerVolt: kvSold(turning.kv),
      massKg,
      poles: before.motor.poles ?? 6,
      cooling
    };
    const { name: _pack, ...pack } = before.battery;
    let setup: SetupDocument = alteredTo(before, {
      ...before,
      calibration: null,
      battery: series === before.battery.series ? before.battery : { ...pack, series },
      motor,
      sources: {
        ...before.sources,
        ...(found
          ? {}
          : Object.fromEntries(
              ['motor.kvRpmPerVolt', 'motor.massKg', 'motor.maxCurrentA', 'motor.maxPowerW'].map((path) => [
                path,
                'estimated' as const
              ])
            ))
      }
    }).setup;
    const schools = { ...by.schools, ...(before.schools as Record<string, string> | undefined) };
    let fits = true;
    for (let round = 0; round < ROUNDS; round++) {
      const each = analysisOf(setup).worst.batteryCurrentA / (setup.count ?? 1);
      setup = { ...setup, esc: sizedEsc(each, series, schools) };
      const screw = screwFor(setup, before.propulsor);
      fits = screw !== null;
      setup = { ...setup, propulsor: screw ?? before.propulsor };
    }
    const s = analysisOf(setup);
    const amps = s.worst.batteryCurrentA / (setup.count ?? 1);
    setup = { ...setup, esc: sizedEsc(amps, series, schools) };
    const screw = Math.round(1000 * setup.propulsor.diameterM);
    return {
      setup,
      said: alteredTo(before, setup).said,
      steps: [
        {
          title: 'loaded volts',
          working: `${series} cells × 4.0 V = ${showUnit(4 * series, 'V')} just charged and under load; solved here: ${showUnit(s.worst.batteryVoltageV, 'V')}`,
          value: 4 * series,
          unit: 'V'
        },
        ...turning.steps,
        {
          title: 'motor',
          working: `${show(turning.kv)} KV of about ${show(1000 * massKg, 2)} g (${Math.round(diameterMm)} mm): ${found ? `${found.name} is on the shelf${cooling === 'water' ? ', with a water jacket' : ''}` : `none on the shelf; to buy, ${kvSold(turning.kv)} KV`}`,
          value: motor.kvRpmPerVolt,
          unit: 'rpm/V'
        },
        {
          title: 'screw',
          working: fits
            ? `${screw} mm is the largest up to the present ${Math.round(1000 * before.propulsor.diameterM)} mm with which nothing burns; begin on the water with a smaller one`
            : `none from three fifths of the present ${screw} mm up leaves pack, ESC and motor whole: what breaks is told beside`,
          value: setup.propulsor.diameterM,
          unit: 'm'
        },
        {
          title: 'ESC',
          working: `${showUnit(amps, 'A')} at full throttle, standing, asks ${show(setup.esc?.continuousA ?? 0)} A by the margin that is chosen`,
          value: setup.esc?.continuousA ?? null,
          unit: 'A'
        }
      ]
    };
  },
  keeps: ['battery.series'],
  claims: [torque]
} as const satisfies ChangeKind<RepowerChange>;

export const repowerForm: ChangeForm<RepowerChange> = {
  words: ({ craft }) => (craft.kind === 'boat' ? 're-power the boat' : null),
  first: ({ battery, motor }) => {
    const diameterMm = motor.massKg == null ? USUAL_MM : diameterOfMm(motor.massKg);
    return { kind: 'repower', series: battery.series + 2, motorDiameterMm: Math.round(diameterMm) };
  },
  pieces: (change) => [
    { words: 're-powered for' },
    { figure: cellsFigure(change.series, (series) => ({ ...change, series })) },
    { words: 'cells and a motor of' },
    {
      figure: {
        id: 'change-motor-size',
        label: 'motor diameter',
        quantity: 'screwLength',
        value: (change.motorDiameterMm ?? USUAL_MM) / 1000,
        next: (v, up) => v + (up ? 0.002 : -0.002),
        set: (m) => ({ ...change, motorDiameterMm: Math.round(1000 * m) })
      }
    }
  ],
  looksForParts: true
};
