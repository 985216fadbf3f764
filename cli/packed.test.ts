import { execFileSync, spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { pairOf } from '../core/algorithms';

// What `npm pack` takes along, laid out of reach of the sources and of node_modules.
let folder = '';
beforeAll(() => {
  execFileSync(process.execPath, ['scripts/bundle-command.mjs']);
  folder = mkdtempSync(join(tmpdir(), 'symplex-packed-'));
  cpSync('cli/symplex.mjs', join(folder, 'symplex.mjs'));
  cpSync('cli/dist', join(folder, 'dist'), { recursive: true });
  cpSync('package.json', join(folder, 'package.json'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe('the command as it is packed says what it says from its sources', () => {
  test.each([
    ['check', 'demo/kiln-first-try.setup.json'],
    ['check', '--json', 'demo/glaze-hall.setup.json'],
    ['spice', 'demo/kiln-rehearsed.setup.json'],
    ['kit', 'demo/kiln-opening.job.json', '--drawer', 'demo/toolbox.drawer.json'],
    ['check', 'demo'],
  ])('%s %s', (...args) => {
    const [packed, here] = pairOf(
      [join(folder, 'symplex.mjs'), 'cli/symplex.mjs'].map((path) => {
        const { status, stdout, stderr } = spawnSync(process.execPath, [path, ...args], { encoding: 'utf8' });
        return { status, stdout, stderr };
      }),
    );
    expect(packed).toEqual(here);
    expect(packed.stdout + packed.stderr).not.toBe('');
  });
});
