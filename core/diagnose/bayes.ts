/** How likely each of some ways is that things may be; sums to 1. */
export type Weights = readonly number[];

/** @throws never: where nothing is possible all are as likely as before */
export function normalised(weights: Weights): Weights {
  const whole = weights.reduce((sum, w) => sum + w, 0);
  return whole > 0 ? weights.map((w) => w / whole) : weights.map(() => 1 / weights.length);
}

/** Bayes' rule: what was seen, by how likely it was under each. */
export const updated = (weights: Weights, likelihood: (i: number) => number): Weights =>
  normalised(weights.map((w, i) => w * likelihood(i)));

/** Bits of not knowing which class is so (Shannon 1948); `classOf` puts ways together that one mend serves. */
export function entropyBits(weights: Weights, classOf: (i: number) => number, classes: number): number {
  const mass = new Float64Array(classes);
  for (let i = 0; i < weights.length; i++) mass[classOf(i)]! += weights[i]!;
  let bits = 0;
  for (const m of mass) if (m > 0) bits -= m * Math.log2(m);
  return bits;
}

/**
 * Bits that an answer brings on average: what is not known now, less what is still not known after each answer.
 * @param chances how likely each answer is under each way, [way][answer]; rows sum to 1
 */
export function expectedBits(
  weights: Weights,
  chances: readonly (readonly number[])[],
  classOf: (i: number) => number,
  classes: number,
): number {
  const answers = chances[0]?.length ?? 0;
  let after = 0;
  for (let a = 0; a < answers; a++) {
    const joint = weights.map((w, i) => w * chances[i]![a]!);
    const p = joint.reduce((sum, x) => sum + x, 0);
    if (p <= 0) continue;
    after +=
      p *
      entropyBits(
        joint.map((x) => x / p),
        classOf,
        classes,
      );
  }
  return Math.max(0, entropyBits(weights, classOf, classes) - after);
}
