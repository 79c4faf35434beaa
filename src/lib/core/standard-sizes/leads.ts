/** Gauges of silicone lead on sale, thinnest first, AWG. */
export const GAUGES = [22, 20, 18, 16, 14, 13, 12, 10, 8, 6, 4] as const;
/** Continuous ratings of connectors on sale, A. Common practice, no source. */
export const CONNECTORS_A = [15, 20, 30, 45, 60, 75, 90, 120, 150, 200, 300] as const;
