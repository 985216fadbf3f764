import { spawnSync } from 'node:child_process';
import { expect, test } from 'vitest';
import { itemAt } from '../../core/algorithms';
import { ngspiceBatch } from './ngspice';

const symplex = (...args: readonly string[]) =>
  JSON.parse(spawnSync(process.execPath, ['cli/symplex.mjs', ...args, '--json'], { encoding: 'utf8' }).stdout);

// From outside, as anybody would: the deck that the command writes, solved by ngspice, against what the command tells.
test('ngspice finds at both inputs of the camera, at 1 kHz, the volts that check --json tells', () => {
  const file = 'demo/glaze-too-hot.setup.json';
  const { nodes, deck } = symplex('spice', file);
  const { channels } = symplex('check', file);
  // One block a frequency, after the operating point; 1 kHz is the 18th third octave.
  const count = Object.keys(nodes).length - 1;
  const at1k = [...ngspiceBatch(deck).matchAll(/^v\((\d+)\) = (\S+)$/gm)].slice(count * 18, count * 19);
  const complexAt = (node: string): readonly [number, number] => {
    const [re, im = 0] = itemAt(at1k.find(([, k]) => Number(k) === nodes[node])!, 2)
      .split(',')
      .map(Number);
    return [re, im];
  };
  const ground = complexAt('camera/mic.sleeve');
  ['camera/amp1', 'camera/amp2'].forEach((node, i) => {
    const [re, im] = complexAt(node);
    const told = channels[i].arrivals[0].voltAt1k;
    expect(told).toBeGreaterThan(1e-3);
    expect(Math.abs(20 * Math.log10(Math.hypot(re - ground[0], im - ground[1]) / told))).toBeLessThan(0.01);
  });
});
