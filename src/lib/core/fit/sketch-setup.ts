import type { Craft, SetupDocument } from '../document/schema.ts';
import { motorsOf, type Brief } from '../brief/brief.ts';
import { firstPropulsor } from './first-propulsor.ts';
import { fitAround } from './fit-around.ts';
import type { Schools } from './size-electrics.ts';
import { wantedOf } from '../brief/wanted.ts';

/** Wing area of an everyday model, m²: loading grows with the cube root of weight, about 4.5 kg/m² at 1 kg. (m) */
const everydayWingM2 = (massKg: number): number =>
  Number((massKg / (4.5 * Math.cbrt(massKg))).toPrecision(2));
/** Waterline of an everyday model boat, m. (m) */
const everydayWaterlineM = (massKg: number): number => 0.5 * Math.cbrt(massKg);

/**
 * A complete first setup from a brief; everything beyond the brief is estimated and marked so in `sources`.
 * @param schools those of the settings: they decide the margins of ESC and pack
 */
export function sketchSetup(b: Brief, schools?: Schools): SetupDocument {
  const estimated: SetupDocument['sources'] = {};
  const craft: Craft = {
    name: b.name,
    kind: b.kind,
    massKg: b.massKg,
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
    craft.wingAreaM2 = everydayWingM2(b.massKg);
    estimated['craft.wingAreaM2'] = 'estimated';
  }
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
    sources: estimated
  };
  return fitAround(blank, { fixed: [], cells: b.series ?? null, schools });
}
