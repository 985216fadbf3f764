import { describe, expect, test } from 'vitest';
import { itemAt } from '@/core/algorithms';
import { type TakeReport, takeReport } from '@/core/take';
import { soundOf } from '@/core/wav';
import { convolved, decayOf, directOf, shoebox } from '../support/rooms';
import { BOOK, SPHINX_HZ, wavsOf } from '../support/speech';
import { joined } from '../support/takes';

// Sentences that people read (pocketsphinx-testdata), carried into bare rectangular rooms by their images in the walls (Allen and
// Berkley 1979): how long each rings by Eyring's formula, and how far the voice stands over it by the answer itself, against what the
// take tells of them. The meter was set by other rooms: noise that dies away.

const RATE = SPHINX_HZ;

const sentences = (await wavsOf(BOOK)).map((s) => s.x);
const read = joined(...sentences);
const heard = (x: Float32Array): Promise<TakeReport> => takeReport(soundOf(RATE, [x]));
const told = ({ findings }: TakeReport) => findings.find((f) => f.what === 'room');

/** Seconds. */
const LEAST_TOLD_S = 0.3;

const ROOMS = [
  { name: 'a furnished office', sizeM: [4, 3, 2.6], absorption: 0.35 },
  { name: 'a bare office', sizeM: [4, 3, 2.6], absorption: 0.15 },
  { name: 'a meeting room', sizeM: [7, 5, 3], absorption: 0.3 },
  { name: 'a bare classroom', sizeM: [7, 5, 3], absorption: 0.12 },
  { name: 'a hall', sizeM: [12, 9, 5], absorption: 0.15 },
] as const;

describe.each(ROOMS)('in $name', ({ sizeM, absorption }) => {
  const rings = decayOf(sizeM, absorption);
  test.each([0.15, 0.5, 1.5])('%f m from the mic', async (distance) => {
    const mic = [0.4 * sizeM[0], 0.45 * sizeM[1], 1.4] as const;
    const answer = shoebox(RATE, sizeM, absorption, [mic[0] + distance, mic[1] + 0.05, 1.5], mic);
    const over = Math.max(-6, Math.min(20, directOf(answer, RATE)));
    const report = await heard(convolved(read, answer));
    const room = itemAt(report.perChannel, 0).room!;
    // Of a short or a soft answer a voice tells only that it is no longer.
    expect(rings).toBeGreaterThan(0.8 * room.decayRangeS[0] - 0.15);
    expect(rings).toBeLessThan(1.2 * room.decayRangeS[1]);
    if (over < 6 && rings > 0.3) expect(Math.abs(Math.log2(room.decayS / rings))).toBeLessThan(0.75);
    // What comes back from so near belongs to the voice, and is not told from it.
    if (rings > LEAST_TOLD_S) {
      expect(over).toBeGreaterThan(room.directRangeDb[0] - 2);
      expect(over).toBeLessThan(room.directRangeDb[1] + 2);
    } else expect(told(report)).toBeUndefined();
    // No wall is taken for a loudspeaker.
    if (rings > LEAST_TOLD_S) expect(report.findings.filter((f) => f.what === 'echo')).toEqual([]);
    // What the caution advises, a hand from the mouth, mends it in each of these rooms.
    if (distance < 0.2) expect(told(report)?.status ?? 'pass').toBe('pass');
    // Clear of the limit it is a caution where the room is louder, and none where the voice is.
    if (over < -3 && rings > 0.45) expect(told(report)).toMatchObject({ status: 'caution' });
    if (over > 8) expect(told(report)?.status ?? 'pass').toBe('pass');
  });
});

test('nothing is told of a room by the sentences as they are, and none by notes that ring', async () => {
  expect(told(await heard(read))).toBeUndefined();
  const notes = new Float32Array(12 * RATE);
  for (let n = 0; n < 30; n++) {
    const [from, hz] = [Math.round(0.37 * n * RATE), 110 * 2 ** (((7 * n) % 24) / 12)];
    for (let i = from; i < notes.length; i++) {
      const t = (i - from) / RATE;
      for (let h = 1; h * hz < 6000; h++)
        notes[i]! += (0.05 / h) * Math.min(1, t / 0.004) * 10 ** (-3 * t) * Math.sin(2 * Math.PI * h * hz * t);
    }
  }
  expect(told(await heard(notes))?.status ?? 'pass').toBe('pass');
});
