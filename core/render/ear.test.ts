import { expect, test } from 'vitest';
import { catalogue } from '@/catalogue';
import { twoCallers } from '@/tests/support/calls';
import { itemAt } from '../algorithms';
import { mustAssess } from '../assess';
import { type Hearings, whoHearsWhom } from '../call';
import { earOf } from './ear';
import { VOICE_RATE_HZ, voice } from './voice';

const EACH_S = 3;
const hearings = (knobs: Readonly<Record<string, number>>): Hearings => {
  const a = mustAssess(twoCallers(knobs), catalogue);
  return whoHearsWhom([a.readings, ...a.also]);
};
/** How much of a voice, so many samples late, is in a stretch of sound: by least squares. */
function shareOf(x: Float32Array, from: number, speech: Float32Array, late: number): number {
  let [cross, power] = [0, 0];
  for (let i = late; i < speech.length; i++) {
    const s = itemAt(speech, i - late);
    cross += itemAt(x, from + i) * s;
    power += s * s;
  }
  return cross / power;
}

test('each voice speaks in its turn, as far under the loudest as the matrix says', () => {
  const all = hearings({ aux2: -30 });
  const { samples, turns } = earOf(all, 'caller 1', EACH_S);
  const wanted = all.heard.filter((h) => h.to === 'caller 1' && h.want !== 'self' && h.levelDb !== null);
  expect(turns.map((t) => t.from).sort()).toEqual(wanted.map((h) => h.from).sort());
  const loudest = Math.max(...wanted.map((h) => h.levelDb!));
  for (const { from, startS } of turns) {
    const speech = voice(EACH_S, 1 + all.voices.findIndex((v) => v.id === from));
    const db = 20 * Math.log10(shareOf(samples, Math.round(startS * VOICE_RATE_HZ), speech, 0));
    expect(db + 20).toBeCloseTo(wanted.find((h) => h.from === from)!.levelDb! - loudest, 1);
  }
});

test('an echo comes behind the listener’s own voice, by its time and at its level', () => {
  const all = hearings({ auxStereo1: -10 });
  const own = all.heard.find((h) => h.from === 'caller 1' && h.to === 'caller 1')!;
  expect(own.is).toBe('echo');
  const { samples, turns } = earOf(all, 'caller 1', EACH_S);
  const turn = turns.find((t) => t.from === 'caller 1')!;
  const speech = voice(EACH_S, 1 + all.voices.findIndex((v) => v.id === 'caller 1'));
  const start = Math.round(turn.startS * VOICE_RATE_HZ);
  const late = Math.round((own.delayMs! / 1000) * VOICE_RATE_HZ);
  const loudest = Math.max(
    ...all.heard.flatMap((h) => (h.to === 'caller 1' && h.want !== 'self' && h.levelDb !== null ? [h.levelDb] : [])),
  );
  const expected = own.levelDb! - loudest;
  const direct = shareOf(samples, start, speech, 0);
  // What the voice itself has in common with itself so much later is taken off.
  const alike = shareOf(speech, 0, speech, late);
  const echo = shareOf(samples, start, speech, late) - direct * alike;
  expect(20 * Math.log10(echo) + 20).toBeCloseTo(expected, 0);
});

test('nobody is heard where nothing comes', () => {
  const all = hearings({});
  expect(earOf({ ...all, heard: [] }, 'caller 1', EACH_S)).toEqual({ samples: new Float32Array(0), turns: [] });
});
