import { expect, test } from 'vitest';
import { hiss, RATE, scaled, sum, talker } from '@/tests/support/takes';
import { itemAt } from '../../algorithms';
import { LiveMeter, liveMicrophone } from './live';

/** Blocks as an audio thread sends them. */
function followed(channels: readonly Float32Array[], block = 512) {
  const meter = new LiveMeter(RATE, channels.length);
  const readings = [];
  for (let at = 0; at + block <= itemAt(channels, 0).length; at += block) {
    meter.push(channels.map((c) => c.subarray(at, at + block)));
    readings.push(meter.read());
  }
  return readings;
}

test('a sine shows its peak and its mean square, and holds the peak after it ends', () => {
  const x = new Float32Array(3 * RATE).map((_, i) => (i < RATE ? 0.5 * Math.sin((2 * Math.PI * 997 * i) / RATE) : 0));
  const readings = followed([x]);
  const at = (s: number) => itemAt(readings, Math.round((s * RATE) / 512)).channels[0];
  expect(at(0.9).peakDbfs).toBeCloseTo(-6.02, 1);
  expect(at(0.9).rmsDbfs).toBeCloseTo(-9.03, 0);
  expect(at(2).peakDbfs).toBe(Number.NEGATIVE_INFINITY);
  expect(at(2).heldDbfs).toBeCloseTo(-6.02, 1);
});

test('clips are counted until they are cleared', () => {
  const meter = new LiveMeter(RATE, 1);
  meter.push([new Float32Array(512).fill(1, 10, 20).fill(1, 100, 102).fill(-1, 200, 204)]);
  expect(itemAt(meter.read().channels, 0).clips).toBe(2);
  meter.clearClips();
  expect(itemAt(meter.read().channels, 0).clips).toBe(0);
});

test('sides: one voice on both, and one side 20 dB down', () => {
  const x = sum(talker(), hiss(-75));
  const last = followed([x, scaled(x, -20)]).at(-1)!;
  expect(last.balanceDb!).toBeCloseTo(20, 1);
  expect(last.correlation!).toBeCloseTo(1, 3);
});

test('the microphone that is knocked on is the live one', () => {
  expect(liveMicrophone([-6, -8], [-40])).toBe('outer');
  expect(liveMicrophone([-45], [-10, -12])).toBe('device');
  expect(liveMicrophone([-20], [-22])).toBe('unclear');
  expect(liveMicrophone([-20], [])).toBe('outer');
  expect(liveMicrophone([], [])).toBe('nothing');
});
