import type { AudioSample } from 'mediabunny';
import { itemAt } from '@/core/algorithms';
import type { Sound } from '@/core/wav';

/** What is missing between two pieces and is no matter of rounding, seconds; silence stands in its place. */
const GAP_S = 0.02;
/** An end this much before the one that the file claims is told, seconds. */
const SHORT_S = 0.1;

/**
 * Compressed sound, or the sound of a video, as this browser decodes it: piece by piece, in memory that does not grow with
 * its length. Null where the browser decodes no streams, or nothing of this file.
 */
export async function codedSound(file: Blob): Promise<Sound | null> {
  // Not in every browser, and nowhere on pages that came without a lock.
  if (typeof AudioDecoder === 'undefined') return null;
  // Broken beyond its beginning: for the caller to say.
  return opened(file).catch(() => null);
}

async function opened(file: Blob): Promise<Sound | null> {
  const { AudioSampleSink, BlobSource, Input, ...m } = await import('mediabunny');
  const formats = [m.MP4, m.QTFF, m.MP3, m.ADTS, m.WEBM, m.MATROSKA, m.OGG, m.FLAC, m.WAVE];
  const input = new Input({ source: new BlobSource(file), formats });
  const track = (await input.canRead()) ? await input.getPrimaryAudioTrack() : null;
  if (!track || !(await track.canDecode())) return null;
  const startS = Math.max(0, await track.getFirstTimestamp());
  // What the decoder puts out decides, not what the container says: some codecs double the rate.
  const first = await firstOf(new AudioSampleSink(track).samples(startS));
  if (!first) return null;
  const { rateHz, channels } = first;
  const endS = await track.computeDuration();
  const frames = Math.round((endS - startS) * rateHz);
  if (!(frames > 0)) return null;
  const problems: string[] = [];
  const tell = (problem: string) => {
    if (!problems.includes(problem)) problems.push(problem);
  };
  const endsAt = (s: number, claimedS: number) => {
    if (claimedS - s > SHORT_S) tell(`It ends at ${clock(s)}, before the ${clock(claimedS)} that the file claims.`);
  };
  endsAt(endS, (await track.getDurationFromMetadata()) ?? 0);
  return {
    rateHz,
    channels,
    frames,
    fullScale: null,
    problems,
    async *blocks() {
      let at = 0;
      let block: Float32Array[] = [];
      const room = (n: number): readonly Float32Array[] => {
        if (!block[0] || block[0].length < n) block = Array.from({ length: channels }, () => new Float32Array(n));
        return block.map((c) => c.subarray(0, n));
      };
      try {
        for await (const sample of new AudioSampleSink(track).samples(startS)) {
          try {
            const begins = Math.round((sample.timestamp - startS) * rateHz);
            const missing = Math.min(begins, frames) - at;
            if (missing > GAP_S * rateHz) {
              tell(`Sound is missing at ${clock(at / rateHz)}; silence stands in its place.`);
              for (let left = missing; left > 0; left -= rateHz) {
                const silence = room(Math.min(left, rateHz));
                for (const c of silence) c.fill(0);
                yield silence;
              }
              at += missing;
            }
            // What comes before the beginning is what the coder needed to get going.
            const early = at === 0 ? Math.max(0, -begins) : 0;
            const n = Math.min(sample.numberOfFrames - early, frames - at);
            if (n > 0) {
              const out = room(n);
              for (let c = 0; c < channels; c++) {
                const planeIndex = Math.min(c, sample.numberOfChannels - 1);
                sample.copyTo(itemAt(out, c), { planeIndex, format: 'f32-planar', frameOffset: early, frameCount: n });
              }
              at += n;
              yield out;
            }
          } finally {
            // A reader that stops in the middle leaves none behind.
            sample.close();
          }
        }
      } catch (e) {
        tell(`It could be decoded up to ${clock(at / rateHz)} only: ${e instanceof Error ? e.message : String(e)}`);
        return;
      }
      endsAt(at / rateHz, frames / rateHz);
    },
  };
}

async function firstOf(
  samples: AsyncGenerator<AudioSample>,
): Promise<{ readonly rateHz: number; readonly channels: number } | null> {
  try {
    const { value, done } = await samples.next();
    if (done) return null;
    const { sampleRate: rateHz, numberOfChannels: channels } = value;
    value.close();
    return { rateHz, channels };
  } finally {
    await samples.return(undefined);
  }
}

const clock = (s: number): string => `${Math.floor(s / 60)}:${(s % 60).toFixed(1).padStart(4, '0')}`;
