import type { Hull } from '../craft/boat/resistance.ts';
import type { Craft } from '../document/schema.ts';
import { HULL_SD, type Estimate } from './tolerance.ts';

/** Waterline length over the cube root of the mass, m/kg^(1/3), of model hulls. From memory, ±20 %. */
const LENGTH_PER_CUBE_ROOT = { 'planing-mono': 0.53, hydroplane: 0.56, displacement: 0.46 } as const;

/** The hull of a boat; what it lacks is estimated from its mass and said so. */
export function hullOf(craft: Craft, estimates?: Estimate[]): Hull {
  const kind = craft.hull ?? 'planing-mono';
  const assume = (path: string, title: string, value: number, unit: string, working: string): number => {
    estimates?.push({ path, title, value, unit, relativeSd: 0.15, working });
    return value;
  };
  const lengthM =
    craft.waterlineLengthM ??
    assume(
      'craft.waterlineLengthM',
      'waterline length',
      LENGTH_PER_CUBE_ROOT[kind] * Math.cbrt(craft.massKg),
      'm',
      `${LENGTH_PER_CUBE_ROOT[kind]} m × (all-up kg)^(1/3), as such hulls are`
    );
  return {
    kind,
    factor: craft.dragFactor ?? 1,
    relativeSd: craft.dragFactorSd ?? HULL_SD,
    massKg: craft.massKg,
    lengthM,
    beamM: craft.beamM ?? assume('craft.beamM', 'beam', 0.3 * lengthM, 'm', '0.3 of the waterline length'),
    deadriseDeg:
      craft.deadriseDeg ??
      (kind === 'planing-mono' ? assume('craft.deadriseDeg', 'deadrise', 18, '°', 'a common deep vee') : 0)
  };
}
