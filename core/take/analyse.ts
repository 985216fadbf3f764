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
    for (let c = 0; c < channels; c++) meters[c].push(block[c]);
    loudness.push(block);
    sides?.push(block[0], block[1]);
    at += block[0].length;
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
