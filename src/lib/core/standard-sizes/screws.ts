/** Diameters of screws of about a size, whole millimetres from `from` to `to` times it, m. Screws are sold by the millimetre. */
export function screwDiametersM(diameterM: number, from: number, to: number, count: number): number[] {
  const millimetres = Array.from({ length: count }, (_, k) =>
    Math.round(1000 * diameterM * (from + ((to - from) * k) / (count - 1)))
  );
  return [...new Set(millimetres)].filter((mm) => mm >= 5).map((mm) => mm / 1000);
}
