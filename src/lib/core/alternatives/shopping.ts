import type { FixablePart } from '../registry/parts.ts';
import { ESC_SIZES_A } from '../standard-sizes/esc-sizes.ts';
import { C_RATES } from '../standard-sizes/packs.ts';
import { kvSold } from '../standard-sizes/windings.ts';
import { escMarginLimit } from '../checks/esc-current.ts';
import { packMarginLimit } from '../checks/pack-current.ts';
import { chosenSchool } from '../document/schools.ts';
import { sizedEsc } from './size-electrics.ts';
import { estimatePackMassKg } from '../parts/pack/estimate-mass.ts';
import { buildOfPoles } from '../parts/motor/estimate.ts';
import { canOfMass } from '../parts/motor/label-decoder.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { inInches, show, showUnit } from '../units/show.ts';

/** What to ask a shop for: one line a part. */
export interface ShoppingLine {
  readonly part: FixablePart;
  readonly text: string;
}

/** KV within which another motor does the same, share. Common practice, no source. */
const KV_WITHIN = 0.05;
/** An ESC of so many times the smallest that does is still asked for as it is. (m) */
const MOST_LARGER = 3;

const each = (count: number, text: string): string => (count > 1 ? `${count} × ${text}` : text);
/** Amps that a part must stand: the upper edge of the band where there is one, a whole number. */
const ampsOf = (value: number, band: readonly [number, number] | undefined): number =>
  Math.ceil(Math.max(value, band?.[1] ?? 0));

function motorLine(s: SetupAnalysis): ShoppingLine {
  const { motor } = s.setup;
  const { worst, powertrain } = s;
  const low = kvSold(motor.kvRpmPerVolt * (1 - KV_WITHIN));
  const high = kvSold(motor.kvRpmPerVolt * (1 + KV_WITHIN));
  const amps = ampsOf(worst.motorCurrentA, worst.band?.motorCurrentA);
  const watts = Math.ceil(worst.electricalPowerW / powertrain.count / 10) * 10;
  const kg = s.motorMassKg;
  const size = (): string => {
    // an outrunner's label gives its can
    if (buildOfPoles(motor.poles) === 'inrunner') return '';
    const [d, l] = canOfMass(kg as number);
    return ` or ${Math.round(d)} × ${Math.round(l)} mm`;
  };
  const weight = kg === null ? '' : `about ${show(1000 * kg, 2)} g${size()}, `;
  const gear = (s.setup.gearRatio ?? 1) === 1 ? '' : `, with a gear of ${s.setup.gearRatio}`;
  const cooling = motor.cooling === 'water' ? ', water-cooled' : '';
  return {
    part: 'motor',
    text: `${each(powertrain.count, 'motor')}: ${weight}${low}–${high} KV, at least ${amps} A and ${watts} W${gear}${cooling}`
  };
}

function propulsorLine(s: SetupAnalysis): ShoppingLine {
  const { propulsor: p } = s.setup;
  const { count } = s.powertrain;
  const millimetres = `${Math.round(1000 * p.diameterM)} mm`;
  const size =
    p.kind === 'propeller'
      ? `propeller: ${inInches(p.diameterM)} × ${inInches(s.powertrain.pitchM)}`
      : p.kind === 'ducted-fan'
        ? `fan: ${millimetres}, made for this motor`
        : `screw: ${millimetres} × ${show(s.powertrain.pitchM / p.diameterM, 2)}`;
  const blades = (p.blades ?? 2) === 2 ? '' : `, ${p.blades} blades`;
  return { part: 'propulsor', text: `${each(count, size)}${blades}` };
}

function escLine(s: SetupAnalysis): ShoppingLine {
  const { battery } = s.setup;
  const { count } = s.powertrain;
  const drawnA = s.worst.batteryCurrentA / count;
  const band = s.worst.band?.batteryCurrentA;
  const sized = sizedEsc(drawnA, battery.series, s.schools).continuousA as number;
  const school = chosenSchool('esc-current', s.schools).id;
  // beyond the largest on sale the margin is asked for all the same; a bare margin never leaves the band out
  const byMargin = Math.ceil((drawnA * sized) / escMarginLimit(school, sized, null));
  const least = Math.max(byMargin, ampsOf(drawnA, band && [band[0] / count, band[1] / count]));
  const smallest = ESC_SIZES_A.find((a) => a >= least) ?? least;
  // what the setup has is asked for where it covers that: one list for one setup
  const rated = s.setup.esc?.continuousA ?? 0;
  const needed = rated >= least && rated <= MOST_LARGER * smallest ? rated : smallest;
  return {
    part: 'esc',
    text: `${each(count, 'ESC')}: ${needed} A or more for ${battery.series} cells (${showUnit(s.worst.openCircuitV, 'V')} full)`
  };
}

function packLine(s: SetupAnalysis): ShoppingLine {
  const { battery: b } = s.setup;
  const school = chosenSchool('pack-current', s.schools).id;
  const amps = s.worst.batteryCurrentA;
  const parallel = b.parallel ?? 1;
  const escTotal = s.setup.esc?.continuousA == null ? amps : s.setup.esc.continuousA * s.powertrain.count;
  const ratingA = school === 'esc-rating' ? escTotal : amps / packMarginLimit(school, 1, null, 1);
  const neededC = Math.max(ratingA, ampsOf(amps, s.worst.band?.batteryCurrentA)) / b.capacityAh;
  const c = C_RATES.find((rate) => rate >= neededC * 0.999) ?? Math.ceil(neededC);
  const kg = b.massKg ?? estimatePackMassKg(b.chemistry, b.series, b.capacityAh);
  return {
    part: 'battery',
    text: `pack: ${b.series}S ${parallel > 1 ? `${parallel}P ` : ''}${b.capacityAh} Ah at ${c}C or more, about ${show(1000 * kg, 2)} g`
  };
}

function wiringLine(s: SetupAnalysis): ShoppingLine[] {
  const w = s.setup.wiring;
  const words = [
    ...(w?.gaugeAwg == null ? [] : [`gauge ${w.gaugeAwg}`]),
    ...(w?.connectorA == null ? [] : [`connectors for ${w.connectorA} A`])
  ];
  return words.length === 0 ? [] : [{ part: 'wiring', text: `leads: ${words.join(', ')}` }];
}

/**
 * What to buy for a setup, one line a part in the words of a shop, from the setup's own figures: what carries current is
 * named by what the worst case asks of it, with the upper edge of the band and the user's margins. Makers' limits come first.
 */
export const shoppingLines = (s: SetupAnalysis): ShoppingLine[] => [
  motorLine(s),
  propulsorLine(s),
  escLine(s),
  packLine(s),
  ...wiringLine(s)
];
