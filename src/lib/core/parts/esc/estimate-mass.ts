/** Mass of an ESC with its leads, kg: 4 g and 0.75 g per ampere of its rating. From memory of labels, ±35 %. */
export const estimateEscMassKg = (continuousA: number): number => 0.004 + 0.00075 * continuousA;
