/** An amount of money to the hundredth, with what stands behind it. */
export const moneyWords = (value: number, currency: string): string =>
  `${value.toFixed(2)}${currency === '' ? '' : ` ${currency}`}`;
