import { expect, test } from 'vitest';
import { LiveMeter } from '@/core/take';
import { hiss, RATE, scaled, talker } from '@/tests/support/takes';
import { clippingWords, sidesWords } from './meter-words';

/** What the meter says of so many seconds of these channels. */
function read(...channels: readonly Float32Array[]) {
  const meter = new LiveMeter(RATE, channels.length);
  for (let at = 0; at < 4 * RATE; at += 4800) meter.push(channels.map((c) => c.subarray(at, at + 4800)));
  return meter.read();
}
const voice = talker(1);

test('sides are the same only where they are as loud, and one that is softer is told', () => {
  expect(sidesWords(read(voice, voice))).toEqual({ status: 'pass', words: 'Both sides are the same.' });
  expect(sidesWords(read(voice, scaled(voice, -6)))!.words).toBe(
    'Both sides hold the same sound, the left 6 dB louder.',
  );
  expect(sidesWords(read(scaled(voice, -40), voice))).toEqual({
    status: 'caution',
    words: 'Only the right side is live.',
  });
  expect(
    sidesWords(
      read(
        voice,
        voice.map((v) => -v),
      ),
    )!.status,
  ).toBe('caution');
  expect(sidesWords(read(hiss(-80, 5), hiss(-80, 5, 2)))).toBeNull();
});

test('a clip on both sides is one, and no clipping never stands beside a peak at full scale', () => {
  const clipped = voice.map((v) => Math.max(-1, Math.min(1, 12 * v)));
  const one = clippingWords(read(clipped));
  expect(one.clips).toBeGreaterThan(0);
  expect(clippingWords(read(clipped, clipped)).clips).toBe(one.clips);
  const still = read(voice);
  for (const [heldDbfs, status, words] of [
    [0.7, 'fail', /0\.7 dB beyond full scale/],
    [-0.4, 'caution', /no headroom is left/],
    [-6, 'pass', /^no clipping$/],
  ] as const) {
    const at = clippingWords({ ...still, channels: still.channels.map((c) => ({ ...c, heldDbfs, clips: 0 })) });
    expect(at.status).toBe(status);
    expect(at.words).toMatch(words);
  }
});
