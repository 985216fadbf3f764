import { expect, test } from 'vitest';
import { assessed, gate, sketch } from '@/tests/support/bench-setup';
import type { Job } from '../model';
import { ownTakeOf } from '.';

/** A lapel microphone near the mouth, into a phone so far away. */
const talk = (job: Partial<Job>) =>
  assessed(
    sketch({
      device: 'phone-headset',
      job,
      parts: { mic: 'lapel-4' },
      joints: ['mic.plug > phone-headset.socket'],
      hears: { mic: 0.2 },
    }),
  );
const own = (job: Partial<Job>) => ownTakeOf(talk(job).readings.compiled, 60)!;

test('by hand: 60 dB at a metre are 54 dB at two and some 50 dB(A), over a microphone of 30 dB(A); a room of as much takes 3 dB more', () => {
  const alone = own({ distanceM: 2 });
  expect(alone).toMatchObject({ distanceM: 2, directDb: null });
  // Speech is 2 to 5 dB less by A-weighting (common practice).
  expect(alone.snrDb).toBeGreaterThan(60 - 6.02 - 30 - 5);
  expect(alone.snrDb).toBeLessThan(60 - 6.02 - 30 - 2);
  const room = { volumeM3: 100, reverbS: 0.5, noiseDba: 30 };
  // Critical distance 0.057 sqrt(V / T), any handbook of room acoustics: 0.81 m; two metres are 7.9 dB beyond.
  const { snrDb, directDb } = own({ distanceM: 2, room });
  expect(alone.snrDb - snrDb).toBeCloseTo(3.01, 2);
  const byHand = 20 * Math.log10((0.057 * Math.sqrt(100 / 0.5)) / 2);
  expect(Math.abs(directDb! - byHand)).toBeLessThan(0.1);
});

test('how much the worn microphone is better is told, in noise and in room, and decides nothing', () => {
  const room = { volumeM3: 100, reverbS: 0.5, noiseDba: 40 };
  const { findings } = gate(talk({ distanceM: 2, room }), 'clean');
  const told = findings.find((f) => f.topic === 'own mic')!;
  expect(told).toMatchObject({ status: 'pass', message: 'clean.own-mic' });
  // Ten times nearer: 20 dB over a room that both hear alike all round, and as much over its reverberation.
  expect(told.values!['better']).toBeCloseTo(20, 0);
  expect(told.values!['room']).toBeCloseTo(20, 6);
  expect(gate(talk({ distanceM: 0.2 }), 'clean').findings.find((f) => f.topic === 'own mic')!.message).toMatch(
    /^clean\.own-mic/,
  );
});
