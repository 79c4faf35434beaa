import type { Fluid } from '../fluids/air.ts';
import { ductedFanTable, exitAreaM2 } from '../parts/propulsor/ducted-fan/table.ts';
import { measuredPerformance, type Performance } from '../parts/propulsor/performance.ts';
import { usualFamily } from '../parts/propulsor/propeller/family.ts';
import { bladeShape } from '../parts/propulsor/propeller/blade-shape.ts';
import { propellerTable } from '../parts/propulsor/propeller/table.ts';
import { outsideSeries, screwTable } from '../parts/propulsor/submerged-screw/table.ts';
import { SURFACE_AREA_RATIO, surfaceDriveTable } from '../parts/propulsor/surface-drive/table.ts';
import { MEASURED_COEFFICIENT_SD, type Estimate } from './tolerance.ts';
import type { SetupDocument } from '../document/schema.ts';

/** A propulsor turned into performance and its uncertainty. */
export interface InterpretedPropulsor {
  performance: Performance;
  pitchM: number;
  thrustSd: number;
  powerSd: number;
  measured: boolean;
  exitAreaM2: number | null;
}

/** Factor on the spread of a screw outside its series. (m) */
const OUTSIDE = 1.5;
const CACHE_SIZE = 400;
const cache = new Map<string, Performance>();

/** A table made once per geometry and fluid; the least recently used leaves when the cache is full. */
function cached(key: string, make: () => Performance): Performance {
  const found = cache.get(key);
  if (found) {
    cache.delete(key);
    cache.set(key, found);
    return found;
  }
  const made = make();
  cache.set(key, made);
  if (cache.size > CACHE_SIZE) cache.delete(cache.keys().next().value as string);
  return made;
}

/** Root of the sum of squares: independent errors. */
const combined = (...sds: number[]): number => Math.hypot(...sds);

/**
 * Performance of the setup's propulsor. Measured coefficients, when given, replace the generic model entirely.
 * Widening of the generic band: below 0.1 m diameter and above pitch/diameter 1 the model is less sure (class values
 * from memory); screws outside their series get half as much again.
 * Longer than 80 lines as it is one case a kind of propulsor, each with its own figures and nothing shared.
 */
export function interpretPropulsor(
  setup: SetupDocument,
  fluid: Fluid,
  estimates: Estimate[],
  notes: string[]
): InterpretedPropulsor {
  const p = setup.propulsor;
  const assume = (path: string, title: string, value: number, unit: string, working: string): number => {
    estimates.push({ path, title, value, unit, relativeSd: 0.1, working });
    return value;
  };
  const fluidKey = `${fluid.densityKgM3.toPrecision(3)}|${fluid.viscosityPaS.toPrecision(3)}|${fluid.soundSpeedMs.toFixed(0)}`;
  if (p.coefficients) {
    return {
      performance: measuredPerformance(p.coefficients),
      pitchM: p.pitchM ?? 0.7 * p.diameterM,
      thrustSd: MEASURED_COEFFICIENT_SD,
      powerSd: MEASURED_COEFFICIENT_SD,
      measured: true,
      exitAreaM2: p.kind === 'ducted-fan' ? fanExit(p) : null
    };
  }
  switch (p.kind) {
    case 'propeller': {
      const usual = usualFamily(setup.craft.kind);
      if (!p.family) notes.push(`No propeller family given: taken as ${usual}.`);
      const blades =
        p.blades ?? assume('propulsor.blades', 'number of blades', 2, '', 'two blades unless said otherwise');
      const name = p.family ?? usual;
      const family = bladeShape({
        family: name,
        diameterM: p.diameterM,
        blades,
        tip: p.tip,
        cutFromM: p.cutFromM,
        massKg: p.massKg
      });
      const ratio = p.pitchM / p.diameterM;
      const small = Math.min(Math.max((0.16 - p.diameterM) / 0.08, 0), 1);
      const steep = Math.min(Math.max((ratio - 0.9) / 0.4, 0), 1);
      if (ratio > 2)
        notes.push('Pitch is more than twice the diameter: outside what the blade model was checked for.');
      return {
        performance: cached(
          `propeller|${name}|${p.diameterM}|${p.pitchM}|${blades}|${p.tip ?? ''}|${p.cutFromM ?? ''}|${p.massKg ?? ''}|${fluidKey}`,
          () => propellerTable({ diameterM: p.diameterM, pitchM: p.pitchM, blades, family }, fluid)
        ),
        pitchM: p.pitchM,
        thrustSd: combined(family.thrustSd, name === 'multirotor' ? 0 : 0.12 * small, 0.08 * steep),
        powerSd: combined(family.powerSd, name === 'multirotor' ? 0 : 0.1 * small, 0.06 * steep),
        measured: false,
        exitAreaM2: null
      };
    }
    case 'ducted-fan': {
      const g = {
        diameterM: p.diameterM,
        hubDiameterM:
          p.hubDiameterM ??
          assume(
            'propulsor.hubDiameterM',
            'hub diameter',
            0.42 * p.diameterM,
            'm',
            '0.42 of the fan diameter'
          ),
        blades:
          p.blades ?? assume('propulsor.blades', 'number of blades', 11, '', 'eleven blades, a common count'),
        exitAreaM2: p.exitAreaM2 ?? null,
        pitchM: p.pitchM ?? null,
        inletLip: p.inlet !== 'sharp'
      };
      return {
        performance: cached(`fan|${JSON.stringify(g)}`, () => ductedFanTable(g)),
        pitchM: g.pitchM ?? 1.65 * g.diameterM,
        thrustSd: 0.13,
        powerSd: 0.15,
        measured: false,
        exitAreaM2: exitAreaM2(g)
      };
    }
    case 'submerged-screw': {
      const g = {
        diameterM: p.diameterM,
        pitchM: p.pitchM,
        blades:
          p.blades ??
          assume('propulsor.blades', 'number of blades', 3, '', 'three blades unless said otherwise'),
        expandedAreaRatio:
          p.expandedAreaRatio ??
          assume('propulsor.expandedAreaRatio', 'blade area ratio', 0.5, '', 'a common workboat screw')
      };
      const outside = outsideSeries(g);
      for (const what of outside) notes.push(`Outside the B-series: ${what}. The band is widened.`);
      const wide = outside.length > 0 ? OUTSIDE : 1;
      return {
        performance: cached(`screw|${JSON.stringify(g)}`, () => screwTable(g)),
        pitchM: g.pitchM,
        thrustSd: 0.1 * wide,
        powerSd: 0.11 * wide,
        measured: false,
        exitAreaM2: null
      };
    }
    case 'surface-drive': {
      const g = {
        diameterM: p.diameterM,
        pitchM: p.pitchM,
        blades:
          p.blades ??
          assume('propulsor.blades', 'number of blades', 2, '', 'two blades unless said otherwise'),
        expandedAreaRatio: p.expandedAreaRatio ?? SURFACE_AREA_RATIO,
        immersion:
          p.immersion ??
          assume('propulsor.immersion', 'immersed share', 0.5, '', 'half the disc, the usual setting')
      };
      const outside = outsideSeries(g);
      for (const what of outside) notes.push(`Outside the B-series: ${what}. The band is widened.`);
      return {
        performance: cached(`surface|${JSON.stringify(g)}`, () => surfaceDriveTable(g)),
        pitchM: g.pitchM,
        thrustSd: 0.27 * (outside.length > 0 ? OUTSIDE : 1),
        powerSd: 0.27 * (outside.length > 0 ? OUTSIDE : 1),
        measured: false,
        exitAreaM2: null
      };
    }
  }
}

function fanExit(p: {
  diameterM: number;
  hubDiameterM?: number | null;
  exitAreaM2?: number | null;
  blades?: number;
}): number {
  return exitAreaM2({
    diameterM: p.diameterM,
    hubDiameterM: p.hubDiameterM ?? 0.42 * p.diameterM,
    blades: p.blades ?? 11,
    exitAreaM2: p.exitAreaM2 ?? null,
    pitchM: null
  });
}
