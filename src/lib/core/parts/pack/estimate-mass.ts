import { CHEMISTRIES, type ChemistryName } from './chemistry.ts';

/** Energy of a whole pack with leads and wrap for its mass, W h/kg. From memory of packs on a scale, ±15 %. */
const SPECIFIC_ENERGY: Record<ChemistryName, number> = {
  lipo: 145,
  lihv: 155,
  liion: 215,
  lifepo4: 95,
  nimh: 60
};

/** Estimated mass of a pack, kg: nominal volts × Ah over the specific energy of its chemistry. */
export const estimatePackMassKg = (chemistry: ChemistryName, series: number, capacityAh: number): number =>
  (CHEMISTRIES[chemistry].nominalV * series * capacityAh) / SPECIFIC_ENERGY[chemistry];
