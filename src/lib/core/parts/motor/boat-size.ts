/** Mass over the cube of the diameter, kg/mm³; see `massOfBoatMotorKg`. (m) */
const KG_PER_MM3 = 5.2e-6;

/**
 * Mass of a boat's inrunner, kg, from its diameter, mm: 5.2e-6 D³. From memory of labels (36 mm of 240 g, 40 mm of 390 g,
 * 56 mm of 840 to 1000 g come to 4.8e-6 to 6.2e-6 as their lengths differ), ±30 %.
 */
export const massOfBoatMotorKg = (diameterMm: number): number =>
  Number((KG_PER_MM3 * diameterMm ** 3).toPrecision(2));

/** Diameter that a boat's motor of a mass has about, mm: the inverse of `massOfBoatMotorKg`. */
export const diameterOfMm = (massKg: number): number => Math.cbrt(massKg / KG_PER_MM3);

/** Motors that the trade's rpm windows are for, mm; and how the upper end grows for smaller ones, whose rotors stand more. */
const WINDOW_MM = 55;
const GROWS = 0.6;
const MOST = 1.5;

/**
 * How far above the window of 56 to 58 mm motors a smaller one may turn, as a factor: 36 mm motors of fast boats turn at 30 000
 * to 40 000 rpm, those of 28 mm at 25 000 to 45 000. Common practice, from memory.
 */
export const fasterBySize = (massKg: number | null | undefined): number =>
  massKg == null ? 1 : Math.min(Math.max((WINDOW_MM / diameterOfMm(massKg)) ** GROWS, 1), MOST);
