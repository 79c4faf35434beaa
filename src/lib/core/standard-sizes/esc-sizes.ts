/** Standard continuous current ratings of ESCs on sale, A. Common practice, no source. A table of data. */
export const ESC_SIZES_A = [
  6, 10, 12, 15, 18, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 90, 100, 120, 130, 150, 160, 180, 200, 220, 250,
  300
] as const;

/** Ratings that every shop has, A: what is taken where nothing decides for one between. Common practice, no source. */
export const COMMON_ESC_A = [6, 10, 20, 30, 40, 50, 60, 80, 100, 120, 150, 200, 250, 300] as const;

/** How many standard sizes a rating lies above what is needed; 0 where it is the next one above, negative below it. */
export const escSizesAbove = (ratingA: number, neededA: number): number =>
  ratingA < neededA
    ? ESC_SIZES_A.filter((a) => a >= ratingA && a < neededA).length * -1
    : ESC_SIZES_A.filter((a) => a >= neededA && a < ratingA).length;
