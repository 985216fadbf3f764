import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { hiss, hum, joined, later, RATE, scaled, sum, talker } from '@/tests/support/takes';
import { itemAt } from '../algorithms';
import { resampled } from '../filter';
import { takeReport } from '../take';
import { soundOf } from '../wav';
import { edited, loudnessOf, truePeakOf } from './edits';
import { aligned, type LineUp, lineUp } from './line-up';
import { centsAbove, nearestNote, pitchOf } from './pitch';

/** Sample by sample; much quicker than a deep comparison of hundreds of thousands. */
const isSame = (a: Float32Array, b: Float32Array) => a.length === b.length && a.every((v, i) => v === b[i]);
const clip = (...channels: readonly Float32Array[]) => ({ rateHz: RATE, channels });
const sine = (hz: number, seconds = 1, amplitude = 0.5) =>
  new Float32Array(Math.round(seconds * RATE)).map((_, i) => amplitude * Math.sin((2 * Math.PI * hz * i) / RATE));

describe('edits', () => {
  test('a trim is as long as asked, silence goes and words stay', () => {
    const spoken = talker();
    const cut = itemAt(edited(clip(spoken), [{ do: 'trim', fromS: 1, toS: 3.5 }]).channels, 0);
    expect(isSame(cut, spoken.slice(RATE, 3.5 * RATE))).toBe(true);
    const padded = new Float32Array(10 * RATE);
    padded.set(sine(300, 2), 4 * RATE);
    const rest = itemAt(edited(clip(padded), [{ do: 'trim-silence' }]).channels, 0);
    expect(rest.length / RATE).toBeGreaterThan(2.1);
    expect(rest.length / RATE).toBeLessThan(2.25);
  });
  test('any loudness is met to 0.5 LU, and no true peak goes over the limit', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -30, max: -14, noNaN: true }),
        fc.double({ min: -6, max: -0.5, noNaN: true }),
        (lufs, most) => {
          const { channels } = edited(clip(sum(talker(3), hiss(-75))), [{ do: 'loudness', lufs, mostDbtp: most }]);
          expect(20 * Math.log10(truePeakOf(channels))).toBeLessThanOrEqual(most + 0.05);
          // Where peaks are held under the limit a little loudness is lost.
          if (most - lufs > 15) expect(Math.abs(loudnessOf(RATE, channels)! - lufs)).toBeLessThan(0.5);
        },
      ),
      { numRuns: 6 },
    );
  });
  test('a notch takes the hum out and leaves the voice', async () => {
    const before = itemAt((await takeReport(soundOf(RATE, [sum(talker(), hiss(-75), hum(50, -45))]))).perChannel, 0);
    const lines = before.hum!.harmonics.map((h) => h.hz);
    const { channels } = edited(clip(sum(talker(), hiss(-75), hum(50, -45))), [{ do: 'notch', hz: lines }]);
    const after = itemAt((await takeReport(soundOf(RATE, channels))).perChannel, 0);
    expect(after.hum?.dbfs ?? -100).toBeLessThan(before.hum!.dbfs - 20);
    expect(after.activeDbfs!).toBeCloseTo(before.activeDbfs!, 0);
  });
  test('a low cut takes puffs of breath out and leaves the voice; it is 3 dB down at its frequency, 24 dB an octave below', async () => {
    const puff = (t: number) => (t < 0 || t > 0.3 ? 0 : 0.25 * Math.sin(2 * Math.PI * 25 * t) * Math.exp(-t / 0.06));
    const puffed = sum(talker(), hiss(-75)).map((v, i) => v + puff(i / RATE - 2) + puff(i / RATE - 6));
    const before = itemAt((await takeReport(soundOf(RATE, [puffed]))).perChannel, 0);
    const { channels } = edited(clip(puffed), [{ do: 'low-cut', hz: 75 }]);
    const after = itemAt((await takeReport(soundOf(RATE, channels))).perChannel, 0);
    expect([before.low!.pops.count, after.low!.pops.count]).toEqual([2, 0]);
    expect(Math.abs(after.activeDbfsA! - before.activeDbfsA!)).toBeLessThan(0.2);
    const gainAt = (hz: number) => {
      const tone = new Float32Array(RATE).map((_, i) => Math.sin((2 * Math.PI * hz * i) / RATE));
      const late = (x: Float32Array) => x.subarray(RATE / 2).reduce((all, v) => all + v * v, 0);
      return 10 * Math.log10(late(itemAt(edited(clip(tone), [{ do: 'low-cut', hz: 75 }]).channels, 0)) / late(tone));
    };
    // Of a Butterworth of fourth order: 1 / (1 + (75 / f)^8), any handbook.
    for (const hz of [37.5, 75, 150, 300]) expect(gainAt(hz)).toBeCloseTo(-10 * Math.log10(1 + (75 / hz) ** 8), 1);
  });
  test('what is done twice and undone is what it was: reverse, polarity', () => {
    const x = talker();
    expect(isSame(itemAt(edited(clip(x), [{ do: 'reverse' }, { do: 'reverse' }]).channels, 0), x)).toBe(true);
    const twice = edited(clip(x, x), [
      { do: 'polarity', of: 1 },
      { do: 'polarity', of: 1 },
    ]);
    expect(isSame(itemAt(twice.channels, 1), x)).toBe(true);
    expect(isSame(itemAt(edited(clip(x, hiss(-90)), [{ do: 'both-sides', of: 0 }]).channels, 1), x)).toBe(true);
  });
  test('fades and envelopes begin and end where they should', () => {
    const flat = new Float32Array(RATE).fill(1);
    const faded = itemAt(edited(clip(flat), [{ do: 'fade', inS: 0.1, outS: 0.2 }]).channels, 0);
    expect([itemAt(faded, 0), itemAt(faded, 0.05 * RATE), itemAt(faded, RATE / 2), itemAt(faded, RATE - 1)]).toEqual([
      0, 0.5, 1, 0,
    ]);
    const dying = itemAt(edited(clip(flat), [{ do: 'envelope', attackS: 0, decayS: 0.5 }]).channels, 0);
    expect(20 * Math.log10(itemAt(dying, 0.5 * RATE))).toBeCloseTo(-60, 1);
  });
});

describe('pitch', () => {
  test('of a tone with harmonics, to a cent; noise has none', () => {
    for (const hz of [55, 110, 261.63, 440, 1318.5]) {
      const x = sum(sine(hz, 0.6, 0.3), sine(2 * hz, 0.6, 0.4), sine(3 * hz, 0.6, 0.2));
      expect(Math.abs(centsAbove(pitchOf(x, RATE)!.hz, hz)), `${hz}`).toBeLessThan(1.5);
    }
    expect(pitchOf(hiss(-20, 1), RATE)).toBeNull();
  });
  test('corrected against a reference tone it is the reference', () => {
    const off = sine(431, 0.8);
    const cents = centsAbove(440, pitchOf(off, RATE)!.hz);
    const { channels } = edited(clip(off), [{ do: 'pitch', cents }]);
    expect(Math.abs(centsAbove(pitchOf(itemAt(channels, 0), RATE)!.hz, 440))).toBeLessThan(1.5);
    expect(nearestNote(431)).toEqual({ name: 'A 4', hz: 440 });
  });
  test('a resampled sine is that sine at the other rate, 70 dB down', () => {
    const step = 1.0123;
    const y = itemAt(resampled([sine(1000, 1, 1)], step), 0);
    const wanted = Float32Array.from(y, (_, i) => Math.sin((2 * Math.PI * 1000 * i * step) / RATE));
    let worst = 0;
    for (let i = 100; i < y.length - 100; i++) worst = Math.max(worst, Math.abs(itemAt(y, i) - itemAt(wanted, i)));
    expect(20 * Math.log10(worst)).toBeLessThan(-60);
  });
});

/** The second take on the first's time, in one piece. */
async function laidOn(second: readonly Float32Array[], found: LineUp): Promise<readonly Float32Array[]> {
  const blocks: (readonly Float32Array[])[] = [];
  for await (const block of aligned(soundOf(RATE, second), RATE, found)) blocks.push(block.map((b) => b.slice()));
  return second.map((_, c) => joined(...blocks.map((b) => itemAt(b, c))));
}
/** What is missing in each, from and to in seconds of the event, and how fast the second's clock runs. */
interface Lost {
  readonly what: string;
  readonly first: readonly [number, number] | null;
  readonly second: readonly [number, number] | null;
  readonly ppm: number;
}
const without = (x: Float32Array, fromS: number, toS: number): Float32Array =>
  joined(x.subarray(0, Math.round(fromS * RATE)), x.subarray(Math.round(toS * RATE)));
/** As a clock does that runs fast by so much. */
const stretched = (x: Float32Array, ppm: number): Float32Array => itemAt(resampled([x], 1 / (1 + ppm / 1e6)), 0);
const linedUp = async (first: readonly Float32Array[], second: readonly Float32Array[]): Promise<LineUp> => {
  const found = await lineUp(soundOf(RATE, first), soundOf(RATE, second));
  if (!found.ok) throw new Error(found.problem);
  return found.value;
};

describe('two takes of one event', () => {
  const event = sum(talker(4), hiss(-80));
  // The second microphone: further off, noisier.
  const far = sum(scaled(event, -9), hiss(-62, 14, 11));
  test.each([
    [3.25, 0, 1],
    [-2.125, 40, -1],
    [0.5, -85, 1],
  ])('offset %f s, drift %f parts in a million and the voice times %f are found', async (offsetS, ppm, sign) => {
    const drifted = stretched(far, ppm).map((v) => sign * v);
    const second = offsetS > 0 ? drifted.slice(Math.round(offsetS * RATE * (1 + ppm / 1e6))) : later(drifted, -offsetS);
    const found = await linedUp([event], [second]);
    expect(Math.abs(found.offsetS - offsetS)).toBeLessThan(0.0005);
    expect(Math.abs(found.driftPpm - ppm)).toBeLessThan(12);
    expect(found.isInverted).toBe(sign < 0);
    expect(found.pieces).toHaveLength(1);
    // Lined up, the second lies on the first, the right way up.
    const again = await linedUp([event], await laidOn([second], found));
    expect(Math.abs(again.offsetS)).toBeLessThan(0.0003);
    expect(Math.abs(again.driftPpm)).toBeLessThan(12);
    expect(again.isInverted).toBe(false);
  });
  test.each([
    { what: 'the second lost two seconds', first: null, second: [5, 7], ppm: 0 },
    { what: 'the second lost a buffer', first: null, second: [6.8, 6.83], ppm: 60 },
    { what: 'the first was cut', first: [8, 9.5], second: null, ppm: -40 },
  ] as readonly Lost[])('$what: each piece is found and put in its place', async ({ first, second, ppm }) => {
    const [a, b] = [first ? without(event, ...first) : event, second ? without(far, ...second) : far];
    const found = await linedUp([a], [stretched(b, ppm)]);
    const jump = second ? second[1] - second[0] : first ? first[0] - first[1] : 0;
    const [before, after] = found.pieces;
    expect(found.pieces).toHaveLength(2);
    expect(Math.abs(after!.offsetS - before!.offsetS - jump)).toBeLessThan(0.0005);
    expect(Math.abs(found.driftPpm - ppm)).toBeLessThan(12);
    // In a pause nobody can tell where it was; what is heard lies where the first has it.
    const laid = itemAt(await laidOn([stretched(b, ppm)], found), 0);
    expect(Math.abs(laid.length - a.length)).toBeLessThan(0.01 * RATE);
    const again = await linedUp([a], [laid]);
    expect(again.pieces).toHaveLength(1);
    expect(Math.abs(again.offsetS)).toBeLessThan(0.0003);
  });
  test('channels that would cancel are turned before they are compared and saved', async () => {
    const second = [far, sum(scaled(far, -1), hiss(-60, 14, 3)).map((v) => -v)];
    const found = await linedUp([event], second);
    expect(found.signs).toEqual([1, -1]);
    const [left, right] = (await laidOn(second, found)).map((c) => c.subarray(RATE, 12 * RATE));
    const product = left!.reduce((s, v, i) => s + v * itemAt(right!, i), 0);
    expect(product).toBeGreaterThan(0);
  });
  test('a clap is one that the reports of both takes name', async () => {
    const clap = (at: number) => {
      const next = Float32Array.from(hiss(-6, 1, 5).subarray(0, 0.2 * RATE), (v, i) => v * Math.exp(-i / 400));
      return later(joined(next, new Float32Array(13 * RATE)), at);
    };
    const [a, b] = [sum(event, clap(11), clap(2.5)), sum(far, scaled(clap(11), -9))];
    const { claps } = await linedUp([a], [b.slice(RATE / 2)]);
    const { knocks } = itemAt((await takeReport(soundOf(RATE, [a]))).perChannel, 0);
    expect(knocks.map((k) => k.at.toFixed(1))).toEqual(['2.5', '11.0']);
    expect(claps).toEqual([itemAt(knocks, 1).at]);
  });
  test.each([
    ['another event', () => [sum(talker(6), hiss(-80, 14, 12))], /nothing in common|Too little of them is alike/],
    ['the same played faster', () => [stretched(far, 1500)], /1[45]\d\d parts in a million slower.*played faster/],
    ['a moment of it', () => [far.slice(5 * RATE, 6.5 * RATE)], /only 1.5 s long/],
  ])('%s is refused with the reason', async (_, second, reason) => {
    const found = await lineUp(soundOf(RATE, [event]), soundOf(RATE, second()));
    expect(found.ok ? '' : found.problem).toMatch(reason);
  });
});
