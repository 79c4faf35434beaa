import type { Craft, SetupDocument } from '../document/schema.ts';
import { motorsOf, type Brief } from '../brief/brief.ts';
import { capacitySold } from '../catalogue/packs.ts';
import { estimatePackMassKg } from '../parts/pack/estimate-mass.ts';
import { usualSeconds } from '../brief/usual-time.ts';
import { firstPropulsor } from './first-propulsor.ts';
import { fitAround } from './fit-around.ts';
import type { Schools } from './size-electrics.ts';
import { wantedOf } from '../brief/wanted.ts';

/** Wing area of an everyday model, m²: loading grows with the cube root of weight, about 4.5 kg/m² at 1 kg. (m) */
const everydayWingM2 = (massKg: number): number =>
  Number((massKg / (4.5 * Math.cbrt(massKg))).toPrecision(2));
/** Waterline of an everyday model boat, m. (m) */
const everydayWaterlineM = (massKg: number): number => 0.5 * Math.cbrt(massKg);

/** Least share of the all-up weight that the pack usually is. Common practice, no source. */
const USUAL_PACK_SHARE = { 'fixed-wing': 0.15, multirotor: 0.2, boat: 0.12 } as const;

/** The setup with a pack as large as such craft usually carry, where what it needs would be smaller. */
function withUsualPack(setup: SetupDocument): SetupDocument {
  const { battery, craft } = setup;
  const least = USUAL_PACK_SHARE[craft.kind] * craft.massKg;
  const massKg = estimatePackMassKg(battery.chemistry, battery.series, battery.capacityAh);
  if (massKg >= least) return setup;
  const capacityAh = capacitySold((battery.capacityAh * least) / massKg);
  return { ...setup, battery: { ...battery, capacityAh } };
}

/**
 * A complete first setup from a brief; everything beyond the brief is estimated and marked so in `sources`, the time that is
 * usual for the purpose among it.
 * @param schools those of the settings: they decide the margins of ESC and pack
 */
export function sketchSetup(brief: Brief, schools?: Schools): SetupDocument {
  const estimated: SetupDocument['sources'] =
    brief.targetSeconds == null ? { 'craft.targetSeconds': 'estimated' } : {};
  const b: Brief = { ...brief, targetSeconds: brief.targetSeconds ?? usualSeconds(brief) };
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
  const fitted = fitAround(blank, { fixed: [], cells: b.series ?? null, schools });
  return brief.targetSeconds == null ? withUsualPack(fitted) : fitted;
}
