/** Two levels of sounds or noises that know nothing of each other, decibels: their powers add. */
export const powerSumDb = (a: number, b: number): number => 10 * Math.log10(10 ** (a / 10) + 10 ** (b / 10));
