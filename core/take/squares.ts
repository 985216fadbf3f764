/** Sum of squares of a stretch. Four sums side by side: one alone would wait for itself at every sample. */
export function sumOfSquares(x: Float32Array, from: number, to: number): number {
  let [a, b, c, d] = [0, 0, 0, 0];
  let i = from;
  for (; i + 3 < to; i += 4) {
    a += x[i] * x[i];
    b += x[i + 1] * x[i + 1];
    c += x[i + 2] * x[i + 2];
    d += x[i + 3] * x[i + 3];
  }
  for (; i < to; i++) a += x[i] * x[i];
  return a + b + c + d;
}
