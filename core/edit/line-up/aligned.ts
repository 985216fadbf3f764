import { itemAt } from '../../algorithms';
import { Resampler } from '../../filter';
import type { Sound } from '../../wav';
import type { LineUp } from './line-up';

const BLOCK = 32_768;
/** A piece comes in and goes out over this time where it was cut, so that the cut does not click. */
const FADE_S = 0.005;

/** A file that held more than full scale holds it still; all others get bits enough. */
export const alignedBits = (second: Sound): 24 | 'float' => (second.fullScale === null ? 'float' : 24);

/**
 * The second take brought onto the first's time, block by block, at the first's rate: each piece in its place, silence where
 * something is missing, the right way up.
 */
export async function* aligned(
  second: Sound,
  rateHz: number,
  { pieces, driftPpm, isInverted, signs }: LineUp,
): AsyncGenerator<readonly Float32Array[]> {
  // A frame i of the new one is at time i / rate of the first: t (1 + drift) - offset of the second.
  const step = ((1 + driftPpm / 1e6) * second.rateHz) / rateHz;
  let written = 0;
  for (const [n, piece] of pieces.entries()) {
    const isLast = n === pieces.length - 1;
    const from = Math.max(written, Math.round(piece.fromS * rateHz));
    const to = isLast ? Number.POSITIVE_INFINITY : Math.max(from, Math.round(piece.toS * rateHz));
    yield* silence(second.channels, from - written);
    written = from;
    const fade = Math.round(FADE_S * rateHz);
    const resampler = new Resampler(second.channels, step, from * step - piece.offsetS * second.rateHz);
    for await (const out of resampledBlocks(second, resampler)) {
      const left = to - written;
      const count = Math.min(left, itemAt(out, 0).length);
      if (count > 0) {
        for (const [c, samples] of out.entries()) {
          const sign = isInverted ? -itemAt(signs, c) : itemAt(signs, c);
          for (let i = 0; i < count; i++) {
            const at = written + i;
            const comesIn = n === 0 ? 1 : (at - from) / fade;
            samples[i] = itemAt(samples, i) * sign * Math.min(1, comesIn, (to - at) / fade);
          }
        }
        yield out.map((s) => s.subarray(0, count));
        written += count;
      }
      if (written >= to) break;
    }
  }
}

async function* resampledBlocks(sound: Sound, resampler: Resampler): AsyncGenerator<readonly Float32Array[]> {
  for await (const block of sound.blocks()) yield resampler.push(block);
  yield resampler.end();
}

function* silence(channels: number, frames: number): Generator<readonly Float32Array[]> {
  for (let left = frames; left > 0; left -= BLOCK)
    yield Array.from({ length: channels }, () => new Float32Array(Math.min(left, BLOCK)));
}
