/** Heat a linear regulator sheds in an ESC's shrink wrap before it shuts down, W. Common practice, no source. */
export const LINEAR_HEAT_W = 4;

/** Volts that most supplies give where nothing is said. Common practice, no source. */
export const USUAL_OUTPUT_V = 5;

/** Share of the input that a small switching supply gives on. From memory, 0.8 to 0.92. */
const SWITCHING_EFFICIENCY = 0.86;

/** Heat of a supply, W: a linear one takes its output's amps over the whole drop, a switching one loses its share. */
export const supplyHeatW = (
  kind: 'linear' | 'switching' | 'direct',
  inputV: number,
  outputV: number,
  amps: number
): number =>
  kind === 'linear'
    ? Math.max(inputV - outputV, 0) * amps
    : kind === 'switching'
      ? outputV * amps * (1 / SWITCHING_EFFICIENCY - 1)
      : 0;

/** Amps that a supply takes from a pack for its output, A: as many as it gives for a linear one, by the watts for a switching one. */
export const supplyInputA = (
  kind: 'linear' | 'switching' | 'direct',
  inputV: number,
  outputV: number,
  amps: number
): number => (kind === 'switching' && inputV > 0 ? (outputV * amps) / (SWITCHING_EFFICIENCY * inputV) : amps);
