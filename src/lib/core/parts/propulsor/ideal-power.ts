/**
 * Least shaft power that could make a thrust at a speed with an area, W: P = T (V + w), momentum theory for an open
 * disc (Glauert 1935), (rho A w (V + w) 2 = T); for a duct whose jet keeps its exit area, P = T (V + Ve)/2.
 */
export function idealPowerW(
  thrustN: number,
  speedMs: number,
  densityKgM3: number,
  areaM2: number,
  ducted: boolean
): number {
  if (thrustN <= 0) return 0;
  if (ducted) {
    const exit = 0.5 * (speedMs + Math.sqrt(speedMs ** 2 + (4 * thrustN) / (densityKgM3 * areaM2)));
    return 0.5 * thrustN * (speedMs + exit);
  }
  const induced = 0.5 * (Math.sqrt(speedMs ** 2 + (2 * thrustN) / (densityKgM3 * areaM2)) - speedMs);
  return thrustN * (speedMs + induced);
}
