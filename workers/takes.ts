import { proxy, transfer } from 'comlink';
import { itemAt } from '@/core/algorithms';
import type { Report } from '@/core/assess';
import type { Hearings } from '@/core/call';
import type { Clip, Edit, LineUp } from '@/core/edit';
import { style } from '@/core/format';
import type { Setup } from '@/core/model';
import type { TakeReport } from '@/core/take';
import { writeWav } from '@/core/wav';
import type { Ear, EditedClip, LinedUp, Measured, TakeEndpoint, Whole } from './take-endpoint';
import { threadOf, unlessStopped } from './thread';
import { tooLong } from './too-long';
import { type News, untilOver } from './until-over';

export type { Ear, EditedClip, LinedUp, Measured, Whole } from './take-endpoint';

/** One take is measured after the other: a long one has the thread to itself. */
const thread = threadOf<TakeEndpoint>(
  () => new Worker(new URL('./take.worker.ts', import.meta.url), { type: 'module', name: JSON.stringify(style()) }),
);

/** What is newer would end what runs: each waits for what was asked before it, a take behind a line-up too. */
let before: Promise<unknown> = Promise.resolve();
function inTurn<T>(work: () => Promise<T>): Promise<T> {
  const mine = before.then(work);
  before = mine.catch(() => undefined);
  return mine;
}

/** Rate at which the browser hands over what it decodes. */
const DECODED_HZ = 48_000;

/** Measure a file as a stream, or whole where this browser decodes it in no other way. Null when it was stopped. */
export const measureTake = (file: File, tell: News<number>): Promise<Measured | null> =>
  inTurn(() => untilOver(tell, (told) => measureAnyTake(file, told))).catch(unlessStopped(null));

async function measureAnyTake(file: File, tell: News<number>): Promise<Measured | null> {
  const read = await thread.ask<Measured | null>((t) => t.measure(file, proxy(tell)));
  if (!read || read.ok || !read.other) return read;
  const decoded = await decodedTake(file);
  if (!decoded) {
    const more = 'This browser cannot decode it as another kind of sound either.';
    return { ok: false, problem: `${read.problem} ${more}`, other: false };
  }
  const { rateHz, channels } = decoded;
  const buffers = channels.map((c) => c.buffer as ArrayBuffer);
  return thread.ask<Measured | null>((t) => t.measureDecoded(rateHz, transfer([...channels], buffers), proxy(tell)));
}

/** A file as this browser decodes it, all of it in memory: compressed sound, the sound of a video. Null where it cannot. */
async function decodedTake(file: Blob): Promise<Clip | null> {
  try {
    const decoder = new OfflineAudioContext(1, 1, DECODED_HZ);
    const decoded = await decoder.decodeAudioData(await file.arrayBuffer());
    const channels = Array.from({ length: decoded.numberOfChannels }, (_, c) => decoded.getChannelData(c).slice());
    return { rateHz: DECODED_HZ, channels };
  } catch {
    return null;
  }
}

/** All of a file in memory, to be edited; refused where it is longer than that. */
export async function wholeTake(file: Blob, longestS: number): Promise<Whole> {
  const read = await thread.ask<Whole>((t) => t.whole(file, longestS));
  const decoded = read.ok || !read.other ? null : await decodedTake(file);
  if (!decoded) return read;
  const seconds = itemAt(decoded.channels, 0).length / decoded.rateHz;
  return seconds > longestS
    ? { ok: false, problem: tooLong(seconds, longestS), other: false }
    : { ok: true, value: decoded };
}

/** What can be read as a stream: the file itself, or a WAV of what this browser decodes of it. */
async function asWav(file: Blob): Promise<Blob> {
  if (await thread.ask((t) => t.streams(file))) return file;
  const decoded = await decodedTake(file);
  return decoded ? new Blob([writeWav(decoded.rateHz, decoded.channels)]) : file;
}

/** Measure sound that is here already. The arrays are handed over. */
export async function measureSound(rateHz: number, channels: readonly Float32Array[]): Promise<TakeReport | null> {
  const buffers = channels.map((c) => c.buffer);
  const read = await inTurn(() =>
    thread.ask<Measured | null>((t) =>
      t.measureDecoded(
        rateHz,
        transfer([...channels], buffers),
        proxy(() => {}),
      ),
    ),
  );
  return read?.ok ? read.report : null;
}

/** The recording that a setup would make. */
export const makeRecording = (report: Report, setup: Setup, seconds: number): Promise<Blob> =>
  thread.ask((t) => t.record(report, setup, seconds));

export const makeEar = (hearings: Hearings, listener: string, secondsEach: number): Promise<Ear> =>
  thread.ask((t) => t.ear(hearings, listener, secondsEach));

/** Null when it was stopped. */
export const editClip = (clip: Clip, edits: readonly Edit[]): Promise<EditedClip | null> =>
  inTurn(() => thread.ask((t) => t.edit(clip, edits))).catch(unlessStopped(null));

/** Null when it was stopped. */
export const lineUpTakes = (first: Blob, second: Blob, tell: News<number>): Promise<LinedUp | null> =>
  inTurn(() =>
    untilOver(tell, async (told): Promise<LinedUp | null> => {
      const [a, b] = [await asWav(first), await asWav(second)];
      return thread.ask<LinedUp | null>((t) => t.lineUp(a, b, proxy(told)));
    }),
  ).catch(unlessStopped(null));

export const alignTake = async (second: Blob, rateHz: number, found: LineUp): Promise<Blob> => {
  const wav = await asWav(second);
  return thread.ask((t) => t.aligned(wav, rateHz, found));
};

export const stopTake = (): Promise<void> => thread.stop((t) => t.stop());
