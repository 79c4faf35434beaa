/** A fan's own figures at an operating point, each fan by itself. */
export interface FanFigures {
  /** Speed of the jet behind the nozzle, m/s, against the air at rest. */
  readonly jetMs: number;
  /** Air through the fan, kg/s. */
  readonly massFlowKgS: number;
  /** Thrust over the exit area, N/m². */
  readonly loadingNM2: number;
  /** Thrust standing still per electrical watt, N/W. */
  readonly thrustPerWattNW: number;
  readonly tipSpeedMs: number;
}

/**
 * Jet speed, air flow and loading of a ducted fan whose jet keeps its exit area (momentum theory):
 *   T = rho Ae Ve (Ve − V), so Ve = (V + sqrt(V² + 4 T/(rho Ae)))/2 and the flow is rho Ae Ve.
 * @param thrustN thrust of one fan, N; @param powerW electrical power of one fan at the pack, W
 */
export function fanFigures(
  thrustN: number,
  powerW: number,
  speedMs: number,
  rpm: number,
  diameterM: number,
  exitAreaM2: number,
  densityKgM3: number
): FanFigures {
  const thrust = Math.max(thrustN, 0);
  const jetMs = 0.5 * (speedMs + Math.sqrt(speedMs ** 2 + (4 * thrust) / (densityKgM3 * exitAreaM2)));
  return {
    jetMs,
    massFlowKgS: densityKgM3 * exitAreaM2 * jetMs,
    loadingNM2: thrust / exitAreaM2,
    thrustPerWattNW: powerW > 0 ? thrust / powerW : 0,
    tipSpeedMs: (Math.PI * diameterM * rpm) / 60
  };
}
