import type { SetupDocument } from '../document/schema.ts';
import { CHEMISTRIES } from '../parts/pack/chemistry.ts';
import { openCircuitCellV } from '../parts/pack/open-circuit.ts';
import { show, showUnit } from '../units/show.ts';
import type { Act, Severity } from './acts.ts';

type Pack = SetupDocument['battery'];

/** A sentence that a pack alone calls for, whatever it flies in. */
export interface PackRule {
  readonly id: string;
  readonly act: Extract<Act, 'charge' | 'carry'>;
  readonly severity: Severity;
  readonly applies: (pack: Pack) => boolean;
  readonly text: (pack: Pack) => string;
}

/** Whether a pack is of a chemistry that burns by itself once it is hurt. */
export const isLithium = ({ chemistry }: Pack): boolean =>
  ['lipo', 'lihv', 'liion', 'lifepo4'].includes(chemistry);
const energyWh = (b: Pack): number => b.capacityAh * b.series * openCircuitCellV(b.chemistry, 1);
/** Watt hours of a pack that airlines carry without asking, and with their leave: IATA Dangerous Goods Regulations, table 2.3.A. */
const AIR_WH = { free: 100, asked: 160 } as const;
/** Amps of charge for each Ah where no paper says more: round cells of lithium-ion take half of what flat packs do. Common practice, no source. */
const CHARGE_PER_AH = { liion: 0.5, other: 1 } as const;

/** Cautions of charging, carrying and storing, the worst first. A table of data. */
export const PACK_RULES: readonly PackRule[] = [
  {
    id: 'charge-lithium',
    act: 'charge',
    severity: 'danger',
    applies: isLithium,
    text: (b) =>
      `Charge at ${CHEMISTRIES[b.chemistry].name}, ${b.series} cells, no more than ${show(CHARGE_PER_AH[b.chemistry === 'liion' ? 'liion' : 'other'] * b.capacityAh, 2)} A unless its maker says more, with the balance lead in, on stone or in a fireproof bag, away from what burns, and stay with it.`
  },
  {
    id: 'charge-nickel',
    act: 'charge',
    severity: 'care',
    applies: (b) => b.chemistry === 'nimh',
    text: (b) =>
      `Charge at NiMH, ${b.series} cells, no more than ${show(b.capacityAh, 2)} A, and stop when it gets warmer than the hand.`
  },
  {
    id: 'high-voltage-cells',
    act: 'charge',
    severity: 'danger',
    applies: (b) => b.chemistry === 'lihv',
    text: () =>
      'Only cells whose label says so may be charged to 4.35 V; an ordinary one catches fire. Look at the label each time.'
  },
  {
    id: 'damaged-pack',
    act: 'charge',
    severity: 'danger',
    applies: isLithium,
    text: () =>
      'Never charge a pack that is swollen, dented, wet, has been in a crash or rests below its floor: take it outside, discharge it, and hand it in where batteries are collected.'
  },
  {
    id: 'parallel-charge',
    act: 'charge',
    severity: 'danger',
    applies: (b) => (b.packsInParallel ?? 1) > 1,
    text: () =>
      'Join packs side by side only when their cells are within 0.02 V of each other; the fuller pushes what it has into the emptier at once.'
  },
  {
    id: 'energy',
    act: 'carry',
    severity: 'danger',
    applies: (b) => isLithium(b) && energyWh(b) > AIR_WH.free,
    text: (b) =>
      `${showUnit(energyWh(b), 'W h', 2)} in one pack: an airline takes more than ${AIR_WH.free} W h only when asked, more than ${AIR_WH.asked} not at all (IATA); on the road carry it in a fireproof bag, its plug covered.`
  },
  {
    id: 'carry-lithium',
    act: 'carry',
    severity: 'care',
    applies: isLithium,
    text: (b) =>
      `Carry packs unplugged, their contacts covered, out of the sun and never loose among metal; store them at ${b.chemistry === 'lifepo4' ? 'half a charge' : '3.8 V a cell'}, cool, away from what burns.`
  }
];
