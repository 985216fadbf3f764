import type { Sound } from '../wav';
import { ChannelMeter } from './channel';
import { findingsOf } from './findings';
import { LoudnessMeter } from './loudness';
import type { TakeReport } from './report';
import { SideMeter } from './sides';

export type TakeProgress =
  | { readonly done: false; readonly share: number }
  | { readonly done: true; readonly report: TakeReport };

/**
 * Samples that each meter is given at once. Short, so that all of them find it in the processor's cache, and so that no
 * loop is compiled before what comes after it was ever run: such code is thrown away and made again at every block.
 */
const PIECE = 2048;

/**
 * Measure a take from beginning to end in one pass, in memory that does not grow with its length.
 * A generator: each step is one block read, so that it can be shown and stopped.
 */
export async function* analyse(sound: Sound): AsyncGenerator<TakeProgress> {
  const { rateHz, channels, frames, fullScale } = sound;
  const meters = Array.from({ length: channels }, () => new ChannelMeter(rateHz, frames, fullScale));
  const loudness = new LoudnessMeter(rateHz, channels);
  const sides = channels >= 2 ? new SideMeter(rateHz, frames) : null;
  let at = 0;
  for await (const block of sound.blocks()) {
    const { length } = block[0];
    for (let from = 0; from < length; from += PIECE) {
      const piece = block.map((c) => c.subarray(from, Math.min(length, from + PIECE)));
      for (let c = 0; c < channels; c++) meters[c].push(piece[c]);
      loudness.push(piece);
      sides?.push(piece[0], piece[1]);
    }
    at += length;
    yield { done: false, share: at / frames };
  }
  const measured = {
    rateHz,
    channels,
    seconds: frames / rateHz,
    problems: [...sound.problems],
    loudness: loudness.end(),
    sides: sides?.end() ?? null,
    perChannel: meters.map((m) => m.end()),
  };
  yield { done: true, report: { ...measured, findings: findingsOf(measured) } };
}

/** The report at once, for tests and the command. */
export async function takeReport(sound: Sound): Promise<TakeReport> {
  for await (const p of analyse(sound)) if (p.done) return p.report;
  throw new Error('a take ended without a report');
}
