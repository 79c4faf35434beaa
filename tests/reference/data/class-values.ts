import type { Fluid } from '../../../src/lib/core/fluids/air.ts';
import { coefficientsAt } from '../../../src/lib/core/parts/propulsor/performance.ts';
import type { FamilyName } from '../../../src/lib/core/parts/propulsor/propeller/family.ts';
import { resolveFamily } from '../../../src/lib/core/parts/propulsor/propeller/blade-shape.ts';
import { propellerTable } from '../../../src/lib/core/parts/propulsor/propeller/table.ts';

/** Class values of small propellers in the wind tunnel; 0 where nothing is remembered. */
export interface ClassValue {
  name: string;
  family: FamilyName;
  inches: [diameter: number, pitch: number];
  rpm: number;
  thrust: number;
  power: number;
  efficiency: number;
  zeroThrust: number;
}

const row = (
  family: FamilyName,
  diameter: number,
  pitch: number,
  rpm: number,
  thrust: number,
  power: number,
  efficiency = 0,
  zeroThrust = 0
): ClassValue => ({
  name: `${diameter} × ${pitch} ${family}`,
  family,
  inches: [diameter, pitch],
  rpm,
  thrust,
  power,
  efficiency,
  zeroThrust
});

/** Brandt and Selig 2011 (AIAA 2011-1255), Deters, Ananda and Selig 2014 (AIAA 2014-2151), from memory. */
export const CLASS_VALUES: ClassValue[] = [
  row('thin-electric', 10, 5, 6000, 0.094, 0.0375, 0.63, 0.67),
  row('thin-electric', 11, 5.5, 6000, 0.095, 0.037, 0.645, 0.67),
  row('thin-electric', 8, 6, 7000, 0.107, 0.054, 0.66, 0.87),
  row('thin-electric', 9, 6, 6500, 0.106, 0.048, 0.66, 0.8),
  row('thin-electric', 11, 8, 5500, 0.112, 0.056, 0.69, 0.87),
  row('thin-electric', 11, 10, 5000, 0.11, 0.076, 0.73, 1.08),
  row('slow-flyer', 10, 4.7, 5500, 0.122, 0.0485, 0.6, 0.69),
  row('sport', 10, 6, 6000, 0.104, 0.045, 0.66, 0.76),
  row('multirotor', 9.4, 4.3, 6000, 0.0915, 0.0365),
  row('multirotor', 15, 5, 5000, 0.08, 0.0285)
];

/** The model's own values at the same condition. */
export function classPrediction(c: ClassValue, fluid: Fluid) {
  const diameterM = c.inches[0] * 0.0254;
  const table = propellerTable(
    { diameterM, pitchM: c.inches[1] * 0.0254, blades: 2, family: resolveFamily(c.family, diameterM) },
    fluid
  );
  const tip = (Math.PI * diameterM * c.rpm) / 60;
  const still = coefficientsAt(table, 0, tip, diameterM);
  let efficiency = 0;
  let zeroThrust = 0;
  for (let j = 0.01; j < 1.6; j += 0.005) {
    const k = coefficientsAt(table, j, tip, diameterM);
    if (k.thrust <= 0) break;
    zeroThrust = j;
    efficiency = Math.max(efficiency, (j * k.thrust) / k.power);
  }
  return { ...still, efficiency, zeroThrust };
}
