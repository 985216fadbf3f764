import { itemAt } from '../../algorithms';
import type { Sound } from '../../wav';
import { LoudnessMeter, PairMeter, SideMeter, strideFrames } from '../meters';
import { ChannelMeter } from './channel';
import type { TakeFigures } from './figures';

/**
 * Samples that each meter is given at once. Short, so that all of them find it in the processor's cache, and so that no
 * loop is compiled before what comes after it was ever run: such code is thrown away and made again at every block.
 */
const PIECE = 2048;

/** A sound in pieces of whole strides, all of one length but for the last. The arrays are used again. */
async function* inPieces(sound: Sound): AsyncGenerator<readonly Float32Array[]> {
  const stride = strideFrames(sound.rateHz);
  const length = Math.max(1, Math.round(PIECE / stride)) * stride;
  const piece = Array.from({ length: sound.channels }, () => new Float32Array(length));
  let filled = 0;
  for await (const block of sound.blocks()) {
    for (let at = 0; at < itemAt(block, 0).length; ) {
      const n = Math.min(length - filled, itemAt(block, 0).length - at);
      for (let c = 0; c < piece.length; c++) itemAt(piece, c).set(itemAt(block, c).subarray(at, at + n), filled);
      at += n;
      filled += n;
      if (filled < length) break;
      filled = 0;
      yield piece;
    }
  }
  if (filled > 0) yield piece.map((c) => c.subarray(0, filled));
}

/** Measure a take from beginning to end in one pass; each step is the share of it that was read. */
export async function* measure(sound: Sound): AsyncGenerator<number, TakeFigures> {
  const { rateHz, channels, frames, fullScale } = sound;
  const meters = Array.from({ length: channels }, () => new ChannelMeter({ rateHz, frames, fullScale }));
  const loudness = new LoudnessMeter({ rateHz }, channels);
  const sides = channels >= 2 ? new SideMeter({ rateHz, frames, fullScale }) : null;
  const pairs = channels > 2 ? new PairMeter(channels) : null;
  let at = 0;
  for await (const piece of inPieces(sound)) {
    for (let c = 0; c < channels; c++) itemAt(meters, c).push(itemAt(piece, c));
    loudness.push(piece);
    sides?.push(piece);
    pairs?.push(piece);
    at += itemAt(piece, 0).length;
    yield at / frames;
  }
  return {
    rateHz,
    channels,
    seconds: frames / rateHz,
    problems: [...sound.problems],
    loudness: loudness.end(),
    sides: sides?.end() ?? null,
    pairs: pairs?.end() ?? [],
    perChannel: meters.map((m) => m.end()),
  };
}
