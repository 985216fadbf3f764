/** Seconds as minutes and seconds: 0:03.4, 61:20. */
export function clock(seconds: number, digits = 1): string {
  const minutes = Math.floor(seconds / 60);
  const rest = (seconds - 60 * minutes).toFixed(digits);
  return `${minutes}:${rest.padStart(digits > 0 ? 3 + digits : 2, '0')}`;
}
