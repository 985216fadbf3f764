import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, test } from 'vitest';
import { itemAt } from '@/core/algorithms';
import { takeReport } from '@/core/take';
import { soundOf, writeWav } from '@/core/wav';
import { hiss, RATE, scaled, sum, talker } from '../support/takes';

// Against other people's measuring: an EBU R 128 package of the registry, and ffmpeg and sox of Debian where this machine
// has them.

const has = (tool: string) => spawnSync(tool, ['-version']).error === undefined;
const folder = mkdtempSync(join(tmpdir(), 'symplex-take-'));

// The package is made for bundlers, which import a program as if it were a module: here it is loaded by hand.
const GLUE = 'node_modules/ebur128-wasm/ebur128_wasm_bg';
const glueFile = join(folder, 'glue.mjs');
const loadable = 'let wasm; export const use = (w) => { wasm = w; };';
writeFileSync(glueFile, readFileSync(`${GLUE}.js`, 'utf8').replace(/^import \* as wasm.*$/m, loadable));
const glue = (await import(/* @vite-ignore */ glueFile)) as typeof import('ebur128-wasm') & { use(w: object): void };
const program = new WebAssembly.Module(readFileSync(`${GLUE}.wasm`));
// The package's glue is the module that its program imports; WebAssembly's types want functions only.
glue.use(new WebAssembly.Instance(program, { './ebur128_wasm_bg.js': glue as never }).exports);
const { ebur128_integrated_stereo, ebur128_true_peak_stereo } = glue;

afterAll(() => rmSync(folder, { recursive: true, force: true }));

const takes: readonly (readonly [string, Float32Array, Float32Array])[] = [
  ['a talker on both sides', sum(talker(1), hiss(-75)), sum(talker(1), hiss(-70))],
  ['two talkers, a side each, one far quieter', sum(talker(2), hiss(-65)), sum(scaled(talker(3), -14), hiss(-65))],
  ['noise', hiss(-20), hiss(-30)],
];

describe.each(takes)('%s', (name, left, right) => {
  const measured = takeReport(soundOf(RATE, [left, right]));
  test('the package: loudness to 0.1 LU, true peak to 0.3 dB (its interpolating filter is another)', async () => {
    const { loudness, perChannel } = await measured;
    expect(loudness.integratedLufs!).toBeCloseTo(ebur128_integrated_stereo(RATE, left, right), 1);
    const peak = Math.max(...perChannel.map((c) => c.truePeakDbtp));
    expect(Math.abs(peak - ebur128_true_peak_stereo(RATE, left, right))).toBeLessThan(0.3);
  });
  test.skipIf(!has('ffmpeg'))('ffmpeg: loudness and its range to 0.1 LU, true peak to 0.3 dB', async () => {
    const file = join(folder, `${name.replace(/\W/g, '')}.wav`);
    writeFileSync(file, writeWav(RATE, [left, right]));
    const said = spawnSync(
      'ffmpeg',
      ['-hide_banner', '-nostats', '-i', file, '-af', 'ebur128=peak=true:framelog=verbose', '-f', 'null', '-'],
      { encoding: 'utf8' },
    ).stderr;
    const figure = (pattern: RegExp) => Number(pattern.exec(said.slice(said.indexOf('Summary')))![1]);
    const { loudness, perChannel } = await measured;
    expect(Math.abs(loudness.integratedLufs! - figure(/I: +(-?[\d.]+) LUFS/))).toBeLessThanOrEqual(0.1);
    expect(Math.abs(loudness.rangeLu! - figure(/LRA: +(-?[\d.]+) LU/))).toBeLessThanOrEqual(0.2);
    expect(
      Math.abs(Math.max(...perChannel.map((c) => c.truePeakDbtp)) - figure(/Peak: +(-?[\d.]+) dBFS/)),
    ).toBeLessThan(0.3);
  });
  test.skipIf(!has('sox'))('sox: peak, mean square and offset of each side', async () => {
    const file = join(folder, `sox${name.replace(/\W/g, '')}.wav`);
    writeFileSync(file, writeWav(RATE, [left, right]));
    const said = spawnSync('sox', [file, '-n', 'stats'], { encoding: 'utf8' }).stderr;
    const figures = (label: string) =>
      itemAt(new RegExp(`^${label} +(.*)$`, 'm').exec(said)!, 1)
        .trim()
        .split(/ +/)
        .slice(1)
        .map(Number);
    const { perChannel } = await measured;
    const [peaks, rms, dc] = ['Pk lev dB', 'RMS lev dB', 'DC offset'].map(figures);
    perChannel.forEach((c, i) => {
      expect(c.peakDbfs).toBeCloseTo(itemAt(peaks, i), 1);
      expect(c.rmsDbfs).toBeCloseTo(itemAt(rms, i), 1);
      expect(c.dc).toBeCloseTo(itemAt(dc, i), 4);
    });
  });
});
