import type { Bytes } from './bytes';
import { readHeader, type WavHeader } from './header';
import type { Sound } from './sound';

/** Frames read at a time: memory does not grow with the length. */
const BLOCK = 32_768;

export type SoundRead =
  | { readonly ok: true; readonly value: Sound }
  | { readonly ok: false; readonly problem: string; readonly other: boolean };

/**
 * Open a WAV as sound that is read in blocks. Samples that are no numbers come out as 0, and are told.
 * @returns sound of floats in -1 to 1, or what is wrong with the file
 * @example
 * const read = await readWav(new Blob([bytes]));
 * if (read.ok) for await (const block of read.value.blocks()) push(block);
 */
export async function readWav(file: Bytes): Promise<SoundRead> {
  const header = await readHeader(file);
  if (!header.ok) return header;
  const { rateHz, channels, frames, dataAt, bytes, kind } = header.value;
  const frame = bytes * channels;
  const problems = [...header.value.problems];
  const decode = decoderOf(header.value);
  const out = Array.from({ length: channels }, () => new Float32Array(BLOCK));
  return {
    ok: true,
    value: {
      rateHz,
      channels,
      frames,
      // The largest positive number is one step short of 1.
      fullScale: kind === 'float' ? null : 1 - 1.5 / 2 ** (8 * Math.min(bytes, 3) - 1),
      problems,
      async *blocks() {
        let lost = 0;
        for (let at = 0; at < frames; at += BLOCK) {
          const n = Math.min(BLOCK, frames - at);
          const raw = await file.read(dataAt + at * frame, n * frame);
          // A file that shrank while it was read: what is missing is silence.
          const whole = raw.length === n * frame ? raw : Uint8Array.from({ length: n * frame }, (_, i) => raw[i] ?? 0);
          lost += decode(whole, n, out);
          yield n === BLOCK ? out : out.map((c) => c.subarray(0, n));
        }
        const said = `${lost} samples are not numbers; silence stands in their place.`;
        if (lost > 0 && !problems.includes(said)) problems.push(said);
      },
    },
  };
}

/** Whether this machine keeps the lowest byte of a number first, as WAV does. */
const LITTLE = new Uint8Array(new Uint16Array([1]).buffer)[0] === 1;

/** One step of 16 bits; multiplying by it is as exact as dividing, and quicker. */
const STEP_16 = 1 / 32768;

type Decode = (raw: Uint8Array, frames: number, out: readonly Float32Array[]) => number;

/** @returns a function that fills the channels and tells how many samples were no numbers. */
function decoderOf({ kind, bytes, channels }: WavHeader): Decode {
  if (kind === 'float') {
    return (raw, frames, out) => {
      const v = new DataView(raw.buffer, raw.byteOffset, raw.byteLength);
      let lost = 0;
      for (let i = 0, at = 0; i < frames; i++) {
        for (let c = 0; c < channels; c++, at += bytes) {
          const x = bytes === 4 ? v.getFloat32(at, true) : v.getFloat64(at, true);
          if (Number.isFinite(x)) out[c][i] = x;
          else {
            out[c][i] = 0;
            lost += 1;
          }
        }
      }
      return lost;
    };
  }
  if (bytes === 1) {
    // Eight bits are stored from 0 to 255, all others with a sign.
    return (raw, frames, out) => {
      for (let i = 0, at = 0; i < frames; i++)
        for (let c = 0; c < channels; c++, at++) out[c][i] = (raw[at] - 128) / 128;
      return 0;
    };
  }
  if (bytes === 2) {
    return (raw, frames, out) => {
      // The quickest way for the commonest files, where this machine keeps its numbers as the file does.
      const v =
        LITTLE && raw.byteOffset % 2 === 0 ? new Int16Array(raw.buffer, raw.byteOffset, frames * channels) : null;
      for (let c = 0; c < channels; c++) {
        const to = out[c];
        if (v) for (let i = 0, at = c; i < frames; i++, at += channels) to[i] = v[at] * STEP_16;
        else
          for (let i = 0, at = 2 * c; i < frames; i++, at += 2 * channels)
            to[i] = ((raw[at] << 16) | (raw[at + 1] << 24)) / 2147483648;
      }
      return 0;
    };
  }
  const low = bytes - 1;
  return (raw, frames, out) => {
    for (let i = 0, at = 0; i < frames; i++) {
      for (let c = 0; c < channels; c++, at += bytes) {
        // The upper three bytes are what single precision holds.
        out[c][i] = ((raw[at + low] << 24) | (raw[at + low - 1] << 16) | (raw[at + low - 2] << 8)) / 2147483648;
      }
    }
    return 0;
  };
}
