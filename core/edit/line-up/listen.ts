import { itemAt } from '../../algorithms';
import { KnockMeter } from '../../take';
import type { Sound } from '../../wav';

/** Levels and onsets are looked at so often. */
export const STEP_S = 0.005;

/** What a first reading of a sound leaves: little beside the sound itself, however long it is. */
export interface Heard {
  readonly seconds: number;
  /** Of all channels together, decibels, a value a step. */
  readonly levels: Float32Array;
  /** How much louder each step is than those before, decibels, rises only: alike for two microphones of unlike level. */
  readonly rises: Float32Array;
  /** Claps and taps, as the report of a take finds them, in the loudest channel: seconds. */
  readonly knocks: readonly number[];
  /** For each channel 1 or -1: so turned, none takes away from the loudest. */
  readonly signs: readonly number[];
}

/** Rumble and direct current are no onsets: all below this is left out. */
const LOW_CUT_HZ = 120;
/** Whether two channels are of one signal is asked of every so many frames. */
const SPARSE = 4;
/** So much alike, one upside down, two channels would cancel. */
const OPPOSITE = -0.3;

/** Read a sound once; each step is how many frames are read. */
export async function* listen(sound: Sound): AsyncGenerator<number, Heard> {
  const { rateHz, channels } = sound;
  const levels = new Float32Array(Math.floor(sound.frames / rateHz / STEP_S));
  const meters = Array.from(
    { length: channels },
    () => new KnockMeter({ rateHz, frames: sound.frames, fullScale: null }),
  );
  const products = Array.from({ length: channels }, () => new Float64Array(channels));
  const pass = 1 - (2 * Math.PI * LOW_CUT_HZ) / rateHz;
  const before = Array.from({ length: channels }, () => ({ x: 0, y: 0 }));
  let frames = 0;
  let step = 0;
  let squares = 1e-9;
  let edge = Math.round(STEP_S * rateHz);
  let begun = 0;
  for await (const block of sound.blocks()) {
    const length = itemAt(block, 0).length;
    for (let i = 0; i < length; i++) {
      for (let c = 0; c < channels; c++) {
        const state = before[c];
        const x = block[c][i];
        state.y = pass * (state.y + x - state.x);
        state.x = x;
        squares += state.y * state.y;
      }
      frames += 1;
      if (frames < edge) continue;
      if (step < levels.length) levels[step] = 10 * Math.log10(squares / (frames - begun));
      step += 1;
      squares = 1e-9;
      begun = frames;
      edge = Math.round((step + 1) * STEP_S * rateHz);
    }
    for (let c = 0; c < channels; c++) {
      meters[c].push(block[c]);
      for (let d = 0; d <= c; d++) {
        let sum = 0;
        for (let i = 0; i < length; i += SPARSE) sum += block[c][i] * block[d][i];
        products[c][d] += sum;
      }
    }
    yield frames;
  }
  const power = products.map((row, c) => row[c]);
  const loudest = power.indexOf(Math.max(...power));
  const signs = power.map((p, c) => {
    const both = products[Math.max(c, loudest)][Math.min(c, loudest)];
    return both < OPPOSITE * Math.sqrt(p * power[loudest]) ? -1 : 1;
  });
  return {
    seconds: frames / rateHz,
    levels,
    rises: risesOf(levels),
    knocks: meters[loudest].end().map((k) => k.at),
    signs,
  };
}

/** One stretch of a sound, all channels together, that begins at a frame. */
export interface Stretch {
  readonly from: number;
  readonly samples: Float32Array;
}

/**
 * Read stretches of a sound, and nothing between them. Silence stands where a stretch goes over the ends.
 * @param froms first frames, in order; each stretch is `length` frames long.
 */
export async function* stretchesOf(
  sound: Sound,
  signs: readonly number[],
  froms: readonly number[],
  length: number,
): AsyncGenerator<number, readonly Stretch[]> {
  const stretches = froms.map((from): Stretch => ({ from, samples: new Float32Array(length) }));
  let frames = 0;
  let open = 0;
  for await (const block of sound.blocks()) {
    const size = itemAt(block, 0).length;
    while (open < stretches.length && stretches[open].from + length <= frames) open += 1;
    for (let s = open; s < stretches.length && stretches[s].from < frames + size; s++) {
      const { from, samples } = stretches[s];
      const last = Math.min(frames + size, from + length);
      for (let i = Math.max(frames, from); i < last; i++) {
        let sum = 0;
        for (let c = 0; c < block.length; c++) sum += signs[c] * block[c][i - frames];
        samples[i - from] = sum;
      }
    }
    frames += size;
    yield frames;
  }
  return stretches;
}

const risesOf = (levels: Float32Array): Float32Array =>
  levels.map((l, i) => (i < 2 ? 0 : Math.max(0, Math.min(20, l - Math.max(levels[i - 1], levels[i - 2])))));
