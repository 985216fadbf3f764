import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, test } from 'vitest';
import { itemAt } from '@/core/algorithms';
import { type TakeReport, takeReport } from '@/core/take';
import { bytesOf, readWav, soundOf, wholeOf } from '@/core/wav';
import { hiss, scaled, sum } from '../support/takes';

// Somebody else's voices: espeak-ng of Debian, where this machine has it. Clean speech must raise no alarm, and faults put
// into it must be found in their number.

const has = spawnSync('espeak-ng', ['--version']).error === undefined;
// Where all is skipped nothing is cleaned up after it either.
const folder = has ? mkdtempSync(join(tmpdir(), 'symplex-spoken-')) : '';
afterAll(() => has && rmSync(folder, { recursive: true, force: true }));

const TEXT =
  'Good evening, and welcome to the kiln opening. We fired it for three days with pine and birch. Tonight we take the ' +
  'bricks out one by one, and you will see what the ash did to the glaze. Please stand behind the rope. Mind the step.';
const VOICES = ['en', 'en-us', 'de', 'fr'].flatMap((v) => [120, 170].map((speed) => [v, speed] as const));

async function spoken(voice: string, speed: number): Promise<{ rateHz: number; voice: Float32Array }> {
  const file = join(folder, `${voice}-${speed}.wav`);
  spawnSync('espeak-ng', ['-v', voice, '-s', `${speed}`, '-g', '8', '-w', file, TEXT]);
  const read = await readWav(bytesOf(readFileSync(file)));
  if (!read.ok) throw new Error(read.problem);
  return { rateHz: read.value.rateHz, voice: scaled(itemAt(await wholeOf(read.value), 0), -6) };
}
/** In a room, however quiet: the voice of a machine has none. */
const inRoom = (voice: Float32Array): Float32Array => sum(voice, hiss(-72, 60).subarray(0, voice.length));
const alarms = (r: TakeReport) =>
  r.findings.filter((f) => f.status === 'fail' || f.status === 'caution').map((f) => f.what);

describe.skipIf(!has)('speech of espeak-ng', () => {
  test.each(VOICES)('%s, %i words a minute, with the noise of a quiet room: no alarm', async (name, speed) => {
    const { rateHz, voice } = await spoken(name, speed);
    expect(alarms(await takeReport(soundOf(rateHz, [inRoom(voice)])))).toEqual([]);
  });
  test.each(VOICES)(
    '%s, %i: gaps silent to the last bit are told, and are no dropouts but for a few',
    async (name, speed) => {
      const { rateHz, voice } = await spoken(name, speed);
      const r = await takeReport(soundOf(rateHz, [voice]));
      expect(alarms(r).filter((a) => a !== 'dropouts')).toEqual(['gated']);
      expect(itemAt(r.perChannel, 0).dropouts.count).toBeLessThanOrEqual(3);
    },
  );
  test.each(VOICES)('%s, %i: hum, a repeat and a turned side are found by their amounts', async (name, speed) => {
    const { rateHz, voice } = await spoken(name, speed);
    const x = inRoom(voice);
    const mains = x.map((v, i) => v + 0.005 * Math.sin((2 * Math.PI * 49.96 * i) / rateHz));
    const { hum } = itemAt((await takeReport(soundOf(rateHz, [mains]))).perChannel, 0);
    expect(hum!.mainsHz).toBeCloseTo(49.96, 1);
    expect(Math.abs(hum!.dbfs - 20 * Math.log10(0.005 / Math.SQRT2))).toBeLessThan(1);
    const by = Math.round(0.25 * rateHz);
    const { echo } = itemAt(
      (await takeReport(soundOf(rateHz, [x.map((v, i) => v + 0.3 * (x[i - by] ?? 0))]))).perChannel,
      0,
    );
    expect(echo!.delayS).toBeCloseTo(0.25, 3);
    expect(Math.abs(echo!.depthDb - 20 * Math.log10(0.3))).toBeLessThan(3);
    const { sides } = await takeReport(soundOf(rateHz, [x, x.map((v) => -v)]));
    expect(sides!.sides).toBe('opposite polarity');
  });
  test.each(VOICES)('%s, %i: ten dropouts are ten', async (name, speed) => {
    const { rateHz, voice } = await spoken(name, speed);
    const x = inRoom(voice);
    const length = Math.round(0.03 * rateHz);
    let cut = 0;
    for (let at = rateHz; at < x.length - rateHz && cut < 10; at++) {
      // Where it is loud before and after, as far as chance would have it.
      if (Math.abs(itemAt(voice, at)) < 0.1 || Math.abs(itemAt(voice, at + length)) < 0.05) continue;
      x.fill(0, at, at + length);
      cut += 1;
      at += rateHz;
    }
    expect(cut).toBe(10);
    expect(itemAt((await takeReport(soundOf(rateHz, [x]))).perChannel, 0).dropouts.count).toBe(10);
  });
});
