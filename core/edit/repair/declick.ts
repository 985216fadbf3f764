import { BreakMeter } from '../../take';
import { mendGap } from './mend-gap';
import { modelOf, ORDER, surprises } from './predict';

/** A voice stays as it is for so long: one model foretells it. */
const BLOCK_S = 0.04;
/**
 * A click is what the model did not foretell: so many times the usual surprise, alone by so much among those of the strokes of a
 * voice before and after, over in so short a time. What lasts longer is the beginning of a consonant. All est.
 */
const OVER_USUAL = 7;
const ALONE = 3;
const ALONE_S = 0.014;
const OWN_S = 0.002;
const MOST_S = 0.0006;
/** Softer surprises, of full scale, are none that anybody hears. */
const LEAST = 0.002;
/** To the click belongs what surprises by so much of its top. */
const SHARE = 0.25;
/** The middle of a normal distribution's sizes in its standard deviations; any handbook. */
const MIDDLE = 0.6745;
/** Samples beside a click that are made new with it. */
const BESIDE = [2, 3] as const;
/** A dropout of so much at most can be carried over; a longer one is a hole in a word. */
export const MOST_GAP_S = 0.01;

/** Samples from one to another, the last not counted. */
type Stretch = readonly [number, number];

/**
 * The sound with its clicks and its shortest dropouts made new from what stands beside them; all else is left to the bit.
 * @param x samples of one channel
 * @returns as many samples
 */
export function declicked(x: Float32Array, rateHz: number): Float32Array {
  const out = x.slice();
  for (const [from, to] of gapsIn(x, rateHz)) mendGap(out, from, to, rateHz);
  for (const [from, to] of clicksIn(out, rateHz)) mendGap(out, from, to, rateHz);
  return out;
}

function gapsIn(x: Float32Array, rateHz: number): readonly Stretch[] {
  const meter = new BreakMeter({ rateHz, frames: x.length, fullScale: null });
  meter.push(x);
  return meter
    .end()
    .dropouts.kept.filter((d) => d.lengthS <= MOST_GAP_S)
    .map(({ at, lengthS }) => [Math.round(at * rateHz), Math.round((at + lengthS) * rateHz)]);
}

function clicksIn(x: Float32Array, rateHz: number): readonly Stretch[] {
  const [own, reach] = [Math.round(OWN_S * rateHz), Math.round(ALONE_S * rateHz)];
  const { sizes, usual } = surpriseOf(x, rateHz);
  const most = (from: number, to: number) => {
    let top = 0;
    for (let i = Math.max(0, from); i < Math.min(sizes.length, to); i++) top = Math.max(top, sizes[i]);
    return top;
  };
  const found: Stretch[] = [];
  // What comes first is foretold by too little.
  for (let i = ORDER; i < sizes.length; i++) {
    const size = sizes[i];
    if (size < LEAST || size < OVER_USUAL * usual[i] || size < most(i - own, i + own + 1)) continue;
    if (size < ALONE * Math.max(most(i - reach, i - own), most(i + own + 1, i + reach))) continue;
    let [from, to] = [i, i];
    for (let k = Math.max(ORDER, i - own); k <= Math.min(sizes.length - 1, i + own); k++) {
      if (sizes[k] < SHARE * size) continue;
      from = Math.min(from, k);
      to = Math.max(to, k);
    }
    if (to - from <= MOST_S * rateHz) found.push([from - BESIDE[0], to + BESIDE[1]]);
  }
  return found;
}

/** How much of each sample was not foretold, and how much is usual there. */
function surpriseOf(x: Float32Array, rateHz: number): { readonly sizes: Float32Array; readonly usual: Float32Array } {
  const [sizes, usual] = [new Float32Array(x.length), new Float32Array(x.length)];
  const block = Math.round(BLOCK_S * rateHz);
  for (let at = 0; at < x.length; at += block) {
    const to = Math.min(x.length, at + block);
    // The model is learnt from the block and half of each beside it.
    const model = modelOf(new Float64Array(x.subarray(Math.max(0, at - (block >> 1)), to + (block >> 1))));
    const ahead = Math.max(0, ORDER - at);
    const part = new Float64Array(ORDER + to - at);
    part.set(x.subarray(at - ORDER + ahead, to), ahead);
    const all = surprises(part, model);
    for (let i = 0; i < all.length; i++) sizes[at + i] = Math.abs(all[i]);
    const sorted = new Float64Array(sizes.subarray(at, to)).sort();
    usual.fill(sorted[sorted.length >> 1] / MIDDLE, at, to);
  }
  return { sizes, usual };
}
