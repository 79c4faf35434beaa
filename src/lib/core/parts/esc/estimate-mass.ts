/** Mass of a board for four motors by its rating for each, kg per ampere: 45 A about 15 g. From memory of labels, ±35 %. */
const BOARD_KG_PER_A = 0.000085;

/**
 * Mass of an ESC with its leads, kg: 4 g and 0.75 g per ampere of its rating; of a board for several motors, without a case and
 * with short leads, a third of a gram per ampere of one motor for four. From memory of labels, ±35 %.
 * @param channels motors that it drives
 */
export const estimateEscMassKg = (continuousA: number, channels = 1): number =>
  channels > 1 ? BOARD_KG_PER_A * channels * continuousA : 0.004 + 0.00075 * continuousA;
