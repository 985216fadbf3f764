import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { hiss, hum, later, RATE, scaled, sum, talker } from '@/tests/support/takes';
import { itemAt } from '../algorithms';
import { resampled } from '../filter';
import { takeReport } from '../take';
import { soundOf } from '../wav';
import { edited, loudnessOf, truePeakOf } from './edits';
import { aligned, lineUp } from './line-up';
import { centsAbove, nearestNote, pitchOf } from './pitch';

/** Sample by sample; much quicker than a deep comparison of hundreds of thousands. */
const isSame = (a: Float32Array, b: Float32Array) => a.length === b.length && a.every((v, i) => v === b[i]);
const clip = (...channels: readonly Float32Array[]) => ({ rateHz: RATE, channels });
const sine = (hz: number, seconds = 1, amplitude = 0.5) =>
  Float32Array.from(
    { length: Math.round(seconds * RATE) },
    (_, i) => amplitude * Math.sin((2 * Math.PI * hz * i) / RATE),
  );

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

describe('two takes of one event', () => {
  const event = sum(talker(4), hiss(-80));
  test.each([
    [3.25, 0],
    [-2.125, 40],
    [0.5, -85],
  ])('offset %f s and drift %f parts in a million are found', async (offsetS, ppm) => {
    // The second microphone: further off, noisier, its clock fast by so much, begun so much later.
    const far = sum(scaled(event, -9), hiss(-62, 14, 11));
    const stretched = itemAt(resampled([far], 1 / (1 + ppm / 1e6)), 0);
    const second =
      offsetS > 0 ? stretched.slice(Math.round(offsetS * RATE * (1 + ppm / 1e6))) : later(stretched, -offsetS);
    const found = await lineUp(soundOf(RATE, [event]), soundOf(RATE, [second]));
    if (!found.ok) throw new Error(found.problem);
    expect(Math.abs(found.value.offsetS - offsetS)).toBeLessThan(0.0005);
    expect(Math.abs(found.value.driftPpm - ppm)).toBeLessThan(12);
    const blocks: Float32Array[] = [];
    for await (const [b] of aligned(soundOf(RATE, [second]), RATE, found.value)) blocks.push(b);
    const lined = new Float32Array(blocks.reduce((n, b) => n + b.length, 0));
    let at = 0;
    for (const b of blocks) {
      lined.set(b, at);
      at += b.length;
    }
    // Lined up, the second lies on the first.
    const again = await lineUp(soundOf(RATE, [event]), soundOf(RATE, [lined]));
    if (!again.ok) throw new Error(again.problem);
    expect(Math.abs(again.value.offsetS)).toBeLessThan(0.0003);
    expect(Math.abs(again.value.driftPpm)).toBeLessThan(12);
  });
  test('takes of different events are not lined up', async () => {
    expect((await lineUp(soundOf(RATE, [event]), soundOf(RATE, [sum(talker(6), hiss(-80, 14, 12))]))).ok).toBe(false);
  });
});
