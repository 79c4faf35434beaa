/** Diameters of ducted fans on sale, m. Common practice, no source. */
export const FAN_SIZES_M = [0.03, 0.04, 0.05, 0.055, 0.064, 0.07, 0.08, 0.09, 0.1, 0.105, 0.12] as const;
