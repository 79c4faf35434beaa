import type { Craft, SetupDocument } from '../document/schema.ts';
import type { FigureSource } from '../document/sources.ts';
import { partsKg } from '../model/all-up-mass.ts';
import { motorsOf, type Brief } from '../brief/brief.ts';
import { usualSeconds } from '../brief/usual-time.ts';
import { firstPropulsor } from './first-propulsor.ts';
import { fitAround } from './fit-around.ts';
import type { Schools } from './size-electrics.ts';
import { estimatedWingAreaM2 } from '../model/wing.ts';
import { wantedOf } from '../brief/wanted.ts';

/** Waterline of an everyday model boat, m. (m) */
const everydayWaterlineM = (massKg: number): number => 0.5 * Math.cbrt(massKg);

/** Figures of the craft that a brief may give. */
const OF_CRAFT = [
  'massKg',
  'purpose',
  'wingAreaM2',
  'largestPropM',
  'waterlineLengthM',
  'targetSeconds',
  'hull'
] as const;

/** Marks of what a brief gives: the user typed it. */
const givenIn = (brief: Brief): Record<string, FigureSource> =>
  Object.fromEntries(
    OF_CRAFT.filter((field) => brief[field] != null).map((field) => [`craft.${field}`, 'typed' as const])
  );

/**
 * A complete first setup from a brief; everything beyond the brief is estimated and marked so in `sources`, the time that is
 * usual for the purpose among it.
 * @param schools those of the settings: they decide the margins of ESC and pack
 */
export function sketchSetup(brief: Brief, schools?: Schools): SetupDocument {
  const sources = givenIn(brief);
  if (brief.targetSeconds == null) sources['craft.targetSeconds'] = 'estimated';
  const b: Brief = { ...brief, targetSeconds: brief.targetSeconds ?? usualSeconds(brief) };
  const craft: Craft = {
    name: b.name,
    kind: b.kind,
    massKg: b.massKg,
    ...(b.airframeMassKg == null ? {} : { airframeMassKg: b.airframeMassKg }),
    purpose: b.purpose,
    wingAreaM2: b.wingAreaM2 ?? null,
    largestPropM: b.largestPropM ?? null,
    targetSeconds: b.targetSeconds ?? null,
    ...(b.kind === 'multirotor' ? { rotorLayout: b.coaxial ? ('coaxial' as const) : ('flat' as const) } : {}),
    ...(b.kind === 'boat'
      ? {
          hull: b.hull ?? 'planing-mono',
          waterlineLengthM: b.waterlineLengthM ?? everydayWaterlineM(b.massKg)
        }
      : {})
  };
  if (b.kind === 'fixed-wing' && craft.wingAreaM2 === null) {
    craft.wingAreaM2 = estimatedWingAreaM2(craft);
    sources['craft.wingAreaM2'] = 'estimated';
  }
  if (b.kind === 'boat' && b.waterlineLengthM == null) sources['craft.waterlineLengthM'] = 'estimated';
  const blank: SetupDocument = {
    format: 'iskarn.setup/1',
    name: 'First sketch',
    craft,
    environment: { altitudeM: 0, airTemperatureC: 15, water: 'fresh', waterTemperatureC: 15 },
    count: motorsOf(b),
    // placeholders: nothing is fixed, so every part is fitted
    battery: { chemistry: 'lipo', series: 3, capacityAh: 1 },
    motor: { kvRpmPerVolt: 1000 },
    propulsor: firstPropulsor(b, wantedOf(b)),
    sources
  };
  const fitted = fitAround(blank, { fixed: [], cells: b.series ?? null, schools });
  const own: Record<string, FigureSource> = brief.series == null ? {} : { 'battery.series': 'typed' };
  return {
    ...fitted,
    craft: { ...fitted.craft, weighedPartsKg: partsKg(fitted) },
    sources: { ...fitted.sources, ...own }
  };
}
