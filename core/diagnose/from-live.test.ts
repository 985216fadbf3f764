import { describe, expect, test } from 'vitest';
import { liveMicrophone } from '../take';
import { seenInStillness, seenInTaps, seenInWalk } from './from-live';

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
});
