import { ESC_SIZES_A } from '../catalogue/esc-sizes.ts';
import { CONNECTORS_A, GAUGES } from '../catalogue/leads.ts';
import { C_RATES, capacitiesAbove } from '../catalogue/packs.ts';
import { PROPELLER_SIZES } from '../catalogue/propeller-sizes.ts';
import { screwDiametersM } from '../catalogue/screws.ts';
import { otherWindings } from '../catalogue/windings.ts';
import type { Change } from '../document/change.ts';
import type { SetupDocument } from '../document/schema.ts';
import { CHEMISTRIES } from '../parts/pack/chemistry.ts';
import type { Situation } from '../situation/situation.ts';
import { INCH_M } from '../units/convert.ts';
import { show } from '../units/show.ts';

/** One change that may mend a check, in words: "an 80 A ESC". */
export interface Rung {
  readonly text: string;
  readonly changes: readonly Change[];
}

/** Changes of one kind, the nearest to what is there first. */
export type Ladder = readonly Rung[];

/** Most rungs of one ladder: a long list of sizes is thinned evenly. */
const MOST_RUNGS = 16;

const inches = (m: number): string => String(Math.round((m / INCH_M) * 10) / 10);

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
function sizes(s: Situation): Size[] {
  const { propulsor: p, craft } = s.setup;
  if (isFixed(s.setup, 'propulsor') || p.coefficients || p.kind === 'ducted-fan') return [];
  const room = (craft.largestPropM ?? Infinity) * 1.0001;
  const ratio = s.train.pitchM / p.diameterM;
  const near = (d: number): boolean => Math.abs(d - p.diameterM) < REACH * p.diameterM && d <= room;
  if (p.kind === 'propeller')
    return PROPELLER_SIZES.map(([d, q]) => [d * INCH_M, q * INCH_M] as const)
      .filter(([d, q]) => near(d) && Math.abs(q / d - ratio) < SHAPE)
      .map(([d, q]) => {
        const [diameterM, pitchM] = [Number(d.toPrecision(6)), Number(q.toPrecision(6))];
        return sized(diameterM, pitchM, `${inches(d)} × ${inches(q)}`);
      });
  return screwDiametersM(p.diameterM, 0.56, 1.44, 23)
    .filter(near)
    .map((d) => sized(d, Number((ratio * d).toFixed(4)), `${Math.round(d * 1000)} mm screw`));
}

/** Propulsors that load the motor less, the nearest first. */
export function lighterPropulsors(s: Situation): Ladder {
  const present = s.setup.propulsor.diameterM ** 4 * s.train.pitchM;
  return thinned(
    sizes(s)
      .filter((x) => x.load < 0.97 * present)
      .sort((a, b) => b.load - a.load)
  );
}

/** Propulsors that load the motor more, the nearest first. */
export function heavierPropulsors(s: Situation): Ladder {
  const present = s.setup.propulsor.diameterM ** 4 * s.train.pitchM;
  return thinned(
    sizes(s)
      .filter((x) => x.load > 1.03 * present)
      .sort((a, b) => a.load - b.load)
  );
}

/** The same diameter with other pitches, in steps of half an inch (5 % of a screw's diameter). */
export function pitches(s: Situation, direction: 'up' | 'down'): Ladder {
  const { propulsor: p } = s.setup;
  if (isFixed(s.setup, 'propulsor') || p.coefficients || p.kind === 'ducted-fan') return [];
  const present = s.train.pitchM;
  const step = p.kind === 'propeller' ? 0.5 * INCH_M : 0.05 * p.diameterM;
  return Array.from({ length: 8 }, (_, k) => present + (direction === 'up' ? 1 : -1) * step * (k + 1))
    .filter((pitch) => pitch > 0.15 * p.diameterM && pitch < 2.2 * p.diameterM)
    .map((pitch) => {
      const value = Number(pitch.toPrecision(6));
      return {
        text: p.kind === 'propeller' ? `pitch ${inches(pitch)} in` : `pitch ${show(1000 * pitch)} mm`,
        changes: [{ path: 'propulsor.pitchM', value }]
      };
    });
}

/** Fewer or more cells in series, nearest first. */
export function cells(s: Situation, direction: 'fewer' | 'more', most = 2): Ladder {
  const { setup } = s;
  if (isFixed(setup, 'battery')) return [];
  return Array.from(
    { length: most },
    (_, k) => setup.battery.series + (direction === 'more' ? 1 : -1) * (k + 1)
  )
    .filter((series) => series >= 1 && series <= 60)
    .map((series) => ({
      text: `${series} cell${series === 1 ? '' : 's'}`,
      changes: [{ path: 'battery.series', value: series }]
    }));
}

/** Packs of more capacity, of the same C. */
export function capacities(s: Situation): Ladder {
  const { setup } = s;
  if (isFixed(setup, 'battery')) return [];
  return capacitiesAbove(setup.battery.capacityAh)
    .filter((ah) => ah <= 1000)
    .map((value) => ({
      text: `${value} Ah`,
      changes: [{ path: 'battery.capacityAh', value }]
    }));
}

/** Packs of more C. */
export function higherC(s: Situation): Ladder {
  const { setup } = s;
  if (isFixed(setup, 'battery') || setup.battery.continuousC == null) return [];
  return C_RATES.filter((c) => c > (setup.battery.continuousC as number)).map((value) => ({
    text: `a ${value}C pack`,
    changes: [{ path: 'battery.continuousC', value }]
  }));
}

/** ESCs of a higher rating; the burst rating goes with it. */
export function largerEscs(s: Situation): Ladder {
  const { setup } = s;
  const rating = setup.esc?.continuousA;
  if (isFixed(setup, 'esc') || rating == null) return [];
  return ESC_SIZES_A.filter((a) => a > rating).map((value) => ({
    text: `a ${value} A ESC`,
    changes: [{ path: 'esc.continuousA', value }]
  }));
}

/** An ESC that stands the pack's cells and its full-charge volts, whatever the chemistry. */
export function escForCells(s: Situation): Ladder {
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

/** Motors of the same size wound for another KV: resistance goes with 1/KV², no-load current with KV. */
export function otherKv(s: Situation, direction: 'lower' | 'higher'): Ladder {
  const { setup } = s;
  const { motor } = setup;
  if (isFixed(setup, 'motor')) return [];
  return otherWindings(motor.kvRpmPerVolt, direction)
    .filter((kv) => kv <= 100000)
    .map((kv) => {
      const by = kv / motor.kvRpmPerVolt;
      const changes: Change[] = [{ path: 'motor.kvRpmPerVolt', value: kv }];
      if (motor.resistanceOhm != null)
        changes.push({
          path: 'motor.resistanceOhm',
          value: Number((motor.resistanceOhm / by ** 2).toPrecision(4))
        });
      if (motor.noLoadCurrentA != null)
        changes.push({
          path: 'motor.noLoadCurrentA',
          value: Number((motor.noLoadCurrentA * by).toPrecision(4))
        });
      return { text: `a ${kv} KV motor of the same size`, changes };
    });
}

/** Thicker leads. */
export function thickerLeads(s: Situation): Ladder {
  const { setup } = s;
  const gauge = setup.wiring?.gaugeAwg;
  if (isFixed(setup, 'wiring') || gauge == null) return [];
  return GAUGES.filter((g) => g < gauge).map((value) => ({
    text: `gauge ${value} leads`,
    changes: [{ path: 'wiring.gaugeAwg', value }]
  }));
}

/** Connectors for more current. */
export function largerConnectors(s: Situation): Ladder {
  const { setup } = s;
  const amps = setup.wiring?.connectorA;
  if (isFixed(setup, 'wiring') || amps == null) return [];
  return CONNECTORS_A.filter((a) => a > amps).map((value) => ({
    text: `a connector for ${value} A`,
    changes: [{ path: 'wiring.connectorA', value }]
  }));
}

/** Smaller ESCs that still stand 1.25 times the present current; the largest of them first. */
export function smallerEscs(s: Situation): Ladder {
  const { setup } = s;
  const rating = setup.esc?.continuousA;
  if (isFixed(setup, 'esc') || rating == null) return [];
  return ESC_SIZES_A.filter((a) => a < rating)
    .reverse()
    .map((value) => ({ text: `a ${value} A ESC`, changes: [{ path: 'esc.continuousA', value }] }));
}
