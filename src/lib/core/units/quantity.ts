import { FOOT_M, INCH_M, KM_PER_HOUR_MS, KNOT_MS, MILE_PER_HOUR_MS, OUNCE_KG, POUND_KG } from './convert.ts';
import { GRAVITY_MS2 } from './constants.ts';

/** One way to show a quantity: SI × 1/`inSi`, with its label and the step of one arrow key. */
export interface DisplayUnit {
  readonly label: string;
  readonly inSi: number;
  readonly step: number;
  readonly digits: number;
}

/** Ways to show each quantity; the first is the default. A table of data. */
export const QUANTITIES = {
  propLength: {
    in: { label: 'in', inSi: INCH_M, step: 0.5, digits: 3 },
    mm: { label: 'mm', inSi: 0.001, step: 5, digits: 3 }
  },
  screwLength: {
    mm: { label: 'mm', inSi: 0.001, step: 1, digits: 3 },
    in: { label: 'in', inSi: INCH_M, step: 0.1, digits: 3 }
  },
  length: {
    m: { label: 'm', inSi: 1, step: 0.05, digits: 3 },
    ft: { label: 'ft', inSi: FOOT_M, step: 0.1, digits: 3 }
  },
  area: {
    dm2: { label: 'dm²', inSi: 0.01, step: 1, digits: 3 },
    ft2: { label: 'ft²', inSi: FOOT_M ** 2, step: 0.1, digits: 3 }
  },
  mass: {
    g: { label: 'g', inSi: 0.001, step: 5, digits: 4 },
    oz: { label: 'oz', inSi: OUNCE_KG, step: 0.2, digits: 3 }
  },
  craftMass: {
    kg: { label: 'kg', inSi: 1, step: 0.05, digits: 3 },
    lb: { label: 'lb', inSi: POUND_KG, step: 0.1, digits: 3 }
  },
  thrust: {
    g: { label: 'g', inSi: GRAVITY_MS2 / 1000, step: 10, digits: 3 },
    N: { label: 'N', inSi: 1, step: 0.5, digits: 3 },
    oz: { label: 'oz', inSi: OUNCE_KG * GRAVITY_MS2, step: 1, digits: 3 }
  },
  speed: {
    'm/s': { label: 'm/s', inSi: 1, step: 0.5, digits: 3 },
    'km/h': { label: 'km/h', inSi: KM_PER_HOUR_MS, step: 2, digits: 3 },
    mph: { label: 'mph', inSi: MILE_PER_HOUR_MS, step: 1, digits: 3 },
    kn: { label: 'kn', inSi: KNOT_MS, step: 1, digits: 3 }
  },
  current: { A: { label: 'A', inSi: 1, step: 1, digits: 3 } },
  voltage: { V: { label: 'V', inSi: 1, step: 0.1, digits: 3 } },
  power: { W: { label: 'W', inSi: 1, step: 5, digits: 3 } },
  milliohm: { mΩ: { label: 'mΩ', inSi: 0.001, step: 0.5, digits: 3 } },
  capacity: {
    Ah: { label: 'Ah', inSi: 1, step: 0.1, digits: 3 },
    mAh: { label: 'mAh', inSi: 0.001, step: 100, digits: 4 }
  },
  kv: { 'rpm/V': { label: '', inSi: 1, step: 10, digits: 4 } },
  rpm: { rpm: { label: 'rpm', inSi: 1, step: 100, digits: 3 } },
  share: { '%': { label: '%', inSi: 0.01, step: 1, digits: 3 } },
  minutes: { min: { label: 'min', inSi: 60, step: 0.5, digits: 3 } },
  temperature: { '°C': { label: '°C', inSi: 1, step: 1, digits: 3 } },
  count: { none: { label: '', inSi: 1, step: 1, digits: 3 } },
  ratio: { none: { label: '', inSi: 1, step: 0.05, digits: 3 } }
} as const satisfies Record<string, Record<string, DisplayUnit>>;

export type QuantityName = keyof typeof QUANTITIES;
/** The user's choice of unit per quantity; what is not chosen takes the default. */
export type UnitChoice = Partial<Record<QuantityName, string>>;

/** The unit in which a quantity is shown. */
export function displayUnit(quantity: QuantityName, choice: UnitChoice = {}): DisplayUnit {
  const units = QUANTITIES[quantity] as Record<string, DisplayUnit>;
  const chosen = choice[quantity] ?? '';
  return Object.hasOwn(units, chosen) ? units[chosen] : Object.values(units)[0];
}
