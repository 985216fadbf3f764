import { limited, lowCut } from '../../filter';

/** Levels are taken so often, and evened out over what is said around it: a sentence, not a syllable. Seconds. */
const STEP_S = 0.05;
const AROUND_S = 1;
/** So much of what a sentence differs from the whole is taken away, and never more than so much; est. */
const SHARE = 0.75;
const MOST_DB = 9;
/** Speech stands so far over the softest tenth, and no further than so under the loudest tenth; est. */
const OVER_FLOOR_DB = 10;
const UNDER_TOP_DB = 28;
/** What lies lower is breath and rumble, and tells nothing of how loud a voice is. */
const VOICE_HZ = 80;
/** Nothing that was under it is turned up beyond. */
const CEILING = 10 ** (-1 / 20);

/**
 * The level ridden as by a hand on a fader: sentences that are far or soft come up, loud ones down; through a pause the
 * hand goes slowly from one to the next. Both sides alike.
 * @param channels all of one length
 * @returns as many, as long
 */
export function ridden(channels: readonly Float32Array[], rateHz: number): readonly Float32Array[] {
  const step = Math.max(1, Math.round(STEP_S * rateHz));
  const gains = gainsDb(levelsOf(channels, rateHz, step));
  if (!gains) return channels;
  const at = (i: number) => {
    const place = Math.max(0, Math.min(gains.length - 1, i / step - 0.5));
    const low = Math.floor(place);
    const next = gains[Math.min(gains.length - 1, low + 1)];
    return gains[low] + (next - gains[low]) * (place - low);
  };
  const out = channels.map((c) => c.map((v, i) => v * 10 ** (at(i) / 20)));
  const peak = channels.reduce((most, c) => c.reduce((m, v) => Math.max(m, Math.abs(v)), most), 0);
  return limited(out, Math.max(CEILING, peak), rateHz);
}

/** Mean squares of all channels together, step by step. */
function levelsOf(channels: readonly Float32Array[], rateHz: number, step: number): Float64Array {
  const sums = new Float64Array(Math.ceil(channels[0].length / step));
  for (const c of channels) {
    const voice = lowCut(c, rateHz, VOICE_HZ);
    for (let i = 0; i < voice.length; i++) sums[Math.floor(i / step)] += voice[i] ** 2 / step;
  }
  return sums;
}

/** Null where nothing stands out as speech. */
function gainsDb(powers: Float64Array): Float64Array | null {
  const sorted = powers.slice().sort();
  const [floor, top] = [0.1, 0.9].map((share) => sorted[Math.floor(share * (sorted.length - 1))]);
  const least = Math.max(floor * 10 ** (OVER_FLOOR_DB / 10), top * 10 ** (-UNDER_TOP_DB / 10));
  const levels = powers.map((p) => 10 * Math.log10(p + 1e-20));
  const active = powers.map((p) => (p > least ? 1 : 0));
  const count = active.reduce((sum, a) => sum + a, 0);
  if (count === 0) return null;
  // Of decibels, so that one loud word beside a soft sentence does not speak for it.
  const whole = levels.reduce((sum, l, i) => sum + l * active[i], 0) / count;
  const reach = Math.round((3 * AROUND_S) / STEP_S);
  const weights = new Float64Array(2 * reach + 1).map((_, i) =>
    Math.exp(-0.5 * (((i - reach) * STEP_S) / AROUND_S) ** 2),
  );
  return levels.map((_, at) => {
    // A trace of the whole, where nobody speaks for long.
    let [sum, weight] = [1e-3 * whole, 1e-3];
    for (let i = Math.max(0, at - reach); i <= Math.min(levels.length - 1, at + reach); i++) {
      const w = weights[i - at + reach] * active[i];
      sum += w * levels[i];
      weight += w;
    }
    return Math.max(-MOST_DB, Math.min(MOST_DB, SHARE * (whole - sum / weight)));
  });
}
