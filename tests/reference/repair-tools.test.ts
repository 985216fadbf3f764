import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, test } from 'vitest';
import { edited } from '@/core/edit';
import { chance, normal } from '@/core/render';
import { writeWav } from '@/core/wav';
import { BOOK, ofWav, SPHINX_HZ, wavsOf } from '../support/speech';

// What takes noise and clicks out of a voice, beside Debian's ffmpeg where this machine has it (its filters afftdn and adeclick),
// on sentences that people read (pocketsphinx-testdata).

const RATE = SPHINX_HZ;
const folder = mkdtempSync(join(tmpdir(), 'symplex-repair-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const sentences = (await wavsOf(BOOK)).map((s) => s.x);

const power = (x: Float32Array) => x.reduce((sum, v) => sum + v * v, 0) / x.length;
/** How far what is wrong lies under the voice, decibels; 60 where it is less than that. */
const overError = (clean: Float32Array, y: Float32Array) =>
  Math.min(60, 10 * Math.log10(power(clean) / power(clean.map((v, i) => v - (y[i] ?? 0)))));
const mean = (x: readonly number[]) => x.reduce((sum, v) => sum + v, 0) / x.length;

/** Through a filter of ffmpeg, and laid on what it should be: some of them come late. */
async function ffmpeg(x: Float32Array, filter: string, clean: Float32Array): Promise<Float32Array> {
  const [from, to] = [join(folder, 'in.wav'), join(folder, 'out.wav')];
  writeFileSync(from, writeWav(RATE, [x]));
  const done = spawnSync('ffmpeg', ['-y', '-loglevel', 'error', '-i', from, '-af', filter, '-c:a', 'pcm_f32le', to]);
  if (done.status !== 0) throw new Error(String(done.stderr));
  const y = (await ofWav(to)).x;
  const alike = (late: number) => {
    let sum = 0;
    for (let i = 20_000; i < 28_000; i++) sum += clean[i]! * (y[i + late] ?? 0);
    return sum;
  };
  const late = Array.from({ length: 1600 }, (_, n) => n).reduce((best, n) => (alike(n) > alike(best) ? n : best), 0);
  return clean.map((_, i) => y[i + late] ?? 0);
}

describe.skipIf(spawnSync('ffmpeg', ['-version']).error !== undefined)('ffmpeg', () => {
  test.each([30, 20, 10])(
    'noise %i dB under the voice: it comes as near to the clean voice as afftdn, which is told how loud the noise is',
    async (under) => {
      const [own, other]: [number[], number[]] = [[], []];
      for (const clean of sentences) {
        const next = normal(chance(5));
        const rms = Math.sqrt(power(clean) * 10 ** (-under / 10));
        const noisy = clean.map((v) => v + rms * next());
        const [mended] = edited({ rateHz: RATE, channels: [noisy] }, [{ do: 'denoise', mostDb: 10 }]).channels;
        own.push(overError(clean, mended!));
        const floor = Math.max(-80, Math.min(-20, 20 * Math.log10(rms)));
        other.push(overError(clean, await ffmpeg(noisy, `afftdn=nr=10:nf=${floor}`, clean)));
      }
      expect(mean(own)).toBeGreaterThan(mean(other) - 0.3);
    },
  );
  test('clicks in a voice: as much is made good as by adeclick, and a tenth of the harm is done to a voice without any', async () => {
    const figures = { own: [] as number[], other: [] as number[], ownHarm: [] as number[], otherHarm: [] as number[] };
    for (const clean of sentences) {
      const next = chance(3);
      const broken = clean.slice();
      for (let t = 0.3; t < clean.length / RATE - 0.3; t += 0.35) {
        const at = Math.round((t + 0.2 * next()) * RATE);
        const [height, width] = [(next() < 0.5 ? -1 : 1) * (0.05 + 0.2 * next()), 1 + Math.floor(4 * next())];
        for (let i = 0; i < width; i++) broken[at + i]! += height * (1 - i / width);
      }
      const own = (x: Float32Array) => edited({ rateHz: RATE, channels: [x] }, [{ do: 'declick' }]).channels[0]!;
      figures.own.push(overError(clean, own(broken)));
      figures.ownHarm.push(overError(clean, own(clean)));
      figures.other.push(overError(clean, await ffmpeg(broken, 'adeclick=t=4', clean)));
      figures.otherHarm.push(overError(clean, await ffmpeg(clean, 'adeclick=t=4', clean)));
    }
    expect(mean(figures.own)).toBeGreaterThan(mean(figures.other) - 1);
    expect(mean(figures.ownHarm)).toBeGreaterThan(mean(figures.otherHarm) + 10);
  });
});
