import { describe, expect, test } from 'vitest';
import { RATE, talker } from '@/tests/support/takes';
import { LiveMeter, liveMicrophone } from '../take';
import { MeterWatch, seenInStillness, seenInTaps, seenInWalk } from './from-live';

const tone = (dbfs: number) => ({ dbfs }) as never;

describe('what a test of the live input tells a hunt', () => {
  test('taps: which microphone is live, and what is not so', () => {
    expect(seenInTaps(liveMicrophone([-40], [-10]))).toEqual({ noticed: ['built-in'], absent: ['no-level'] });
    expect(seenInTaps(liveMicrophone([-10], [-40]))).toEqual({ noticed: [], absent: ['built-in', 'no-level'] });
    expect(seenInTaps(liveMicrophone([], [])).noticed).toEqual(['no-level']);
    expect(seenInTaps(liveMicrophone([-10], [-12]))).toEqual({ noticed: [], absent: [] });
  });
  test('stillness: what is heard of hum and whine, noise where it is loud by itself, nothing of what somebody said', () => {
    const of = (outcome: 'silent' | 'spoken' | 'loud' | 'still', hum: number | null, whine: number | null) =>
      seenInStillness({ outcome, hum: hum === null ? null : tone(hum), whine: whine === null ? null : tone(whine) });
    expect(of('still', null, null)).toEqual({ noticed: [], absent: ['hum'] });
    expect(of('still', -70, -61)).toEqual({ noticed: [], absent: [] });
    expect(of('still', -59, null).noticed).toEqual(['hum']);
    expect(of('loud', -40, -50).noticed).toEqual(['hum', 'whine']);
    expect(of('loud', -70, null).noticed).toEqual(['hiss']);
    expect(of('spoken', -30, -30)).toEqual({ noticed: [], absent: [] });
    expect(of('silent', null, null).noticed).toEqual(['no-level']);
  });
  test('a walk: holes are told, a voice that fell is not', () => {
    expect(seenInWalk({ outcome: 'dropped', dropouts: 2 }).noticed).toEqual(['crackle']);
    for (const outcome of ['dropped', 'faded', 'kept', 'not heard', 'nobody counted'] as const)
      expect(seenInWalk({ outcome, dropouts: 0 }).noticed).toEqual([]);
  });
  test('the meter: clips at once until they are cleared, a dead side and silence once they last', () => {
    const watch = new MeterWatch();
    const meter = new LiveMeter(RATE, 2);
    const voice = talker(1);
    const loud = voice.map((v) => Math.max(-1, Math.min(1, 20 * v)));
    const silence = new Float32Array(voice.length);
    const play = (seconds: number, left: Float32Array, right: Float32Array) => {
      let said: readonly string[] = [];
      for (let at = 0; at < seconds * RATE; at += RATE / 10) {
        const from = at % (voice.length - RATE / 10);
        meter.push([left, right].map((x) => x.subarray(from, from + RATE / 10)));
        said = watch.push(meter.read()).noticed;
      }
      return said;
    };
    expect(play(12, voice, voice)).toEqual([]);
    expect(play(3, loud, loud)).toEqual(['distorted']);
    expect(play(3, voice, voice)).toEqual(['distorted']);
    meter.clearClips();
    expect(play(1, voice, voice)).toEqual([]);
    // A pause is no dead side yet.
    expect(play(3, voice, silence)).toEqual([]);
    expect(play(40, voice, silence)).toEqual(['one-side']);
    expect(play(30, voice, voice)).toEqual([]);
    expect(
      play(
        40,
        voice,
        voice.map((v) => -v),
      ),
    ).toEqual(['hollow']);
    expect(play(20, silence, silence)).toEqual(['no-level']);
    expect(watch.push(meter.read())).toEqual({ noticed: ['no-level'], absent: [] });
  });
});
