import type { SetupDocument } from '../document/schema.ts';
import { CHEMISTRIES } from '../parts/pack/chemistry.ts';
import { openCircuitCellV } from '../parts/pack/open-circuit.ts';
import { show, showUnit } from '../units/show.ts';
import type { Act, Severity } from './acts.ts';
import type { CautionWords, SentenceId } from './content.ts';

type Pack = SetupDocument['battery'];

/** A sentence that a pack alone calls for, whatever it flies in. */
export interface PackRule {
  readonly id: SentenceId;
  readonly act: Extract<Act, 'charge' | 'carry'>;
  readonly severity: Severity;
  readonly applies: (pack: Pack) => boolean;
  /** Words for the places of its sentence, which stands under its id in `content/`. */
  readonly words?: (pack: Pack) => CautionWords;
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
    words: (b) => ({
      chemistry: CHEMISTRIES[b.chemistry].name,
      cells: b.series,
      amps: show(CHARGE_PER_AH[b.chemistry === 'liion' ? 'liion' : 'other'] * b.capacityAh, 2)
    })
  },
  {
    id: 'charge-nickel',
    act: 'charge',
    severity: 'care',
    applies: (b) => b.chemistry === 'nimh',
    words: (b) => ({ cells: b.series, amps: show(b.capacityAh, 2) })
  },
  {
    id: 'high-voltage-cells',
    act: 'charge',
    severity: 'danger',
    applies: (b) => b.chemistry === 'lihv'
  },
  {
    id: 'damaged-pack',
    act: 'charge',
    severity: 'danger',
    applies: isLithium
  },
  {
    id: 'parallel-charge',
    act: 'charge',
    severity: 'danger',
    applies: (b) => (b.packsInParallel ?? 1) > 1
  },
  {
    id: 'energy',
    act: 'carry',
    severity: 'danger',
    applies: (b) => isLithium(b) && energyWh(b) > AIR_WH.free,
    words: (b) => ({ energy: showUnit(energyWh(b), 'W h', 2), free: AIR_WH.free, asked: AIR_WH.asked })
  },
  {
    id: 'carry-lithium',
    act: 'carry',
    severity: 'care',
    applies: isLithium,
    words: (b) => ({ level: b.chemistry === 'lifepo4' ? 'half a charge' : '3.8 V a cell' })
  }
];
