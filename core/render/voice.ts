import { gainsBetween, limited, shaped } from '../filter';
import { SPEECH_SHARES, THIRD_OCTAVES_HZ } from '../signal';
import { bandPowers } from './bands';
import { chance, normal } from './chance';

export const VOICE_RATE_HZ = 48_000;

/** Formants of some vowels, hertz (Peterson and Barney 1952, men, from memory), and bandwidths. */
const VOWELS = [
  [270, 2290, 3010],
  [390, 1990, 2550],
  [530, 1840, 2480],
  [660, 1720, 2410],
  [730, 1090, 2440],
  [570, 840, 2410],
  [440, 1020, 2240],
  [300, 870, 2240],
] as const;
const WIDTHS = [70, 100, 140, 220, 300];
/** Peaks over the mean while it speaks; common practice says 12 to 15. */
const CREST_DB = 14;
/** The softest syllable under the loudest; most lie near the loudest. Of connected speech, from memory. */
const UNEVEN_DB = 24;
const HIGHER = [3400, 4300];
/** What a fricative is made of: middle of its noise, hertz, and how loud. */
const HISSES = [
  [7500, 0.5],
  [3800, 0.5],
  [6000, 0.18],
] as const;

/**
 * A voice that says nothing, as speech does: phrases of syllables with pauses of digital silence between them, its mean
 * spectrum that of speech (Byrne et al. 1994). Made anew each time, and the same each time; no recording of anyone.
 * @param seed another talker for another number
 * @returns samples at 48 kHz whose mean square while it speaks is 1
 */
export function voice(seconds: number, seed: number): Float32Array {
  const rate = VOICE_RATE_HZ;
  const next = chance(seed);
  const noise = normal(next);
  const out = new Float32Array(Math.round(seconds * rate));
  const speaking = new Uint8Array(out.length);
  const pitch = 95 + 110 * next();
  const length = 0.85 + 0.3 * next();
  let at = Math.round(0.6 * rate);
  let phase = 0;
  const resonators = Array.from({ length: 5 }, () => ({ a: 0, b: 0 }));
  const hiss = { a: 0, b: 0 };
  while (at < out.length - 0.8 * rate) {
    const syllables = 5 + Math.floor(6 * next());
    for (let s = 0; s < syllables && at < out.length - 0.6 * rate; s++) {
      const long = Math.round((0.13 + 0.1 * next()) * rate);
      const [from, to] = [VOWELS[Math.floor(8 * next())], VOWELS[Math.floor(8 * next())]];
      const loud = 10 ** ((-UNEVEN_DB * next() ** 2) / 20);
      const fricative = next() < 0.45 ? HISSES[Math.floor(3 * next())] : null;
      const hissing = fricative ? Math.round((0.06 + 0.05 * next()) * rate) : 0;
      const syllable = new Float32Array(Math.min(hissing + long, out.length - at));
      for (let i = 0; i < syllable.length; i++) {
        let v = 0;
        if (i < hissing && fricative) {
          const envelope = Math.sin((Math.PI * i) / hissing);
          const air = noise();
          v = fricative[1] * envelope * (resonate(hiss, air, fricative[0], 2200, rate) - 0.5 * air);
        } else {
          const t = (i - hissing) / long;
          const f0 = pitch * (1.12 - 0.2 * (s / syllables)) * (1 + 0.05 * Math.sin(2 * Math.PI * t));
          phase = (phase + f0 / rate) % 1;
          const envelope = Math.min(1, t / 0.12, (1 - t) / 0.3);
          // Air opens slowly and shuts at once, with some breath in it.
          const pulse =
            phase < 0.4 ? Math.sin((Math.PI * phase) / 0.4) ** 2 : phase < 0.55 ? -((phase - 0.4) / 0.15) : 0;
          v = envelope * (pulse + 0.04 * noise());
          for (let f = 0; f < 5; f++) {
            const hz = f < 3 ? length * (from[f] + (to[f] - from[f]) * t) : length * HIGHER[f - 3];
            v = resonate(resonators[f], v, hz, WIDTHS[f], rate);
          }
          // Breath that goes past the mouth's resonances, most while the air flows.
          v += 0.01 * envelope * pulse * noise();
        }
        syllable[i] = v;
      }
      // Each about as loud as the next, whatever its vowel: a talker sees to that.
      const squares = syllable.reduce((sum, v) => sum + v * v, 0);
      const gain = loud / Math.sqrt(squares / syllable.length);
      // Nothing begins or stops within a sample.
      const soft = 0.004 * rate;
      for (let i = 0; i < syllable.length; i++) {
        out[at + i] = gain * syllable[i] * Math.min(1, i / soft, (syllable.length - i) / soft);
        speaking[at + i] = 1;
      }
      at += hissing + long + Math.round(0.02 * next() * rate);
    }
    at += Math.round((0.75 + 0.5 * next()) * rate);
  }
  const even = levelled(out, speaking);
  const powers = bandPowers(even, rate, THIRD_OCTAVES_HZ);
  const total = powers.reduce((a, b) => a + b, 0);
  const gainDb = powers.map((p, i) =>
    Math.max(-30, Math.min(30, 10 * Math.log10(SPEECH_SHARES[i] / Math.max(1e-12, p / total)))),
  );
  const spoken = shaped(even, rate, gainsBetween(THIRD_OCTAVES_HZ, gainDb));
  // The filter rings into the pauses; there a voice is silent.
  const gate = gateOf(speaking, rate);
  for (let i = 0; i < spoken.length; i++) spoken[i] *= gate[i];
  const [spare] = limited([levelled(spoken, speaking)], 10 ** (CREST_DB / 20), rate);
  return levelled(spare, speaking);
}

/** One resonance (a two-pole filter), 1 at its bottom: one after the other they make a mouth (Klatt 1980, from memory). */
function resonate(state: { a: number; b: number }, x: number, hz: number, widthHz: number, rate: number): number {
  const r = Math.exp((-Math.PI * widthHz) / rate);
  const turn = 2 * r * Math.cos((2 * Math.PI * hz) / rate);
  const y = (1 - turn + r * r) * x + turn * state.a - r * r * state.b;
  state.b = state.a;
  state.a = y;
  return y;
}

function levelled(x: Float32Array, speaking: Uint8Array): Float32Array {
  let squares = 0;
  let frames = 0;
  for (let i = 0; i < x.length; i++) {
    squares += x[i] * x[i];
    frames += speaking[i];
  }
  const gain = Math.sqrt(frames / squares);
  return x.map((v) => v * gain);
}

/** 1 where it speaks and a little around it, 0 elsewhere, with soft edges. */
function gateOf(speaking: Uint8Array, rate: number): Float32Array {
  const gate = new Float32Array(speaking.length);
  const fall = 1 / (0.03 * rate);
  let g = 0;
  for (let i = 0; i < gate.length; i++) {
    g = speaking[i] ? 1 : Math.max(0, g - fall);
    gate[i] = g;
  }
  g = 0;
  for (let i = gate.length - 1; i >= 0; i--) {
    g = speaking[i] ? 1 : Math.max(0, g - fall);
    gate[i] = Math.max(gate[i], g);
  }
  return gate;
}
