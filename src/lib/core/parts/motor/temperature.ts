import { COPPER_PER_K, LABEL_TEMPERATURE_C, MAGNET_LOSS_PER_K } from '../../units/constants.ts';

/** Factor on winding resistance at a temperature, relative to the label's 25 °C (IEC 60028 copper). */
export const windingResistanceFactor = (windingC: number): number =>
  (1 + COPPER_PER_K * (windingC - 20)) / (1 + COPPER_PER_K * (LABEL_TEMPERATURE_C - 20));

/** Factor on the motor constant k at a magnet temperature, relative to 25 °C: magnets weaken, KV rises. */
export const magnetFactor = (magnetC: number): number =>
  1 - MAGNET_LOSS_PER_K * (magnetC - LABEL_TEMPERATURE_C);
