/** Half-width of the 10th to 90th percentile of a normal error, in standard deviations (any table of the normal distribution). */
export const NINETIETH = 1.2816;
