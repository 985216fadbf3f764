import { transfer } from 'comlink';
import { itemAt } from '@/core/algorithms';
import type { Report } from '@/core/assess';
import type { Hearings } from '@/core/call';
import {
  aligned,
  alignedBits,
  type Clip,
  type Edit,
  type EditFigure,
  edited,
  figuresOf,
  type LineUp,
  leftWrong,
  liningUp,
  type Pitch,
  pitchOf,
} from '@/core/edit';
import type { Setup } from '@/core/model';
import { type EarSound, earOf, recordingOf, VOICE_RATE_HZ } from '@/core/render';
import { analyse, type TakeReport } from '@/core/take';
import {
  bytesOfBlob,
  readWav,
  type Sound,
  type SoundRead,
  soundOf,
  wavHeader,
  wavSamples,
  wholeOf,
  writeWav,
} from '@/core/wav';
import { codedSound } from './coded-sound';
import { tooLong } from './too-long';

export type Measured =
  | { readonly ok: true; readonly report: TakeReport }
  /** `other`: nothing that can be read as a stream here, but perhaps something that the browser can decode whole. */
  | { readonly ok: false; readonly problem: string; readonly other: boolean };

/** What comes to one ear, as a file. */
export interface Ear extends Pick<EarSound, 'turns'> {
  readonly file: Blob;
}

/** A clip with what was done to it, and what it measures now. */
export interface EditedClip extends Clip {
  readonly figures: readonly EditFigure[];
  /** What was found wrong with it as it is, in words. */
  readonly wrong: readonly string[];
  readonly pitch: Pitch | null;
  /** The same as a WAV. */
  readonly file: Blob;
}

export type LinedUp =
  | { readonly ok: true; readonly value: LineUp; readonly rateHz: number }
  | { readonly ok: false; readonly problem: string };

export type Whole =
  | { readonly ok: true; readonly value: Clip }
  | { readonly ok: false; readonly problem: string; readonly other: boolean };

/** A file that is read piece by piece: a WAV, or what this browser decodes as a stream. */
async function opened(file: Blob): Promise<SoundRead> {
  const read = await readWav(bytesOfBlob(file));
  if (read.ok || !read.other) return read;
  const coded = await codedSound(file);
  return coded ? { ok: true, value: coded } : read;
}

/** News of progress come so often at most, milliseconds. */
const NEWS_MS = 100;

let running = 0;

type Step<T> = { readonly done: false; readonly share: number } | (T & { readonly done: true });

/** Work to the end, or until something newer is asked for; null when it was stopped. */
async function worked<T>(steps: AsyncIterable<Step<T>>, tell: (share: number) => void): Promise<T | null> {
  running += 1;
  const mine = running;
  let told = performance.now();
  for await (const p of steps) {
    if (p.done) return p;
    if (performance.now() - told < NEWS_MS) continue;
    told = performance.now();
    tell(p.share);
    // Lets `stop` in.
    await new Promise((resolve) => setTimeout(resolve));
    if (running !== mine) return null;
  }
  return null;
}

/** The same, or null as soon as something newer is asked for or it is stopped. */
function unlessOvertaken<T>(work: Promise<T>): Promise<T | null> {
  running += 1;
  const mine = running;
  return Promise.race([
    work,
    new Promise<null>((resolve) => {
      const asking = setInterval(() => {
        if (running === mine) return;
        clearInterval(asking);
        resolve(null);
      }, NEWS_MS / 4);
      void work.finally(() => clearInterval(asking)).catch(() => undefined);
    }),
  ]);
}

const measured = async (sound: Sound, tell: (share: number) => void): Promise<TakeReport | null> =>
  (await worked(analyse(sound), tell))?.report ?? null;

/** What the pages may ask of the thread that measures takes. */
export const takeEndpoint = {
  async measure(file: Blob, tell: (share: number) => void): Promise<Measured | null> {
    const sound = await unlessOvertaken(opened(file));
    if (!sound?.ok) return sound;
    const report = await measured(sound.value, tell);
    return report && { ok: true, report };
  },
  async measureDecoded(
    rateHz: number,
    channels: readonly Float32Array[],
    tell: (share: number) => void,
  ): Promise<Measured | null> {
    const report = await measured(soundOf(rateHz, channels), tell);
    return report && { ok: true, report };
  },
  /** Whether a file can be read piece by piece here. */
  async streams(file: Blob): Promise<boolean> {
    return (await opened(file)).ok;
  },
  /** All of a file, where it is short. */
  async whole(file: Blob, longestS: number): Promise<Whole> {
    const read = await opened(file);
    if (!read.ok) return read;
    const { rateHz, frames } = read.value;
    if (frames / rateHz > longestS) return { ok: false, problem: tooLong(frames / rateHz, longestS), other: false };
    const channels = await wholeOf(read.value);
    const value = { rateHz, channels };
    return transfer({ ok: true, value }, channels.map((c) => c.buffer) as ArrayBuffer[]);
  },
  /** The recording that a setup would make, as a WAV. */
  record(report: Report, setup: Setup, seconds: number): Blob {
    return new Blob([writeWav(VOICE_RATE_HZ, recordingOf(report, setup, seconds))], { type: 'audio/wav' });
  },
  /** What one listener of a call hears, as a WAV, and who speaks when. */
  ear(hearings: Hearings, listener: string, secondsEach: number): Ear {
    const { samples, turns } = earOf(hearings, listener, secondsEach);
    return { file: new Blob([writeWav(VOICE_RATE_HZ, [samples])], { type: 'audio/wav' }), turns };
  },
  /** Null when it was stopped. */
  async edit(clip: Clip, edits: readonly Edit[]): Promise<EditedClip | null> {
    const { rateHz, channels } = edited(clip, edits);
    const report = await measured(soundOf(rateHz, channels), () => undefined);
    if (!report) return null;
    const pitch = pitchOf(itemAt(channels, 0), rateHz);
    const file = new Blob([writeWav(rateHz, channels)], { type: 'audio/wav' });
    return transfer(
      { rateHz, channels, figures: figuresOf(report), wrong: leftWrong(report), pitch, file },
      channels.map((c) => c.buffer) as ArrayBuffer[],
    );
  },
  /** Null when it was stopped. */
  async lineUp(first: Blob, second: Blob, tell: (share: number) => void): Promise<LinedUp | null> {
    const a = await unlessOvertaken(opened(first));
    const b = a && (await unlessOvertaken(opened(second)));
    if (!a || !b) return null;
    if (!a.ok) return { ok: false, problem: `The first take: ${a.problem}` };
    if (!b.ok) return { ok: false, problem: `The second take: ${b.problem}` };
    const found = await worked(liningUp(a.value, b.value), tell);
    if (!found) return null;
    return found.lined.ok ? { ...found.lined, rateHz: a.value.rateHz } : found.lined;
  },
  /** The second take as a WAV on the first's time, put together piece by piece. */
  async aligned(second: Blob, rateHz: number, found: LineUp): Promise<Blob> {
    const b = await opened(second);
    if (!b.ok) throw new Error(b.problem);
    const bits = alignedBits(b.value);
    const parts: Blob[] = [];
    let [frames, bytes] = [0, 0];
    for await (const block of aligned(b.value, rateHz, found)) {
      const samples = wavSamples(block, bits);
      if (samples.length === 0) continue;
      parts.push(new Blob([samples]));
      frames += itemAt(block, 0).length;
      bytes += samples.length;
    }
    const odd = bytes % 2;
    const header = wavHeader(rateHz, b.value.channels, frames, bits);
    return new Blob([header, ...parts, new Uint8Array(odd)], { type: 'audio/wav' });
  },
  stop() {
    running += 1;
  },
};

export type TakeEndpoint = typeof takeEndpoint;
