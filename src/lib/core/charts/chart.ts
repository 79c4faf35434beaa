import type { Band } from '../powertrain/bands.ts';
import type { QuantityName } from '../units/quantity.ts';

/** One line of a chart in SI, with its band where it has one. */
export interface ChartLine {
  readonly id: string;
  readonly title: string;
  readonly quantity: QuantityName;
  readonly values: number[];
  readonly bands: Band[] | null;
}

/** A chart in SI: panels side by side share the abscissa; each draws its lines on one axis. */
export interface Chart {
  readonly id: 'throttle' | 'speed' | 'discharge' | 'heat' | 'payload';
  readonly title: string;
  readonly abscissa: { readonly title: string; readonly quantity: QuantityName; readonly values: number[] };
  readonly panels: readonly (readonly ChartLine[])[];
  /** Places on the abscissa worth a name. */
  readonly marks: readonly { readonly title: string; readonly at: number }[];
}
