import { partTitleOnRail } from '../document/rail-words.ts';
import { withArticle } from '../text/with-article.ts';
import { joinList } from '../text/join-list.ts';
import { ESC_SIZES_A } from '../standard-sizes/esc-sizes.ts';
import { CONNECTORS } from '../standard-sizes/connectors.ts';
import { CONNECTORS_A, GAUGES } from '../standard-sizes/leads.ts';
import { FAN_SIZES_M } from '../standard-sizes/fans.ts';
import { C_RATES, capacitiesAbove, capacitiesBelow, CELL_COUNTS } from '../standard-sizes/packs.ts';
import { PROPELLER_SIZES } from '../standard-sizes/propeller-sizes.ts';
import { SUPPLIES_A } from '../standard-sizes/receiver-supplies.ts';
import { screwDiametersM } from '../standard-sizes/screws.ts';
import { otherWindings } from '../standard-sizes/windings.ts';
import type { Change } from '../document/change.ts';
import type { Motor, SetupDocument } from '../document/schema.ts';
import { buildOfPoles } from '../parts/motor/estimate.ts';
import { motorMassOf } from '../parts/motor/mass.ts';
import { plugsOf } from '../model/plugs.ts';
import { receiverFeedOf } from '../model/receiver-feed.ts';
import { CHEMISTRIES } from '../parts/pack/chemistry.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { INCH_M } from '../units/convert.ts';
import { inInches, show } from '../units/show.ts';

/** One change that may mend a check, in words: "an 80 A ESC". */
export interface Rung {
  readonly text: string;
  readonly changes: readonly Change[];
  /** Whether a whole part is exchanged: another size of one of its figures leaves the others exchanged. */
  readonly wholePart?: boolean;
}

/** Changes of one kind, the nearest to what is there first. */
export type Ladder = readonly Rung[];

/** Most rungs of one ladder: a long list of sizes is thinned evenly. */
const MOST_RUNGS = 16;

function thinned<T>(list: readonly T[]): T[] {
  if (list.length <= MOST_RUNGS) return [...list];
  const step = (list.length - 1) / (MOST_RUNGS - 1);
  return Array.from({ length: MOST_RUNGS }, (_, k) => list[Math.round(k * step)]);
}

/** Whether the user holds a part as it is: no remedy may change it. */
export const isFixed = (setup: SetupDocument, part: string): boolean =>
  (setup.fixed as readonly string[] | undefined)?.includes(part) ?? false;

interface Size extends Rung {
  readonly diameterM: number;
  readonly pitchM: number;
  /** How hard it loads the motor: D⁴ P. */
  readonly load: number;
}

/** How far pitch over diameter may go from the present one: a propulsor of another character is another decision. */
const SHAPE = 0.16;
/** How far the diameter may go from the present one, share. */
const REACH = 0.45;
/** The same of rotors, either way: the frame is made for them, and may have room for larger ones. */
const ROTOR_REACH = [0.88, 1.3] as const;

const sized = (diameterM: number, pitchM: number, text: string): Size => ({
  diameterM,
  pitchM,
  load: diameterM ** 4 * pitchM,
  text,
  changes: [
    { path: 'propulsor.diameterM', value: diameterM },
    { path: 'propulsor.pitchM', value: pitchM }
  ]
});

/** Propulsor sizes on sale near the present one that fit the craft. Fans come as a unit with their motor: none. */
function sizes(s: SetupAnalysis): Size[] {
  const { propulsor: p } = s.setup;
  if (isFixed(s.setup, 'propulsor') || p.coefficients || p.kind === 'ducted-fan') return [];
  const shape = s.powertrain.pitchM / p.diameterM;
  return p.kind === 'propeller' ? propellers(s, shape) : screws(s, shape);
}

/** Whether a diameter is near the present one and fits the craft. */
function fits(s: SetupAnalysis, diameterM: number): boolean {
  const { propulsor: p, craft } = s.setup;
  const [least, most] = s.kind === 'multirotor' ? ROTOR_REACH : [1 - REACH, 1 + REACH];
  return (
    diameterM > least * p.diameterM &&
    diameterM < most * p.diameterM &&
    diameterM <= (craft.largestPropM ?? Infinity) * 1.0001
  );
}

const propellers = (s: SetupAnalysis, shape: number): Size[] =>
  PROPELLER_SIZES.map(([d, q]) => [d * INCH_M, q * INCH_M] as const)
    .filter(([d, q]) => fits(s, d) && Math.abs(q / d - shape) < SHAPE)
    .map(([d, q]) =>
      sized(Number(d.toPrecision(6)), Number(q.toPrecision(6)), `${inInches(d)} × ${inInches(q)}`)
    );

const screws = (s: SetupAnalysis, shape: number): Size[] =>
  screwDiametersM(s.setup.propulsor.diameterM, 0.56, 1.44, 23)
    .filter((d) => fits(s, d))
    .map((d) => sized(d, Number((shape * d).toFixed(4)), `${Math.round(d * 1000)} mm screw`));

/** Fans on sale near the present one that fit the craft; hub and exit go with the diameter. */
const fans = (s: SetupAnalysis): Rung[] =>
  FAN_SIZES_M.filter((d) => fits(s, d) && d !== s.setup.propulsor.diameterM).map((diameterM) => {
    const { propulsor: p } = s.setup;
    const by = diameterM / p.diameterM;
    const changes: Change[] = [{ path: 'propulsor.diameterM', value: diameterM }];
    for (const [field, factor] of [
      ['hubDiameterM', by],
      ['pitchM', by],
      ['exitAreaM2', by ** 2]
    ] as const) {
      const value = (p as Readonly<Record<string, unknown>>)[field];
      if (typeof value === 'number')
        changes.push({ path: `propulsor.${field}`, value: Number((value * factor).toPrecision(4)) });
    }
    return { text: withArticle(`${Math.round(1000 * diameterM)} mm fan`), changes };
  });

/**
 * Every propulsor on sale near the present one, the nearest in load first: where the present one was measured, the others
 * are not, and fans are others too. For a whole setup; a single remedy keeps to what `lighterPropulsors` says.
 */
export function otherPropulsors(s: SetupAnalysis): Ladder {
  const { propulsor: p } = s.setup;
  if (isFixed(s.setup, 'propulsor')) return [];
  if (p.kind === 'ducted-fan') return fans(s);
  const shape = s.powertrain.pitchM / p.diameterM;
  const present = p.diameterM ** 4 * s.powertrain.pitchM;
  return (p.kind === 'propeller' ? propellers(s, shape) : screws(s, shape))
    .filter((x) => Math.abs(x.load / present - 1) > 0.02)
    .sort((a, b) => Math.abs(Math.log(a.load / present)) - Math.abs(Math.log(b.load / present)))
    .map(({ text, changes }) => ({
      text,
      changes: p.coefficients ? [...changes, { path: 'propulsor.coefficients', value: null }] : changes
    }));
}

/** Propulsors that load the motor less, the nearest first. */
export function lighterPropulsors(s: SetupAnalysis): Ladder {
  const present = s.setup.propulsor.diameterM ** 4 * s.powertrain.pitchM;
  return thinned(
    sizes(s)
      .filter((x) => x.load < 0.97 * present)
      .sort((a, b) => b.load - a.load)
  );
}

/** Propulsors that load the motor more, the nearest first. */
export function heavierPropulsors(s: SetupAnalysis): Ladder {
  const present = s.setup.propulsor.diameterM ** 4 * s.powertrain.pitchM;
  return thinned(
    sizes(s)
      .filter((x) => x.load > 1.03 * present)
      .sort((a, b) => a.load - b.load)
  );
}

/** The same diameter with other pitches, in steps of half an inch (5 % of a screw's diameter). */
export function pitches(s: SetupAnalysis, direction: 'up' | 'down'): Ladder {
  const { propulsor: p } = s.setup;
  if (isFixed(s.setup, 'propulsor') || p.coefficients || p.kind === 'ducted-fan') return [];
  const present = s.powertrain.pitchM;
  const step = p.kind === 'propeller' ? 0.5 * INCH_M : 0.05 * p.diameterM;
  return Array.from({ length: 8 }, (_, k) => present + (direction === 'up' ? 1 : -1) * step * (k + 1))
    .filter((pitch) => pitch > 0.15 * p.diameterM && pitch < 2.2 * p.diameterM)
    .map((pitch) => {
      const value = Number(pitch.toPrecision(6));
      return {
        text: p.kind === 'propeller' ? `pitch ${inInches(pitch)} in` : `pitch ${show(1000 * pitch)} mm`,
        changes: [{ path: 'propulsor.pitchM', value }]
      };
    });
}

/** How far a cell count may go from the present one: a half more, or to three fifths. (m) */
const MORE_CELLS = 1.5;
const FEWER_CELLS = 0.6;
/** Propeller from which multirotors carry six cells: below it four are enough. Common practice, no source. */
const SIX_CELLS_FROM_M = 3.5 * INCH_M;

/** Whether packs of a cell count are sold for a craft: five cells for aeroplanes, six from rotors of three and a half inches. */
const suits = ({ kind, setup }: SetupAnalysis, series: number): boolean =>
  (series !== 5 || kind === 'fixed-wing') &&
  (kind !== 'multirotor' || series <= 4 || setup.propulsor.diameterM >= SIX_CELLS_FROM_M);

/** Fewer or more cells in series, as packs are sold, nearest first; not so many that it would be another class of craft. */
export function cells(s: SetupAnalysis, direction: 'fewer' | 'more', most = 2): Ladder {
  const { setup } = s;
  if (isFixed(setup, 'battery')) return [];
  const present = setup.battery.series;
  const near = CELL_COUNTS.filter((series) =>
    direction === 'more'
      ? series > present && series <= Math.max(MORE_CELLS * present, present + 1)
      : series < present && series >= Math.min(FEWER_CELLS * present, present - 1)
  );
  return (direction === 'more' ? near : near.reverse())
    .filter((series) => suits(s, series))
    .slice(0, most)
    .map((series) => ({
      text: `${series} cell${series === 1 ? '' : 's'}`,
      changes: [{ path: 'battery.series', value: series }]
    }));
}

/** Packs of more capacity, of the same C. */
export function capacities(s: SetupAnalysis): Ladder {
  const { setup } = s;
  if (isFixed(setup, 'battery')) return [];
  return capacitiesAbove(setup.battery.capacityAh)
    .filter((ah) => ah <= 1000)
    .map((value) => ({
      text: withArticle(`${value} Ah pack`),
      changes: [{ path: 'battery.capacityAh', value }]
    }));
}

/** Packs of more C. */
export function higherC(s: SetupAnalysis): Ladder {
  const { setup } = s;
  if (isFixed(setup, 'battery') || setup.battery.continuousC == null) return [];
  return C_RATES.filter((c) => c > (setup.battery.continuousC as number)).map((value) => ({
    text: withArticle(`${value}C pack`),
    changes: [{ path: 'battery.continuousC', value }]
  }));
}

/** ESCs of a higher rating; the burst rating goes with it. */
export function largerEscs(s: SetupAnalysis): Ladder {
  const { setup } = s;
  const rating = setup.esc?.continuousA;
  if (isFixed(setup, 'esc') || rating == null) return [];
  return ESC_SIZES_A.filter((a) => a > rating).map((value) => ({
    text: withArticle(`${value} A ESC`),
    changes: [{ path: 'esc.continuousA', value }]
  }));
}

/** An ESC that stands the pack's cells and its full-charge volts, whatever the chemistry. */
export function escForCells(s: SetupAnalysis): Ladder {
  const { setup } = s;
  const { battery, esc } = setup;
  if (isFixed(setup, 'esc')) return [];
  const volts = battery.series * CHEMISTRIES[battery.chemistry].fullV;
  const lipo = Math.max(Math.ceil(volts / CHEMISTRIES.lipo.fullV - 1e-9), battery.series);
  if (lipo > 60) return [];
  const changes: Change[] = [{ path: 'esc.maxSeries', value: Math.max(lipo, esc?.maxSeries ?? 0) }];
  if (esc?.maxVoltageV != null && esc.maxVoltageV < volts)
    changes.push({ path: 'esc.maxVoltageV', value: Number((lipo * CHEMISTRIES.lipo.fullV).toFixed(1)) });
  if (esc?.minSeries != null && esc.minSeries > battery.series)
    changes.push({ path: 'esc.minSeries', value: battery.series });
  return [{ text: `an ESC for ${lipo} LiPo cells`, changes }];
}

/** Packs of less capacity, of the same C. */
export function smallerPacks(s: SetupAnalysis): Ladder {
  const { setup } = s;
  if (isFixed(setup, 'battery')) return [];
  return capacitiesBelow(setup.battery.capacityAh).map((value) => ({
    text: withArticle(`${value} Ah pack`),
    changes: [{ path: 'battery.capacityAh', value }]
  }));
}

/** A change of a figure that is given, by a factor; none where it is not. */
const scaledBy = (motor: Motor, field: keyof Motor & string, by: number): Change[] =>
  typeof motor[field] === 'number'
    ? [{ path: `motor.${field}`, value: Number((motor[field] * by).toPrecision(4)) }]
    : [];

/** Motors of the same size wound for another KV: resistance goes with 1/KV², no-load current with KV. */
export function otherKv(s: SetupAnalysis, direction: 'lower' | 'higher'): Ladder {
  const { setup } = s;
  const { motor } = setup;
  if (isFixed(setup, 'motor')) return [];
  return otherWindings(motor.kvRpmPerVolt, direction)
    .filter((kv) => kv <= 100000)
    .map((kv) => {
      const by = kv / motor.kvRpmPerVolt;
      return {
        text: withArticle(`${kv} KV motor of the same size`),
        changes: [
          { path: 'motor.kvRpmPerVolt', value: kv },
          ...scaledBy(motor, 'resistanceOhm', 1 / by ** 2),
          ...scaledBy(motor, 'noLoadCurrentA', by)
        ]
      };
    });
}

/** Sizes of other motors over the present one's mass. */
const MOTOR_SIZES = [1.25, 1.6, 2, 2.6, 0.8] as const;

/**
 * Motors of another size, of this KV and of others: ratings and no-load current go with the mass, the motor constant with
 * mass^0.75 (`estimateLoadedConstant`), so the resistance with mass^−1.5. Only where a mass or a power rating is known.
 */
export function otherMotors(s: SetupAnalysis): Ladder {
  const { setup } = s;
  const { motor } = setup;
  const massKg = motorMassOf(motor)?.kg ?? null;
  if (isFixed(setup, 'motor') || massKg === null) return [];
  const windings = [
    motor.kvRpmPerVolt,
    ...otherWindings(motor.kvRpmPerVolt, 'lower').slice(1),
    ...otherWindings(motor.kvRpmPerVolt, 'higher').slice(1, 4)
  ];
  return MOTOR_SIZES.flatMap((size) =>
    windings.map((kv) => {
      const by = kv / motor.kvRpmPerVolt;
      const kg = Number((massKg * size).toPrecision(2));
      const grown = kg / massKg;
      return {
        text: withArticle(`${show(1000 * kg, 2)} g motor of ${Math.round(kv)} KV`),
        changes: [
          { path: 'motor.kvRpmPerVolt', value: kv },
          { path: 'motor.massKg', value: kg },
          ...scaledBy(motor, 'resistanceOhm', grown ** -1.5 / by ** 2),
          ...scaledBy(motor, 'noLoadCurrentA', grown * by),
          ...scaledBy(motor, 'maxCurrentA', grown * by),
          ...scaledBy(motor, 'maxPowerW', grown)
        ]
      };
    })
  );
}

/** A water jacket round the motor of a boat, which has the water. */
export function waterCooling(s: SetupAnalysis): Ladder {
  const { setup } = s;
  if (s.kind !== 'boat' || isFixed(setup, 'motor') || setup.motor.cooling === 'water') return [];
  return [{ text: 'water cooling of the motor', changes: [{ path: 'motor.cooling', value: 'water' }] }];
}

/** Other ratios of a gear that is there, the nearest first. */
export function otherGears(s: SetupAnalysis): Ladder {
  const { setup } = s;
  const ratio = setup.gearRatio ?? 1;
  if (ratio === 1 || isFixed(setup, 'motor')) return [];
  return [1.1, 0.9, 1.25, 0.8, 1.5, 0.65].map((f) => {
    const value = Number((ratio * f).toPrecision(2));
    return { text: `a gear of ${value}`, changes: [{ path: 'gearRatio', value }] };
  });
}

/** Ratios of a first gear. Common practice, no source. */
const FIRST_GEARS = [1.5, 2, 2.5, 3, 4] as const;

/** A gear where an inrunner drives directly: the motor turns the faster, the propulsor the slower. Not for rotors. */
export const firstGears = (s: SetupAnalysis): Ladder =>
  s.kind === 'multirotor' ||
  buildOfPoles(s.setup.motor.poles) === 'outrunner' ||
  (s.setup.gearRatio ?? 1) !== 1 ||
  isFixed(s.setup, 'motor')
    ? []
    : FIRST_GEARS.map((value) => ({
        text: `a gear of ${value}`,
        changes: [{ path: 'gearRatio', value }]
      }));

/** Steps of an output limit, share. */
const LIMIT_STEP = 0.05;
const LEAST_LIMIT = 0.4;

/**
 * Lower limits of the output, the nearest first. Where a flight controller commands the motors, in rotors: elsewhere the
 * transmitter's own limit does the same.
 * @param first limits that are tried before the steps
 */
export function outputLimits(s: SetupAnalysis, first: readonly number[] = []): Ladder {
  if (s.kind !== 'multirotor') return [];
  const present = s.powertrain.outputLimit;
  const steps = Array.from({ length: 12 }, (_, k) => Number((1 - LIMIT_STEP * (k + 1)).toFixed(2)));
  return [...first, ...steps]
    .filter((limit, k, all) => limit < present && limit >= LEAST_LIMIT && all.indexOf(limit) === k)
    .map((value) => ({
      text: `the output limited to ${Math.round(100 * value)} %`,
      changes: [{ path: 'outputLimit', value }]
    }));
}

/** Thicker leads. */
export function thickerLeads(s: SetupAnalysis): Ladder {
  const { setup } = s;
  const gauge = setup.wiring?.gaugeAwg;
  if (isFixed(setup, 'wiring') || gauge == null) return [];
  return GAUGES.filter((g) => g < gauge).map((value) => ({
    text: `gauge ${value} leads`,
    changes: [{ path: 'wiring.gaugeAwg', value }]
  }));
}

/** Volts of a pack fresh off the charger, to a tenth. */
const fullVolts = ({ battery: b }: SetupDocument): number =>
  Math.ceil(10 * b.series * CHEMISTRIES[b.chemistry].fullV - 1e-9) / 10;

/** A separate switching supply that gives what servos and receiver ask for; the nearest in size first. */
export function separateSupplies(s: SetupAnalysis): Ladder {
  const { setup } = s;
  const outputV = setup.receiverSupply?.outputV ?? setup.esc?.becV ?? 5;
  return SUPPLIES_A.filter((a) => a >= (receiverFeedOf(setup).peakA ?? 0)).map((value) => ({
    text: withArticle(`${value} A switching supply of its own for the receiver`),
    changes: [
      { path: 'receiverSupply.kind', value: 'switching' },
      { path: 'receiverSupply.outputV', value: outputV },
      { path: 'receiverSupply.continuousA', value },
      { path: 'receiverSupply.maxVoltageV', value: fullVolts(setup) }
    ]
  }));
}

/** A receiver supply that stands the pack's volts. */
export const supplyForVolts = (s: SetupAnalysis): Ladder => [
  {
    text: `a receiver supply for ${s.setup.battery.series} cells`,
    changes: [
      { path: 'receiverSupply.maxVoltageV', value: fullVolts(s.setup) },
      ...(s.setup.receiverSupply?.minVoltageV == null
        ? []
        : [{ path: 'receiverSupply.minVoltageV', value: null }])
    ]
  }
];

/** Whatever on the pack cannot stand its volts is fed by a supply of its own. */
export function fedBySupply(s: SetupAnalysis): Ladder {
  const full = s.worst.openCircuitV;
  const weak = (s.setup.rail ?? []).flatMap((part, k) =>
    part.fedBy !== 'supply' && part.maxVoltageV != null && part.maxVoltageV < full ? [{ part, k }] : []
  );
  return weak.length === 0
    ? []
    : [
        {
          text: `the ${joinList(weak.map(({ part }) => partTitleOnRail(part)))} on a supply of its own`,
          changes: weak.map(({ k }) => ({ path: `rail.${k}.fedBy`, value: 'supply' }))
        }
      ];
}

/** Connectors for more current: by their rating where that is told, else other plugs at pack and ESC. */
export function largerConnectors(s: SetupAnalysis): Ladder {
  const { setup } = s;
  const amps = setup.wiring?.connectorA;
  if (isFixed(setup, 'wiring')) return [];
  if (amps != null)
    return CONNECTORS_A.filter((a) => a > amps).map((value) => ({
      text: `a connector for ${value} A`,
      changes: [{ path: 'wiring.connectorA', value }]
    }));
  const { pack, esc, ratingA } = plugsOf(setup);
  // a plug is a part of its pack or ESC: who holds one of them holds its plug
  if (ratingA === null || (pack && isFixed(setup, 'battery')) || (esc && isFixed(setup, 'esc'))) return [];
  return CONNECTORS.filter((c) => c.continuousA > ratingA).map(({ id, title }) => ({
    text: `${title} at both ends`,
    changes: [
      ...(pack ? [{ path: 'battery.connector', value: id }] : []),
      ...(esc ? [{ path: 'esc.connector', value: id }] : [])
    ]
  }));
}

/** An adapter between unlike plugs, or the pack's plug on the ESC. */
export function matchingPlugs(s: SetupAnalysis): Ladder {
  const { pack, unlike } = plugsOf(s.setup);
  if (!unlike || !pack) return [];
  return [
    ...(isFixed(s.setup, 'esc')
      ? []
      : [
          {
            text: `the pack’s kind of plug soldered to the ESC`,
            changes: [{ path: 'esc.connector', value: pack.id }]
          }
        ]),
    ...(isFixed(s.setup, 'wiring')
      ? []
      : [{ text: 'an adapter between the plugs', changes: [{ path: 'wiring.adapter', value: 'fitted' }] }])
  ];
}

/** Lower outputs that the supply can be set to, and a step-down in the lead of what cannot stand it. */
export function gentlerVolts(s: SetupAnalysis): Ladder {
  const { setup } = s;
  const feed = receiverFeedOf(setup);
  const weak = feed.loads.flatMap((l) => {
    const k = l.path.startsWith('loads.') ? Number(l.path.slice(6)) : -1;
    const most = k < 0 ? null : setup.loads?.[k].maxVoltageV;
    return most != null && l.volts > most ? [{ k, most, title: l.title }] : [];
  });
  if (weak.length === 0) return [];
  const least = Math.min(...weak.map((w) => w.most));
  const path = feed.source === 'esc' ? 'esc.becV' : 'receiverSupply.outputV';
  return [
    ...feed.outputsV
      .filter((v) => v <= least)
      .sort((a, b) => b - a)
      .map((value) => ({
        text: `the supply set to ${show(value)} V`,
        changes: [{ path, value }]
      })),
    ...(feed.source === 'own-pack' && feed.kind === 'direct'
      ? [
          {
            text: `a regulator of ${show(least)} V behind the receiver’s pack`,
            changes: [{ path, value: least }]
          }
        ]
      : []),
    {
      text: `a step-down to ${show(least)} V in the lead of ${joinList(weak.map((w) => w.title))}`,
      changes: weak.map(({ k }) => ({ path: `loads.${k}.stepDownV`, value: least }))
    }
  ];
}

/** ESCs on sale below the present rating, the largest of them first; whether they carry the current is for the checks to say. None where the rating is not known or the ESC is held. */
export function smallerEscs(s: SetupAnalysis): Ladder {
  const { setup } = s;
  const rating = setup.esc?.continuousA;
  if (isFixed(setup, 'esc') || rating == null) return [];
  return ESC_SIZES_A.filter((a) => a < rating)
    .reverse()
    .map((value) => ({ text: withArticle(`${value} A ESC`), changes: [{ path: 'esc.continuousA', value }] }));
}
