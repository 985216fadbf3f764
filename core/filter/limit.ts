/** How far ahead and back the gain gives way, seconds: slow enough to be heard as quieter, not as rough. */
const REACH_S = 0.005;

/**
 * The same sound with no sample beyond a ceiling: the gain gives way softly before a peak and comes back after it.
 * @param channels turned down together, so that what is in the middle stays there
 */
export function limited(channels: readonly Float32Array[], ceiling: number, rateHz: number): readonly Float32Array[] {
  const reach = Math.max(1, Math.round(REACH_S * rateHz));
  const frames = channels[0].length;
  const wanted = new Float32Array(frames).fill(1);
  let over = false;
  for (const c of channels) {
    for (let i = 0; i < frames; i++) {
      const a = Math.abs(c[i]);
      if (a * wanted[i] > ceiling) {
        wanted[i] = ceiling / a;
        over = true;
      }
    }
  }
  if (!over) return channels;
  const least = slidingLeast(wanted, reach);
  // The mean of least gains, each of which already knows of this sample, is never above what it asks for.
  const half = reach;
  const sums = new Float64Array(frames + 1);
  for (let i = 0; i < frames; i++) sums[i + 1] = sums[i] + least[i];
  return channels.map((c) =>
    c.map((v, i) => {
      const [from, to] = [Math.max(0, i - half), Math.min(frames, i + half + 1)];
      return v * Math.min(wanted[i], (sums[to] - sums[from]) / (to - from));
    }),
  );
}

/** The least value within `reach` on both sides (a queue of candidates; Lemire 2006). */
function slidingLeast(x: Float32Array, reach: number): Float32Array {
  const out = new Float32Array(x.length);
  const queue = new Int32Array(x.length);
  let [head, tail] = [0, 0];
  for (let i = 0; i < x.length + reach; i++) {
    if (i < x.length) {
      while (tail > head && x[queue[tail - 1]] >= x[i]) tail -= 1;
      queue[tail] = i;
      tail += 1;
    }
    const at = i - reach;
    if (at < 0) continue;
    while (queue[head] < at - reach) head += 1;
    out[at] = x[queue[head]];
  }
  return out;
}
