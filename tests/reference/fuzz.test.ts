import { describe, expect, test } from 'vitest';
import { chance } from '@/core/render';
import { spoiltDocument, spoiltWav, tryDocument, tryWav } from '../support/fuzz';

// The short form of `npm run fuzz`: seeded, so that it is the same everywhere. What may go wrong is for the support to tell.
const SEED = 4711;

describe('spoilt files', () => {
  test('300 documents are let in whole or refused with words; none throws, none comes to a number that is none', () => {
    const all = Array.from({ length: 300 }, (_, i) =>
      tryDocument(`document ${SEED + i}`, spoiltDocument(chance(SEED + i))),
    );
    expect(all.filter((f) => f.fault)).toEqual([]);
    // It is a test of both only while both occur.
    expect(all.filter((f) => f.let === 'in').length).toBeGreaterThan(20);
    expect(all.filter((f) => f.let === 'refused').length).toBeGreaterThan(150);
  });
  test('120 takes are measured to their end or refused with words', async () => {
    const all = [];
    for (let i = 0; i < 120; i++) all.push(await tryWav(`take ${SEED + i}`, spoiltWav(chance(SEED + i))));
    expect(all.filter((f) => f.fault)).toEqual([]);
    expect(all.filter((f) => f.let === 'in').length).toBeGreaterThan(20);
    expect(all.filter((f) => f.let === 'refused').length).toBeGreaterThan(20);
  });
  test('a WAV of zeros after its first bytes is refused at once, after a handful of reads', async () => {
    const { readWav } = await import('@/core/wav');
    let reads = 0;
    const size = 4e9;
    const head = new TextEncoder().encode('RIFF\0\0\0\0WAVE');
    const file = {
      size,
      read: (from: number, length: number) => {
        reads += 1;
        return Promise.resolve(Uint8Array.from({ length }, (_, i) => head[from + i] ?? 0));
      },
    };
    expect(await readWav(file)).toMatchObject({ ok: false, problem: expect.stringContaining('byte 12') });
    expect(reads).toBeLessThan(5);
  });
});
