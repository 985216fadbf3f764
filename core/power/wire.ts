/** Resistivity of annealed copper at 20 C, ohm metre (IEC 60028). */
const COPPER = 1.7241e-8;

/**
 * Ohms a metre of a copper conductor by American wire gauge: diameter 0.127 mm times 92 to the (36 - n)/39 (ASTM B258).
 * @param gauge from 0 to 40; the larger, the thinner.
 */
export function ohmPerMetre(gauge: number): number {
  const diameter = 0.127e-3 * 92 ** ((36 - gauge) / 39);
  return COPPER / ((Math.PI / 4) * diameter ** 2);
}
