/**
 * Resistance of an ESC between pack and motor (two switches and the printed copper), ohm: 0.1 V at its rating.
 * From memory, ±50 %.
 */
export const estimateEscResistanceOhm = (continuousA: number): number => 0.1 / continuousA;
