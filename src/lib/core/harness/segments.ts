import { GAUGES } from '../standard-sizes/leads.ts';
import type { Finding } from '../checks/finding.ts';
import { leadAirC, leadLimits } from '../model/leads.ts';
import { OWN_MOTOR_LEAD_M } from '../model/interpret-leads.ts';
import { escBoardsOf } from '../model/all-up-mass.ts';
import { receiverFeedOf } from '../model/receiver-feed.ts';
import { conductorResistanceOhm, gaugeAreaM2 } from '../parts/wiring/lead-resistance.ts';
import { leadOuterDiameterM, leadTemperatureC } from '../parts/wiring/lead-heat.ts';
import { TOUCH_C } from '../parts/wiring/insulation.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import type { Band } from '../powertrain/bands.ts';
import { show, showUnit } from '../units/show.ts';

/** What one gauge would do in a place. */
interface GaugeChoice {
  readonly awg: number;
  /** Warmth of its copper in ordinary use, °C. */
  readonly warmC: number;
  /** Volts lost at the worst-case current, and their share of the pack's, %. */
  readonly dropV: number;
  readonly dropShare: number;
  /** Mass of the whole length, there and back, kg. */
  readonly massKg: number;
  /** Whether it holds the full-throttle spell, stays fit to hold in ordinary use, and loses little. */
  readonly finding: Finding;
}

/** One length of wire between two parts: so many of it, alike. */
export interface Segment {
  readonly id: 'pack-lead' | 'branch' | 'motor-lead' | 'receiver-lead';
  readonly title: string;
  readonly count: number;
  /** Amps at the worst case, and as a root mean square in ordinary use. */
  readonly currentA: number;
  readonly band: Band | null;
  readonly rmsA: number;
  /** Gauge and length; whether they are told or what would do. */
  readonly awg: number;
  readonly gaugeTold: boolean;
  readonly lengthM: number;
  readonly lengthTold: boolean;
  /** Resistance of one of them, there and back, warm, ohm. */
  readonly ohm: number;
  readonly dropV: number;
  readonly lossW: number;
  readonly warmC: number;
  readonly finding: Finding;
  /** The thinnest gauge that does, and its neighbours. */
  readonly suggestedAwg: number;
  readonly choices: readonly GaugeChoice[];
  readonly working: string;
  /** Where gauge and length stand in the document; null where no figure does. */
  readonly paths: { readonly gauge: string | null; readonly length: string | null };
}

/** Lengths where none is told, m one way. Common practice, no source. */
const USUAL_M = {
  'pack-lead': 0.15,
  branch: 0.12,
  'motor-lead': OWN_MOTOR_LEAD_M,
  'receiver-lead': 0.3
} as const;
/** Thinnest lead that stands the shaking of a motor or a plug, by place: servo leads may be thinner. Common practice, no source. */
const THINNEST = { 'pack-lead': 18, branch: 20, 'motor-lead': 20, 'receiver-lead': 22 } as const;
/** Root mean square in each of three phases over the direct current that passes: two of three carry it at a time. */
const PHASE_SHARE = Math.sqrt(2 / 3);
/** Volts lost in one length that are a pity, and those that are too much, % of the pack's. Common practice, no source. */
const DROP = { good: 3, most: 8 } as const;
const COPPER_KG_M3 = 8960;
const COVER_KG_M3 = 1200;

/** Mass of a metre of lead, kg: strands and cover. */
function leadKgPerM(awg: number): number {
  const copper = gaugeAreaM2(awg);
  return COPPER_KG_M3 * copper + COVER_KG_M3 * ((Math.PI / 4) * leadOuterDiameterM(awg) ** 2 - 1.3 * copper);
}

interface Place {
  readonly id: Segment['id'];
  readonly title: string;
  readonly count: number;
  readonly currentA: number;
  readonly band: Band | null;
  readonly rmsA: number;
  readonly awg: number | null | undefined;
  readonly lengthM: number | null | undefined;
  readonly packV: number;
  readonly paths: Segment['paths'];
}

function gaugeChoice(s: SetupAnalysis, place: Place, awg: number, lengthM: number): GaugeChoice {
  const airC = leadAirC(s.setup);
  const { touchA, limitA } = leadLimits(s.setup, awg, s.spellS);
  const warmC = leadTemperatureC(awg, place.rmsA, airC);
  const dropV = place.currentA * conductorResistanceOhm(gaugeAreaM2(awg), 2 * lengthM, TOUCH_C);
  const dropShare = place.packV > 0 ? (100 * dropV) / place.packV : 0;
  return {
    awg,
    warmC,
    dropV,
    dropShare,
    massKg: 2 * lengthM * leadKgPerM(awg),
    finding:
      place.currentA > limitA || dropShare > DROP.most
        ? 'over'
        : place.rmsA > touchA || dropShare > DROP.good
          ? 'tight'
          : 'holds'
  };
}

function segmentAt(s: SetupAnalysis, place: Place): Segment {
  const lengthM = place.lengthM ?? USUAL_M[place.id];
  const all = GAUGES.filter((g) => g <= THINNEST[place.id]).map((g) => gaugeChoice(s, place, g, lengthM));
  const at = all.findIndex((c) => c.finding === 'holds');
  const suggested = at < 0 ? all.length - 1 : at;
  const awg = place.awg ?? all[suggested].awg;
  const own = gaugeChoice(s, place, awg, lengthM);
  const ohm = conductorResistanceOhm(gaugeAreaM2(awg), 2 * lengthM, TOUCH_C);
  const { limitC } = leadLimits(s.setup, awg, s.spellS);
  return {
    id: place.id,
    title: place.title,
    count: place.count,
    currentA: place.currentA,
    band: place.band,
    rmsA: place.rmsA,
    awg,
    gaugeTold: place.awg != null,
    lengthM,
    lengthTold: place.lengthM != null,
    ohm,
    dropV: own.dropV,
    lossW: place.currentA ** 2 * ohm,
    warmC: own.warmC,
    finding: own.finding,
    suggestedAwg: all[suggested].awg,
    choices: [...all.slice(Math.max(suggested - 1, 0), suggested + 3), own]
      .filter((c, k, list) => list.findIndex((other) => other.awg === c.awg) === k)
      .sort((a, b) => b.awg - a.awg),
    working: `${showUnit(place.currentA, 'A')} through 2 × ${show(lengthM)} m of gauge ${awg} (${show(gaugeAreaM2(awg) * 1e6)} mm², ${show(1000 * ohm)} mΩ at ${TOUCH_C} °C) lose ${showUnit(own.dropV, 'V')}; ${showUnit(place.rmsA, 'A')} root mean square in ordinary use bring its copper to ${Number.isFinite(own.warmC) ? showUnit(own.warmC, '°C', 2) : 'more than 400 °C'} of ${limitC} °C in still air.`,
    paths: place.paths
  };
}

/** The wires of a setup, in the order power flows. */
export function segmentsOf(s: SetupAnalysis): Segment[] {
  const { wiring } = s.setup;
  const { worst, powertrain } = s;
  const n = powertrain.count;
  const oneBoard = n > 1 && escBoardsOf(s.setup) === 1;
  const aux = powertrain.auxiliaryCurrentA;
  const total = worst.batteryCurrentA;
  const band = worst.band?.batteryCurrentA ?? null;
  const rms = s.drawn?.rmsCurrentA ?? total;
  const packV = worst.batteryVoltageV;
  const each = (value: number): number => Math.max(value - aux, 0) / n;
  const list: Segment[] = [
    segmentAt(s, {
      id: 'pack-lead',
      title: n === 1 ? 'pack to ESC' : oneBoard ? 'pack to the ESC board' : 'pack to distribution',
      count: 1,
      currentA: total,
      band,
      rmsA: rms,
      awg: wiring?.gaugeAwg,
      lengthM: wiring?.leadLengthM,
      packV,
      paths: { gauge: 'wiring.gaugeAwg', length: 'wiring.leadLengthM' }
    })
  ];
  if (n > 1 && !oneBoard)
    list.push(
      segmentAt(s, {
        id: 'branch',
        title: 'distribution to each ESC',
        count: n,
        currentA: each(total),
        band: band ? [each(band[0]), each(band[1])] : null,
        rmsA: each(rms),
        awg: wiring?.branchGaugeAwg,
        lengthM: wiring?.branchLengthM,
        packV,
        paths: { gauge: 'wiring.branchGaugeAwg', length: 'wiring.branchLengthM' }
      })
    );
  list.push(
    segmentAt(s, {
      id: 'motor-lead',
      title: n > 1 ? 'each ESC to its motor, three leads' : 'ESC to motor, three leads',
      count: n,
      currentA: worst.motorCurrentA,
      band: null,
      rmsA: PHASE_SHARE * Math.max(each(rms), 0),
      awg: wiring?.motorGaugeAwg,
      lengthM: wiring?.motorLeadM,
      packV,
      paths: { gauge: 'wiring.motorGaugeAwg', length: 'wiring.motorLeadM' }
    })
  );
  const feed = receiverFeedOf(s.setup);
  if (feed.source !== 'none' && feed.peakA !== null)
    list.push(
      segmentAt(s, {
        id: 'receiver-lead',
        title: 'supply to receiver',
        count: 1,
        currentA: feed.peakA,
        band: null,
        rmsA: feed.averageA ?? feed.peakA,
        awg: null,
        lengthM: null,
        packV: feed.outputV,
        paths: { gauge: null, length: null }
      })
    );
  return list;
}
